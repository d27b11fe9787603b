import { z } from 'zod';
import type { StartPlace } from './crews.ts';
import { id, plainDate, type ReasonView } from './common.ts';

const number = z.number();

export const routingProblem = z.object({
  shift: z.object({ start: number, end: number }),
  stops: z
    .array(
      z.object({
        id,
        name: z.string(),
        serviceMinutes: number,
        windows: z.array(z.tuple([number, number])),
        penalty: number,
      }),
    )
    .max(60),
  travel: z.object({
    samples: z.array(number),
    places: number,
    minutes: z.array(z.array(number)),
    /** From straight lines, where no engine knows the roads; routes of before say nothing of it. */
    estimated: z.boolean().optional(),
  }),
});

export const plan = z.object({
  departAt: number,
  stops: z
    .array(z.object({ stopId: id, driveMinutes: number, arriveAt: number, startAt: number, leaveAt: number }))
    .max(60)
    .readonly(),
  returnAt: number,
  driveMinutes: number,
  waitMinutes: number,
  workMinutes: number,
  unserved: z.array(z.object({ stopId: id, why: z.string() })).readonly(),
  cost: number,
  quality: z.enum(['proved best', 'best found']),
});

export const dueQuery = z.object({
  days: z
    .string()
    .regex(/^\d{1,3}$/)
    .optional()
    .default('14')
    .transform(Number)
    .pipe(z.number().min(1).max(120)),
});
export const problemBody = z.object({
  day: plainDate,
  crewId: id,
  siteIds: z.array(id).min(1, 'choose at least one site').max(60, 'at most 60 sites a day'),
});
export const newRoute = z.object({
  id,
  day: plainDate,
  crewId: id,
  siteIds: problemBody.shape.siteIds,
  plan,
});

export type ProblemBody = z.infer<typeof problemBody>;
export type NewRoute = z.infer<typeof newRoute>;
export type PlanView = z.infer<typeof plan>;
export interface DueTaskView {
  readonly key: string;
  readonly title: string;
  readonly dueOn: string | null;
  readonly lateDays: number;
  readonly reason: ReasonView;
}

/** A season of a unit that went by undone. */
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

export interface ProblemView {
  readonly problem: z.infer<typeof routingProblem>;
  /** Sites without a position cannot be planned; each says so. */
  readonly left: readonly { readonly siteId: string; readonly site: string; readonly why: string }[];
  readonly notes: readonly string[];
}

export interface RouteRow {
  readonly id: string;
  readonly day: string;
  readonly crewId: string;
  readonly crew: string;
  readonly stops: number;
  readonly returnAt: number;
}

export interface RoutePage {
  readonly id: string;
  readonly day: string;
  /** Its start is null where the yard has been taken off the map since. */
  readonly crew: { readonly id: string; readonly name: string; readonly start: StartPlace | null };
  readonly timeZone: string;
  readonly problem: z.infer<typeof routingProblem>;
  readonly plan: PlanView;
  readonly stops: readonly {
    readonly siteId: string;
    readonly site: string;
    readonly customer: string;
    readonly address: string | null;
    readonly access: string | null;
    readonly lat: number | null;
    readonly lon: number | null;
    readonly work: readonly string[];
    readonly visitId: string | null;
  }[];
}
