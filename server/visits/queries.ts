import { dueTasks } from '#core/maintenance';
import { localDate, type PlainDate } from '#core/time';
import { aroundUnit, feedSentence, pointName } from '#core/tracing';
import { slotsOf, type UnitKind, type UnitStatus } from '#core/vocabulary';
import type { EntryView, GettingIn, VisitPage, VisitRow } from '#contracts/visits';
import type { Dependencies } from '../dependencies.ts';
import type { Database } from '../db/connect.ts';
import { notFound } from '../http/problem.ts';
import { siteNet } from '../tracing/queries.ts';

const VISIT_SQL = `
  select v.id, v.site_id as "siteId", s.name as site, c.name as customer, s.address, v.planned_for as "plannedFor", coalesce(w.name, v.technician) as crew,
    coalesce((select json_agg(json_build_object('id', k.id, 'ref', coalesce(k.ref, ''), 'kind', k.kind, 'complaint', k.complaint, 'unit', u.tag, 'unitId', u.id) order by u.tag)
      from visit_calls vc join calls k on k.id = vc.call_id left join units u on u.id = k.unit_id where vc.visit_id = v.id), '[]') as calls,
    exists (select 1 from current_entries e where e.visit_id = v.id and e.kind = 'leave') as "left",
    s.access, s.key_at as "keyAt", s.way_up as "wayUp", s.parking, s.permit, s.contact, s.hazards, s.time_zone as "timeZone"
  from visits v join sites s on s.id = v.site_id join customers c on c.id = s.customer_id left join crews w on w.id = v.crew_id`;

/** The visits of a day (and crew), with those of the fortnight before that nobody has left yet. */
export async function visitsOfDay(
  db: Database,
  day: PlainDate,
  crewId: string | undefined,
): Promise<VisitRow[]> {
  return db.rows<VisitRow>(
    `select * from (${VISIT_SQL} where v.cancelled_at is null and ($2::uuid is null or v.crew_id = $2) and v.planned_for between $1::date - 14 and $1::date) d
     where d."plannedFor" = $1 or not d."left" order by d."plannedFor" desc, d.customer, d.site`,
    [day, crewId ?? null],
  );
}

export async function entriesOf(db: Database, visitId: string): Promise<EntryView[]> {
  return db.rows<EntryView>(
    `select e.id, e.unit_id as "unitId", e.kind, e.body, coalesce(p.display_name, v.technician) as author, e.occurred_at as "occurredAt", e.supersedes, e.reason
     from entries e join visits v on v.id = e.visit_id left join users p on p.id = e.author_id where e.visit_id = $1 order by e.occurred_at, e.recorded_at, e.id`,
    [visitId],
  );
}

interface UnitOfVisit extends Omit<VisitPage['units'][number], 'due' | 'feed' | 'controls'> {
  readonly status: UnitStatus;
  readonly lastDone: Record<string, PlainDate> | null;
}

/** A visit with everything its sheet needs offline: units, circuits, slots, conditions, what is due, entries so far. @throws Problem 404 */
export async function visitRecord(
  { db, clock }: Pick<Dependencies, 'db' | 'clock'>,
  id: string,
): Promise<VisitPage> {
  const [visit] = await db.rows<VisitRow & GettingIn & { timeZone: string }>(`${VISIT_SQL} where v.id = $1`, [
    id,
  ]);
  if (!visit) throw notFound('Visit');
  const units = await db.rows<UnitOfVisit>(
    `select u.id, u.tag, u.kind, u.status, u.area_served as "areaServed", u.handling_notes as "handlingNotes", u.details, u.voltage, u.phase, coalesce(m.sentence, '') as sentence,
       coalesce(m.flag_kinds, '{}') as "flagKinds", m.last_done as "lastDone",
       coalesce((select json_agg(json_build_object('number', x.number, 'refrigerant', x.refrigerant, 'metering', x.metering, 'chargeLb', x.charge_lb) order by x.number) from circuits x where x.unit_id = u.id), '[]') as circuits,
       array(select t.name from slots t where t.unit_id = u.id) as slots,
       coalesce((select json_agg(json_build_object('id', o.id, 'kind', o.kind, 'hazard', o.hazard, 'text', o.text, 'openedAt', o.opened_at) order by o.hazard desc, o.opened_at)
         from open_conditions o where o.unit_id = u.id and o.closed_at is null), '[]') as conditions
     from units u left join unit_summaries m on m.unit_id = u.id where u.site_id = $1 and u.status <> 'retired' order by u.tag`,
    [visit.siteId],
  );
  const today = localDate(clock.now(), visit.timeZone);
  const net = await siteNet(db, visit.siteId);
  const roofs = await db.rows<{ id: string; name: string }>(
    'select id, name from roofs where site_id = $1 and retired_at is null order by name',
    [visit.siteId],
  );
  const called = new Set(visit.calls.map((call) => call.unitId));
  return {
    ...visit,
    roofs,
    units: units
      .map(({ lastDone, status, ...unit }) => ({
        ...unit,
        feed: feedSentence(net, unit.id) ?? null,
        controls: aroundUnit(net, unit.id).controls.map((step) => pointName(step.point)),
        slots: slotsOf(
          unit.kind as UnitKind,
          unit.circuits.map((c) => c.number),
          unit.slots,
        ),
        due: dueTasks(
          { unitId: unit.id, kind: unit.kind as UnitKind, status, lastDone: lastDone ?? {} },
          today,
          14,
        ).map((due) => ({ key: due.task.key, title: due.task.title, text: due.reason.text })),
      }))
      .sort((a, b) => Number(called.has(b.id)) - Number(called.has(a.id))),
    entries: await entriesOf(db, id),
  };
}
