import { dollars } from '#core/base/money';
import { TRADE_TASKS, type Cadence, type TaskList } from '#core/upkeep/maintenance';
import type { PlainDate } from '#core/base/time';
import type { Priority, UnitKind } from '#core/base/vocabulary';

/** Whose job a task is. What is nobody's is not done, and not missed either. */
export const WHOSE = ['ours', 'the customer’s', 'nobody’s'] as const;
export type Whose = (typeof WHOSE)[number];

/** How a task is agreed; what is left out is as the level above has it. */
export interface TaskTerms {
  readonly whose?: Whose | undefined;
  readonly cadence?: Cadence | undefined;
  /** Minutes on one unit. */
  readonly minutes?: number | undefined;
}

/** Who may approve work, and up to how much without asking anybody else. */
export interface Approval {
  readonly name: string;
  readonly phone?: string | undefined;
  /** Dollars and cents as cents; null where nobody has set a limit. */
  readonly upToCents: number | null;
}

export const PRICE_PER = ['year', 'month', 'visit'] as const;
export interface Price {
  readonly cents: number;
  readonly per: (typeof PRICE_PER)[number];
}

/** What is agreed for a customer, a site or a unit; what is left out is as the level above has it. */
export interface Terms {
  /** False: calls only, nothing is maintained. */
  readonly maintained?: boolean | undefined;
  /** By the key of the task. */
  readonly tasks?: Readonly<Record<string, TaskTerms>> | undefined;
  /** Minutes on a site that one visit may take before somebody has to ask. */
  readonly minutesAllowed?: number | undefined;
  readonly approval?: Approval | undefined;
  /** Hours within which somebody comes, by priority. */
  readonly responseHours?: Readonly<Partial<Record<Priority, number>>> | undefined;
  /** A price at a site stands for that site alone; the customer's covers the rest. */
  readonly price?: Price | undefined;
}

/** Terms for one site or for one unit: exactly one of the two is named. */
export interface Refinement {
  readonly siteId?: string | undefined;
  readonly unitId?: string | undefined;
  readonly terms: Terms;
}

export interface Agreement {
  readonly id: string;
  readonly customerId: string;
  readonly from: PlainDate;
  readonly until: PlainDate | null;
  readonly terms: Terms;
  readonly refinements: readonly Refinement[];
}

/** What a company does as a rule on a kind of machine; a task that is left out is as the task list has it. */
export type KindTerms = Readonly<Partial<Record<UnitKind, Readonly<Record<string, TaskTerms>>>>>;

/**
 * What a company does where nothing else is agreed: its task list, and what it does otherwise on some kinds.
 */
export interface Programme {
  readonly tasks: TaskList;
  readonly kinds: KindTerms;
}

/** The trade's usual, where a company has set nothing. */
export const TRADE_PROGRAMME: Programme = { tasks: TRADE_TASKS, kinds: {} };

/** @example priceWords({ cents: 480_000, per: 'year' }) // "$4,800 a year" */
export const priceWords = ({ cents, per }: Price): string => `${dollars(cents)} a ${per}`;
