import {
  callsOf,
  effectsOf,
  lineTerminals,
  nth,
  stageOf,
  STAGES,
  type AroundFault,
  type Call,
  type Ladder,
  type Rung,
} from '#core/circuitry/ladder';
import { ALONE, questionOf, type Observed } from './evidence.ts';

/** Something that could be seen or measured next, with its minutes and whether it is done beside live parts. */
export interface Test {
  /** The question it answers. */
  readonly key: string;
  /** As it would be written down; its answer is none yet. */
  readonly asks: Observed;
  readonly minutes: number;
  readonly live: 'no' | 'control' | 'line';
}

/** What standing beside live parts weighs, in minutes [from memory]. */
export const RISK: Readonly<Record<Test['live'], number>> = { no: 0, control: 0.5, line: 3 };

/** What a look finds, and how long it takes [common practice]. */
const LOOKS: Readonly<Record<string, number>> = {
  'belt broken': 2,
  'low air': 5,
  'condenser dirty': 3,
  'flue blocked': 5,
  'sensor fouled': 6,
  'crossover plugged': 8,
  'exchanger plugged': 15,
  'no gas': 4,
  'charge low': 12,
  'drain plugged': 3,
  'legs swapped': 8,
};

const test = (asks: Observed, minutes: number, live: Test['live'] = 'no'): Test => ({
  ...{ key: questionOf(asks), asks, minutes, live },
});
const ohms = (a: string, b: string, minutes: number): Test =>
  test({ kind: 'ohms', between: [a, b], reads: null }, minutes);

/** Effects that are seen or heard on a call: what the machine does on it when it is sound, or uncalled must not. */
function effectsOn(ladder: Ladder, call: Call): ReturnType<typeof effectsOf> {
  const heating = ['inducer', 'spark', 'igniter', 'gas valve'];
  const pump = ladder.rungs.some(({ id }) => id === 'reversing valve');
  return effectsOf(ladder).filter((what) => {
    if (what === 'blower') return true;
    const heats = heating.includes(what) || what.startsWith('heater');
    if (call === 'heat') return heats || (pump && what !== 'reversing valve');
    if (call === 'cool') return !heats;
    // Uncalled it is heard, seen or felt that something runs; a spark is not left on.
    return call === 'nothing' && what !== 'spark' && what !== 'igniter' && !what.startsWith('condenser fan');
  });
}

/** Where what was proved, and what went through every safety, arrives: watched from the call on. */
const proofs = ({ rungs }: Ladder, line: ReadonlySet<string>): string[] =>
  rungs.flatMap((rung) =>
    (rung.kind === 'switch' || rung.kind === 'timer') && !line.has(rung.b) ? [rung.b] : [],
  );

/** Everything that could be asked of a machine on a call. */
function testsOn(ladder: Ladder, call: Call, line: ReadonlySet<string>): Test[] {
  const volts = (a: string, b: string, watched = false): Test =>
    test(
      { kind: 'volts', call, between: [a, b], reads: 0, ...(watched ? { watched } : {}) },
      watched ? 3 : 1.5,
      line.has(a) || line.has(b) ? 'line' : 'control',
    );
  const between = ladder.rungs.flatMap((rung) => ('a' in rung ? [rung] : []));
  const control = [...new Set(between.flatMap(({ a, b }) => [a, b]))].filter(
    (node) => !line.has(node) && node !== ladder.common && !node.startsWith('stat'),
  );
  // Across what opens: a closed switch shows nothing, the only open one all.
  const opening = between.filter(({ kind }) => kind !== 'coil' && kind !== 'timer' && kind !== 'heater');
  const legs = ladder.rungs.flatMap((rung) =>
    rung.kind === 'motor' ? [rung.legs] : rung.kind === 'heater' ? [[rung.a, rung.b]] : [],
  );
  const effects = effectsOn(ladder, call);
  const loads = ladder.rungs.filter(
    (rung) => (rung.kind === 'motor' || rung.kind === 'heater') && effects.includes(rung.does),
  );
  return [
    ...effects.map((what) => test({ kind: 'ran', call, what, how: 'no' }, 1)),
    ...effects.map((what) => test({ kind: 'after', call, what, yes: false }, 5)),
    ...(call === 'heat' || call === 'cool' ? [test({ kind: 'blows', call, how: 'no air' }, 4)] : []),
    ...(call === 'heat' && effects.includes('gas valve') ? [test({ kind: 'flame', how: 'none' }, 2)] : []),
    ...(call === 'cool' ? STAGES : [])
      .filter((stage) => effects.includes(nth('compressor', stage)))
      .map((stage) => test({ kind: 'pressures', stage, part: false }, 6)),
    ...(call === 'heat' || call === 'cool'
      ? loads.map(({ id }) => test({ kind: 'amps', call, rung: id, reads: 0 }, 2, 'line'))
      : []),
    ...ladder.rungs.flatMap((rung) =>
      rung.kind === 'coil' && rung.does === undefined && call !== 'nothing'
        ? [test({ kind: 'pulled', call, rung: rung.id, yes: false }, 1.5, 'control')]
        : [],
    ),
    ...control.map((node) => volts(node, ladder.common, node === 'MV')),
    ...(call === 'heat' || call === 'cool' ? proofs(ladder, line) : []).map((node) =>
      volts(node, ladder.common, true),
    ),
    ...opening.map(({ a, b }) => volts(a, b)),
    ...legs.flatMap((own) => own.slice(1).map((leg, k) => volts(own[k] as string, leg, true))),
    ...ladder.supply.legs.slice(1).map((leg, k) => volts(ladder.supply.legs[k] as string, leg)),
  ];
}

/** Everything that could be asked of a machine next on the calls there are. */
export function testsOf(ladder: Ladder): Test[] {
  const line = lineTerminals(ladder);
  const calls = callsOf(ladder).filter((call) => call !== 'disconnect open');
  const looks = ladder.around.flatMap((at: AroundFault) => {
    const minutes = LOOKS[stageOf(at).name];
    return minutes === undefined ? [] : [test({ kind: 'look', at, yes: false }, minutes)];
  });
  const tests = [
    ...calls.flatMap((call) => testsOn(ladder, call, line)),
    // A leg that is lost is fed by the loads behind it: by itself it shows nothing.
    ...ladder.supply.legs.map((leg) =>
      test({ kind: 'volts', call: 'disconnect open', between: [leg, 'ground'], reads: 0 }, 1.5, 'line'),
    ),
    ...ladder.rungs.flatMap(deadTests),
    ...looks,
  ];
  return [...new Map(tests.map((one) => [one.key, one])).values()];
}

/** What is measured at a rung with the power off. */
function deadTests(rung: Rung): Test[] {
  switch (rung.kind) {
    case 'coil':
      return [ohms(rung.a, rung.b, 4), ohms(rung.a, 'ground', 4)];
    case 'fuse':
      return [ohms(rung.a, rung.b, 3)];
    case 'wire':
      return [ohms(rung.b, 'ground', 4)];
    case 'heater':
      return [ohms(rung.a, rung.b, 5), ohms(rung.a, 'ground', 5)];
    case 'capacitor':
      return [test({ kind: 'microfarads', rung: rung.id, reads: 0 }, 5)];
    case 'motor': {
      const [first = ''] = rung.legs;
      return [
        ...ALONE.map((to) => test({ kind: 'alone', rung: rung.id, to, reads: null }, 10)),
        ...rung.legs.slice(1).map((leg) => ohms(first, leg, 8)),
        ohms(first, 'ground', 8),
      ];
    }
    default:
      return [];
  }
}

/** Outcomes that nobody tells apart are one: volts in steps, ohms in open, low and some. */
export function outcomeKey(seen: Observed): string {
  switch (seen.kind) {
    case 'ran':
    case 'flame':
    case 'blows':
      return seen.how;
    case 'volts':
      return String(Math.round(Math.sqrt(seen.reads)));
    case 'amps':
      return seen.reads < 0.3 ? 'none' : String(Math.round(Math.log2(seen.reads) / 1.3));
    case 'microfarads':
      return String(Math.round(seen.reads));
    case 'ohms':
    case 'alone':
      return seen.reads === null
        ? 'open'
        : seen.reads > 1e5
          ? 'leaks'
          : String(Math.round(Math.log2(Math.max(0.25, seen.reads)) / 2));
    case 'pressures':
      return String(seen.part);
    case 'done':
    case 'code':
    case 'changed':
      return '';
    default:
      return String(seen.yes);
  }
}
