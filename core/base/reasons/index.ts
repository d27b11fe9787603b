import type { Measured } from '#core/base/quantities';

/*
 * Reasons are data: the rule that spoke and what it looked at. Each area has a table of its rules (rules.ts)
 * and words for them (words.ts), core/said joins the words; nothing ever takes a sentence apart.
 */

/** A reason by one of the rules of a table `{rule: what it looked at}`. */
export type ReasonOf<Rules> = {
  [R in keyof Rules & string]: { readonly rule: R; readonly params: Readonly<Rules[R]> };
}[keyof Rules & string];

/**
 * Makes the reasons of one table of rules.
 *
 * @example const because = reasonsOf<IntakeRules>(); because('water', {})
 */
export const reasonsOf =
  <Rules>() =>
  <R extends keyof Rules & string>(rule: R, params: Readonly<Rules[R]>): ReasonOf<Pick<Rules, R>> =>
    ({ rule, params }) as ReasonOf<Pick<Rules, R>>;

/** A reason in words. */
export interface Worded {
  readonly rule: string;
  /** One sentence: what the rule found. */
  readonly text: string;
  /** What it looked at, each with where that came from. */
  readonly inputs: readonly { readonly label: string; readonly value: string; readonly source: string }[];
  readonly threshold?: string;
  readonly changedBy?: string;
}

/** What a rule says of what it looked at. */
export type Says = Omit<Worded, 'rule' | 'inputs'> & { readonly inputs?: Worded['inputs'] };
/** A quantity in the units of whoever reads. */
export type Show = (measured: Measured) => string;
/** Words for every rule of a table. */
export type WordsOf<Rules> = {
  readonly [R in keyof Rules]: (params: Readonly<Rules[R]>, show: Show) => Says;
};

/** Where an input came from that stands on a visit's sheet. */
export const FROM_SHEET = 'visit sheet';

/** Words of a rule that needs nothing put into them. */
export const plain =
  (text: string): (() => Says) =>
  () => ({ text });
