import type { QuantityName } from '#core/base/quantities';
import type { Matrix } from './algebra.ts';
import type { Group } from './causes.ts';
import { SHOWN, SHOWN_MANY, vectorOf, type Around, type Shown } from './shown.ts';

/** What a technician reckons with: a line, a difference of two, a share. */
export interface Term {
  readonly name: string;
  /** How much of each thing shown is in it. */
  readonly of: Float64Array;
  /** How much of each condition. */
  readonly around: Partial<Record<keyof Around, -1 | 1>>;
  readonly quantity: QuantityName;
  readonly unit: string;
}

const term = (
  name: string,
  of: Partial<Record<Shown, number>>,
  around: Term['around'] = {},
  [quantity, unit]: readonly [QuantityName, string] = ['temperatureDifference', 'Δ°F'],
): Term => ({ ...{ name, around, quantity, unit }, of: vectorOf(of) });

/** In the words of the bench, so that a number has one name everywhere. */
const TERMS: readonly Term[] = [
  term('superheat', { 'suction line': 1, evaporating: -1 }),
  term('subcooling', { condensing: 1, 'liquid line': -1 }),
  term('condenser split', { condensing: 1 }, { outdoorF: -1 }),
  term('evaporator difference', { evaporating: -1 }, { ontoCoilF: 1 }),
  term('split', { supply: -1 }, { ontoCoilF: 1 }),
  term('approach', { 'liquid line': 1 }, { outdoorF: -1 }),
  term('drop over the drier', { 'liquid line': 1, 'after drier': -1 }),
  term('condenser air rise', { 'condenser leaving': 1 }, { outdoorF: -1 }),
  term('condensing over evaporating', { condensing: 1, evaporating: -1 }),
  term('discharge line', { discharge: 1 }, {}, ['temperature', '°F']),
  term('amps of rated load', { amps: 1 }, {}, ['percent', '%']),
];
const WATER: Readonly<Record<string, string>> = {
  'condenser split': 'condensing over water',
  approach: 'liquid line over water',
};

/** One number as it was read, and as it would be read. */
export interface Compared {
  readonly name: string;
  readonly quantity: QuantityName;
  readonly unit: string;
  readonly read: number;
  readonly sound: number;
  /** One standard deviation of what reading and expectation are off by together. */
  readonly off: number;
  /** As each explanation would show it, in the order in which they were given. */
  readonly wouldRead: readonly number[];
}

/**
 * Every term whose readings are there.
 *
 * @param values what was read, NaN where nothing was
 * @param shown what the sound machine shows, then each explanation
 */
export function comparedBy(
  values: Float64Array,
  around: Around,
  shown: readonly Float64Array[],
  covariance: Matrix,
  water: boolean,
): Compared[] {
  return TERMS.flatMap(({ name, of, around: parts, quantity, unit }) => {
    const used = SHOWN.map((_, i) => i).filter((i) => of[i] !== 0);
    const stands = Object.entries(parts) as [keyof Around, number][];
    if (used.some((i) => Number.isNaN(values[i]!))) return [];
    if (stands.some(([key]) => around[key] === undefined) || (water && name === 'condenser air rise'))
      return [];
    const fixed = stands.reduce((sum, [key, sign]) => sum + sign * (around[key] as number), 0);
    const reckoned = (from: Float64Array) => used.reduce((sum, i) => sum + of[i]! * from[i]!, fixed);
    const variance = used.reduce(
      (sum, r) => sum + used.reduce((row, c) => row + of[r]! * of[c]! * covariance[r * SHOWN_MANY + c]!, 0),
      0,
    );
    const [sound = NaN, ...wouldRead] = shown.map(reckoned);
    return [
      {
        ...{ name: (water && WATER[name]) || name, quantity, unit, sound, wouldRead },
        ...{ read: reckoned(values), off: Math.sqrt(variance) },
      },
    ];
  });
}

/** So far from what is expected that it is told, in standard deviations: one in twenty by chance. */
export const STANDS_OUT = 2;
export const standsOut = ({ read, sound, off }: Compared): boolean =>
  Math.abs(read - sound) >= STANDS_OUT * off;

/** Numbers by which a technician knows each, the surest first [common practice]; else whatever tells most. */
const KNOWN_BY: Readonly<Partial<Record<Group, readonly string[]>>> = {
  'too little charge': ['subcooling', 'superheat'],
  'too much in the condenser': ['subcooling', 'condenser split'],
  'fed too little': ['drop over the drier', 'superheat'],
  'fed too much': ['superheat'],
  'compressor weak': ['condensing over evaporating', 'amps of rated load'],
  'turns backwards': ['condensing over evaporating'],
  'does not run': ['amps of rated load', 'condensing over evaporating'],
  'condenser gives off too little': ['condenser split'],
  'too little indoor air': ['split', 'evaporator difference'],
  'outdoor air': ['split'],
  water: ['condensing over water'],
};

/**
 * The number that tells most for an explanation: the one by which it is known where that stands out, else the one that
 * fits it and is furthest from what the sound machine shows. Undefined where nothing speaks for it.
 *
 * @param explanation its place among what would be read
 */
export function tellingFor(
  terms: readonly Compared[],
  explanation: number,
  group: Group,
): Compared | undefined {
  const speaks = ({ read, sound, off, wouldRead }: Compared) =>
    ((read - sound) / off) ** 2 - ((read - (wouldRead[explanation] as number)) / off) ** 2;
  const speaking = terms.filter((one) => speaks(one) > 1).sort((a, b) => speaks(b) - speaks(a));
  const known = (KNOWN_BY[group] ?? []).flatMap((name) => speaking.find((one) => one.name === name) ?? []);
  return known.find(standsOut) ?? speaking[0];
}
