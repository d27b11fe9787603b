import type { Transaction } from 'sequelize';
import { groupBy } from '#core/collections';
import { dueTasks, type DueTask } from '#core/maintenance';
import type { PlainDate } from '#core/time';
import { conditionStanding } from '#core/conditions';
import type { ConditionKind, UnitKind, UnitStatus } from '#core/vocabulary';
import type { DueSite } from '#contracts/routes';
import type { Database } from '../db/connect.ts';

/** Minutes on a site before and after the work itself: parking, keys, ladder, signing off [common practice, our estimate]. */
export const SITE_MINUTES = 15;

interface UnitRecord {
  id: string;
  tag: string;
  kind: UnitKind;
  status: UnitStatus;
  siteId: string;
  site: string;
  customer: string;
  lat: number | null;
  lon: number | null;
  lastDone: Record<string, PlainDate> | null;
}

/**
 * What is due by site, the latest first. Units that already stand on a planned route are left out: their work is on its way.
 *
 * @param siteIds only these sites; all when undefined
 */
export async function dueSites(
  db: Database,
  asOf: PlainDate,
  days: number,
  siteIds?: readonly string[],
  transaction?: Transaction,
): Promise<(DueSite & { dueTasks: DueTask[] })[]> {
  const units = await db.rows<UnitRecord>(
    `select u.id, u.tag, u.kind, u.status, s.id as "siteId", s.name as site, c.name as customer, s.lat, s.lon, m.last_done as "lastDone"
     from units u join sites s on s.id = u.site_id join customers c on c.id = s.customer_id left join unit_summaries m on m.unit_id = u.id
     where s.retired_at is null and u.status = 'in service' and ($1::uuid[] is null or s.id = any($1))
       and not exists (select 1 from calls k where k.unit_id = u.id and k.kind = 'maintenance' and k.status = 'scheduled' and k.scheduled_on >= $2::date)
     order by u.tag`,
    [siteIds ?? null, asOf],
    transaction,
  );
  const waiting = await db.rows<{ siteId: string; calls: number }>(
    `select site_id as "siteId", count(*)::int as calls from calls where kind <> 'maintenance' and status in ('open', 'scheduled', 'return planned') group by site_id`,
    [],
    transaction,
  );
  const left = await db.rows<{
    siteId: string;
    tag: string;
    kind: ConditionKind;
    hazard: boolean;
    openedOn: PlainDate;
  }>(
    `select u.site_id as "siteId", u.tag, o.kind, o.hazard, (o.opened_at at time zone s.time_zone)::date as "openedOn"
     from open_conditions o join units u on u.id = o.unit_id join sites s on s.id = u.site_id where o.closed_at is null and u.status <> 'retired'
     order by o.hazard desc, o.opened_at`,
    [],
    transaction,
  );
  const conditionsAt = groupBy(left, (c) => c.siteId);
  const callsAt = new Map(waiting.map((row) => [row.siteId, row.calls]));
  const sites = [...groupBy(units, (u) => u.siteId)].flatMap(([siteId, own]) => {
    const due = own.flatMap((unit) =>
      dueTasks(
        { unitId: unit.id, kind: unit.kind, status: unit.status, lastDone: unit.lastDone ?? {} },
        asOf,
        days,
      ),
    );
    const [first] = own;
    if (!first || due.length === 0) return [];
    const { site, customer, lat, lon } = first;
    return [
      {
        siteId,
        site,
        customer,
        lat,
        lon,
        minutes: SITE_MINUTES + due.reduce((sum, d) => sum + d.task.minutes, 0),
        lateDays: Math.max(...due.map((d) => d.lateDays)),
        units: own.flatMap((unit) => {
          const tasks = due
            .filter((d) => d.unitId === unit.id)
            .map((d) => ({
              key: d.task.key,
              title: d.task.title,
              dueOn: d.dueOn ?? null,
              lateDays: d.lateDays,
              reason: d.reason,
            }));
          return tasks.length > 0 ? [{ unitId: unit.id, tag: unit.tag, tasks }] : [];
        }),
        conditions: (conditionsAt.get(siteId) ?? []).map(({ tag, kind, hazard, openedOn }) => ({
          tag,
          kind,
          hazard,
          overdue: conditionStanding(kind, openedOn, asOf).overdue,
        })),
        openCalls: callsAt.get(siteId) ?? 0,
        dueTasks: due,
      },
    ];
  });
  return sites.sort((a, b) => b.lateDays - a.lateDays || b.minutes - a.minutes || (a.site < b.site ? -1 : 1));
}
