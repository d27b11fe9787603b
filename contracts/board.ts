import { z } from 'zod';
import type {
  FleetProblem,
  PackedProblem,
  PlanningSettings,
  Solved,
  StopTrouble,
} from '#core/planning/routing';
import type { Priority } from '#core/base/vocabulary';
import type { CallState, WaitingFor } from '#core/record/work';
import type { StartPlace } from './crews.ts';
import { id, plainDate } from './common.ts';

/** As many days at once as are looked at or planned; a season ahead is planned in parts. */
const MOST_DAYS = 28;
const MOST_JOBS_A_DAY = 60;

const days = z.int().min(1, 'at least one day').max(MOST_DAYS, `at most ${MOST_DAYS} days at once`);
export const boardQuery = z.object({
  from: plainDate.optional(),
  days: z
    .string()
    .regex(/^\d{1,2}$/, 'how many days? a number')
    .optional()
    .default('1')
    .transform(Number)
    .pipe(days),
});

/**
 * What is planned: a visit there is, an open call, or what is due on some units of a site with the calls that
 * are seen to on the same visit.
 */
const jobAsked = z.union([
  z.strictObject({ visit: id }),
  z.strictObject({ call: id }),
  z.strictObject({ site: id, units: z.array(id).min(1).max(500), calls: z.array(id).max(50) }),
]);
export type JobAsked = z.infer<typeof jobAsked>;

export const planAsked = z.object({
  from: plainDate,
  days,
  /** Whose days; all crews that work where none is named. */
  crewIds: z.array(id).max(60),
  /** Sites at which what is due is to be planned. */
  siteIds: z.array(id).max(800, 'at most 800 sites at once'),
  /** Units of those sites that are left for another time. */
  unitsOut: z.array(id).max(2000).optional(),
  /** Calls that stand on no plan: some, or all. */
  calls: z.union([z.literal('all'), z.array(id).max(400)]),
  /** What is planned already stays on its day and crew, or may move where that is better by so much. */
  planned: z.enum(['stays', 'may move']),
  /** Time is left for the calls that will come, as many as in the same season on the same weekday. */
  keepFree: z.boolean(),
  /** Something ran over or a road is closed: what stands is kept unless it really matters. */
  repair: z.boolean().optional(),
  /** Drive times are asked for anew, and not taken as they were minutes ago. */
  roadsAnew: z.boolean().optional(),
  /** A crew that falls out: what stands on its days is planned anew, the rest changes as little as can be. */
  without: z
    .array(z.object({ crewId: id, day: plainDate }))
    .max(200)
    .optional(),
});
export type PlanAsked = z.infer<typeof planAsked>;

/** A day as a forecast has it at the company's yard. */
export interface ForecastDay {
  readonly day: string;
  readonly highF: number;
  readonly lowF: number;
}

export const searchEnd = z.object({ keep: z.boolean() });

export const newOrders = z.object({
  id,
  /** What is due is read as of this day, so many days ahead, as it was when it was planned. */
  from: plainDate,
  days,
  orders: z
    .array(
      z.object({
        crewId: id,
        day: plainDate,
        /** Version of the route as it was seen; null where there was none. */
        version: z.int().nullable(),
        jobs: z.array(jobAsked).max(MOST_JOBS_A_DAY, `at most ${MOST_JOBS_A_DAY} stops a day`),
      }),
    )
    .min(1)
    .max(400),
  /** Visits that come off the plan. */
  takeOff: z.array(id).max(400),
  /** Saved although something does not hold: somebody has seen what, and means it. */
  anyway: z.boolean(),
});
export type NewOrders = z.infer<typeof newOrders>;

/** A change of crews' days is put back; the id is that of the change this makes. */
export const undoBody = z.object({ id });
export const lockBody = z.object({ locked: z.boolean() });
export const splitBody = z.object({ id, calls: z.array(id).min(1, 'which calls go?').max(500) });
export type SplitBody = z.infer<typeof splitBody>;
export const publishBody = z.object({ id, from: plainDate, days, crewIds: z.array(id).max(60) });
export type PublishBody = z.infer<typeof publishBody>;

/** Problem type of orders in which something does not hold; each says what. */
export const DOES_NOT_HOLD = 'does-not-hold';

export type NoticeKind = 'planned' | 'moved' | 'called off';

/** Which visits a crew's day has, in order; as it is kept in the history of routes. */
export interface OrderOfDay {
  readonly crewId: string;
  readonly day: string;
  readonly visits: readonly string[];
}

/** A call at a stop, or one that waits for a place. */
export interface BoardCall {
  readonly id: string;
  readonly ref: string;
  readonly kind: string;
  readonly complaint: string;
  readonly unit: string | null;
  readonly unitId: string | null;
  readonly state: CallState;
  readonly priority: Priority | null;
  readonly receivedAt: string;
  readonly promisedAt: string | null;
  /** How long it takes and how many people, where somebody has said. */
  readonly minutes: number | null;
  readonly people: number | null;
}

/** The window in which a customer was told that somebody comes, minutes since midnight. */
export interface ToldWindow {
  readonly day: string;
  readonly from: number;
  readonly until: number;
}

export interface BoardSite {
  readonly siteId: string;
  readonly site: string;
  readonly customer: string;
  readonly lat: number | null;
  readonly lon: number | null;
}

/** Where a visit stands: on the plan, begun, or left. */
export interface BoardStop extends BoardSite {
  readonly visitId: string;
  /** Minutes since midnight; null where nobody has put it in order yet. */
  readonly driveMinutes: number | null;
  readonly arriveAt: number | null;
  readonly startAt: number | null;
  readonly leaveAt: number | null;
  readonly minutes: number;
  readonly arrivedAt: string | null;
  readonly leftAt: string | null;
  /** Somebody has written on its sheet: it stays where it is. */
  readonly begun: boolean;
  readonly locked: boolean;
  readonly troubles: readonly StopTrouble[];
  /** What its customer was told last; null where nobody was told. */
  readonly told: ToldWindow | null;
  /** Conditions of the site. */
  readonly hazards: readonly string[];
  /** What stands open there that can hurt somebody now. */
  readonly acute: readonly string[];
  readonly calls: readonly BoardCall[];
}

/** One crew's day on the board. */
export interface BoardDay {
  readonly crewId: string;
  readonly crew: string;
  readonly day: string;
  readonly works: boolean;
  /** Why it does not work, where it does not. */
  readonly why: string | null;
  readonly shift: { readonly start: number; readonly end: number } | null;
  /** It was out in the night and begins only then, minutes since midnight. */
  readonly restsUntil: number | null;
  readonly people: readonly string[];
  readonly onCall: readonly string[];
  readonly start: StartPlace | null;
  readonly routeId: string | null;
  readonly version: number | null;
  readonly departAt: number | null;
  readonly backAt: number | null;
  readonly driveMinutes: number | null;
  readonly estimated: boolean;
  readonly publishedAt: string | null;
  /** Something has changed since it was published. */
  readonly changedSince: boolean;
  readonly stops: readonly BoardStop[];
}

/** An open call that stands on no plan of today or later. */
export interface Unplanned extends BoardSite {
  readonly call: BoardCall;
  readonly receivedAt: string;
  /** It was planned for this day, and nobody came. */
  readonly missedOn: string | null;
  readonly missedBy: string | null;
}

export interface BoardView {
  readonly today: string;
  /** Minutes since midnight there. */
  readonly now: number;
  readonly timeZone: string;
  readonly days: readonly BoardDay[];
  /** The worst of them; `waiting` says how many there are in all. */
  readonly unplanned: readonly Unplanned[];
  readonly waiting: number;
  /** Calls that wait for parts, approval and the like; they are planned when that is there. */
  readonly onHold: readonly OnHold[];
  /** Supply counters at which parts are fetched. */
  readonly counters: readonly { readonly id: string; readonly name: string }[];
}

export interface OnHold extends BoardSite {
  readonly id: string;
  readonly ref: string;
  readonly complaint: string;
  readonly unit: string | null;
  readonly unitId: string | null;
  readonly waitingFor: WaitingFor;
  readonly since: string;
  readonly version: number;
  /** The stop at a supply counter at which its parts are fetched. */
  readonly fetchId: string | null;
  readonly fetchState: CallState | null;
  readonly fetchOn: string | null;
  readonly fetchBy: string | null;
}

/** What a job of the problem is, in words and on the map. */
export interface PlanJob extends BoardSite {
  readonly asked: JobAsked;
  /** "RTU-1: filters and belts" and the like, a line each. */
  readonly work: readonly string[];
  readonly lateDays: number;
  readonly calls: readonly BoardCall[];
  /** It stands on a crew's day, and nobody has put it in order yet. */
  readonly loose: boolean;
}

export interface PlanShift {
  readonly crewId: string;
  readonly crew: string;
  readonly day: string;
  readonly version: number | null;
  readonly start: StartPlace;
}

/**
 * Everything the search needs, and what its jobs and shifts stand for; jobs and shifts in the problem's
 * order.
 */
export interface PlanProblem {
  readonly problem: FleetProblem;
  readonly estimated: boolean;
  /** How the company plans, with what an hour costs it. */
  readonly planning: PlanningSettings;
  readonly jobs: readonly PlanJob[];
  readonly shifts: readonly PlanShift[];
  /** The plan as it stands: jobs by shift. */
  readonly orders: readonly (readonly number[])[];
  /**
   * Days on which nobody can do what stands on them: the crew is out, or does not work. Their jobs go to
   * others.
   */
  readonly orphaned: readonly {
    readonly crewId: string;
    readonly day: string;
    readonly version: number | null;
    readonly jobs: readonly number[];
  }[];
  readonly left: readonly { readonly siteId: string; readonly site: string; readonly why: string }[];
  readonly notes: readonly string[];
}

/** The same as it travels between server and desk. */
export type SentProblem = Omit<PlanProblem, 'problem'> & { readonly problem: PackedProblem };

export interface OrdersKept {
  readonly id: string;
  readonly routes: readonly { readonly crewId: string; readonly day: string; readonly version: number }[];
  /** Visits by the jobs that were asked for, so that a change can be undone. */
  readonly before: readonly OrderOfDay[];
  readonly after: readonly OrderOfDay[];
  readonly takenOff: readonly string[];
  /** Visits of these days that somebody has begun: they stay, whatever is undone. */
  readonly begun: readonly string[];
}

/** A search that has begun on the server, and what it searches for. */
export interface SearchStarted {
  readonly id: string;
  readonly view: SentProblem;
}

/** How a search on the server goes. */
export interface SearchView {
  /** Of its time, 0 to 1. */
  readonly share: number;
  /** The cost of the best plan so far, each time it fell. */
  readonly costs: readonly (readonly [seconds: number, cost: number])[];
  /** Null while it goes on. */
  readonly solved: Solved | null;
}
