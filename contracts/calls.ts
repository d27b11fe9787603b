import { z } from 'zod';
import { QUESTIONS, type QuestionName } from '#core/heard';
import type { RecentWork } from '#core/intake';
import { PRIORITIES, STAKES, SYSTEMS, type CallKind } from '#core/base/vocabulary';
import {
  CANCELLED_AS,
  WAITING_FOR,
  type CallState,
  type CancelledAs,
  type OutcomeGrade,
  type WaitingFor,
  CALL_STATES,
} from '#core/record/work';
import type { AgreedAtSite } from './agreements.ts';
import { id, instant, listQuery, longText, plainDate, shortText, version } from './common.ts';
import type { ConditionView, RecommendedView, StandingView } from './units.ts';
import type { GettingIn } from './visits.ts';

const degrees = z.number().min(-60, 'colder than any room').max(200, 'hotter than any room');

const QUESTION_NAMES = Object.keys(QUESTIONS) as [QuestionName, ...QuestionName[]];
/** Answers to what the words called for; what was not asked is not there. */
const answers = Object.fromEntries(QUESTION_NAMES.map((name) => [name, shortText.optional()])) as Record<
  QuestionName,
  z.ZodOptional<typeof shortText>
>;
/** Whether what the caller thought it was turned out so. */
export const THEORY_HELD = ['it was so', 'it was so in part', 'it was not so'] as const;
const told = z.strictObject({ ...answers, theoryHeld: z.enum(THEORY_HELD).optional() });
export type Told = z.infer<typeof told>;

export const callFields = z.object({
  unitId: id.nullable(),
  complaint: longText.min(1, 'what does the caller say?'),
  system: z.enum(SYSTEMS).nullable(),
  caller: shortText.nullable(),
  callerPhone: shortText.nullable(),
  told,
  area: shortText.nullable(),
  roomF: degrees.nullable(),
  setPointF: degrees.nullable(),
  stake: z.enum(STAKES).nullable(),
  priority: z.enum(PRIORITIES),
  promisedAt: instant.nullable(),
  crewId: id.nullable(),
  scheduledOn: plainDate.nullable(),
  /** How long it takes on site, minutes; what calls usually take where nobody has said. */
  minutes: z.int().min(5, 'at least five minutes').max(1440, 'at most a day').nullable(),
  /** How many people it takes. */
  people: z.int().min(1, 'at least one').max(6, 'at most six').nullable(),
});
export const newCall = callFields
  .partial()
  .extend({
    id,
    siteId: id,
    receivedAt: instant,
    complaint: callFields.shape.complaint,
    priority: callFields.shape.priority,
  });
/** A stop at a supply counter at which the parts of a call are fetched. */
export const newFetch = z.object({ id, siteId: id });
export type NewFetch = z.infer<typeof newFetch>;

/** A step of the desk in the life of a call. Planning is done by giving crew and day. */
export const deskStep = z.discriminatedUnion('step', [
  z.object({
    step: z.literal('cancel'),
    as: z.enum(CANCELLED_AS, 'why is it cancelled?'),
    note: shortText.optional(),
  }),
  z.object({ step: z.literal('restore') }),
  z.object({
    step: z.literal('call again'),
    caller: shortText.min(1, 'who is calling?'),
    phone: shortText.optional(),
    note: shortText.optional(),
  }),
  z.object({ step: z.literal('reopen'), note: shortText.min(1, 'why is it opened again?') }),
  z.object({
    step: z.literal('wait'),
    waitingFor: z.enum(WAITING_FOR, 'what does it wait for?'),
    note: shortText.optional(),
  }),
  z.object({ step: z.literal('ready'), note: shortText.optional() }),
]);
export const callPatch = callFields.partial().extend({
  version,
  /** The call is about another site: only while nobody has been there. */
  siteId: id.optional(),
  step: deskStep.optional(),
});
export const callList = listQuery([
  'received',
  'priority',
  'site',
  'ref',
  'unit',
  'complaint',
  'state',
]).extend({
  status: z.enum(['open', 'all']).optional().default('open'),
  priority: z.enum(PRIORITIES).optional(),
  state: z.enum(CALL_STATES).optional(),
});
export type CallOnly = Partial<Pick<z.infer<typeof callList>, 'priority' | 'state'>>;

export type DeskStep = z.infer<typeof deskStep>;
export type NewCall = z.infer<typeof newCall>;
export type CallPatch = z.infer<typeof callPatch>;

/** What the desk has before it, all of it and not a page. */
export interface CallCounts {
  readonly open: number;
  readonly atOnce: number;
  readonly withoutCrew: number;
}

export interface CallRow {
  readonly id: string;
  readonly ref: string;
  readonly kind: string;
  readonly state: CallState;
  /** Since when it is in this state. */
  readonly since: string;
  readonly waitingFor: WaitingFor | null;
  readonly cancelledAs: CancelledAs | null;
  /** Who is there now, by name; null while nobody is. */
  readonly onSite: string | null;
  readonly siteId: string;
  readonly site: string;
  readonly customer: string;
  readonly unitId: string | null;
  readonly unit: string | null;
  readonly receivedAt: string;
  readonly complaint: string;
  readonly system: string | null;
  readonly priority: string | null;
  readonly crewId: string | null;
  readonly crew: string | null;
  readonly scheduledOn: string | null;
  readonly promisedAt: string | null;
  readonly completedAt: string | null;
  readonly visitId: string | null;
}

export interface CallPage extends CallRow {
  readonly caller: string | null;
  readonly minutes: number | null;
  readonly people: number | null;
  readonly callerPhone: string | null;
  readonly told: Told;
  readonly area: string | null;
  readonly roomF: number | null;
  readonly setPointF: number | null;
  readonly stake: string | null;
  readonly timeZone: string;
  readonly version: number;
  readonly visits: readonly {
    readonly id: string;
    readonly plannedFor: string | null;
    readonly crew: string | null;
    readonly entries: number;
    readonly arrivedAt: string | null;
    readonly leftAt: string | null;
  }[];
  /** Of a return: what it comes back for, where that has been closed without it. */
  readonly closedMeanwhile: { readonly kind: string; readonly on: string } | null;
  /** What stands open on its unit, or was left, found or measured on its visits. */
  readonly standing: readonly StandingView[];
  readonly recommended: readonly RecommendedView[];
  /** What it came to, unit by unit. */
  readonly outcomes: readonly {
    readonly subjectId: string;
    readonly subject: string;
    readonly grade: OutcomeGrade;
    readonly watchUntil: string | null;
  }[];
  /** What the desk did to it, oldest first. */
  readonly events: readonly {
    readonly at: string;
    readonly kind: string;
    readonly by: string | null;
    /** Of planning: who was to go, and when. */
    readonly crew: string | null;
    readonly day: string | null;
    readonly note: string | null;
  }[];
}

/** What is known of a site's units the moment a call about it comes in. */
export interface KnownAtIntake {
  readonly siteId: string;
  readonly agreed: AgreedAtSite;
  readonly gettingIn: GettingIn;
  readonly openCalls: readonly CallRow[];
  readonly units: readonly {
    readonly id: string;
    readonly tag: string;
    readonly kind: string;
    readonly status: string;
    readonly areaServed: string | null;
    readonly sentence: string;
    readonly flagKinds: readonly string[];
    readonly lastVisitAt: string | null;
    readonly conditions: readonly ConditionView[];
  }[];
  /** Who goes there anyway, soonest first. */
  readonly due: readonly {
    readonly visitId: string;
    readonly crewId: string;
    readonly crew: string;
    readonly day: string;
    /** Minutes of the day; null where the order of that day is not made. */
    readonly startAt: number | null;
    readonly for: readonly CallKind[];
  }[];
  /** What was repaired there within the days of a callback, by unit. */
  readonly lately: {
    /** The day at the site. */
    readonly today: string;
    readonly callbackDays: number;
    readonly units: readonly RecentWork[];
  };
  /** Technicians by how often they were on this site, the one who knows it first. */
  readonly knownTo: readonly {
    readonly name: string;
    readonly crewId: string | null;
    readonly visits: number;
  }[];
}
