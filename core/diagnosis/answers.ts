import { BLOWS, type Observed } from './evidence.ts';
import { observedWords } from './wordings.ts';

/** How an observation is answered: by one of a few taps, or by a number in a unit. */
export interface Answers {
  readonly taps: readonly { readonly words: string; readonly seen: Observed }[];
  /** Where a number can be typed instead, its unit and what it makes. */
  readonly number?: {
    readonly unit: 'V' | 'Ω' | 'A' | 'µF';
    readonly seen: (reads: number, sister?: number) => Observed;
    /** It is worth most beside what the same of another leg, stage, circuit or unit shows. */
    readonly hasSister?: true;
  };
}

/**
 * The answers to what is asked.
 *
 * @param sound what a sound machine shows: the first tap of a measured value is that value
 * @param pilot the machine lights one
 */
export function answersTo(asks: Observed, sound: Observed, pilot = false): Answers {
  const tap = (seen: Observed, words = observedWords(seen)) => ({ words, seen });
  switch (asks.kind) {
    case 'ran': {
      const turns =
        ['inducer', 'blower', 'pump'].includes(asks.what) || /^(compressor|condenser fan)/.test(asks.what);
      return {
        taps: [
          tap({ ...asks, how: 'yes' }, 'yes'),
          tap({ ...asks, how: 'no' }, 'no'),
          ...(turns ? [tap({ ...asks, how: 'hums' }, 'hums')] : []),
        ],
      };
    }
    case 'after':
    case 'comes and goes':
    case 'circumstance':
    case 'wiggled':
    case 'locked out':
    case 'look':
    case 'pulled':
      return { taps: [tap({ ...asks, yes: true }, 'yes'), tap({ ...asks, yes: false }, 'no')] };
    case 'pressures':
      return { taps: [tap({ ...asks, part: true }, 'yes'), tap({ ...asks, part: false }, 'no')] };
    case 'blows':
      return { taps: BLOWS.map((how) => tap({ ...asks, how }, how)) };
    case 'flame':
      return {
        taps: (
          [
            ...(['stays', 'goes out in seconds', 'goes out after minutes'] as const),
            ...(pilot ? (['pilot only'] as const) : []),
            'none',
          ] as const
        ).map((how) =>
          tap(
            { ...asks, how },
            {
              stays: 'it stays',
              'goes out in seconds': 'out in seconds',
              'goes out after minutes': 'out after minutes',
              'pilot only': 'the pilot only',
              none: 'no flame',
            }[how],
          ),
        ),
      };
    case 'supply':
    case 'volts': {
      const should = 'reads' in sound ? Number(sound.reads) : 0;
      return {
        taps: [...new Set([should, 0])].map((reads) => tap({ ...asks, reads }, `${reads} V`)),
        number: { unit: 'V', seen: (reads) => ({ ...asks, reads }) },
      };
    }
    case 'ohms':
      return {
        taps: [tap({ ...asks, reads: null }, 'open')],
        number: { unit: 'Ω', seen: (reads, sister) => beside({ ...asks, reads }, sister), hasSister: true },
      };
    case 'alone':
      return {
        taps: [tap({ ...asks, reads: null }, 'open')],
        number: { unit: 'Ω', seen: (reads) => ({ ...asks, reads }) },
      };
    case 'amps':
      return {
        taps: [tap({ ...asks, reads: 0 }, 'none')],
        number: { unit: 'A', seen: (reads, sister) => beside({ ...asks, reads }, sister), hasSister: true },
      };
    case 'microfarads':
      return { taps: [], number: { unit: 'µF', seen: (reads) => ({ ...asks, reads }) } };
    case 'done':
    case 'code':
    case 'changed':
      return { taps: [tap(asks)] };
  }
}

const beside = (seen: Extract<Observed, { kind: 'ohms' | 'amps' }>, sister: number | undefined): Observed =>
  sister === undefined ? seen : { ...seen, sister };
