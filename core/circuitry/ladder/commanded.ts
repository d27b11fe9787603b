import type { LadderPlate } from './plate.ts';
import type { Call, Go, ProgramPhase, Rung } from './types.ts';
import { when } from './when.ts';

/** A zone damper drives this long before its panel asks for anything, seconds [common practice: 30 to 90]. */
const DRIVES_S = 45;
/** No proof of the fan by then is a fan fail, and holds everything off [common practice: 30 to 60 s]. */
const FAN_FAIL_S = 45;

/** A terminal of the machine and the calls on which it is fed. */
export type Terminal = readonly [name: string, calls: readonly Call[]];

/**
 * What stands between those who ask and the terminals of the machine: a zone panel, which opens its dampers first, or
 * an automation, which proves the fan first. What it is asked for arrives at terminals of its own.
 */
export function commandedRungs({ commanded }: LadderPlate, terminals: readonly Terminal[]): Rung[] {
  const panel = commanded === 'zone panel';
  const part = panel ? 'zone panel' : 'main board';
  const second = terminals.some(([name]) => name === 'Y2');
  const asked = (call: Call): boolean => terminals.some(([, calls]) => calls.includes(call));
  const may: readonly (readonly [name: string, node: string, calls: readonly Call[], has: boolean])[] = [
    ['cool', 'ZY', ['cool', 'free cooling'], asked('cool')],
    ['cool 2', 'ZY2', ['cool'], second],
    ['heat', 'ZW', ['heat', 'defrost test'], asked('heat')],
    ['fan', 'ZG', ['fan', 'cool', 'free cooling'], true],
  ];
  const demands = may
    .filter(([, , , has]) => has)
    .map(([name, node, calls]) => [name, node, calls.filter(asked)] as const);
  return [
    ...demands.map(([, node, calls]): Rung => ({
      ...{ kind: 'call', id: `${panel ? 'zone thermostat' : 'space point'} ${node.slice(1)}` },
      ...{ part: 'thermostat', a: 'stat R', b: node, calls },
    })),
    ...when(!panel, {
      ...{ kind: 'switch', id: 'fan status', part: 'fan proof', a: 'stat R', b: 'ST' },
      ...{ feels: 'air', closes: 'while it is so' },
    }),
    {
      ...{ kind: 'control', id: commanded, part, power: ['stat R', 'C'], feels: [] },
      reads: {
        ...Object.fromEntries(demands.map(([name, node]) => [name, node])),
        ...(panel ? {} : { status: 'ST' }),
      },
      program: { phases: phasesOf(panel, terminals) },
      heldOffBy: panel ? 'panel in test' : 'held off by automation',
      // It starts nothing before its fan: that a relay fails and that all of it does look alike.
      ...(panel ? {} : { relaysFail: true as const }),
    },
    ...terminals.map(([name]): Rung => ({
      ...{ kind: 'contact', id: `${commanded} ${name}`, part, a: 'stat R', b: `stat ${name}` },
      ...{ of: `${commanded}:${name}`, normally: 'open' },
    })),
    ...when(
      panel,
      {
        ...{ kind: 'contact', id: 'zone damper relay', part, a: 'stat R', b: 'ZD' },
        ...{ of: `${commanded}:opens damper`, normally: 'open' },
      },
      {
        ...{ kind: 'coil', id: 'zone damper', part: 'zone damper', a: 'ZD', b: 'C' },
        ...{ volts: 24, hold: 100, pull: 100, dc: 80, does: 'zone damper' },
      },
    ),
  ];
}

function phasesOf(panel: boolean, terminals: readonly Terminal[]): ProgramPhase[] {
  const fedOn = (call: Call): string[] =>
    terminals.flatMap(([name, calls]) => (calls.includes(call) && name !== 'Y2' ? [name] : []));
  const fan = terminals.some(([name]) => name === 'G') ? ['G'] : [];
  const open = panel ? ['opens damper'] : [];
  /** Once asked it makes ready, and then passes the call on. */
  const of = (name: 'cool' | 'heat' | 'fan', more: readonly Go[] = []): ProgramPhase[] => [
    {
      name: `before ${name}`,
      pulls: panel ? open : fan,
      goes: [
        { to: 'off', no: [name] },
        ...(panel
          ? [{ to: name, after: DRIVES_S }]
          : [
              { to: name, yes: ['status'] },
              { to: 'fan fail', after: FAN_FAIL_S },
            ]),
      ],
    },
    {
      name,
      pulls: [...open, ...(panel ? [] : fan), ...fedOn(name)],
      goes: [
        { to: 'off', no: [name] },
        ...(panel ? [] : [{ to: 'fan fail', after: FAN_FAIL_S, no: ['status'] }]),
        ...more,
      ],
    },
  ];
  return [
    {
      ...{ name: 'off', pulls: [] },
      goes: (['cool', 'heat', 'fan'] as const).map((name) => ({ to: `before ${name}`, yes: [name] })),
    },
    ...of('cool', [{ to: 'cool 2', yes: ['cool 2'] }]),
    {
      ...{ name: 'cool 2', pulls: [...open, ...(panel ? [] : fan), ...fedOn('cool'), 'Y2'] },
      goes: [{ to: 'cool', no: ['cool 2'] }],
    },
    ...of('heat'),
    ...of('fan'),
    { name: 'fan fail', pulls: [], goes: [] },
  ];
}
