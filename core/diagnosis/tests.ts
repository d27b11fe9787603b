import {
  callsOf,
  effectsOf,
  holdsOff,
  lineTerminals,
  nth,
  stageOf,
  STAGES,
  worksLoose,
  type AroundFault,
  type Call,
  type Effect,
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
  'pilot plugged': 8,
  'no loop flow': 4,
  'low loop flow': 8,
  'water coil fouled': 15,
  'water low': 1,
  'damper jammed': 4,
  'panel in test': 1,
  'held off by automation': 4,
};

const test = (asks: Observed, minutes: number, live: Test['live'] = 'no'): Test => ({
  ...{ key: questionOf(asks), asks, minutes, live },
});
const ohms = (a: string, b: string, minutes: number): Test =>
  test({ kind: 'ohms', between: [a, b], reads: null }, minutes);

const HEATING: ReadonlySet<Effect> = new Set([
  ...(['inducer', 'spark', 'igniter', 'pilot valve', 'gas valve', 'high fire', 'pump'] as const),
]);

/** Effects that are seen or heard on a call: what the machine does on it when it is sound, or uncalled must not. */
function effectsOn(ladder: Ladder, call: Call): ReturnType<typeof effectsOf> {
  const pump = ladder.rungs.some(({ id }) => id === 'reversing valve');
  return effectsOf(ladder).filter((what) => {
    if (what === 'blower' || what === 'zone damper') return true;
    const heats = HEATING.has(what) || what.startsWith('heater');
    if (what === 'outdoor damper') return call !== 'nothing';
    if (call === 'heat') return heats || (pump && what !== 'reversing valve');
    if (call === 'cool' || call === 'free cooling') return !heats;
    if (call === 'defrost test') return what === 'reversing valve' || what.startsWith('condenser fan');
    // Uncalled it is heard, seen or felt that something runs; a spark is not left on.
    return call === 'nothing' && what !== 'spark' && what !== 'igniter' && !what.startsWith('condenser fan');
  });
}

/** Where what was proved, and what went through every safety, arrives: watched from the call on. */
const proofs = ({ rungs }: Ladder, line: ReadonlySet<string>): string[] =>
  rungs.flatMap((rung) =>
    (rung.kind === 'switch' || rung.kind === 'timer') && !line.has(rung.b) ? [rung.b] : [],
  );

/** Calls that somebody lives with: whether it comes and goes is asked of these. */
const ASKED: ReadonlySet<Call> = new Set(['heat', 'cool', 'free cooling']);

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
  /** Fed for seconds alone: it is watched from the call on. */
  const held = ladder.rungs.some(
    (rung) => rung.kind === 'control' && rung.program.phases.some(({ name }) => holdsOff(name)),
  );
  const brief = new Set(
    between.flatMap((rung) => {
      if (rung.kind === 'coil' && rung.does) return [rung.a];
      // A control that has given up holds everything off: what was fed was fed for a minute.
      return held && rung.kind === 'wire' ? [rung.b] : [];
    }),
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
    ...(ASKED.has(call)
      ? [
          ...(effects.includes('blower') ? [test({ kind: 'blows', call, how: 'no air' }, 4)] : []),
          test({ kind: 'comes and goes', call, yes: false }, 1),
        ]
      : []),
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
    ...control.map((node) => volts(node, ladder.common, brief.has(node))),
    ...jumpered(ladder, call, effects),
    ...(call === 'heat' || call === 'cool' ? proofs(ladder, line) : []).map((node) =>
      volts(node, ladder.common, true),
    ),
    // What switches line volts and has burnt shows it only while something is drawn through it.
    ...opening.map(({ kind, a, b }) => volts(a, b, kind === 'contact' && line.has(a))),
    ...legs.flatMap((own) => own.slice(1).map((leg, k) => volts(own[k] as string, leg, true))),
    ...ladder.supply.legs.slice(1).map((leg, k) => volts(ladder.supply.legs[k] as string, leg)),
  ];
}

/** What a terminal of the thermostat starts. */
const STARTS: readonly (readonly [terminal: RegExp, what: (stage: string) => readonly Effect[]])[] = [
  [/^Y(\d?)$/, (n) => [(n === '' || n === '1' ? 'compressor' : `compressor ${n}`) as Effect]],
  [/^G$/, () => ['blower']],
  [/^W$/, () => ['inducer', 'heater']],
  [/^TT$/, () => ['pump']],
];

/** A wire from R to the terminal of a call parts the unit from its thermostat and cable [common practice]. */
function jumpered({ rungs }: Ladder, call: Call, effects: readonly Effect[]): Test[] {
  const called = rungs.flatMap((rung) =>
    rung.kind === 'call' && rung.calls.includes(call) ? [rung.b.replace('stat ', '')] : [],
  );
  return called.flatMap((terminal) =>
    STARTS.flatMap(([pattern, starts]) => {
      const [, stage] = pattern.exec(terminal) ?? [];
      if (stage === undefined && !pattern.test(terminal)) return [];
      const what = starts(stage ?? '').find((one) => effects.includes(one));
      if (!what) return [];
      const asks: Observed = { kind: 'ran', call, what, how: 'no', jumper: ['R', terminal] };
      return [test(asks, JUMPER_MIN, 'control')];
    }),
  );
}
const JUMPER_MIN = 4;

/** With its cable off at the unit, what still feeds a terminal is in the unit [common practice]. */
const lifted = ({ rungs, common }: Ladder): Test[] =>
  rungs.flatMap((rung) => {
    if (rung.kind !== 'wire' || rung.id === 'cable R') return [];
    const between = [rung.b, common] as const;
    return [test({ kind: 'volts', call: 'nothing', between, reads: 0, lifted: rung.id }, 4, 'control')];
  });

/** What is wiggled: what can be by hand, on the control side, with a wooden stick [common practice]. */
const wiggled = ({ rungs }: Ladder): Test[] =>
  rungs
    .filter(worksLoose)
    .map((rung) =>
      test({ kind: 'wiggled', rung: rung.id, yes: false }, 3, rung.kind === 'wire' ? 'control' : 'line'),
    );

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
    ...wiggled(ladder),
    ...lifted(ladder),
    ...looks,
    ...(calls.includes('defrost test')
      ? [test({ kind: 'look', at: 'outdoor coil iced', yes: false }, 1)]
      : []),
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
    case 'supply':
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
    case 'circumstance':
    case 'code':
    case 'changed':
      return '';
    default:
      return String(seen.yes);
  }
}
