import type { AroundFault, Call, Effect } from '#core/circuitry/ladder';

/** What somebody saw, heard or measured at a machine with one thing asked of it. */
export type Observed =
  /** It ran at any time of the call, or did not; or tried to and only hummed. */
  | { readonly kind: 'ran'; readonly call: Call; readonly what: Effect; readonly how: 'yes' | 'no' | 'hums' }
  /** It still runs, or no longer, once the call has come to what it comes to. */
  | { readonly kind: 'after'; readonly call: Call; readonly what: Effect; readonly yes: boolean }
  | { readonly kind: 'locked out'; readonly call: Call; readonly yes: boolean }
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
  /** Looked at: it is so, or it is not. */
  | { readonly kind: 'look'; readonly at: AroundFault; readonly yes: boolean }
  /** Done before a verdict: it narrows nothing, and opens a gate. */
  | { readonly kind: 'done'; readonly check: Check };

/** Where the ohms of a motor by itself are measured to. */
export const ALONE = ['the frame', 'its own leads'] as const;

/** What a flame does on a call for heat. */
export const FLAMES = ['none', 'goes out', 'stays'] as const;

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
] as const;
export type Check = (typeof CHECKS)[number];

/** Somebody saw wrong, or it does now and then what it should not [from memory]. */
const SLIPS = 0.01;
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
  return Math.max(SLIPS, ...fits);
}

export function ohmsAgree(predicted: number, reads: number | null): number {
  if (reads === null || predicted === Infinity) return reads === null && predicted === Infinity ? 1 : SLIPS;
  const [most, least] = [Math.max(predicted, reads, 0.3), Math.max(Math.min(predicted, reads), 0.3)];
  return most / least <= OHMS_FACTOR ? 1 : SLIPS;
}

export const isSo = (predicted: boolean, seen: boolean): number => (predicted === seen ? 1 - SLIPS : SLIPS);
