import { addDays, isPlainDate } from '#core/base/time';
import type { Row, Scenario } from './types.ts';

const text = (value: unknown) => String(value);

/**
 * What cannot be in a company's records on the day they are made for: what lies after it, what belongs to
 * nothing, and whoever was served before it stood there. Nothing where they are sound.
 */
export function unsound(made: Scenario): string[] {
  const end = `${addDays(made.today, 1)}T06:00:00.000Z`;
  const ids = new Set([...made.units, ...made.calls, ...made.visits].map((row) => row.id));
  const installed = new Map(made.units.map((unit) => [unit.id, text(unit.installed_on)]));
  const isLost = (entry: Row) =>
    [entry.unit_id, entry.call_id, entry.visit_id].some((ref) => ref !== null && !ids.has(ref as string));
  const isLate = (at: unknown) => !isPlainDate(text(at).slice(0, 10)) || text(at) >= end;
  const tooEarly = ({ unit_id, received_at }: Row) =>
    unit_id !== null && text(received_at).slice(0, 10) < addDays(installed.get(text(unit_id)) as string, -8);
  const refs = new Set(made.calls.map((call) => call.ref));
  return [
    ...made.calls
      .filter((call) => isLate(call.received_at))
      .map((call) => `${text(call.ref)} comes too late`),
    ...made.entries
      .filter((one) => isLate(one.occurred_at))
      .map((one) => `entry ${text(one.id)} is too late`),
    ...made.entries.filter(isLost).map((one) => `entry ${text(one.id)} belongs to nothing`),
    ...made.calls.filter(tooEarly).map((call) => `${text(call.ref)} is for a unit that did not stand there`),
    ...(refs.size === made.calls.length ? [] : ['two calls have one number']),
  ];
}
