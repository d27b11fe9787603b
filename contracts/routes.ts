import type { DueWindow, PutOff } from '#core/upkeep/maintenance';
import { z } from 'zod';
import type { StopTrouble } from '#core/planning/routing';
import type { StartPlace } from './crews.ts';
import type { ReasonView } from './common.ts';
import type { GettingIn } from './visits.ts';

export const dueQuery = z.object({
  days: z
    .string()
    .regex(/^\d{1,3}$/)
    .optional()
    .default('14')
    .transform(Number)
    .pipe(z.number().min(1).max(400, 'at most thirteen months ahead')),
});
interface DueTaskView {
  readonly key: string;
  readonly title: string;
  readonly dueOn: string | null;
  readonly lateDays: number;
  readonly reason: ReasonView;
  /** The days within which it is done; null where nothing says when it was last done. */
  readonly window: DueWindow | null;
  /** Somebody was there for it and could not do it. */
  readonly putOff: PutOff | null;
}

export const loadQuery = z.object({
  weeks: z
    .string()
    .regex(/^\d{1,2}$/)
    .optional()
    .default('13')
    .transform(Number)
    .pipe(z.number().min(1).max(26, 'at most half a year')),
});

/** Minutes of each week of something; weeks in order. */
export interface LoadLine {
  readonly name: string;
  readonly minutes: readonly number[];
  /** Minutes there are for it; null where there is no such limit. */
  readonly there: readonly number[] | null;
}

/**
 * What comes round in the weeks ahead, against the hours there are. Minutes of one person; drives are not in
 * it.
 */
export interface LoadView {
  /** The Monday of each week. */
  readonly weeks: readonly string[];
  readonly maintenance: readonly number[];
  /** Calls that are to be expected by the same season and weekday; null where too few days are on record. */
  readonly calls: readonly number[] | null;
  readonly there: readonly number[];
  readonly customers: readonly LoadLine[];
  /** By the crew that knows the site best; sites that none knows stand in a line of their own. */
  readonly crews: readonly LoadLine[];
  /** Work that asks for a skill or licence, against the hours of those who have it. */
  readonly skills: readonly LoadLine[];
}

/** Work that is late and stands on a plan: planned, and not done. */
export interface LatePlanned {
  readonly siteId: string;
  readonly site: string;
  readonly customer: string;
  readonly plannedOn: string | null;
  readonly crew: string | null;
  readonly units: number;
  readonly lateDays: number;
}

/** A season of a unit that went by undone. */
export interface MissedSeason extends DueTaskView {
  readonly unitId: string;
  readonly tag: string;
  readonly siteId: string;
  readonly site: string;
  readonly windowTo: string;
}

export interface DueSite {
  readonly siteId: string;
  readonly site: string;
  readonly customer: string;
  readonly lat: number | null;
  readonly lon: number | null;
  readonly minutes: number;
  /** Minutes one visit may take as agreed; null where nobody has set a limit. */
  readonly minutesAllowed: number | null;
  readonly lateDays: number;
  readonly units: readonly {
    readonly unitId: string;
    readonly tag: string;
    readonly tasks: readonly DueTaskView[];
  }[];
  /** Conditions left open on any unit of the site and calls waiting, so that one visit serves all. */
  readonly conditions: readonly {
    readonly tag: string;
    readonly kind: string;
    readonly hazard: boolean;
    readonly overdue: boolean;
  }[];
  readonly openCalls: number;
}

/**
 * One crew's day as it stands: what there is to load, where to go, in which order, and what to know there.
 */
export interface RoutePage {
  readonly id: string;
  readonly day: string;
  /** Its start is null where the yard has been taken off the map since. */
  readonly crew: { readonly id: string; readonly name: string; readonly start: StartPlace | null };
  readonly people: readonly string[];
  /** Null on a day on which the crew does not work any more. */
  readonly shift: { readonly start: number; readonly end: number } | null;
  readonly timeZone: string;
  readonly version: number;
  readonly departAt: number | null;
  readonly backAt: number | null;
  readonly driveMinutes: number | null;
  /** Drive times come from straight lines, not from an engine that knows the roads. */
  readonly estimated: boolean;
  readonly publishedAt: string | null;
  readonly changedSince: boolean;
  readonly stops: readonly RouteStop[];
  /** Filters to load, all stops added up; and units whose filters nobody has written down. */
  readonly filters: readonly { readonly size: string; readonly count: number }[];
  readonly filtersUnknown: readonly string[];
  readonly history: readonly RouteHistory[];
}

export interface RouteStop extends GettingIn {
  readonly visitId: string;
  readonly siteId: string;
  readonly site: string;
  readonly customer: string;
  readonly address: string | null;
  readonly lat: number | null;
  readonly lon: number | null;
  readonly driveMinutes: number | null;
  readonly arriveAt: number | null;
  readonly startAt: number | null;
  readonly leaveAt: number | null;
  readonly arrivedAt: string | null;
  readonly leftAt: string | null;
  readonly locked: boolean;
  readonly troubles: readonly StopTrouble[];
  /** Hours of that day; null where nobody knows. */
  readonly open: readonly (readonly [number, number])[] | null;
  readonly work: readonly string[];
  /** The units there is something to do on. */
  readonly units: readonly { readonly id: string; readonly tag: string }[];
}

/** One change of a crew's day, in names. */
export interface RouteHistory {
  readonly id: string;
  readonly at: string;
  readonly by: string | null;
  readonly put: readonly string[];
  readonly taken: readonly string[];
  /** The same stops in another order. */
  readonly reordered: boolean;
}
