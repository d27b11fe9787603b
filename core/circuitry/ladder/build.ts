import { boilerRungs } from './boiler.ts';
import { commandedRungs, type Terminal } from './commanded.ts';
import { gasRungs, lineVoltageRungs } from './gas.ts';
import { stageRungs } from './cooling.ts';
import { electricRungs } from './electricHeat.ts';
import { economizerRungs, makeUpRungs } from './outdoorAir.ts';
import { burns, callTerminal, reverses, type LadderPlate } from './plate.ts';
import { defrostRungs, waterSourceRungs } from './water.ts';
import { watchedOf } from './watched.ts';
import { when } from './when.ts';
import { nth, STAGES, type AroundFault, type Call, type Ladder, type Rung, type Supply } from './types.ts';

/*
 * The ladder of a machine by its plate: the usual order of things [common practice]; the diagram on the door wins.
 * Values are starting values from memory.
 */

/** The ladder of a machine of this make-up. */
export function ladderOf(plate: LadderPlate): Ladder {
  const { heat } = plate;
  return {
    kind: {
      ...{ pump: reverses(plate), water: heat === 'water source', boiler: heat === 'boiler' },
      ...{ pilot: heat === 'intermittent pilot', makeUp: heat === 'make-up air' },
    },
    ...{ watched: watchedOf(plate), supply: supplyOf(plate), common: 'C' },
    ...{ rungs: rungsOf(plate), around: aroundOf(plate) },
  };
}

function rungsOf(plate: LadderPlate): Rung[] {
  if (plate.heat === 'unit heater') return lineVoltageRungs(plate);
  return plate.heat === 'boiler' ? boilerRungs(plate) : onOneTransformer(plate);
}

function supplyOf({ volts, phase }: LadderPlate): Supply {
  if (volts === 115) return { legs: ['L1', 'N'], volts, system: 'one leg' };
  if (phase === 3) return { legs: ['L1', 'L2', 'L3'], volts, system: volts === 240 ? 'high leg' : 'wye' };
  return { legs: ['L1', 'L2'], volts, system: volts === 240 ? 'one phase' : 'wye' };
}

/** A machine whose calls come from a thermostat of 24 V. */
function onOneTransformer(plate: LadderPlate): Rung[] {
  const water = plate.heat === 'water source';
  const makeUp = plate.heat === 'make-up air';
  const stages = STAGES.filter((stage) => stage <= plate.stages);
  return [
    ...power(plate),
    ...control(plate),
    ...blower(plate, makeUp ? 'ES' : 'G'),
    ...when(plate.economizer && plate.stages > 0, ...economizerRungs(plate)),
    ...(water ? waterSourceRungs(plate) : stages.flatMap((stage) => stageRungs(plate, stage))),
    ...(burns(plate) ? gasRungs(plate) : []),
    ...(makeUp ? makeUpRungs(plate) : []),
    ...(plate.heat === 'electric' ? electricRungs(plate) : []),
    ...(plate.heat === 'heat pump' ? defrostRungs() : []),
    // Pulled in it cools, as most makers have it [common practice].
    ...when(reverses(plate), {
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
  const { volts, phase } = plate;
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
    // What brings in outdoor air is called by the exhaust, and by no thermostat.
    ...(plate.heat === 'make-up air' ? [] : thermostat(plate, from)),
  ];
}

/** The thermostat, or what commands the machine in its place, and the cable to its terminals. */
function thermostat(plate: LadderPlate, from: string): Rung[] {
  const terminals = terminalsOf(plate);
  return [
    { kind: 'wire', id: 'cable R', part: 'wiring', a: from, b: 'stat R' },
    ...(plate.commanded === 'thermostat'
      ? terminals.map(([terminal, calls]): Rung => ({
          ...{ kind: 'call', id: `stat ${terminal}`, part: 'thermostat', a: 'stat R' },
          ...{ b: `stat ${terminal}`, calls },
        }))
      : commandedRungs(plate, terminals)),
    ...terminals.map(([terminal]): Rung => ({
      ...{ kind: 'wire', id: `cable ${terminal}`, part: 'wiring', a: `stat ${terminal}`, b: terminal },
    })),
  ];
}

/** Terminals of a machine at which calls arrive, with the calls on which each is fed. */
function terminalsOf(plate: LadderPlate): Terminal[] {
  const { stages, heat } = plate;
  const pump = reverses(plate);
  const on = (...calls: readonly (readonly [Call, boolean])[]): Call[] =>
    calls.flatMap(([call, is]) => (is ? [call] : []));
  const heats: readonly (readonly [Call, boolean])[] = [
    ['heat', pump],
    ['defrost test', heat === 'heat pump'],
  ];
  return [
    ...STAGES.filter((stage) => stage <= stages).map((stage): Terminal => [
      callTerminal(plate, stage),
      on(['cool', true], ['free cooling', plate.economizer && stage === 1], ...heats),
    ]),
    [
      'G',
      on(
        ...(['fan', 'cool'] as const).map((call) => [call, call === 'fan' || stages > 0] as const),
        ['free cooling', plate.economizer],
        ...(heat === 'electric' ? ([['heat', true]] as const) : heats),
      ),
    ],
    ...(pump ? [['O', ['cool', ...on(['free cooling', plate.economizer])]] as const] : []),
    ...(heat === 'none' || pump ? [] : [['W', ['heat']] as const]),
  ];
}

/** The blower, by its contactor or by the heating control. */
function blower(plate: LadderPlate, called: string): Rung[] {
  const { volts, phase, drive } = plate;
  const pole = (k: number): Rung => ({
    ...{ kind: 'contact', id: `blower pole ${k}`, part: 'contactor', a: `F${k}`, b: `B${k}` },
    ...{ of: 'blower contactor', normally: 'open' },
  });
  const relay = (k: number): Rung => ({
    ...{ kind: 'contact', id: `blower relay ${k}`, part: 'ignition control', a: `F${k}`, b: `B${k}` },
    ...{ of: 'board:blower', normally: 'open' },
  });
  return [
    {
      ...{ kind: 'coil', id: 'blower contactor', part: 'contactor', a: called, b: 'C' },
      ...{ volts: 24, hold: 72, pull: 18, dc: 14 },
    },
    ...[pole(1), pole(2)],
    ...when(burns(plate), relay(1), relay(2)),
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
function aroundOf(plate: LadderPlate): AroundFault[] {
  const { phase, heat, stages, drive, float } = plate;
  const water = heat === 'water source';
  const all = <T extends AroundFault>(has: boolean, ...what: readonly T[]): readonly T[] => (has ? what : []);
  const gas = burns(plate) || heat === 'unit heater' || heat === 'make-up air';
  const pilot = heat === 'intermittent pilot';
  const boiler = heat === 'boiler';
  return [
    ...all(drive === 'belt', 'belt broken'),
    ...all(!boiler && (heat !== 'none' || stages > 0), 'low air'),
    ...all(gas || boiler, 'no gas', 'flue blocked', 'sensor fouled'),
    ...all(gas && !pilot, 'crossover plugged'),
    ...all(gas, 'exchanger plugged'),
    ...all(pilot, 'pilot plugged'),
    ...all(boiler, 'water low'),
    ...all(boiler || water, 'no loop flow', 'low loop flow'),
    ...all(water, 'water coil fouled'),
    ...all(float || boiler, 'drain plugged'),
    ...all(heat === 'make-up air' || (plate.economizer && stages > 0), 'damper jammed'),
    ...all(plate.commanded === 'zone panel', 'panel in test'),
    ...all(plate.commanded === 'automation', 'held off by automation'),
    ...all(phase === 3 && stages > 0, 'legs swapped'),
    ...STAGES.filter((stage) => stage <= stages).flatMap((stage) => [
      nth('charge low', stage),
      ...all(!water, nth('condenser dirty', stage)),
      nth('compressor worn', stage),
    ]),
  ];
}
