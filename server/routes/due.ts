import type { Transaction } from 'sequelize';
import { groupBy } from '#core/collections';
import { dueTasks, type DueTask } from '#core/maintenance';
import type { PlainDate } from '#core/time';
import { conditionStanding } from '#core/conditions';
import type { ConditionKind, UnitKind, UnitStatus } from '#core/vocabulary';
import type { DueSite } from '#contracts/routes';
import type { Database } from '../db/connect.ts';
import { LEFT_BY_SITE, OPEN_CALLS_BY_SITE, UNITS_IN_SERVICE } from './due.sql.ts';

/**
 * Minutes on a site before and after the work itself: parking, keys, ladder, signing off [common practice,
 * our estimate].
 */
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
 * What is due by site, the latest first. Units whose work stands on a plan of today or later, or is under
 * way, are left out: it is on its way, whichever day is asked about.
 *
 * @param today the day it is; plans of earlier days that nobody carried out hold nothing back
 * @param siteIds only these sites; all when undefined
 */
export async function dueSites(
  db: Database,
  today: PlainDate,
  asOf: PlainDate,
  days: number,
  siteIds?: readonly string[],
  transaction?: Transaction,
): Promise<(DueSite & { dueTasks: DueTask[] })[]> {
  const units = await db.rows<UnitRecord>(UNITS_IN_SERVICE, [siteIds ?? null, today], transaction);
  const waiting = await db.rows<{ siteId: string; calls: number }>(OPEN_CALLS_BY_SITE, [], transaction);
  const left = await db.rows<{
    siteId: string;
    tag: string;
    kind: ConditionKind;
    hazard: boolean;
    openedOn: PlainDate;
  }>(LEFT_BY_SITE, [], transaction);
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
