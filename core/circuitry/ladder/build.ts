import { gasRungs, lineVoltageRungs } from './gas.ts';
import { stageRungs } from './cooling.ts';
import { electricRungs } from './electricHeat.ts';
import { callTerminal, type LadderPlate } from './plate.ts';
import { when } from './when.ts';
import { nth, STAGES, type AroundFault, type Call, type Ladder, type Rung, type Supply } from './types.ts';

/*
 * The ladder of a machine by its plate: the usual order of things [common practice]; the diagram on the door wins.
 * Values are starting values from memory.
 */

/** The ladder of a machine of this make-up. */
export function ladderOf(plate: LadderPlate): Ladder {
  return {
    supply: supplyOf(plate),
    common: 'C',
    rungs: plate.heat === 'unit heater' ? lineVoltageRungs(plate) : onOneTransformer(plate),
    around: aroundOf(plate),
  };
}

function supplyOf({ volts, phase }: LadderPlate): Supply {
  if (volts === 115) return { legs: ['L1', 'N'], volts, system: 'one leg' };
  if (phase === 3) return { legs: ['L1', 'L2', 'L3'], volts, system: volts === 240 ? 'high leg' : 'wye' };
  return { legs: ['L1', 'L2'], volts, system: volts === 240 ? 'one phase' : 'wye' };
}

/** A machine whose calls come from a thermostat of 24 V. */
function onOneTransformer(plate: LadderPlate): Rung[] {
  const stages = STAGES.filter((stage) => stage <= plate.stages);
  return [
    ...power(plate),
    ...control(plate),
    ...blower(plate),
    ...stages.flatMap((stage) => stageRungs(plate, stage)),
    ...(plate.heat === 'direct spark' || plate.heat === 'hot surface' ? gasRungs(plate) : []),
    ...(plate.heat === 'electric' ? electricRungs(plate) : []),
    // Pulled in it cools, as most makers have it [common practice].
    ...when(plate.heat === 'heat pump', {
      ...{ kind: 'coil', id: 'reversing valve', part: 'reversing valve', a: 'O', b: 'C', volts: 24 },
      ...{ hold: 70, pull: 60, dc: 30, does: 'reversing valve' },
    }),
  ];
}

/** Disconnect and fuses, one of each in every leg. */
function power({ phase, stages }: LadderPlate): Rung[] {
  const part = 'disconnect or breaker';
  return [1, 2, 3].slice(0, phase === 3 ? 3 : 2).flatMap((k): Rung[] => [
    { kind: 'disconnect', id: `disconnect ${k}`, part, a: `L${k}`, b: `D${k}` },
    {
      ...{ kind: 'fuse', id: `fuse ${k}`, part, a: `D${k}`, b: `F${k}` },
      ...{ amps: 35 * Math.max(1, stages), slow: true },
    },
  ]);
}

/** Transformer, control fuse, what stands before the thermostat, the thermostat and its cable. */
function control(plate: LadderPlate): Rung[] {
  const { volts, phase, stages, heat } = plate;
  const monitored = plate.monitor && phase === 3;
  const before: Rung[] = [];
  let from = 'R';
  const inLine = (to: string, rung: (a: string, b: string) => Rung): void => {
    before.push(rung(from, to));
    from = to;
  };
  if (monitored)
    inLine('PM', (a, b) => ({
      ...{ kind: 'contact', id: 'monitor contact', part: 'phase monitor', a, b },
      ...{ of: 'phase monitor', normally: 'open' },
    }));
  if (plate.float)
    inLine('FS', (a, b) => ({
      ...{ kind: 'switch', id: 'float switch', part: 'float switch', a, b },
      ...{ feels: 'pan full', closes: 'while it is not' },
    }));
  const pump = heat === 'heat pump';
  const [cools, heats] = [stages > 0, heat === 'electric' || pump];
  const both = (yes: boolean, call: Call): readonly Call[] => (yes ? [call] : []);
  const terminals: readonly (readonly [string, readonly Call[]])[] = [
    ...STAGES.filter((stage) => stage <= stages).map((stage): readonly [string, readonly Call[]] => [
      callTerminal(plate, stage),
      ['cool', ...both(pump, 'heat')],
    ]),
    ['G', ['fan', ...both(cools, 'cool'), ...both(heats, 'heat')]],
    ...(pump ? [['O', ['cool']] as const] : []),
    ...(heat === 'none' || pump ? [] : [['W', ['heat']] as const]),
  ];
  return [
    {
      ...{ kind: 'transformer', id: 'transformer', part: 'transformer', primary: ['F1', 'F2'] },
      ...{ secondary: ['R0', 'C'], ratio: 26.5 / volts, ohms: 0.7 },
      dc: { primary: volts > 300 ? 240 : 60, secondary: 0.8 },
    },
    { kind: 'fuse', id: 'control fuse', part: 'control fuse', a: 'R0', b: 'R', amps: 5 },
    ...when(monitored, {
      ...{ kind: 'monitor', id: 'phase monitor', part: 'phase monitor' },
      ...{ legs: ['F1', 'F2', 'F3'], volts },
    }),
    ...before,
    { kind: 'wire', id: 'cable R', part: 'wiring', a: from, b: 'stat R' },
    ...terminals.flatMap(([terminal, calls]): Rung[] => [
      {
        ...{ kind: 'call', id: `stat ${terminal}`, part: 'thermostat', a: 'stat R' },
        ...{ b: `stat ${terminal}`, calls },
      },
      { kind: 'wire', id: `cable ${terminal}`, part: 'wiring', a: `stat ${terminal}`, b: terminal },
    ]),
  ];
}

/** The blower, by its contactor or by the heating control. */
function blower({ volts, phase, drive, heat }: LadderPlate): Rung[] {
  const pole = (k: number): Rung => ({
    ...{ kind: 'contact', id: `blower pole ${k}`, part: 'contactor', a: `F${k}`, b: `B${k}` },
    ...{ of: 'blower contactor', normally: 'open' },
  });
  const relay = (k: number): Rung => ({
    ...{ kind: 'contact', id: `blower relay ${k}`, part: 'ignition control', a: `F${k}`, b: `B${k}` },
    ...{ of: 'board:blower', normally: 'open' },
  });
  const gas = heat === 'direct spark' || heat === 'hot surface';
  return [
    {
      ...{ kind: 'coil', id: 'blower contactor', part: 'contactor', a: 'G', b: 'C' },
      ...{ volts: 24, hold: 72, pull: 18, dc: 14 },
    },
    ...[pole(1), pole(2)],
    ...when(gas, relay(1), relay(2)),
    {
      ...{ kind: 'motor', id: 'blower motor', part: 'blower motor', legs: ['B1', 'B2'], does: 'blower' },
      ...{ turning: volts / 8, stalled: volts / 40, dc: 3, volts },
    },
    ...when(drive === 'direct' && phase === 1, {
      ...{ kind: 'capacitor', id: 'blower capacitor', part: 'capacitor', of: 'blower motor' },
      microfarads: 10,
    }),
  ];
}

/** What can be wrong around a machine, by what it has. */
function aroundOf({ phase, heat, stages, drive, float }: LadderPlate): AroundFault[] {
  const gas = heat === 'direct spark' || heat === 'hot surface' || heat === 'unit heater';
  const GAS = ['no gas', 'flue blocked', 'sensor fouled', 'crossover plugged', 'exchanger plugged'] as const;
  return [
    ...(drive === 'belt' ? (['belt broken'] as const) : []),
    ...(heat === 'none' && stages === 0 ? [] : (['low air'] as const)),
    ...(gas ? GAS : []),
    ...(float ? (['drain plugged'] as const) : []),
    ...(phase === 3 && stages > 0 ? (['legs swapped'] as const) : []),
    ...STAGES.filter((stage) => stage <= stages).flatMap((stage) =>
      (['charge low', 'condenser dirty', 'compressor worn'] as const).map((what) => nth(what, stage)),
    ),
  ];
}
