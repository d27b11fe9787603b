import { z } from 'zod';
import { id, instant, latitude, longitude, name } from './common.ts';

export const position = z.object({ lat: latitude, lon: longitude });

/** Longer delays than this are a closed road, minutes. */
const MOST_MINUTES = 240;
export const newClosure = z
  .object({
    id,
    name: name.max(120),
    /** Drawn across the road. */
    line: z.tuple([position, position]),
    /** What it costs to pass; null where nobody passes. */
    minutes: z
      .int('whole minutes')
      .min(1, 'at least a minute')
      .max(MOST_MINUTES, `at most ${MOST_MINUTES} minutes`)
      .nullable(),
    from: instant,
    /** Null until somebody says that it is open again. */
    until: instant.nullable(),
  })
  .refine(({ line: [a, b] }) => a.lat !== b.lat || a.lon !== b.lon, {
    path: ['line'],
    message: 'both ends are the same place',
  })
  .refine(({ from, until }) => until === null || Date.parse(until) > Date.parse(from), {
    path: ['until'],
    message: 'ends before it begins',
  });
export type NewClosure = z.infer<typeof newClosure>;

export const closurePatch = z.object({ until: instant.nullable() });

/** A road that is closed or slow. */
export interface ClosureView extends NewClosure {
  /** True where drives are straight lines: what crosses the drawn line counts as crossing. */
  readonly straight: boolean;
}

/** What a closure does to the drives between the sites and yards nearest to it, outside rush hours. */
export interface ClosureEffect {
  /** How many ways between two places cross it, of how many. */
  readonly crossing: number;
  readonly ways: number;
  /** The one that becomes longest by it; null where none crosses it, or none has a way round. */
  readonly longest: { readonly from: string; readonly to: string; readonly minutes: number } | null;
  /** Places that no known way is left to. */
  readonly cutOff: readonly string[];
}

export interface ClosureKept extends ClosureView {
  readonly effect: ClosureEffect;
}
