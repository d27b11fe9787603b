/** What a measurement says: value, unit, the band it should lie in and where the band comes from, and what would make it surer. */

/** Where an expected band comes from. A plate always wins; then the company's setting; else what the trade expects. */
export type BandFrom = 'plate' | 'company setting' | 'published' | 'common practice' | 'worked out';

export interface Band {
  readonly low?: number | undefined;
  readonly high?: number | undefined;
  readonly from: BandFrom;
  /** The plate entry, the publication, or "common practice". */
  readonly source: string;
}

export type AnswerVerdict = 'within' | 'low' | 'high' | 'act' | 'wait' | 'says nothing';
export type Confidence = 'high' | 'fair' | 'low';

export interface Answer {
  readonly name: string;
  readonly value: number;
  /** Customary unit; a key of the quantity's units. */
  readonly unit: string;
  readonly quantity: string;
  readonly band?: Band | undefined;
  /** The same reading on the machine beside it. */
  readonly sister?: { readonly value: number; readonly where: string } | undefined;
  readonly verdict: AnswerVerdict;
  readonly confidence: Confidence;
  /** What it means, or why it has to wait and what to do first. */
  readonly text: string;
  /** What would make it surer. */
  readonly improve: readonly string[];
  readonly formula: string;
  readonly source: string;
  readonly decimals: number;
}

/** Where a value lies in its band; a band open on one side is met there. */
export function placeIn(value: number, band: Band | undefined): 'within' | 'low' | 'high' | 'says nothing' {
  if (!band || (band.low === undefined && band.high === undefined)) return 'says nothing';
  if (band.low !== undefined && value < band.low) return 'low';
  if (band.high !== undefined && value > band.high) return 'high';
  return 'within';
}

/** An answer with its verdict from its band, unless one is given. */
export function answer(
  given: Partial<Answer> & Pick<Answer, 'name' | 'value' | 'unit' | 'quantity' | 'formula' | 'source'>,
): Answer {
  if (!Number.isFinite(given.value))
    throw new RangeError(`${given.name} cannot be worked out from these readings`);
  return {
    verdict: placeIn(given.value, given.band),
    confidence: 'high',
    text: '',
    improve: [],
    decimals: 1,
    ...given,
  };
}
