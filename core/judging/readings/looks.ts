import type { ReadingPoint } from '#core/evidence';
import type { CauseId } from './causes.ts';
import { EFFECT_OFF } from './expected.ts';
import type { Ranking } from './ranked.ts';
import { READ_AT, SHOWN, SHOWN_MANY, type Seen } from './shown.ts';

/** Something that is looked at or tried, and parts what readings cannot [common practice]. */
interface Look {
  readonly words: string;
  readonly minutes: number;
  /** What is seen where each of these is the cause: how often. */
  readonly yes: Partial<Readonly<Record<CauseId, number>>>;
  /** How often the same is seen where it is something else. */
  readonly otherwise: number;
  readonly only?: 'air' | 'water';
  /** What can hurt whoever does it. */
  readonly mind?: string;
}

const LOOKS: readonly Look[] = [
  {
    words: 'is every condenser fan turning, the right way round and at full speed?',
    ...{ minutes: 1, yes: { 'condenser fan': 0.95 }, otherwise: 0.02, only: 'air' },
  },
  {
    words: 'look through the condenser coil with a light, between its rows too: is it dirty?',
    ...{ minutes: 3, yes: { 'condenser fouled': 0.92 }, otherwise: 0.1, only: 'air' },
  },
  {
    words: 'does the condenser draw warm air again, its own or another unit’s?',
    ...{ minutes: 2, yes: { recirculates: 0.9 }, otherwise: 0.05, only: 'air' },
  },
  {
    words:
      'look at filter, belt, wheel and indoor coil: is something in the way of the air, or the coil iced?',
    ...{ minutes: 4, yes: { 'low indoor air': 0.92 }, otherwise: 0.08 },
    mind: 'Fan off and locked before a hand goes in.',
  },
  {
    words: 'where does the outdoor damper stand: open further than it should?',
    ...{ minutes: 2, yes: { 'outdoor air': 0.92 }, otherwise: 0.05 },
  },
  {
    words: 'is there oil on joints, valves or coils, or does a detector tell?',
    ...{ minutes: 8, yes: { 'low charge': 0.7 }, otherwise: 0.05 },
  },
  {
    words:
      'stop it, run the condenser fan until lines and outdoors are alike: does the pressure stand above saturation?',
    ...{ minutes: 20, yes: { 'foreign gas': 0.92 }, otherwise: 0.03, only: 'air' },
  },
  {
    words: 'feel along the liquid line: does it turn colder at the drier or a bend?',
    ...{ minutes: 2, yes: { restriction: 0.75 }, otherwise: 0.04 },
  },
  {
    words:
      'is the bulb tight on a clean pipe and wrapped, and does the suction pressure follow a warm hand on it?',
    ...{ minutes: 6, yes: { 'feeds too little': 0.85, 'feeds too much': 0.85 }, otherwise: 0.06 },
  },
  {
    words: 'is a metering device, or its piston, in place at all?',
    ...{ minutes: 15, yes: { 'no metering device': 0.95 }, otherwise: 0.01 },
    mind: 'The charge is recovered first.',
  },
  {
    words: 'swap two legs at the compressor and start it: do the pressures part?',
    ...{ minutes: 10, yes: { 'turns backwards': 0.97 }, otherwise: 0.01 },
    mind: 'Disconnect open, locked and measured dead first.',
  },
  {
    words: 'close the liquid valve for a moment: does the suction fail to pull down?',
    ...{ minutes: 8, yes: { 'compressor weak': 0.9 }, otherwise: 0.06 },
    mind: 'Stop above 0 psig: a compressor never runs in vacuum.',
  },
  {
    words: 'amps on every leg of the compressor: does it stand?',
    ...{ minutes: 2, yes: { 'does not run': 0.97 }, otherwise: 0.01 },
    mind: 'Live, line volts.',
  },
  {
    words: 'water through the coil: pressure drop, strainer, valves: is it too little?',
    ...{ minutes: 4, yes: { 'low water flow': 0.92 }, otherwise: 0.05, only: 'water' },
  },
];

/** What to do next, and which of what may be wrong it parts. */
export interface Next {
  readonly words: string;
  readonly minutes: number;
  readonly mind?: string;
  /** A reading nobody took yet. */
  readonly point?: ReadingPoint;
  /** What is learnt by it, in bits. */
  readonly bits: number;
}

/** Getting there and writing it down, minutes [our choice]. */
const EACH = 1;
const READING_MINUTES = 2;
const READING_WORDS: Partial<Record<ReadingPoint, string>> = {
  'liquid after drier': 'liquid line after the drier',
  'amps L1': 'compressor amps',
};
/** Less is learnt by chance. */
const LEAST_BITS = 0.05;

const bitsOf = (p: number): number => (p <= 0 || p >= 1 ? 0 : -p * Math.log2(p) - (1 - p) * Math.log2(1 - p));

/** What parts most of what may be wrong for its minutes: looks first, since a look often beats ten readings. */
export function nextOf(
  { standing, sound, expected, covariance }: Ranking,
  seen: Seen,
  water: boolean,
): Next[] {
  const looked = LOOKS.filter(({ only }) => !only || (only === 'water') === water).map((look): Next => {
    const { words, minutes, yes, otherwise, mind } = look;
    const chance = (cause: CauseId) => yes[cause] ?? otherwise;
    const rest = Math.max(0, 1 - standing.reduce((sum, { share }) => sum + share, 0));
    const all = standing.reduce((sum, { cause, share }) => sum + share * chance(cause), rest * otherwise);
    const within = standing.reduce(
      (sum, { cause, share }) => sum + share * bitsOf(chance(cause)),
      rest * bitsOf(otherwise),
    );
    return { words, minutes, ...(mind && { mind }), bits: Math.max(0, bitsOf(all) - within) };
  });
  const told = [...standing, { share: sound, shown: expected }];
  const total = told.reduce((sum, { share }) => sum + share, 0);
  const unsure = told.reduce(
    (sum, { share }) => sum - (share / total) * Math.log2(Math.max(1e-9, share / total)),
    0,
  );
  const unread = SHOWN.flatMap((shown, i): Next[] => {
    if (!Number.isNaN(seen.values[i]!) || (water && shown === 'condenser leaving')) return [];
    const mean = told.reduce((sum, one) => sum + one.share * one.shown[i]!, 0) / total;
    const between = told.reduce((sum, one) => sum + one.share * (one.shown[i]! - mean) ** 2, 0) / total;
    const point = READ_AT[shown];
    const effects =
      told.reduce((sum, one) => sum + one.share * (one.shown[i]! - expected[i]!) ** 2, 0) / total;
    const off = covariance[i * SHOWN_MANY + i]! + EFFECT_OFF.each ** 2 * effects;
    // What a reading tells of means that lie apart, in noise of this size (Shannon 1948).
    const bits = Math.min(0.5 * Math.log2(1 + between / off), unsure);
    return [{ words: `read the ${READING_WORDS[point] ?? point}`, minutes: READING_MINUTES, point, bits }];
  });
  return [...looked, ...unread]
    .filter(({ bits }) => bits >= LEAST_BITS)
    .sort((a, b) => b.bits / (b.minutes + EACH) - a.bits / (a.minutes + EACH));
}
