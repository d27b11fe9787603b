import { z } from 'zod';
import {
  PRICE_PER,
  WHOSE,
  type Agreement,
  type CallRate,
  type CallsAvoided,
  type SiteTerms,
  type UnitTerms,
} from '#core/upkeep/agreements';
import { SEASON_DECISIONS, type AgreedFor, type Cadence } from '#core/upkeep/maintenance';
import type { MachineThere } from '#core/machine';
import { isPlainDate } from '#core/base/time';
import { PRIORITIES } from '#core/base/vocabulary';
import { id, listQuery, longText, name, plainDate, shortText, version } from './common.ts';

const months = z
  .array(z.int().min(1).max(12))
  .min(1, 'choose at least one month')
  .max(12)
  .refine((list) => new Set(list).size === list.length, 'each month once')
  .readonly();
/** A day that every year has. */
const dayOfYear = z
  .string()
  .refine(
    (text) => /^\d\d-\d\d$/.test(text) && isPlainDate(`2023-${text}`),
    'must be a day of every year, MM-DD',
  );

/** How often what comes round comes round. */
export const cadence = z.discriminatedUnion('by', [
  z.strictObject({
    by: z.literal('days'),
    days: z.int().min(1, 'at least one day').max(1830, 'at most five years'),
    months: months.optional(),
  }),
  z.strictObject({ by: z.literal('months'), months }),
  z.strictObject({
    by: z.literal('weekday'),
    nth: z.union([z.literal(1), z.literal(2), z.literal(3), z.literal(4), z.literal(-1)], 'which one?'),
    weekday: z.int('which weekday?').min(1).max(7),
    months: months.optional(),
  }),
  z
    .strictObject({ by: z.literal('season'), from: dayOfYear, to: dayOfYear })
    .refine(({ from, to }) => from !== to, { path: ['to'], message: 'must be another day than the first' }),
]);

/** Names a task in the company's list; the server refuses a name that it never had. */
export const taskKey = z.string().trim().min(1, 'which task?').max(60);
export const minutes = z
  .int()
  .min(1, 'at least a minute')
  .max(24 * 60, 'at most a day');
const taskTerms = z.strictObject({
  whose: z.enum(WHOSE).optional(),
  cadence: cadence.optional(),
  minutes: minutes.optional(),
});
export const tasksTerms = z.record(taskKey, taskTerms);

export const cents = z.int().min(0, 'at least nothing').max(1_000_000_000, 'at most ten million dollars');
const hours = z
  .number()
  .positive('more than no time')
  .max(24 * 60, 'at most 60 days');

export const terms = z.strictObject({
  maintained: z.boolean().optional(),
  tasks: tasksTerms.optional(),
  minutesAllowed: minutes.optional(),
  approval: z.strictObject({ name, phone: shortText.optional(), upToCents: cents.nullable() }).optional(),
  responseHours: z.partialRecord(z.enum(PRIORITIES), hours).optional(),
  price: z.strictObject({ cents, per: z.enum(PRICE_PER) }).optional(),
});

const refinement = z
  .strictObject({ siteId: id.optional(), unitId: id.optional(), terms })
  .refine(
    ({ siteId, unitId }) => (siteId === undefined) !== (unitId === undefined),
    'is for a site or a unit',
  );
const refinements = z.array(refinement).max(2000).readonly();

const period = { from: plainDate, until: plainDate.nullable() };
const inOrder = {
  check: ({ from, until }: { from?: string | undefined; until?: string | null | undefined }) =>
    !from || !until || until >= from,
  say: { path: ['until'], message: 'must not be before the first day' },
};

export const newAgreement = z
  .strictObject({ id, customerId: id, ...period, terms, refinements, notes: longText.nullable() })
  .refine(inOrder.check, inOrder.say);
export const agreementPatch = z
  .strictObject({
    version,
    from: plainDate.optional(),
    until: plainDate.nullable().optional(),
    terms: terms.optional(),
    refinements: refinements.optional(),
    notes: longText.nullable().optional(),
    withdrawn: z.boolean().optional(),
  })
  .refine(inOrder.check, inOrder.say);

/** The usual agreement for customers that have none: the company's programme, or calls only. */
export const usualAgreements = z.strictObject({
  id,
  from: plainDate,
  maintained: z.boolean(),
  agreements: z
    .array(z.strictObject({ id, customerId: id }))
    .min(1, 'choose at least one customer')
    .max(500, 'at most 500 at once'),
});
export const withdrawAgreements = z.strictObject({
  id,
  ids: z.array(id).min(1).max(500),
  withdrawn: z.boolean(),
});

export const AGREEMENT_STATES = ['none', 'running', 'begins later', 'ended'] as const;
export type AgreementState = (typeof AGREEMENT_STATES)[number];
export const agreementList = listQuery(['customer', 'state', 'from', 'until', 'units', 'price']).extend({
  state: z.enum(AGREEMENT_STATES).optional(),
});
export type AgreementOnly = Partial<Pick<z.infer<typeof agreementList>, 'state'>>;

/** What somebody decided about a season that went by undone; taken back by the same with `withdrawn`. */
export const seasonDecision = z.strictObject({
  id,
  unitId: id,
  task: taskKey,
  windowTo: plainDate,
  what: z.enum(SEASON_DECISIONS),
});

export type NewAgreement = z.infer<typeof newAgreement>;
export type AgreementPatch = z.infer<typeof agreementPatch>;
export type UsualAgreements = z.infer<typeof usualAgreements>;
export type WithdrawAgreements = z.infer<typeof withdrawAgreements>;
export type NewSeasonDecision = z.infer<typeof seasonDecision>;

export interface AgreementView extends Agreement {
  readonly notes: string | null;
  readonly version: number;
  readonly by: string | null;
}

/** A customer in the list of agreements: the one that runs, else the next, else the last. */
export interface AgreementRow {
  readonly id: string;
  readonly customer: string;
  readonly sites: number;
  readonly units: number;
  readonly state: AgreementState;
  readonly agreement: Omit<AgreementView, 'by'> | null;
  /** Visits a year to all of its sites together, as it is agreed; null without an agreement. */
  readonly visits: number | null;
}

/** What an agreement costs against what it may yield; a year is 365 days back from today. */
export interface AgreementWorth {
  /** Failures among the calls of the last two years, and the years of all machines together. */
  readonly own: CallRate;
  /** The same of machines that nobody maintains by agreement. */
  readonly others: CallRate;
  readonly units: number;
  /** Undefined where too little is on record to compare. */
  readonly avoided?: CallsAvoided | undefined;
  /**
   * What it is worth a year to the customer by what calls cost, cents; null where no call has a cost on
   * record.
   */
  readonly callCents: number | null;
  /** What the customer pays a year by the agreement, cents; null where no price is on record. */
  readonly paysCents: number | null;
  /** Minutes of work a year as agreed, and as it was on the sheets of the last year. */
  readonly plannedMinutes: number;
  readonly workedMinutes: number;
}

/** What a customer has on the roofs, for the terms to speak of. */
export interface AgreementPlace {
  readonly id: string;
  readonly name: string;
  readonly units: readonly (MachineThere & { readonly id: string; readonly tag: string })[];
}

export interface AgreementsOfCustomer {
  readonly customer: { readonly id: string; readonly name: string };
  /** The latest first; withdrawn ones are left out. */
  readonly agreements: readonly AgreementView[];
  readonly sites: readonly AgreementPlace[];
}

/** How a task stands on a unit, as its page shows it. */
export interface UnitTaskView {
  readonly key: string;
  readonly title: string;
  readonly whose: UnitTerms['tasks'][number]['whose'];
  readonly cadence: Cadence;
  readonly agreed: AgreedFor;
  readonly lastDone: string | null;
}

/** What is agreed for a site, as whoever answers the telephone or stands on the roof needs it. */
export interface AgreedAtSite extends SiteTerms {
  readonly state: AgreementState;
  readonly maintained: boolean;
  readonly until: string | null;
}
