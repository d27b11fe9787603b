import type { PartId } from '#core/machine';
import type { Call } from '#core/circuitry/ladder';
import type { Beside, Entry } from '#core/diagnosis';
import { daysBetween, type PlainDate } from '#core/base/time';
import type { VisitPage } from '#contracts/visits';
import type { OpenHere } from '../visits/standing.ts';

type UnitHere = VisitPage['units'][number];

/** A part that a line names with how it has failed, of those that say so. */
function failedBy(visit: VisitPage, lines: readonly string[]): string | undefined {
  const said = [...visit.entries, ...visit.before].find(({ id }) => lines.includes(id));
  const failure = said && (said.body as { failure?: unknown }).failure;
  return typeof failure === 'string' ? failure : undefined;
}

/** What stands open on a machine, with how the part has failed where a line says so. */
const knownOf = (visit: VisitPage, standing: readonly OpenHere[]): NonNullable<Beside['known']> =>
  standing.map(({ part, kind, lines }) => ({ part, leftAs: kind, failure: failedBy(visit, lines) }));

/** Parts found at fault on this sheet, on other machines of the same panel: the record has them later. */
function foundBeside(visit: VisitPage, { id, fedBy }: UnitHere): { part: PartId; unit: string }[] {
  if (!fedBy) return [];
  return visit.entries.flatMap(({ kind, unitId, body }) => {
    const other = kind === 'finding' && unitId !== id ? visit.units.find((u) => u.id === unitId) : undefined;
    const part = (body as { part?: PartId }).part;
    return other?.fedBy === fedBy && part ? [{ part, unit: other.tag }] : [];
  });
}

/** What is known of a machine beside what was seen: by the record, by this sheet, by the company's own table. */
export function besideOf(
  visit: VisitPage,
  unit: UnitHere,
  standing: readonly OpenHere[],
  on: Call,
  today: PlainDate,
): Beside {
  // A sheet that this phone kept from an older version says nothing of these.
  const { renewed = [], elsewhere = [] } = unit as Partial<UnitHere>;
  return {
    on,
    known: knownOf(visit, standing),
    renewed: renewed.map(({ part, on: day }) => ({ part, days: daysBetween(day, today) })),
    elsewhere: [...foundBeside(visit, unit), ...elsewhere],
    entries: (visit.failures as readonly Entry[] | undefined) ?? [],
  };
}
