import type { Entry, VisitCall, VisitFact } from './entries.ts';

/**
 * The call an entry answers: the one somebody named; else the visit's call for that unit; else, since a
 * complaint often names the wrong unit, the visit's only trouble call; a line about no unit answers the
 * visit's only call.
 *
 * Maintenance never takes what is found on another unit: the rest of the roof is not what was planned for
 * this one.
 */
export function callOf(
  entry: Pick<Entry, 'callId' | 'unitId' | 'pointId'>,
  visit: Pick<VisitFact, 'calls'>,
): VisitCall | undefined {
  const { calls } = visit;
  const named = entry.callId === null ? undefined : calls.find((call) => call.id === entry.callId);
  if (named) return named;
  const own = entry.unitId === null ? undefined : calls.find((call) => call.unitId === entry.unitId);
  if (own) return own;
  const troubles = calls.filter((call) => call.kind !== 'maintenance');
  if (troubles.length === 1) return troubles[0];
  const aboutNothing = entry.unitId === null && entry.pointId === null;
  return aboutNothing && calls.length === 1 ? calls[0] : undefined;
}
