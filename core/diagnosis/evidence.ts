import {
  AROUND,
  type AroundFault,
  type Call,
  type Effect,
  type Jumper,
  type Stage,
} from '#core/circuitry/ladder';
import type { PartId } from '#core/machine';
import type { Circumstance } from './circumstances.ts';

/**
 * What somebody saw, heard or measured at a machine with one thing asked of it. A sister is the same thing of another
 * leg, stage, circuit or unit: what it shows is what is expected here.
 */
export type Observed =
  /** It ran at any time of the call, or did not; or tried to and only hummed. With a jumper it is another machine. */
  | {
      readonly kind: 'ran';
      readonly call: Call;
      readonly what: Effect;
      readonly how: 'yes' | 'no' | 'hums';
      readonly jumper?: Jumper;
    }
  /** It still runs, or no longer, once the call has come to what it comes to. */
  | { readonly kind: 'after'; readonly call: Call; readonly what: Effect; readonly yes: boolean }
  | { readonly kind: 'locked out'; readonly call: Call; readonly yes: boolean }
  /** What comes out of the registers once it has come to what it comes to. */
  | { readonly kind: 'blows'; readonly call: Call; readonly how: (typeof BLOWS)[number] }
  | { readonly kind: 'flame'; readonly how: (typeof FLAMES)[number] }
  /** Volts between two terminals with the call on: what is there, or the most there was while it was watched. */
  | {
      readonly kind: 'volts';
      readonly call: Call;
      readonly between: readonly [string, string];
      readonly reads: number;
      readonly watched?: boolean;
      /** A wire or cable that is taken off at the unit meanwhile, by its rung. */
      readonly lifted?: string;
    }
  /** Volts between two legs at the panel that feeds it: they speak for every machine on it. */
  | { readonly kind: 'supply'; readonly between: readonly [string, string]; readonly reads: number }
  /** Ohms with the power off; null reads open. */
  | {
      readonly kind: 'ohms';
      readonly between: readonly [string, string];
      readonly reads: number | null;
      readonly sister?: number;
    }
  /** Ohms of one motor with its leads off: to the frame, or through its windings. */
  | {
      readonly kind: 'alone';
      readonly rung: string;
      readonly to: (typeof ALONE)[number];
      readonly reads: number | null;
    }
  /** A contactor or relay is in, by eye or by its buzz. */
  | { readonly kind: 'pulled'; readonly call: Call; readonly rung: string; readonly yes: boolean }
  /** Microfarads of a capacitor with its leads off. */
  | { readonly kind: 'microfarads'; readonly rung: string; readonly reads: number }
  /** Amps of one motor or heating element with the call on. */
  | {
      readonly kind: 'amps';
      readonly call: Call;
      readonly rung: string;
      readonly reads: number;
      readonly sister?: number;
    }
  /** Suction falls and head rises once a compressor runs, or they stay together. */
  | { readonly kind: 'pressures'; readonly stage: Stage; readonly part: boolean }
  /** A code of a board, as its chart has it: the parts it points at. Evidence, and no verdict. */
  | { readonly kind: 'code'; readonly code: string; readonly points: readonly PartId[] }
  /** The machine was altered: what was seen before speaks of the machine before. */
  | { readonly kind: 'changed'; readonly part: PartId; readonly how: (typeof CHANGES)[number] }
  /** Looked at: it is so, or it is not. */
  | { readonly kind: 'look'; readonly at: Looked; readonly yes: boolean }
  /** Nothing was touched, and it does it at some times and not at others. */
  | { readonly kind: 'comes and goes'; readonly call: Call; readonly yes: boolean }
  /** What was so when it failed: the weather, the season, what had been done. */
  | { readonly kind: 'circumstance'; readonly what: Circumstance; readonly yes: boolean }
  /** Moved by hand with the call on, and what it feeds started or stopped. */
  | { readonly kind: 'wiggled'; readonly rung: string; readonly yes: boolean }
  /** Done before a verdict, or waived with a reason: it narrows nothing, and opens a gate. */
  | { readonly kind: 'done'; readonly check: Check; readonly waived?: string };

/** What is looked for: what may be wrong around a machine, or what comes of it. */
export const LOOKED = [...AROUND, 'outdoor coil iced'] as const;
export type Looked = AroundFault | 'outdoor coil iced';

/** Where the ohms of a motor by itself are measured to. */
export const ALONE = ['the frame', 'its own leads'] as const;

/** What is done to a part that makes the machine another one. */
export const CHANGES = ['swapped', 'cleaned', 'adjusted', 'reset', 'charged', 'thawed'] as const;

/** What the air of the registers is. */
export const BLOWS = ['warm', 'cool', 'as the room', 'no air'] as const;

/** What a flame does on a call for heat. */
export const FLAMES = [
  'none',
  'pilot only',
  'goes out in seconds',
  'goes out after minutes',
  'stays',
] as const;

/** What is done before an expensive or dangerous verdict. */
export const CHECKS = [
  'compressor shell cool',
  'compressor leads off',
  'volts on every pair of legs',
  'gas at the valve measured',
  'spark gap, lead and ground looked at',
  'exchanger looked at',
  'gauge beside the switch',
  'volts at the motor',
  'capacitor measured',
  'belt, filter and coil looked at',
  'ohms to ground behind the fuse',
  'two legs swapped and tried',
  'what killed the last ones looked for',
  'supply volts measured at the panel',
  'charge and air judged by readings',
] as const;
export type Check = (typeof CHECKS)[number];

/** Somebody saw wrong, or it does now and then what it should not [from memory]. */
const SLIPS = 0.01;
/** Leads on the wrong terminals, or a number misread [from memory]. */
const METER_SLIPS = 0.003;
/** What a meter, and our values from memory, are off by: volts, and a share of what is read. */
const VOLTS_OFF = { least: 2.5, share: 0.12 } as const;
/** Ohms of coils differ by make: by so much either way nothing is said. */
const OHMS_FACTOR = 2;

/** How well what a fault predicts agrees with what was read, 0 to 1. */
export function voltsAgree(predicted: readonly number[], reads: number): number {
  const fits = predicted.map((volts) => {
    const off = (volts - reads) / Math.max(VOLTS_OFF.least, VOLTS_OFF.share * Math.max(volts, reads));
    return Math.exp(-(off * off) / 2);
  });
  return Math.max(METER_SLIPS, ...fits);
}

/** Nobody calls more than this anything but open: what is left is a timer or a board beside it [from memory]. */
const OPEN_OHMS = 10_000;

export function ohmsAgree(predicted: number, reads: number | null): number {
  const open = (ohms: number | null): boolean => ohms === null || ohms >= OPEN_OHMS;
  if (open(predicted) || open(reads)) return open(predicted) === open(reads) ? 1 : METER_SLIPS;
  if (reads === null) return METER_SLIPS;
  const [most, least] = [Math.max(predicted, reads, 0.3), Math.max(Math.min(predicted, reads), 0.3)];
  return most / least <= OHMS_FACTOR ? 1 : METER_SLIPS;
}

/** A sister is faulty herself now and then [from memory]. */
const SISTER_FAULTY = 0.05;
/** What is less than so much of its sister, or more than so many times, is not like it [from memory]. */
const UNLIKE = 1.45;

/** How well a reading beside its sister's agrees with what a fault would make of the sound one, 0 to 1. */
export function sisterAgrees(
  would: { readonly here: number | null; readonly sound: number | null },
  reads: number | null,
  sister: number,
): number {
  const beside = (own: number | null, other: number | null): string => {
    if (own === null || own === Infinity) return 'open';
    const ratio = Math.max(own, 0.3) / Math.max(other ?? Infinity, 0.3);
    return ratio > UNLIKE ? 'more' : ratio < 1 / UNLIKE ? 'less' : 'like';
  };
  return beside(would.here, would.sound) === beside(reads, sister) ? 1 - SISTER_FAULTY : SISTER_FAULTY;
}

export const isSo = (predicted: boolean, seen: boolean): number => (predicted === seen ? 1 - SLIPS : SLIPS);

/** Which question an observation answers: two of one question are two answers to it. */
export function questionOf(one: Observed): string {
  switch (one.kind) {
    case 'ran':
      return `ran ${one.call} ${one.what}${one.jumper ? ` jumper ${[...one.jumper].sort().join()}` : ''}`;
    case 'after':
      return `after ${one.call} ${one.what}`;
    case 'blows':
    case 'comes and goes':
      return `${one.kind} ${one.call}`;
    case 'volts':
      return `volts ${one.call} ${[...one.between].sort().join()} ${one.watched === true} ${one.lifted ?? ''}`;
    case 'supply':
      return `supply ${[...one.between].sort().join()}`;
    case 'ohms':
      return `ohms ${[...one.between].sort().join()}`;
    case 'look':
      return `look ${one.at}`;
    case 'alone':
      return `alone ${one.rung} ${one.to}`;
    case 'microfarads':
    case 'wiggled':
      return `${one.kind} ${one.rung}`;
    case 'pulled':
      return `pulled ${one.call} ${one.rung}`;
    case 'amps':
      return `amps ${one.call} ${one.rung}`;
    case 'pressures':
      return `pressures ${one.stage}`;
    case 'done':
      return `done ${one.check}`;
    case 'circumstance':
      return `circumstance ${one.what}`;
    case 'code':
      return `code ${one.code}`;
    case 'changed':
      return `changed ${one.part} ${one.how}`;
    case 'locked out':
      return `locked out ${one.call}`;
    case 'flame':
      return one.kind;
  }
}
