import type { Transaction } from 'sequelize';
import { compareText, groupBy } from '#core/base/collections';
import { dueTasks, type DueTask } from '#core/upkeep/maintenance';
import { addDays, type PlainDate } from '#core/base/time';
import { conditionStanding } from '#core/record/conditions';
import type { ConditionKind } from '#core/base/vocabulary';
import type { SiteNeeds } from '#contracts/sites';
import type { DueSite, LatePlanned, MissedSeason } from '#contracts/routes';
import { agreedOn, type CaredFor } from '../../agreements/queries.ts';
import type { Database } from '../../db/connect.ts';
import { LEFT_BY_SITE, OPEN_CALLS_BY_SITE, UNITS_KEPT, UNITS_ON_THEIR_WAY } from './due.sql.ts';

/**
 * Minutes on a site before and after the work itself: parking, keys, ladder, signing off [common practice,
 * our estimate].
 */
export const SITE_MINUTES = 15;

/** A unit as it is planned from. */
export interface UnitRecord extends CaredFor {
  readonly id: string;
  readonly tag: string;
  readonly siteId: string;
  readonly site: string;
  readonly customerId: string;
  readonly customer: string;
  readonly lat: number | null;
  readonly lon: number | null;
  readonly needs: SiteNeeds;
}

interface Asked {
  /** The day it is; plans of earlier days that nobody carried out hold nothing back. */
  readonly today: PlainDate;
  /** The day it is asked about. */
  readonly asOf: PlainDate;
  /** How many days ahead. */
  readonly days: number;
  /** Only these sites; all when undefined. */
  readonly siteIds?: readonly string[] | undefined;
  readonly transaction?: Transaction | undefined;
}

/**
 * Units with what is due on them as it was agreed; those whose work is not on its way already, unless others
 * are asked for.
 */
async function dueByUnit<U extends UnitRecord = UnitRecord>(
  db: Database,
  { today, asOf, days, siteIds, transaction }: Asked,
  which = UNITS_KEPT,
) {
  const units = await db.rows<U>(which, [siteIds ?? null, today], transaction);
  const agreed = await agreedOn(db, asOf, { soon: addDays(asOf, days), transaction });
  const due = units.map((unit) => {
    const maintenance = agreed.maintenance({ ...unit, unitId: unit.id });
    return { unit, due: maintenance ? dueTasks(maintenance, asOf, days) : [] };
  });
  return { due, agreed };
}

const taskView = ({ task, dueOn, lateDays, reason, window, putOff }: DueTask) => ({
  key: task.key,
  title: task.title,
  dueOn: dueOn ?? null,
  lateDays,
  reason,
  window: window ?? null,
  putOff: putOff ?? null,
});

/** What is due at a site, with the tasks of each unit as they are planned from. */
export interface DueWork extends DueSite {
  readonly dueTasks: readonly DueTask[];
  readonly dueUnits: readonly {
    readonly unitId: string;
    readonly tag: string;
    readonly tasks: readonly DueTask[];
  }[];
}

/**
 * What is due by site, the latest first. Units whose work stands on a plan of today or later, or is under
 * way, are left out: it is on its way, whichever day is asked about. Seasons that went by undone wait for
 * somebody to decide and are planned by nobody.
 */
export async function dueSites(db: Database, asked: Asked): Promise<DueWork[]> {
  const { due, agreed } = await dueByUnit(db, asked);
  const { asOf, transaction } = asked;
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
  const planned = due
    .map(({ unit, due: all }) => ({ unit, due: all.filter((task) => !task.missed) }))
    .filter((own) => own.due.length > 0);
  const sites = [...groupBy(planned, ({ unit }) => unit.siteId)].flatMap(([siteId, own]) => {
    const tasks = own.flatMap((unit) => unit.due);
    const [first] = own;
    if (!first) return [];
    const { site, customer, customerId, lat, lon } = first.unit;
    return [
      {
        siteId,
        site,
        customer,
        lat,
        lon,
        minutes: SITE_MINUTES + tasks.reduce((sum, task) => sum + task.minutes, 0),
        minutesAllowed: agreed.site(siteId, customerId).minutesAllowed ?? null,
        lateDays: Math.max(...tasks.map((task) => task.lateDays)),
        units: own.map(({ unit, due: ownTasks }) => ({
          unitId: unit.id,
          tag: unit.tag,
          tasks: ownTasks.map(taskView),
        })),
        conditions: (conditionsAt.get(siteId) ?? []).map(({ tag, kind, hazard, openedOn }) => ({
          tag,
          kind,
          hazard,
          overdue: conditionStanding(kind, openedOn, asOf).overdue,
        })),
        openCalls: callsAt.get(siteId) ?? 0,
        dueTasks: tasks,
        dueUnits: own.map(({ unit, due: ownTasks }) => ({ unitId: unit.id, tag: unit.tag, tasks: ownTasks })),
      },
    ];
  });
  return sites.sort(
    (a, b) => b.lateDays - a.lateDays || b.minutes - a.minutes || compareText(a.site, b.site),
  );
}

/** Seasons that went by undone, until somebody decides about them or the next one begins; by site. */
export async function missedSeasons(db: Database, today: PlainDate): Promise<MissedSeason[]> {
  const { due } = await dueByUnit(db, { today, asOf: today, days: 0 });
  return due
    .flatMap(({ unit, due: all }) =>
      all.flatMap(({ missed, ...task }) =>
        missed
          ? [
              {
                unitId: unit.id,
                tag: unit.tag,
                siteId: unit.siteId,
                site: unit.site,
                windowTo: missed.to,
                ...taskView(task),
              },
            ]
          : [],
      ),
    )
    .sort((a, b) => compareText(a.site, b.site) || compareText(a.tag, b.tag));
}

/** Sites with work that is late and stands on a plan: planned is not done. The latest first. */
export async function latePlanned(db: Database, today: PlainDate): Promise<LatePlanned[]> {
  type Planned = UnitRecord & { readonly plannedOn: PlainDate | null; readonly crew: string | null };
  const { due } = await dueByUnit<Planned>(db, { today, asOf: today, days: 0 }, UNITS_ON_THEIR_WAY);
  const late = due.flatMap(({ unit, due: all }) => {
    const lateDays = Math.max(0, ...all.filter((task) => !task.missed).map((task) => task.lateDays));
    return lateDays > 0 ? [{ unit, lateDays }] : [];
  });
  return [...groupBy(late, ({ unit }) => `${unit.siteId} ${unit.plannedOn} ${unit.crew}`).values()]
    .map((own) => {
      const { siteId, site, customer, plannedOn, crew } = (own[0] as (typeof own)[number]).unit;
      const lateDays = Math.max(...own.map((one) => one.lateDays));
      return { siteId, site, customer, plannedOn, crew, units: own.length, lateDays };
    })
    .sort((a, b) => b.lateDays - a.lateDays || compareText(a.site, b.site));
}
