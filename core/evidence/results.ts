import {
  approachPart,
  cardOf,
  condenserSplitPart,
  currentPart,
  dischargePart,
  evaporatingPart,
  evaporatorPart,
  flueCoPart,
  headPart,
  mixedAirPart,
  partlyAnswered,
  ratioPart,
  roomPart,
  splitPart,
  subcoolingPart,
  superheatPart,
  voltagePart,
  type CardPart,
  type CardValues,
  type PlateFact,
} from '#core/measuring/cards';
import { DEFAULT_LIMITS, type Answer, type MeasuringLimits } from '#core/measuring/answers';
import { convert } from '#core/base/quantities';
import { REFRIGERANTS } from '#core/measuring/refrigerant';
import { READING_POINTS, type ReadingPoint, type ReadingSet } from './points.ts';

/** Why one answer cannot be given from readings that are there. */
interface ReadingTrouble {
  readonly name: string;
  readonly why: string;
}

/**
 * What the record knows of the circuit that was measured; a plate's target wins over the company's limits.
 */
export type CircuitFacts = Partial<Record<PlateFact, number | string | null>>;

type Mode = ReadingSet['mode'];
const COOLING: readonly Mode[] = ['cooling'];
const HEATING: readonly Mode[] = ['heating'];
const RUNNING: readonly Mode[] = ['cooling', 'heating'];
const ALWAYS: readonly Mode[] = ['cooling', 'heating', 'off'];

/** A card that a set is asked as a whole. */
function wholeCard(id: string): CardPart {
  return (values, limits) => cardOf(id)?.answers(values, limits) ?? [];
}

/**
 * What a set of readings is asked, and in which mode: the parts of the bench cards, so that sheet and bench
 * never disagree.
 */
const ASKED: readonly { readonly name: string; readonly modes: readonly Mode[]; readonly part: CardPart }[] =
  [
    // What is about people comes first.
    { name: 'CO in the room', modes: ALWAYS, part: roomPart },
    // Whoever has measured it measured a flame, whatever the set is called.
    { name: 'CO air-free', modes: ALWAYS, part: flueCoPart },
    { name: 'head pressure', modes: RUNNING, part: headPart },
    { name: 'superheat', modes: COOLING, part: superheatPart },
    { name: 'evaporating', modes: COOLING, part: evaporatingPart },
    { name: 'subcooling', modes: COOLING, part: subcoolingPart },
    { name: 'approach', modes: COOLING, part: approachPart },
    { name: 'condenser split', modes: COOLING, part: condenserSplitPart },
    { name: 'evaporator difference', modes: COOLING, part: evaporatorPart },
    { name: 'pressure ratio', modes: COOLING, part: ratioPart },
    { name: 'discharge line', modes: RUNNING, part: dischargePart },
    { name: 'mixed air', modes: RUNNING, part: mixedAirPart },
    { name: 'split', modes: COOLING, part: splitPart },
    { name: 'static', modes: RUNNING, part: wholeCard('static') },
    { name: 'rise', modes: HEATING, part: wholeCard('rise') },
    { name: 'gas pressure', modes: HEATING, part: wholeCard('gas-pressure') },
    { name: 'flame signal', modes: HEATING, part: wholeCard('flame-signal') },
    { name: 'loop', modes: RUNNING, part: wholeCard('loop') },
    { name: 'voltage unbalance', modes: ALWAYS, part: voltagePart },
    { name: 'current unbalance', modes: RUNNING, part: currentPart },
  ];

/** Where points of a set go on the cards that a set is asked; the others are kept and shown as measured. */
const CARD_NAMES: Partial<Record<ReadingPoint, readonly string[]>> = {
  'suction pressure': ['suction'],
  'suction line': ['suctionLine'],
  'liquid pressure': ['liquid'],
  'liquid line': ['liquidLine'],
  'return air': ['returnAir'],
  'supply air': ['supplyAir'],
  'mixed air': ['mixed'],
  'filter drop': ['filterDrop'],
  'coil drop': ['coilDrop'],
  'return static': ['returnStatic'],
  'supply static': ['supplyStatic'],
  'return wet bulb': ['returnWet', 'indoorWet'],
  'supply wet bulb': ['supplyWet'],
  'discharge line': ['discharge'],
  'inlet gas, standing': ['static'],
  'inlet gas, firing': ['running'],
  'manifold gas': ['manifold'],
  'flame signal': ['signal'],
  'flue oxygen': ['o2'],
  'flue CO': ['co'],
  'room CO': ['ambient'],
  'water in': ['entering'],
  'water out': ['leaving'],
  'water flow': ['gpm'],
  'volts L1-L2': ['v12'],
  'volts L2-L3': ['v23'],
  'volts L3-L1': ['v31'],
  'amps L1': ['a1'],
  'amps L2': ['a2'],
  'amps L3': ['a3'],
};

/** A set of readings as the cards take it, in customary units. What nobody measured is not there. */
function cardValues(set: ReadingSet, facts: CircuitFacts): CardValues {
  const read = set.readings.flatMap(({ point, value, unit }) => {
    const customary = convert(READING_POINTS[point].quantity, unit, READING_POINTS[point].unit, value);
    return (CARD_NAMES[point] ?? []).map((name) => [name, customary] as const);
  });
  const known = {
    // A refrigerant whose curve is not on record answers nothing.
    refrigerant: Object.hasOwn(REFRIGERANTS, String(facts.refrigerant)) ? facts.refrigerant : undefined,
    device: facts.metering,
    // A target is of what the machine does now.
    target: set.mode === 'heating' ? facts.manifoldInWc : facts.subcoolingTargetF,
    approachTarget: facts.approachTargetF,
    riseMin: facts.riseMinF,
    riseMax: facts.riseMaxF,
    gas: facts.gas,
    plate: facts.volts,
    dual: facts.dualVolts,
    phase: facts.phase,
    tons: facts.tons,
    outdoor: set.outdoorF,
    minutes: set.minutesRunning,
    condenser: set.condenser,
  };
  return Object.fromEntries([
    ...read,
    ...Object.entries(known).filter(([, value]) => value !== undefined && value !== null),
  ]) as CardValues;
}

/**
 * Everything a set of readings says, worked out by the parts of the bench cards: charge by every school, the
 * cycle, the cooling split, volts and amps. An answer that needs a reading nobody took is absent, not zero;
 * one that lies outside a curve comes back under `troubles` with the reason, and leaves the others standing.
 * Charge answers wait, with why, where the conditions do not allow a judgement.
 */
export function readingAnswers(
  set: ReadingSet,
  facts: CircuitFacts,
  limits: MeasuringLimits = DEFAULT_LIMITS,
): { answers: Answer[]; troubles: ReadingTrouble[] } {
  const values = cardValues(set, facts);
  const answers: Answer[] = [];
  const troubles: ReadingTrouble[] = [];
  for (const { name, modes, part } of ASKED) {
    if (!modes.includes(set.mode)) continue;
    const { answers: said, why } = partlyAnswered({ answers: part }, values, limits);
    answers.push(...said);
    if (why !== undefined) troubles.push({ name, why });
  }
  return { answers, troubles };
}
