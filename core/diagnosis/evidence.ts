import type { AroundFault, Call, Effect, Stage } from '#core/circuitry/ladder';
import type { PartId } from '#core/machine';

/** What somebody saw, heard or measured at a machine with one thing asked of it. */
export type Observed =
  /** It ran at any time of the call, or did not; or tried to and only hummed. */
  | { readonly kind: 'ran'; readonly call: Call; readonly what: Effect; readonly how: 'yes' | 'no' | 'hums' }
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
    }
  /** Ohms with the power off; null reads open. */
  | { readonly kind: 'ohms'; readonly between: readonly [string, string]; readonly reads: number | null }
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
  | { readonly kind: 'amps'; readonly call: Call; readonly rung: string; readonly reads: number }
  /** Suction falls and head rises once a compressor runs, or they stay together. */
  | { readonly kind: 'pressures'; readonly stage: Stage; readonly part: boolean }
  /** A code of a board, as its chart has it: the parts it points at. Evidence, and no verdict. */
  | { readonly kind: 'code'; readonly code: string; readonly points: readonly PartId[] }
  /** The machine was altered: what was seen before speaks of the machine before. */
  | { readonly kind: 'changed'; readonly part: PartId; readonly how: (typeof CHANGES)[number] }
  /** Looked at: it is so, or it is not. */
  | { readonly kind: 'look'; readonly at: AroundFault; readonly yes: boolean }
  /** Done before a verdict, or waived with a reason: it narrows nothing, and opens a gate. */
  | { readonly kind: 'done'; readonly check: Check; readonly waived?: string };

/** Where the ohms of a motor by itself are measured to. */
export const ALONE = ['the frame', 'its own leads'] as const;

/** What is done to a part that makes the machine another one. */
export const CHANGES = ['swapped', 'cleaned', 'adjusted', 'reset', 'charged', 'thawed'] as const;

/** What the air of the registers is. */
export const BLOWS = ['warm', 'cool', 'as the room', 'no air'] as const;

/** What a flame does on a call for heat. */
export const FLAMES = ['none', 'goes out in seconds', 'goes out after minutes', 'stays'] as const;

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

export function ohmsAgree(predicted: number, reads: number | null): number {
  if (reads === null || predicted === Infinity)
    return reads === null && predicted === Infinity ? 1 : METER_SLIPS;
  const [most, least] = [Math.max(predicted, reads, 0.3), Math.max(Math.min(predicted, reads), 0.3)];
  return most / least <= OHMS_FACTOR ? 1 : METER_SLIPS;
}

export const isSo = (predicted: boolean, seen: boolean): number => (predicted === seen ? 1 - SLIPS : SLIPS);

/** Which question an observation answers: two of one question are two answers to it. */
export function questionOf(one: Observed): string {
  switch (one.kind) {
    case 'ran':
    case 'after':
      return `${one.kind} ${one.call} ${one.what}`;
    case 'blows':
      return `blows ${one.call}`;
    case 'volts':
      return `volts ${one.call} ${[...one.between].sort().join()} ${one.watched === true}`;
    case 'ohms':
      return `ohms ${[...one.between].sort().join()}`;
    case 'look':
      return `look ${one.at}`;
    case 'alone':
      return `alone ${one.rung} ${one.to}`;
    case 'microfarads':
      return `microfarads ${one.rung}`;
    case 'pulled':
      return `pulled ${one.call} ${one.rung}`;
    case 'amps':
      return `amps ${one.call} ${one.rung}`;
    case 'pressures':
      return `pressures ${one.stage}`;
    case 'done':
      return `done ${one.check}`;
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
