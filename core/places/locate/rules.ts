import { reasonsOf, type ReasonOf } from '#core/base/reasons';

interface Clue {
  /** What it adds to the score; negative where it speaks against the unit. */
  readonly points: number;
  /** Words of the complaint that were found, each with the word it was found as. */
  readonly found: readonly { readonly word: string; readonly as: string }[];
  readonly names: readonly string[];
}

/** What each rule about which unit is meant looked at. */
export interface LocateRules {
  serial: { points: number; serial: string };
  tag: { points: number; tag: string };
  poles: { points: number; poles: readonly number[]; of: string };
  area: Clue;
  control: Clue;
  panel: Clue;
  site: Clue;
  customer: Clue;
  model: Clue;
  'kind named': Clue;
  'what is felt': { points: number; word: string; system: string; kind: string; does: boolean };
  'left open': { points: number; conditions: readonly string[] };
  'open call': { points: number };
  state: { points: number; status: string };
}

/** A reason by one of the rules about which unit is meant. */
export type LocateReason = ReasonOf<LocateRules>;
/** Makes a reason by one of them. */
export const because = reasonsOf<LocateRules>();
