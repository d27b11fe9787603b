import type { PartId } from '#core/machine';
import type { ReadingSet } from './points.ts';

/*
 * What was observed, as one discriminated union. A line of a sheet says what it saw and how far it looked;
 * what it means is judged elsewhere. "None found" claims no more than that nothing was found that far.
 */

/** How far one looked. */
export const LOOKED = ['from outside', 'panels off', 'mirror or camera', 'taken apart'] as const;
/** By what: "by hand" is feeling for heat, play and vibration. */
export const LOOKED_BY = ['eye', 'ear', 'hand', 'nose', 'bubbles', 'detector', 'meter'] as const;
export const SIGNS = [
  'none found',
  'dirt',
  'rust',
  'ice',
  'oil',
  'water',
  'soot',
  'burn marks',
  'crack or hole',
  'wear',
  'play',
  'noise',
  'vibration',
  'smell',
  'bubbles',
  'missing',
] as const;

export interface Look {
  readonly part: PartId;
  readonly circuit?: number | undefined;
  readonly sign: (typeof SIGNS)[number];
  readonly looked: (typeof LOOKED)[number];
  readonly by: (typeof LOOKED_BY)[number];
  /** What could not be seen from there. */
  readonly hidden?: string | undefined;
  readonly text?: string | undefined;
}

/** The best yardstick is the sister: the same thing on the machine, leg, stage or circuit beside it. */
export interface Comparison {
  readonly what: string;
  readonly here: string;
  readonly there: string;
  /** The sister: another unit, or the words for a leg, a stage or a circuit of this one. */
  readonly sisterUnitId?: string | undefined;
  readonly sister?: string | undefined;
  readonly says: 'alike' | 'differs';
}

/** A fault code is evidence, not a verdict, and its table belongs to a family of boards. */
export interface Code {
  readonly board: string;
  readonly code: string;
  /** A line of the chart on the door is no evidence: it says what a code means, seen or not. */
  readonly when: 'now' | 'in history' | 'before power was cut' | 'on the chart';
  readonly means?: string | undefined;
  /** The parts it points at. */
  readonly points?: readonly PartId[] | undefined;
}

/** Steps of the two sequences, in the order in which they should happen [common practice]. */
export const SEQUENCES = {
  heating: [
    'call at the terminal',
    'inducer starts',
    'inducer proof closes',
    'limits and rollouts closed',
    'trial for ignition',
    'flame carries across',
    'flame signal holds',
    'blower on after its delay',
    'rise within its range',
  ],
  cooling: [
    'call at the terminal',
    'indoor blower runs',
    'blower proof closes',
    'delay timer runs out',
    'safeties closed',
    'contactor pulls in',
    'compressor turns the right way',
    'condenser fan runs',
    'pressures part',
  ],
} as const;
export type Sequence = keyof typeof SEQUENCES;
export const HAPPENED = ['happened', 'did not happen', 'ran without its cause'] as const;

export interface Step {
  readonly sequence: Sequence;
  readonly step: string;
  readonly happened: (typeof HAPPENED)[number];
  readonly text?: string | undefined;
}

export const SKIES = ['sun', 'cloud', 'rain', 'snow', 'dark'] as const;
export const WINDS = ['calm', 'breeze', 'wind'] as const;

/** The weather a visit was made in: what was measured outdoors belongs to it. */
export interface Weather {
  readonly outdoorF: number;
  readonly wetBulbF?: number | undefined;
  readonly sky?: (typeof SKIES)[number] | undefined;
  readonly wind?: (typeof WINDS)[number] | undefined;
}

export const ADJUSTED = [
  'expansion valve',
  'gas pressure',
  'belt',
  'charge',
  'damper',
  'pulley',
  'set point',
] as const;

/** Something turned, set or tightened: as found, as left. */
export interface Adjustment {
  readonly what: (typeof ADJUSTED)[number];
  readonly circuit?: number | undefined;
  readonly found?: string | undefined;
  readonly left: string;
}

export type Evidence =
  | { readonly kind: 'reading set'; readonly body: ReadingSet }
  | { readonly kind: 'look'; readonly body: Look }
  | { readonly kind: 'comparison'; readonly body: Comparison }
  | { readonly kind: 'code'; readonly body: Code }
  | { readonly kind: 'step'; readonly body: Step }
  | { readonly kind: 'weather'; readonly body: Weather }
  | { readonly kind: 'adjustment'; readonly body: Adjustment };
/**
 * What was seen, in one line. @example evidenceText({ kind: 'code', body }) // "Kestrel board: 3 flashes,
 * now"
 */
export function evidenceText(evidence: Exclude<Evidence, { kind: 'reading set' | 'weather' }>): string {
  const some = (...parts: readonly (string | undefined)[]) => parts.filter(Boolean).join('. ');
  switch (evidence.kind) {
    case 'look': {
      const { part, circuit, sign, looked, by, hidden, text } = evidence.body;
      const where = `${part}${circuit === undefined ? '' : ` of circuit ${circuit}`}`;
      return some(`${where}: ${sign}, by ${by}, ${looked}`, hidden && `Not seen: ${hidden}`, text);
    }
    case 'comparison': {
      const { what, here, there, sister, says } = evidence.body;
      return `${what} ${here}, ${sister ?? 'its sister'} ${there}: ${says}`;
    }
    case 'code': {
      const { board, code, when, means } = evidence.body;
      return some(`${board}: ${code}, ${when}`, means);
    }
    case 'step': {
      const { sequence, step, happened, text } = evidence.body;
      return some(`${sequence}: ${step}, ${happened}`, text);
    }
    case 'adjustment': {
      const { what, circuit, found, left } = evidence.body;
      const where = `${what}${circuit === undefined ? '' : ` of circuit ${circuit}`}`;
      return `${where}: ${found === undefined ? '' : `found ${found}, `}left ${left}`;
    }
  }
}
