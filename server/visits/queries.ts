import { cardOf } from '#core/measuring/cards';
import {
  dueTasks,
  putOffWords,
  weatherWords,
  type MaintenanceTask,
  type PutOff,
  type UnitMaintenance,
} from '#core/upkeep/maintenance';
import { slotsOf, type PartId } from '#core/machine';
import { wordsOf } from '#core/said';
import { addDays, dayWords, localDate, type PlainDate } from '#core/base/time';
import { aroundUnit, feedOf, feedSentence, pointName, type SiteNet } from '#core/places/tracing';
import type { UnitKind } from '#core/base/vocabulary';
import type { Entry } from '#core/record/sheet';
import type { EntryView, GettingIn, VisitPage, VisitRow } from '#contracts/visits';
import type { Dependencies } from '../dependencies.ts';
import { agreedOn, type CaredFor } from '../agreements/queries.ts';
import type { Database } from '../db/connect.ts';
import { notFound } from '../http/problem.ts';
import { failureRows } from '../settings/service.ts';
import { siteNet } from '../tracing/queries.ts';
import { componentWords } from '../sheet/read.ts';
import { FACTS_SINCE, LINES_BEFORE_VISIT } from '../sheet/read.sql.ts';
import {
  CHARTS_OF_BOARDS,
  CONDEMNED_AT_SITE,
  ENTRIES_OF_VISIT,
  ONE_VISIT,
  RENEWED_AT_SITE,
  SEEN,
  UNITS_OF_SHEET,
  VISITS_OF_CREW,
  VISITS_OF_DAY,
} from './visits.sql.ts';

/** The visits of a day, or of a crew's day as it was published. */
export const visitsOfDay = (db: Database, day: PlainDate, crewId: string | undefined): Promise<VisitRow[]> =>
  crewId === undefined
    ? db.rows<VisitRow>(VISITS_OF_DAY, [day])
    : db.rows<VisitRow>(VISITS_OF_CREW, [day, crewId]);

/** A crew has seen what was changed on its day. */
export async function seenByCrew(db: Database, day: PlainDate, crewId: string): Promise<void> {
  await db.transaction(async (transaction) => {
    for (const statement of SEEN) await db.run(statement, [crewId, day], transaction);
  });
}

type UnitOfVisit = CaredFor &
  Omit<VisitPage['units'][number], 'due' | 'theirs' | 'feed' | 'controls' | 'slots' | keyof OnSupply>;

/** What the record of a site says of a machine and of those on the same supply. */
type OnSupply = Pick<VisitPage['units'][number], 'fedBy' | 'renewed' | 'elsewhere'>;
interface PartOf {
  readonly unitId: string;
  readonly part: PartId;
}
/** How far back a part that was renewed, or found at fault elsewhere, is of interest. */
const [RENEWED_DAYS, ELSEWHERE_DAYS] = [730, 365];

/** For each machine of a site: the panel it is fed from, what was renewed on it, what failed beside it. */
async function onSupply(
  db: Database,
  siteId: string,
  net: SiteNet,
  units: readonly { readonly id: string; readonly tag: string }[],
  today: PlainDate,
): Promise<ReadonlyMap<string, OnSupply>> {
  const renewed = await db.rows<PartOf & { on: string }>(RENEWED_AT_SITE, [
    ...[siteId, addDays(today, -RENEWED_DAYS)],
  ]);
  const condemned = await db.rows<PartOf>(CONDEMNED_AT_SITE, [siteId, addDays(today, -ELSEWHERE_DAYS)]);
  const panels = new Map(
    units.map(({ id }) => [
      id,
      feedOf(net, id).find(({ point }) => point.kind === 'panel')?.point.id ?? null,
    ]),
  );
  return new Map(
    units.map(({ id }) => {
      const fedBy = panels.get(id) ?? null;
      const beside = (other: string): boolean =>
        fedBy !== null && other !== id && panels.get(other) === fedBy;
      return [
        id,
        {
          fedBy,
          renewed: renewed.flatMap(({ unitId, part, on }) => (unitId === id ? [{ part, on }] : [])),
          elsewhere: condemned.flatMap(({ unitId, part }) =>
            beside(unitId) ? [{ part, unit: units.find((u) => u.id === unitId)?.tag ?? '' }] : [],
          ),
        },
      ] as const;
    }),
  );
}

/** How far ahead work is worth doing while somebody is on the roof. */
const DUE_DAYS = 14;

/** What is put off for the weather or the water is left unticked: it never counts as done. */
function needsNote({ weather, water }: Pick<MaintenanceTask, 'weather' | 'water'>): string {
  const needs = [
    ...(weather ? [weatherWords(weather)] : []),
    ...(water ? ['water pressure on the roof'] : []),
  ];
  return needs.length > 0 ? ` Needs ${needs.join(' and ')}; where that is not, it stays due.` : '';
}

const putOffNote = (putOff: PutOff | undefined): string =>
  putOff ? ` Put off ${dayWords(putOff.on)}: ${putOffWords(putOff.why)}.` : '';

const dueOn = (maintenance: UnitMaintenance | undefined, today: PlainDate) =>
  (maintenance ? dueTasks(maintenance, today, DUE_DAYS) : []).map((due) => {
    const { key, title, steps, readings, caution, water, weather, followsCondition } = due.task;
    return {
      key,
      title,
      text: wordsOf(due.reason).text + putOffNote(due.putOff) + needsNote({ weather, water }),
      caution: caution ?? null,
      steps,
      readings: readings.flatMap((id) => cardOf(id)?.title ?? []),
      asksHowFound: followsCondition === true,
    };
  });

/**
 * A visit with everything its sheet needs offline: units, circuits, slots, conditions, what is due, entries
 * so far. @throws Problem 404
 */
export async function visitRecord(
  { db, clock }: Pick<Dependencies, 'db' | 'clock'>,
  id: string,
): Promise<VisitPage> {
  const [visit] = await db.rows<VisitRow & GettingIn & { timeZone: string }>(ONE_VISIT, [id]);
  if (!visit) throw notFound('Visit');
  const { siteId } = visit;
  const units = await db.rows<UnitOfVisit>(UNITS_OF_SHEET, [siteId]);
  const today = localDate(clock.now(), visit.timeZone);
  const { customerId } = await db.models.Site.findByPk(siteId, { rejectOnEmpty: true });
  const agreed = await agreedOn(db, today, { soon: addDays(today, DUE_DAYS), customerIds: [customerId] });
  const net = await siteNet(db, siteId);
  const supply = await onSupply(db, siteId, net, units, today);
  const roofs = await db.models.Roof.findAll({
    attributes: ['id', 'name'],
    where: { siteId, retiredAt: null },
    order: ['name'],
  });
  const points = await db.models.SitePoint.findAll({
    attributes: ['id', 'kind', 'name'],
    where: { siteId, retiredAt: null, unitId: null },
    order: ['kind', 'name'],
  });
  const called = new Set(visit.calls.map((call) => call.unitId));
  return {
    ...visit,
    agreed: agreed.site(siteId, customerId),
    roofs: roofs.map((roof) => ({ id: roof.id, name: roof.name })),
    points: points.filter(({ kind }) => kind !== 'area').map(({ id, kind, name }) => ({ id, kind, name })),
    before: await db.rows<Entry>(LINES_BEFORE_VISIT, [siteId, id]),
    since: (await db.rows<{ since: number }>(FACTS_SINCE))[0]?.since ?? 0,
    words: Object.fromEntries(await componentWords(db)),
    failures: await failureRows(db, today),
    charts: await db.rows<VisitPage['charts'][number]>(CHARTS_OF_BOARDS),
    units: units
      .map(({ lastDone, status, care, installedOn, cools, outdoorAir, smokeDetectors, drive, ...unit }) => {
        const kind = unit.kind as UnitKind;
        const machine = { kind, cools, outdoorAir, smokeDetectors, drive };
        const about = {
          unitId: unit.id,
          siteId,
          customerId,
          ...machine,
          status,
          lastDone,
          care,
          installedOn,
        };
        return {
          ...unit,
          feed: feedSentence(net, unit.id) ?? null,
          ...(supply.get(unit.id) ?? { fedBy: null, renewed: [], elsewhere: [] }),
          controls: aroundUnit(net, unit.id).controls.map((step) => pointName(step.point)),
          slots: slotsOf(
            kind,
            unit.circuits.map((c) => c.number),
          ),
          due: dueOn(agreed.maintenance(about), today),
          theirs: agreed
            .tasks(about)
            .filter(({ whose }) => whose === 'the customer’s')
            .map(({ title }) => title),
        };
      })
      .sort((a, b) => Number(called.has(b.id)) - Number(called.has(a.id))),
    entries: await db.rows<EntryView>(ENTRIES_OF_VISIT, [id]),
  };
}
