import type { Said } from '#core/base/quantities';

/**
 * What a measurement says: value, unit, the band it should lie in and where the band comes from, and what
 * would make it surer.
 */

/**
 * Where an expected band comes from. A plate always wins; then the company's setting; else what the trade
 * expects.
 */
type BandFrom = 'plate' | 'company setting' | 'published' | 'common practice' | 'worked out';

export interface Band {
  readonly low?: number | undefined;
  readonly high?: number | undefined;
  readonly from: BandFrom;
  /** The plate entry, the publication, or "common practice". */
  readonly source: Said;
}

/** Where a value lies in its band; null where there is no band. */
export type Position = 'below' | 'inside' | 'above';
/** What is to be done about it; null where the value alone is to be read. */
export type Advice = 'act' | 'wait' | 'measure first';
type Confidence = 'high' | 'fair' | 'low';

export interface Answer {
  readonly name: string;
  readonly value: number;
  /** Customary unit; a key of the quantity's units. */
  readonly unit: string;
  readonly quantity: string;
  readonly band?: Band | undefined;
  /** The same reading on the machine beside it. */
  readonly sister?: { readonly value: number; readonly where: string } | undefined;
  readonly position: Position | null;
  readonly advice: Advice | null;
  readonly confidence: Confidence;
  /** What it means, or why it has to wait and what to do first. */
  readonly text: Said;
  /** What would make it surer. */
  readonly improve: readonly Said[];
  readonly formula: string;
  readonly source: string;
  readonly decimals: number;
}

/** Where a value lies in its band; a band open on one side is met there. */
export function positionIn(value: number, band: Band | undefined): Position | null {
  if (!band || (band.low === undefined && band.high === undefined)) return null;
  if (band.low !== undefined && value < band.low) return 'below';
  if (band.high !== undefined && value > band.high) return 'above';
  return 'inside';
}

/**
 * An answer with its position from its band, unless one is given. Where nothing says where it should lie and
 * something could be measured that would, the advice is to measure that first.
 */
export function answer(
  given: Partial<Answer> & Pick<Answer, 'name' | 'value' | 'unit' | 'quantity' | 'formula' | 'source'>,
): Answer {
  if (!Number.isFinite(given.value))
    throw new RangeError(`${given.name} cannot be worked out from these readings`);
  const position = given.position === undefined ? positionIn(given.value, given.band) : given.position;
  const missing = position === null && (given.improve ?? []).length > 0;
  return {
    confidence: 'high',
    text: '',
    improve: [],
    decimals: 1,
    ...given,
    position,
    advice: given.advice ?? (missing ? 'measure first' : null),
  };
}

/**
 * Answers in the order in which they are read: what has to be acted on before everything else, the rest as it
 * came.
 */
export const urgentFirst = <A extends Pick<Answer, 'advice'>>(answers: readonly A[]): A[] => [
  ...answers.filter(({ advice }) => advice === 'act'),
  ...answers.filter(({ advice }) => advice !== 'act'),
];

/** The one word an answer comes down to: what to do, where something is to be done, else where it lies. */
export const standing = ({
  position,
  advice,
}: Pick<Answer, 'position' | 'advice'>): Advice | Position | null => advice ?? position;
