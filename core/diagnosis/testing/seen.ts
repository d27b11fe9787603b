import type { Call, Effect } from '#core/circuitry/ladder';
import type { Observed } from '../index.ts';

/* Observations in short, for cases. */

export const ran = (call: Call, what: Effect, how: 'yes' | 'no' | 'hums' = 'yes'): Observed => ({
  ...{ kind: 'ran', call, what, how },
});
export const after = (call: Call, what: Effect, yes: boolean): Observed => ({
  kind: 'after',
  call,
  what,
  yes,
});
export const volts = (call: Call, a: string, b: string, reads: number): Observed => ({
  ...{ kind: 'volts', call, between: [a, b], reads },
});
export const watched = (call: Call, a: string, b: string, reads: number): Observed => ({
  ...{ kind: 'volts', call, between: [a, b], reads, watched: true },
});
export const ohms = (a: string, b: string, reads: number | null): Observed => ({
  kind: 'ohms',
  between: [a, b],
  reads,
});
export const microfarads = (rung: string, reads: number): Observed => ({ kind: 'microfarads', rung, reads });
export const amps = (call: Call, rung: string, reads: number): Observed => ({
  kind: 'amps',
  call,
  rung,
  reads,
});
export const pulled = (call: Call, rung: string, yes: boolean): Observed => ({
  kind: 'pulled',
  call,
  rung,
  yes,
});
export const look = (at: string, yes: boolean) => ({ kind: 'look', at, yes }) as Observed;
export const blows = (call: Call, how: 'warm' | 'cool' | 'as the room' | 'no air'): Observed => ({
  ...{ kind: 'blows', call, how },
});
export const flame = (
  how: 'none' | 'pilot only' | 'goes out in seconds' | 'goes out after minutes' | 'stays',
): Observed => ({ kind: 'flame', how });
export const pressures = (stage: 1 | 2 | 3 | 4, part: boolean): Observed => ({
  kind: 'pressures',
  stage,
  part,
});
