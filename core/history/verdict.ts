import { plural, type Reason } from '../reasons/index.ts';
import { addDays, daysBetween, wholeYears, type PlainDate } from '../time/index.ts';
import { REFRIGERANTS, type RefrigerantName } from '../refrigerant/index.ts';
import { callbacksOf } from './callback.ts';
import type { HistorySettings, UnitFacts } from './facts.ts';
import { failuresOf } from './failures.ts';
import { leakerOf } from './leaker.ts';
import { repeatsOf, type Repeat } from './repeat.ts';

export const FLAG_KINDS = ['hazard', 'repeat', 'leaker', 'callback', 'left open', 'age'] as const;
export type FlagKind = (typeof FLAG_KINDS)[number];

export interface Flag {
  readonly kind: FlagKind;
  /** One sentence, the answer first. */
  readonly sentence: string;
  readonly reasons: readonly Reason[];
  /** Identities of what it rests on, joined and sorted: new evidence makes a new key and re-opens a dismissed flag. */
  readonly evidence: string;
  /** True when somebody set it aside on exactly this evidence: shown, but not counted. */
  readonly setAside: boolean;
}

/** A flag somebody has looked at and set aside. It holds for that evidence only. */
export interface Dismissal {
  readonly flag: string;
  readonly evidence: string;
}

export interface UnitVerdict {
  readonly asOf: PlainDate;
  /** Worst first. */
  readonly flags: readonly Flag[];
  /** For ordering the watch list only; higher is worse. */
  readonly score: number;
  readonly sentence: string;
  /** The first day on which time alone can change the verdict; undefined when it never does. */
  readonly changesOn?: PlainDate;
}

/** Order of the watch list: each kind outweighs any number of the kinds after it [our choice, a hazard always comes first]. */
const WEIGHT: Record<FlagKind, number> = {
  hazard: 1000,
  repeat: 200,
  leaker: 150,
  callback: 100,
  'left open': 60,
  age: 20,
};

/**
 * The verdict on one unit as of a day: its flags, worst first, each with reasons. Pure function of facts, settings and day.
 *
 * A repeat is current while its latest failure lies within the repeat window before the day, a callback for
 * `callbackWatchDays`; open conditions and leaks stay until closed or repaired. Units out of use or retired are watched for
 * hazards only: nobody waits for their repair.
 */
export function unitVerdict(
  facts: UnitFacts,
  settings: HistorySettings,
  asOf: PlainDate,
  dismissals: readonly Dismissal[] = [],
): UnitVerdict {
  const changes: PlainDate[] = [];
  const inUse = facts.status === 'in service' || facts.status === 'standby';
  const found: Found[] = [
    ...hazardFlag(facts),
    ...(inUse ? repeatFlag(facts, settings, asOf, changes) : []),
    ...(inUse ? leakerFlag(facts, settings) : []),
    ...(inUse ? callbackFlag(facts, settings, asOf, changes) : []),
    ...(inUse ? leftOpenFlag(facts) : []),
    ...(inUse ? ageFlag(facts, settings, asOf, changes) : []),
  ];
  const flags = found.map((flag) => ({
    ...flag,
    setAside: dismissals.some((d) => d.flag === flag.kind && d.evidence === flag.evidence),
  }));
  const counted = flags.filter((flag) => !flag.setAside);
  const score =
    counted.reduce((sum, flag) => sum + WEIGHT[flag.kind], 0) +
    recentFailures(facts, settings, asOf, changes);
  const future = changes.filter((day) => day > asOf).sort()[0];
  return {
    asOf,
    flags,
    score: counted.length === 0 ? 0 : score,
    sentence:
      counted.length === 0
        ? 'Nothing speaks against this unit.'
        : counted
            .slice(0, 3)
            .map((f) => f.sentence)
            .join(' '),
    ...(future === undefined ? {} : { changesOn: future }),
  };
}

type Found = Omit<Flag, 'setAside'>;

function hazardFlag(facts: UnitFacts): Found[] {
  const hazards = facts.openConditions.filter((c) => c.hazard);
  if (hazards.length === 0) return [];
  return [
    {
      kind: 'hazard',
      sentence: `Hazard left open: ${hazards.map((c) => c.kind).join(', ')}.`,
      reasons: hazards.map((c) => conditionReason('open hazard', c.text || c.kind, c.kind, c.openedOn)),
      evidence: key(hazards.map((c) => c.id)),
    },
  ];
}

function leftOpenFlag(facts: UnitFacts): Found[] {
  const left = facts.openConditions.filter((c) => !c.hazard);
  if (left.length === 0) return [];
  return [
    {
      kind: 'left open',
      sentence: `Left not normal: ${left.map((c) => c.kind).join(', ')}.`,
      reasons: left.map((c) => conditionReason('left open', c.text || c.kind, c.kind, c.openedOn)),
      evidence: key(left.map((c) => c.id)),
    },
  ];
}

function conditionReason(rule: string, text: string, kind: string, openedOn: PlainDate): Reason {
  return {
    rule,
    text,
    inputs: [{ label: kind, value: `since ${openedOn}`, source: 'visit sheet' }],
    changedBy: 'Closing it on a visit sheet.',
  };
}

function repeatFlag(
  facts: UnitFacts,
  settings: HistorySettings,
  asOf: PlainDate,
  changes: PlainDate[],
): Found[] {
  const current = repeatsOf(facts, settings).filter((repeat) => {
    const until = addDays(latestDay(repeat), settings.repeatWindowDays);
    if (until >= asOf) changes.push(addDays(until, 1));
    return until >= asOf;
  });
  // The latest of each kind and component says all the earlier ones said.
  const latest = new Map(current.map((repeat) => [repeat.componentClass ?? repeat.kind, repeat]));
  // A component that came back says more than a count of everything, so it stands first.
  const rank = (r: Repeat) => (r.kind === 'same component' ? 1000 : 0) + r.failures.length;
  const shown = [...latest.values()].sort((a, b) => rank(b) - rank(a));
  const worst = shown[0];
  if (!worst) return [];
  return [
    {
      kind: 'repeat',
      sentence: `Repeat failure: ${worst.reason.text.charAt(0).toLowerCase()}${worst.reason.text.slice(1)}`,
      reasons: shown.map((r) => r.reason),
      evidence: key(shown.flatMap((r) => r.failures.map((f) => f.call.id))),
    },
  ];
}

const latestDay = (repeat: Repeat): PlainDate =>
  repeat.failures[repeat.failures.length - 1]?.call.receivedOn as PlainDate;

function leakerFlag(facts: UnitFacts, settings: HistorySettings): Found[] {
  const leaker = leakerOf(facts, settings);
  if (!leaker) return [];
  const times = plural(leaker.additions.length, 'time');
  return [
    {
      kind: 'leaker',
      sentence: `Topped up ${times}, leak never proven repaired.`,
      reasons: [leaker.reason],
      evidence: key(leaker.additions.map((a) => a.id)),
    },
  ];
}

function callbackFlag(
  facts: UnitFacts,
  settings: HistorySettings,
  asOf: PlainDate,
  changes: PlainDate[],
): Found[] {
  const current = callbacksOf(facts, settings).filter((callback) => {
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
    (name) => name in REFRIGERANTS && 'phasedOut' in REFRIGERANTS[name as RefrigerantName],
  );
  const source = facts.builtOn ? 'built' : 'installed (year built not known)';
  return [
    {
      kind: 'age',
      sentence: `${age} years old${old.length > 0 ? ` and charged with ${old.join(', ')}` : ''}.`,
      reasons: [
        {
          rule: 'age and refrigerant',
          text: `${age} years since it was ${source}; a ${facts.kind} lasts ${life} years in the middle of the field.${old.length > 0 ? ` ${old.join(', ')} is no longer made, only reclaimed.` : ''}`,
          inputs: [
            { label: source, value: since, source: 'unit record' },
            ...facts.refrigerants.map((name) => ({
              label: 'refrigerant',
              value: name,
              source: 'unit record',
            })),
          ],
          threshold: `${life} years (median service life, ASHRAE; company setting)`,
          changedBy: 'Replacement, or a corrected date.',
        },
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

const key = (ids: readonly string[]) => [...new Set(ids)].sort().join(' ');
