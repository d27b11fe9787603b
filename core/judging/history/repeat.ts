import { partOf, type PartId } from '#core/machine';
import { dayNumber, daysBetween, type PlainDate } from '#core/base/time';
import type { FindingFact, HistorySettings, UnitFacts } from './facts.ts';
import { consumablesOf, failureLine, failuresOf, type FailureEvent } from './failures.ts';
import { because, type HistoryReason } from './rules.ts';

/** Failures that belong together: `kind` says whether one part came back or failures of any kind piled up. */
export interface Repeat {
  readonly kind: 'same part' | 'any failures' | 'consumable';
  readonly part?: PartId;
  readonly circuit?: number | null;
  /** Oldest first; the last one made it a repeat. */
  readonly failures: readonly FailureEvent[];
  readonly reason: HistoryReason;
}

type RepeatSettings = Pick<HistorySettings, 'repeatWindowDays' | 'repeatSameClass' | 'repeatAnyFailures'>;

/**
 * **Repeat failure**: the same part failed twice, or any three failures, within any 365 days [common
 * practice; counts and window are company settings]. Failures only, see {@link failuresOf}: planned work,
 * calls nobody has diagnosed, and filters and belts never count. A part is told by its duty, and where a
 * machine has two of one (two compressors, two circuits) each counts for itself.
 *
 * A window of 365 days holds two days at most 365 apart. A part that wears (an igniter, a flame sensor)
 * repeats only where it came back well within that: what is renewed from one heating season to the next wears
 * on schedule [common practice]. Every failure that completes a repeat yields one, so a unit with a long
 * history yields the chain that the story line draws.
 *
 * @param since only repeats completed on or after that day are asked for
 */
export function repeatsOf(
  facts: Pick<UnitFacts, 'calls'>,
  settings: RepeatSettings,
  since?: PlainDate,
): Repeat[] {
  return windowsOf(failuresOf(facts), settings, since).flatMap(({ latest, within }) => [
    ...samePart(within, latest, settings),
    ...anyFailures(within, settings),
  ]);
}

/**
 * What is running out too soon: the same filter or belt found spent or broken on calls as often as would be a
 * repeat of a part. It is advice on the interval, not a failure of the machine [common practice].
 */
export function earlyWearOf(
  facts: Pick<UnitFacts, 'calls'>,
  settings: RepeatSettings,
  since?: PlainDate,
): Repeat[] {
  return windowsOf(consumablesOf(facts), settings, since).flatMap(({ latest, within }) =>
    samePart(within, latest, settings).map((repeat) => ({
      ...repeat,
      kind: 'consumable' as const,
      reason: because('wears out early', {
        part: repeat.part as string,
        failures: repeat.failures.map(failureLine),
        days: spanDays(repeat.failures),
        limit: settings.repeatSameClass,
        windowDays: settings.repeatWindowDays,
      }),
    })),
  );
}

/** For each failure those within the window before it, oldest first; `events` are in that order already. */
function windowsOf(
  events: readonly FailureEvent[],
  { repeatWindowDays }: RepeatSettings,
  since: PlainDate = '0000-01-01',
) {
  const days = events.map(({ call }) => dayNumber(call.receivedOn));
  let first = 0;
  return events.flatMap((latest, index) => {
    while ((days[index] as number) - (days[first] as number) > repeatWindowDays) first++;
    return latest.call.receivedOn < since ? [] : [{ latest, within: events.slice(first, index + 1) }];
  });
}

/**
 * Of the window: what wears and came back within this came back too soon [common practice: nine months of a
 * year].
 */
const WEAR_SHARE = 0.75;

/** Two findings are of one part when duty and, where each circuit has its own, circuit agree. */
const placeOf = ({ part, circuit }: FindingFact): string =>
  part === undefined ? '' : `${part} ${partOf(part).perCircuit ? (circuit ?? 'unknown') : ''}`;

function samePart(within: readonly FailureEvent[], latest: FailureEvent, settings: RepeatSettings): Repeat[] {
  const places = new Map(latest.findings.flatMap((f) => (f.part ? [[placeOf(f), f] as const] : [])));
  return [...places].flatMap(([place, { part, circuit }]) => {
    const soon = part !== undefined && partOf(part).wears ? WEAR_SHARE * settings.repeatWindowDays : Infinity;
    const failures = within.filter(
      (f) =>
        f.findings.some((finding) => placeOf(finding) === place) &&
        daysBetween(f.call.receivedOn, latest.call.receivedOn) < soon,
    );
    if (failures.length < settings.repeatSameClass) return [];
    const reason = because('same part again', {
      part: part as string,
      circuit: circuit ?? null,
      failures: failures.map(failureLine),
      days: spanDays(failures),
      limit: settings.repeatSameClass,
      windowDays: settings.repeatWindowDays,
    });
    return [{ kind: 'same part' as const, part: part as PartId, circuit: circuit ?? null, failures, reason }];
  });
}

function anyFailures(within: readonly FailureEvent[], settings: RepeatSettings): Repeat[] {
  if (within.length < settings.repeatAnyFailures) return [];
  const reason = because('many failures', {
    failures: within.map(failureLine),
    days: spanDays(within),
    limit: settings.repeatAnyFailures,
    windowDays: settings.repeatWindowDays,
  });
  return [{ kind: 'any failures', failures: within, reason }];
}

const spanDays = (failures: readonly FailureEvent[]): number =>
  daysBetween(
    (failures[0] as FailureEvent).call.receivedOn,
    (failures[failures.length - 1] as FailureEvent).call.receivedOn,
  );
