import {
  convert,
  judgeReading,
  plainNumber,
  QUANTITIES,
  typedQuantity,
  type Quality,
  type QuantityName,
} from '#core/base/quantities';
import { DEFAULT_LIMITS, type Answer, type MeasuringLimits } from '#core/measuring/answers';

/** One thing a card asks for. */
export interface CardInput {
  readonly name: string;
  readonly label: string;
  readonly quantity?: QuantityName | undefined;
  /** Customary unit the card computes in. */
  readonly unit?: string | undefined;
  /** Answers to choose from, for what is no number. */
  readonly choices?: readonly string[] | undefined;
  readonly optional?: boolean | undefined;
  /** What it is taken to be until somebody says otherwise; shown, never silent. */
  readonly usual?: number | string | undefined;
  /** Which fact of an open unit fills this in. */
  readonly plate?: PlateFact | undefined;
  /** Nothing and less than nothing is no value of it. */
  readonly positive?: boolean | undefined;
  /** A number without a quantity of its own (a count, a rating). */
  readonly plain?: boolean | undefined;
}

/** Facts of a unit that fill cards in by themselves. */
export type PlateFact =
  | 'refrigerant'
  | 'metering'
  | 'subcoolingTargetF'
  | 'approachTargetF'
  | 'riseMinF'
  | 'riseMaxF'
  | 'inputBtuh'
  | 'manifoldInWc'
  | 'gas'
  | 'volts'
  | 'dualVolts'
  | 'phase'
  | 'tons'
  | 'elevationFt'
  | 'motorPulleyIn'
  | 'blowerPulleyIn'
  | 'motorFlaA'
  | 'mcaA'
  | 'mocpA';

/** What was typed, in the customary unit of each input; choices as their text. Absent: not measured. */
export type CardValues = Readonly<Record<string, number | string | undefined>>;

export interface Card {
  readonly id: string;
  readonly title: string;
  /** Words it is found by beside its title. */
  readonly words: string;
  readonly group: 'refrigerant' | 'air' | 'gas heat' | 'electrical' | 'tightness' | 'water';
  readonly inputs: readonly CardInput[];
  readonly formula: string;
  readonly source: string;
  readonly caution?: string | undefined;
  /**
   * Answers to whatever can be answered from what was given, by the company's limits where it has its own.
   *
   * @throws RangeError with the physical reason when something cannot be
   */
  readonly answers: (values: CardValues, limits?: MeasuringLimits) => Answer[];
}

/**
 * A part of a card that answers on its own, from the same values; sets of readings are made of these. Nothing
 * where a value it needs is not there.
 *
 * @throws RangeError with the physical reason when something cannot be
 */
export type CardPart = (values: CardValues, limits: MeasuringLimits) => Answer[];

/** Something cannot be worked out; what can be is here all the same. */
export class Partly extends RangeError {
  readonly answers: readonly Answer[];
  constructor(message: string, answers: readonly Answer[]) {
    super(message);
    this.answers = answers;
  }
}

/**
 * A card's answers as those of its parts, one after the other. A part that cannot be worked out takes no
 * other with it: an answer about people never waits for another field.
 *
 * @throws Partly with the reasons and what the other parts say
 */
export const inParts =
  (...parts: readonly CardPart[]): Card['answers'] =>
  (values, limits = DEFAULT_LIMITS) => {
    const answers: Answer[] = [];
    const reasons: string[] = [];
    for (const part of parts)
      try {
        answers.push(...part(values, limits));
      } catch (error) {
        if (!(error instanceof RangeError)) throw error;
        reasons.push(error.message);
      }
    if (reasons.length > 0) throw new Partly([...new Set(reasons)].join('; '), answers);
    return answers;
  };

/** Height above the sea: thinner air, and gauges that start from a lower atmosphere. */
export const elevation: CardInput = {
  name: 'elevation',
  label: 'Elevation',
  quantity: 'elevation',
  unit: 'ft',
  optional: true,
  usual: 0,
  plate: 'elevationFt',
};

/** A value of an input, judged. */
interface JudgedInput {
  /** In the customary unit of the input. */
  readonly value: number;
  readonly quality: Quality;
  /** What to ask where it would be a usual value in another unit. */
  readonly ask?: string;
}

/**
 * A value as typed, in its own unit or that of its field.
 *
 * @throws RangeError with what to write, or why it cannot be
 */
export function readInput(
  input: CardInput,
  typed: string,
  unit: string,
): JudgedInput & { readonly typed: number; readonly unit: string } {
  const read = input.quantity
    ? typedQuantity(input.quantity, unit, typed)
    : { value: plainNumber(typed), unit: '' };
  return { ...judgeInput(input, read.value, read.unit), typed: read.value, unit: read.unit };
}

/**
 * A value with its unit, in the customary unit of its input; judged before anything is concluded from it.
 *
 * @throws RangeError why it cannot be
 */
export function judgeInput(input: CardInput, value: number, unit: string): JudgedInput {
  if (input.positive && !(value > 0))
    throw new RangeError('lies above zero, or is left empty where nobody knows it');
  if (!input.quantity) return { value, quality: { quality: 'good' } };
  const quality = judgeReading(input.quantity, unit, value);
  const ask = quality.quality === 'doubtful' ? otherUnit(input, value, unit) : undefined;
  return {
    value: convert(input.quantity, unit, input.unit as string, value),
    quality,
    ...(ask ? { ask } : {}),
  };
}

/**
 * Whether a doubtful value would be a usual one in another unit of its quantity: then the unit is asked
 * about, not changed.
 */
export function otherUnit(input: CardInput, value: number, unit: string): string | undefined {
  if (!input.quantity) return undefined;
  const others = Object.keys(QUANTITIES[input.quantity].units).filter((other) => other !== unit);
  const usual = others.find((other) => {
    try {
      return judgeReading(input.quantity as QuantityName, other, value).quality === 'good';
    } catch {
      return false;
    }
  });
  return usual ? `Is it ${value} ${usual}?` : undefined;
}

const number = (values: CardValues, name: string): number | undefined => {
  const value = values[name];
  return typeof value === 'number' && Number.isFinite(value) ? value : undefined;
};

/** Reads values of a card by name; `all` gives them only when every one of them is there. */
export function reader(values: CardValues): {
  num: (name: string) => number | undefined;
  text: <T extends string>(name: string) => T | undefined;
  all: <const N extends readonly string[]>(...names: N) => { [K in keyof N]: number } | undefined;
} {
  return {
    num: (name) => number(values, name),
    text: <T extends string>(name: string) =>
      typeof values[name] === 'string' && values[name] !== '' ? (values[name] as T) : undefined,
    all: (...names) => {
      const found = names.map((name) => number(values, name));
      return found.some((v) => v === undefined) ? undefined : (found as never);
    },
  };
}
