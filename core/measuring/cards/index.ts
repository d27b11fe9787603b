/**
 * Bench cards: the arithmetic of the trade as questions with answers, bands, formulas and sources. Screens
 * render them.
 */
import { AIR_CARDS } from './air.ts';
import { DEFAULT_LIMITS, type Answer, type MeasuringLimits } from '#core/measuring/answers';
import { judgeInput, Partly, type Card, type CardPart, type CardValues } from './card.ts';
import { CONDUCTOR_CARD } from './conductor.ts';
import { ELECTRICAL_CARDS } from './electrical.ts';
import { FLUE_CARD } from './flue.ts';
import { GAS_CARDS } from './gas.ts';
import { HEAT_PUMP_CARD } from './heatPump.ts';
import { LINE_LENGTH_CARD } from './lineLength.ts';
import { REFRIGERANT_CARDS } from './refrigerant.ts';
import { STATIC_CARD } from './static.ts';
import { TIGHTNESS_CARDS } from './tightness.ts';
import { WATER_CARDS } from './water.ts';

export * from './card.ts';
export * from './plate.ts';
export * from './cautions.ts';
export { splitPart } from './air.ts';
export { mixedAirPart } from './outdoorAir.ts';
export { approachPart, subcoolingPart, superheatPart } from './charge.ts';
export { flueCoPart, roomPart } from './flue.ts';
export { LIVE } from './inputs.ts';
export {
  condenserSplitPart,
  dischargePart,
  evaporatingPart,
  evaporatorPart,
  headPart,
  ratioPart,
} from './cycle.ts';
export { currentPart, voltagePart } from './unbalance.ts';

export const CARDS: readonly Card[] = [
  ...REFRIGERANT_CARDS,
  LINE_LENGTH_CARD,
  ...AIR_CARDS,
  STATIC_CARD,
  HEAT_PUMP_CARD,
  FLUE_CARD,
  ...GAS_CARDS,
  ...ELECTRICAL_CARDS,
  CONDUCTOR_CARD,
  ...TIGHTNESS_CARDS,
  ...WATER_CARDS,
];

export const cardOf = (id: string): Card | undefined => CARDS.find((card) => card.id === id);

/** Cards that fit what is typed: every word begins a word of the card. Nothing typed: all. */
export function findCards(typed: string): readonly Card[] {
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
  return CARDS.filter((card) => {
    const there = `${card.title} ${card.words} ${card.group}`.toLowerCase().split(/[^\p{L}\p{N}₂]+/u);
    return words.every((word) => there.some((t) => t.startsWith(word)));
  });
}

/** What somebody typed into a card: a number with its unit, or a choice. */
export type CardEntries = Readonly<
  Record<string, { readonly value: number | string; readonly unit?: string | undefined }>
>;

/**
 * A card as filled in, with every input brought to its customary unit and judged, and the answers worked out
 * from them. `errors` names what cannot be and why; what does not need it is answered all the same.
 *
 * @throws RangeError for a card that does not exist
 */
export function workedOut(
  cardId: string,
  entries: CardEntries,
  limits?: MeasuringLimits,
): {
  inputs: Record<string, object & { value: number | string }>;
  answers: Answer[];
  errors: { input: string | null; why: string }[];
} {
  const card = cardOf(cardId);
  if (!card) throw new RangeError(`there is no card ${cardId}`);
  const errors: { input: string | null; why: string }[] = [];
  const attempt = <T>(input: string | null, work: () => T): T | undefined => {
    try {
      return work();
    } catch (error) {
      if (!(error instanceof RangeError)) throw error;
      errors.push({ input, why: error.message });
      return undefined;
    }
  };
  const read = Object.entries(entries).map(
    ([name, given]) =>
      [
        name,
        attempt(name, () => readEntry(card, name, given)) ?? { ...given, customary: given.value },
      ] as const,
  );
  const wrong = new Set(errors.map(({ input }) => input));
  const values = Object.fromEntries(
    read.flatMap(([name, { customary }]) => (wrong.has(name) ? [] : [[name, customary]])),
  );
  const { answers, why } = partlyAnswered(card, values, limits);
  return {
    inputs: Object.fromEntries(read),
    answers: [...answers],
    errors: why === undefined ? errors : [...errors, { input: null, why }],
  };
}

/** What a card can answer, and why not the rest. */
export function partlyAnswered(
  card: { readonly answers: CardPart },
  values: CardValues,
  limits: MeasuringLimits = DEFAULT_LIMITS,
): { readonly answers: readonly Answer[]; readonly why?: string } {
  try {
    return { answers: card.answers(values, limits) };
  } catch (error) {
    if (error instanceof Partly) return { answers: error.answers, why: error.message };
    if (error instanceof RangeError) return { answers: [], why: error.message };
    throw error;
  }
}

function readEntry(
  card: Card,
  name: string,
  given: CardEntries[string],
): { value: number | string; customary: number | string } {
  const input = card.inputs.find((i) => i.name === name);
  if (!input) throw new RangeError('this card asks for no such thing');
  if (typeof given.value === 'string') {
    if (!input.choices?.includes(given.value))
      throw new RangeError(`is none of ${input.choices?.join(', ') ?? 'its choices'}`);
    return { ...given, value: given.value, customary: given.value };
  }
  if (!Number.isFinite(given.value)) throw new RangeError('is no number');
  const { value, quality } = judgeInput(input, given.value, given.unit ?? input.unit ?? '');
  return { ...given, value: given.value, customary: value, ...quality };
}
