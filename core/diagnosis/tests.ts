import type { AroundFault, Call, Effect, Ladder } from '#core/circuitry/ladder';
import { ALONE, type Observed } from './evidence.ts';
import { flameOf, type Suspect } from './suspects.ts';

/** Something that could be seen or measured next, with its minutes and whether it is done beside live parts. */
export interface Test {
  readonly key: string;
  /** What it would be, for each outcome it could have. */
  readonly outcome: (suspect: Suspect) => Observed;
  readonly minutes: number;
  readonly live: 'no' | 'control' | 'line';
}

/** What standing beside live parts weighs, in minutes [from memory]. */
export const RISK: Readonly<Record<Test['live'], number>> = { no: 0, control: 0.5, line: 3 };

const EFFECTS: Readonly<Record<Call, readonly Effect[]>> = {
  heat: ['inducer', 'spark', 'gas valve', 'blower'],
  cool: ['blower', 'compressor', 'condenser fan'],
  fan: ['blower'],
  nothing: ['blower', 'compressor', 'inducer', 'gas valve'],
  'disconnect open': [],
};
/** What a look finds, and how long it takes [common practice]. */
const LOOKS: Readonly<Partial<Record<AroundFault, number>>> = {
  'belt broken': 2,
  'low air': 5,
  'condenser dirty': 3,
  'flue blocked': 5,
  'sensor fouled': 6,
  'crossover plugged': 8,
  'exchanger plugged': 15,
  'no gas': 4,
  'charge low': 12,
};

/** Terminals of the supply and the motors, which hurt. */
export const isLine = (node: string): boolean => /^[LDFBIT]\d$/.test(node);
const rounded = (volts: number): number => Math.round(volts);

const ran = (call: Call, what: Effect): Test => ({
  key: call === 'nothing' ? `does the ${what} run uncalled?` : `does the ${what} run on ${call}?`,
  minutes: 1,
  live: 'no',
  outcome: (suspect) => {
    const { ever, hums } = suspect.on(call);
    return { kind: 'ran', call, what, how: ever.has(what) ? 'yes' : hums.has(what) ? 'hums' : 'no' };
  },
});

const after = (call: Call, what: Effect): Test => ({
  key: `does the ${what} still run after some minutes of ${call}?`,
  minutes: 5,
  live: 'no',
  outcome: (suspect) => ({ kind: 'after', call, what, yes: suspect.on(call).after.has(what) }),
});

function volts(call: Call, a: string, b: string, watched = false): Test {
  return {
    key: `${watched ? 'most ' : ''}volts ${a} to ${b} on ${call}`,
    minutes: watched ? 3 : 1.5,
    live: isLine(a) || isLine(b) ? 'line' : 'control',
    outcome: (suspect) => {
      const sign = suspect.on(call);
      const reads = rounded(watched ? sign.peak(a, b) : (sign.reads(a, b)[0] ?? 0));
      return { kind: 'volts', call, between: [a, b], reads, ...(watched ? { watched } : {}) };
    },
  };
}

const ohms = (a: string, b: string, minutes: number): Test => ({
  key: `ohms ${a} to ${b}, power off`,
  minutes,
  live: 'no',
  outcome: (suspect) => {
    const reads = suspect.on('nothing').ohms(a, b);
    return { kind: 'ohms', between: [a, b], reads: reads === Infinity ? null : reads };
  },
});

const FLAME: Test = {
  key: 'does a flame come, and stay?',
  minutes: 2,
  live: 'no',
  outcome: (suspect) => ({ kind: 'flame', how: flameOf(suspect) }),
};

/** A motor by itself: what hangs on the same terminals is off. */
const alone = (rung: string, to: (typeof ALONE)[number]): Test => ({
  key: `ohms of the ${rung} to ${to}, leads off`,
  minutes: 10,
  live: 'no',
  outcome: ({ fault }) => {
    const how = 'rung' in fault && fault.rung === rung ? fault.how : undefined;
    const reads = to === 'the frame' ? (how === 'grounded' ? 0.5 : null) : how === 'open' ? null : 1;
    return { kind: 'alone', rung, to, reads };
  },
});

/** Everything that could be asked of a machine on a call. */
function testsOn(ladder: Ladder, call: Call): Test[] {
  const between = ladder.rungs.flatMap((rung) => ('a' in rung ? [rung] : []));
  const control = [...new Set(between.flatMap(({ a, b }) => [a, b]))].filter(
    (node) => !isLine(node) && node !== ladder.common && !node.startsWith('stat'),
  );
  // Across what opens: a closed switch shows nothing, the only open one all.
  const opening = between.filter(({ kind }) => kind !== 'coil' && kind !== 'timer');
  const legs = ladder.rungs.flatMap((rung) => (rung.kind === 'motor' ? [rung.legs] : []));
  return [
    ...EFFECTS[call].map((what) => ran(call, what)),
    ...EFFECTS[call].map((what) => after(call, what)),
    ...(call === 'heat' ? [FLAME] : []),
    ...control.map((node) => volts(call, node, ladder.common, node === 'MV')),
    ...opening.map(({ a, b }) => volts(call, a, b)),
    ...legs.flatMap((own) => own.slice(1).map((leg, k) => volts(call, own[k] as string, leg, true))),
    ...ladder.supply.legs.slice(1).map((leg, k) => volts(call, ladder.supply.legs[k] as string, leg)),
  ];
}

/** Everything that could be asked of a machine next on the calls there are. */
export function testsOf(ladder: Ladder, calls: readonly Call[]): Test[] {
  return [
    ...calls.flatMap((call) => testsOn(ladder, call)),
    // A leg that is lost is fed by the loads behind it: by itself it shows nothing.
    ...ladder.supply.legs.map((leg) => volts('disconnect open', leg, 'ground')),
    ...ladder.rungs.flatMap((rung) => {
      if (rung.kind === 'coil') return [ohms(rung.a, rung.b, 4), ohms(rung.a, 'ground', 4)];
      if (rung.kind === 'fuse') return [ohms(rung.a, rung.b, 3)];
      if (rung.kind === 'wire') return [ohms(rung.b, 'ground', 4)];
      if (rung.kind !== 'motor') return [];
      const [first = ''] = rung.legs;
      return [
        ...ALONE.map((to) => alone(rung.id, to)),
        ...rung.legs.slice(1).map((leg) => ohms(first, leg, 8)),
        ohms(first, 'ground', 8),
      ];
    }),
    ...Object.entries(LOOKS).map(([at, minutes]): Test => ({
      key: `look: ${at}?`,
      minutes,
      live: 'no',
      outcome: ({ fault }) => ({
        kind: 'look',
        at: at as AroundFault,
        yes: 'around' in fault && fault.around === at,
      }),
    })),
  ];
}

/** Outcomes that nobody tells apart are one: volts in steps, ohms in open, low and some. */
export function outcomeKey(seen: Observed): string {
  switch (seen.kind) {
    case 'ran':
    case 'flame':
      return seen.how;
    case 'volts':
      return String(Math.round(Math.sqrt(seen.reads)));
    case 'done':
      return '';
    case 'ohms':
    case 'alone':
      return seen.reads === null
        ? 'open'
        : seen.reads > 1e5
          ? 'leaks'
          : String(Math.round(Math.log2(Math.max(0.25, seen.reads)) / 2));
    default:
      return String(seen.yes);
  }
}
