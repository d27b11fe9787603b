import { partOnCircuit } from '#core/machine';
import { capital, listed, plural } from '#core/base/sentences';
import { addDays, daysBetween, wholeYears, type PlainDate } from '#core/base/time';
import { REFRIGERANTS, type RefrigerantName } from '#core/measuring/refrigerant';
import { CONDITION_KINDS } from '#core/base/vocabulary';
import { callbacksOf } from './callback.ts';
import { decisionFor, holdsUntil, type Decision } from './decisions.ts';
import type { ConditionFact, HistorySettings, UnitFacts } from './facts.ts';
import { failuresOf } from './failures.ts';
import { leakersOf } from './leaker.ts';
import { earlyWearOf, repeatsOf, type Repeat } from './repeat.ts';
import { because, type HistoryReason } from './rules.ts';

/**
 * What can be said of a unit, and what it asks for. Somebody has to decide about the first group; the second
 * is advice that changes a plan; the third is a plan for years ahead.
 */
export const FLAGS = {
  hazard: 'decide',
  repeat: 'decide',
  leaker: 'decide',
  callback: 'decide',
  'left open': 'decide',
  recommended: 'decide',
  'wears early': 'advice',
  age: 'plan',
} as const;
export type FlagKind = keyof typeof FLAGS;
export const FLAG_KINDS = Object.keys(FLAGS) as FlagKind[];

export interface Flag {
  readonly kind: FlagKind;
  /** One sentence, the answer first. */
  readonly sentence: string;
  readonly reasons: readonly HistoryReason[];
  /**
   * Identities of what it rests on, joined and sorted: new evidence makes a new key and asks for a new
   * decision.
   */
  readonly evidence: string;
  /** The decision that settles it on exactly this evidence; shown, but it no longer asks. */
  readonly decisionId?: string;
}

interface UnitVerdict {
  readonly asOf: PlainDate;
  /** Worst first. */
  readonly flags: readonly Flag[];
  /** True while a flag asks for a decision that nobody has taken. */
  readonly toDecide: boolean;
  /** For ordering the watch list only; higher is worse. */
  readonly score: number;
  readonly sentence: string;
  /** The first day on which time alone can change the verdict; undefined when it never does. */
  readonly changesOn?: PlainDate;
}

/**
 * Order of the watch list: each kind outweighs any number of the kinds after it [our choice, a hazard always
 * comes first].
 */
const WEIGHT: Record<FlagKind, number> = {
  hazard: 1000,
  repeat: 200,
  leaker: 150,
  callback: 100,
  'left open': 60,
  recommended: 30,
  'wears early': 10,
  age: 5,
};

/**
 * The verdict on one unit as of a day: its flags, worst first, each with reasons. Pure function of facts,
 * settings and day.
 *
 * A repeat is current while its latest failure lies within the repeat window before the day, a callback for
 * `callbackWatchDays`; open conditions and leaks stay until closed or repaired. Units out of use or retired
 * are watched for hazards only: nobody waits for their repair. Age alone asks for no decision today: it is a
 * plan.
 */
export function unitVerdict(
  facts: UnitFacts,
  settings: HistorySettings,
  asOf: PlainDate,
  decisions: readonly Decision[] = [],
): UnitVerdict {
  const changes: PlainDate[] = [];
  const inUse = facts.status === 'in service' || facts.status === 'standby';
  const repeated = inUse ? repeatFlag(facts, settings, asOf, changes) : [];
  const found: Found[] = [
    ...hazardFlag(facts),
    ...repeated,
    ...(inUse ? leakerFlag(facts, settings, asOf, changes) : []),
    ...(inUse ? callbackFlag(facts, settings, asOf, changes, repeated) : []),
    ...(inUse ? leftOpenFlag(facts) : []),
    ...(inUse ? recommendedFlag(facts) : []),
    ...(inUse ? earlyWearFlag(facts, settings, asOf, changes) : []),
    ...(inUse ? ageFlag(facts, settings, asOf, changes) : []),
  ];
  const flags = found.map((flag): Flag => {
    const decision = decisionFor(decisions, flag, asOf);
    if (!decision) return flag;
    const until = holdsUntil(decision);
    if (until !== undefined) changes.push(addDays(until, 1));
    return { ...flag, decisionId: decision.id };
  });
  const asking = flags.filter((flag) => flag.decisionId === undefined);
  const score =
    asking.reduce((sum, flag) => sum + WEIGHT[flag.kind], 0) + recentFailures(facts, settings, asOf, changes);
  const future = changes.filter((day) => day > asOf).sort()[0];
  return {
    asOf,
    flags,
    toDecide: asking.some((flag) => FLAGS[flag.kind] === 'decide'),
    score: asking.length === 0 ? 0 : score,
    sentence:
      asking.length === 0
        ? quietSentence(flags.length > 0, facts.openCalls ?? 0)
        : asking
            .slice(0, 3)
            .map((f) => f.sentence)
            .join(' '),
    ...(future === undefined ? {} : { changesOn: future }),
  };
}

/** What is said of a unit that asks for nothing; a call that is open is not nothing. */
function quietSentence(decided: boolean, openCalls: number): string {
  const calls = openCalls === 0 ? '' : `${plural(openCalls, 'call')} open. `;
  const other = openCalls === 0 ? '' : ' else';
  return decided
    ? `${calls}Decided; nothing new speaks against this unit.`
    : `${calls}Nothing${other} speaks against this unit.`;
}

/** What a plate says of a unit: the flags that ask, and whether a call is open. */
export const marksOf = (
  { flags }: Pick<UnitVerdict, 'flags'>,
  { openCalls = 0 }: Pick<UnitFacts, 'openCalls'>,
): string[] => [
  ...flags.filter((flag) => flag.decisionId === undefined).map((flag) => flag.kind),
  ...(openCalls > 0 ? ['open call'] : []),
];

type Found = Omit<Flag, 'decisionId'>;

function hazardFlag(facts: UnitFacts): Found[] {
  const hazards = facts.openConditions.filter((c) => c.hazard);
  return hazards.length === 0
    ? []
    : [conditionFlag('hazard', `Hazard left open: ${hazards.map((c) => c.kind).join(', ')}.`, hazards)];
}

function leftOpenFlag(facts: UnitFacts): Found[] {
  const left = facts.openConditions.filter((c) => !c.hazard && c.kind !== 'out of use');
  return left.length === 0
    ? []
    : [conditionFlag('left open', `Left open: ${left.map((c) => c.kind).join(', ')}.`, left)];
}

const conditionFlag = (
  kind: 'hazard' | 'left open',
  sentence: string,
  conditions: readonly ConditionFact[],
): Found => ({
  kind,
  sentence,
  reasons: conditions.map((c) =>
    because('left so', {
      condition: c.kind,
      hazard: c.hazard,
      since: c.openedOn,
      text: c.text,
      closes: CONDITION_KINDS[c.kind].closes,
    }),
  ),
  evidence: key(conditions.map((c) => c.id)),
});

function recommendedFlag({ recommendations }: UnitFacts): Found[] {
  const [first] = recommendations;
  if (!first) return [];
  return [
    {
      kind: 'recommended',
      sentence:
        recommendations.length === 1
          ? `Recommended: ${first.text.replace(/\.$/, '')}.`
          : `${recommendations.length} recommendations stand.`,
      reasons: recommendations.map(({ text, on }) => because('recommended', { text, on })),
      evidence: key(recommendations.map((r) => r.id)),
    },
  ];
}

/** Repeats whose latest failure is recent enough, only the last of each part. */
function currentRepeats(
  repeats: (since: PlainDate) => readonly Repeat[],
  { repeatWindowDays }: HistorySettings,
  asOf: PlainDate,
  changes: PlainDate[],
): Repeat[] {
  const current = repeats(addDays(asOf, -repeatWindowDays));
  for (const repeat of current) changes.push(addDays(latestDay(repeat), repeatWindowDays + 1));
  // The latest of each kind and part says all the earlier ones said.
  return [...new Map(current.map((r) => [`${r.part ?? r.kind} ${r.circuit ?? ''}`, r])).values()];
}

function repeatFlag(
  facts: UnitFacts,
  settings: HistorySettings,
  asOf: PlainDate,
  changes: PlainDate[],
): Found[] {
  // A part that came back says more than a count of everything, so it stands first.
  const rank = (r: Repeat) => (r.kind === 'same part' ? 1000 : 0) + r.failures.length;
  const shown = currentRepeats((since) => repeatsOf(facts, settings, since), settings, asOf, changes).sort(
    (a, b) => rank(b) - rank(a),
  );
  const worst = shown[0];
  if (!worst) return [];
  const { part, circuit, failures, kind } = worst;
  const days = daysBetween((failures[0] as Repeat['failures'][number]).call.receivedOn, latestDay(worst));
  const calls = new Set(shown.flatMap((r) => r.failures.map((f) => f.call.id)));
  // What came back between two of these failures is the same event, told here and nowhere else.
  const cameBack = callbacksOf(facts, settings).filter(
    ({ earlier, later }) => calls.has(earlier.id) && calls.has(later.id),
  );
  const back = cameBack.at(-1);
  const what =
    kind === 'same part' && part !== undefined
      ? `${partOnCircuit(part, typeof circuit === 'number' ? circuit : null)} failed ${plural(failures.length, 'time')}`
      : `${plural(failures.length, 'failure')} of any kind`;
  return [
    {
      kind: 'repeat',
      sentence: `Repeat failure: ${what} in ${plural(days, 'day')}${
        back ? `, back ${plural(back.days, 'day')} after the last repair` : ''
      }.`,
      reasons: [...shown.map((r) => r.reason), ...cameBack.map(({ reason }) => reason)],
      evidence: key([...calls]),
    },
  ];
}

const latestDay = (repeat: Repeat): PlainDate =>
  repeat.failures[repeat.failures.length - 1]?.call.receivedOn as PlainDate;

function leakerFlag(
  facts: UnitFacts,
  settings: HistorySettings,
  asOf: PlainDate,
  changes: PlainDate[],
): Found[] {
  const leakers = leakersOf(facts, settings, asOf);
  if (leakers.length === 0) return [];
  const additions = leakers.flatMap((l) => l.additions);
  for (const { on } of additions) changes.push(addDays(on, settings.leakerWithinDays + 1));
  const circuits = leakers.flatMap((l) => l.circuit ?? []);
  const where =
    circuits.length > 1 || (facts.additions.some((a) => a.circuit !== circuits[0]) && circuits.length === 1)
      ? ` on circuit ${listed(circuits.map(String))}`
      : leakers.some((l) => l.circuit === null) && Object.keys(facts.charges ?? {}).length > 1
        ? ' on a circuit that nobody named'
        : '';
  return [
    {
      kind: 'leaker',
      sentence: `Topped up ${plural(additions.length, 'time')}${where}, leak never proven repaired.`,
      reasons: leakers.map((l) => l.reason),
      evidence: key(additions.map((a) => a.id)),
    },
  ];
}

function callbackFlag(
  facts: UnitFacts,
  settings: HistorySettings,
  asOf: PlainDate,
  changes: PlainDate[],
  repeated: readonly Found[],
): Found[] {
  // One event is told once: what came back and is part of a repeat is said there.
  const told = new Set(repeated.flatMap(({ evidence }) => evidence.split(' ')));
  const current = callbacksOf(facts, settings).filter((callback) => {
    if (told.has(callback.earlier.id) && told.has(callback.later.id)) return false;
    const until = addDays(callback.later.receivedOn, settings.callbackWatchDays);
    if (until >= asOf) changes.push(addDays(until, 1));
    return until >= asOf;
  });
  const latest = current[current.length - 1];
  if (!latest) return [];
  return [
    {
      kind: 'callback',
      sentence: `Came back ${plural(latest.days, 'day')} after the last repair.`,
      reasons: current.map((c) => c.reason),
      evidence: key(current.flatMap((c) => [c.earlier.id, c.later.id])),
    },
  ];
}

function earlyWearFlag(
  facts: UnitFacts,
  settings: HistorySettings,
  asOf: PlainDate,
  changes: PlainDate[],
): Found[] {
  const current = currentRepeats((since) => earlyWearOf(facts, settings, since), settings, asOf, changes);
  if (current.length === 0) return [];
  return [
    {
      kind: 'wears early',
      sentence: `${capital(listed(current.map((r) => String(r.part))))} ran out too soon: shorten the interval.`,
      reasons: current.map((r) => r.reason),
      evidence: key(current.flatMap((r) => r.failures.map((f) => f.call.id))),
    },
  ];
}

function ageFlag(
  facts: UnitFacts,
  settings: HistorySettings,
  asOf: PlainDate,
  changes: PlainDate[],
): Found[] {
  const since = facts.builtOn ?? facts.installedOn;
  if (since === undefined) return [];
  const life = settings.lifeYears[facts.kind];
  const age = wholeYears(since, asOf);
  if (age < life) {
    changes.push(
      `${Number(since.slice(0, 4)) + life}${since.slice(4) === '-02-29' ? '-03-01' : since.slice(4)}`,
    );
    return [];
  }
  const old = facts.refrigerants.filter(
    (name) => Object.hasOwn(REFRIGERANTS, name) && 'phasedOut' in REFRIGERANTS[name as RefrigerantName],
  );
  return [
    {
      kind: 'age',
      sentence: `${age} years old${old.length > 0 ? ` and charged with ${old.join(', ')}` : ''}.`,
      reasons: [
        because('old', {
          years: age,
          since,
          from: facts.builtOn ? 'built' : 'installed',
          kind: facts.kind,
          lifeYears: life,
          refrigerants: facts.refrigerants,
          phasedOut: old,
        }),
      ],
      evidence: key([`age ${since}`, ...old]),
    },
  ];
}

/** Failures inside the repeat window: among equals, the unit that fails more often stands higher. */
function recentFailures(
  facts: UnitFacts,
  settings: HistorySettings,
  asOf: PlainDate,
  changes: PlainDate[],
): number {
  const recent = failuresOf(facts).filter(
    (f) => daysBetween(f.call.receivedOn, asOf) <= settings.repeatWindowDays,
  );
  for (const f of recent) changes.push(addDays(f.call.receivedOn, settings.repeatWindowDays + 1));
  return recent.length;
}

/**
 * A flag's sentence beside its word, which says already what kind of flag it is.
 *
 * @example besideFlag('Repeat failure: control fuse failed 2 times in 151 days.') // "Control fuse failed 2 …"
 */
export const besideFlag = (sentence: string): string => capital(sentence.replace(/^Repeat failure: /, ''));

/**
 * The sentence of a unit without what was left open, for where that is told beside it with its day and its
 * words.
 *
 * @param told what is told there; a sentence about anything else stays
 * @example withoutLeftOpen('Left open: filters out. 18 years old.', [{ kind: 'filters out' }]) // "18 years
 * old."
 */
export function withoutLeftOpen(sentence: string, told: readonly { readonly kind: string }[]): string {
  const kinds = new Set(told.map(({ kind }) => kind));
  return sentence
    .replace(/(?:Hazard left|Left) open: ([^.]*)\./g, (whole, said: string) =>
      said.split(', ').every((kind) => kinds.has(kind)) ? '' : whole,
    )
    .replace(/\s+/g, ' ')
    .trim();
}

const key = (ids: readonly string[]) => [...new Set(ids)].sort().join(' ');
