import { drawCase, SEEDS, type Case, type Wanted } from './cases.ts';

/** Classes of how bad it is, by the share that is lost. */
export const SEVERITIES = [
  { name: '5 to 10 %', from: 0.05, to: 0.1 },
  { name: '10 to 20 %', from: 0.1, to: 0.2 },
  { name: 'over 20 %', from: 0.2, to: Infinity },
] as const;
export const DEVICES = ['expansion valve', 'orifice'] as const;
/** With how many readings of its own when it was sound. */
export const BASELINES = [0, 2] as const;

/** A case with the stratum it belongs to. */
export interface Drawn extends Case {
  readonly kind: 'single' | 'sound' | 'double' | 'odd';
  readonly healthyMany: number;
}

/** How many are drawn: in each stratum of the single ones, and of each other kind. */
export interface Many {
  readonly stratum: number;
  readonly sound: number;
  readonly double: number;
  readonly odd: number;
}
export const ALL: Many = { stratum: 300, sound: 3000, double: 300, odd: 300 };

export const severityOf = ({ loss }: Case): number =>
  SEVERITIES.findIndex(({ from, to }) => loss >= from && loss < to);

/**
 * The cases of one kind, one after the other, by their seeds.
 *
 * @param after seeds further on, for a score after something was learnt from the first ones
 */
export function* drawn(kind: Drawn['kind'], many: Many, after = 0): Generator<Drawn> {
  for (const [d, device] of DEVICES.entries())
    for (const [b, healthyMany] of BASELINES.entries()) {
      const wanted: Wanted = {
        device,
        healthy: healthyMany,
        ...(kind === 'sound' && { wrongs: [] }),
        ...(kind === 'double' && { wrongs: 2 }),
        ...(kind === 'odd' && { wrongs: [], odd: true }),
      };
      const counts = SEVERITIES.map(() => 0);
      const most = kind === 'single' ? many.stratum : many[kind] / 4;
      let taken = 0;
      for (let seed = after + SEEDS[kind] + (2 * d + b) * 100_000; ; seed++) {
        const done = kind === 'single' ? counts.every((count) => count >= most) : taken >= most;
        if (done) break;
        const one = drawCase(seed, wanted);
        if (!one) continue;
        if (kind === 'single') {
          const at = severityOf(one);
          if (at < 0 || (counts[at] as number) >= most) continue;
          counts[at] = (counts[at] as number) + 1;
        }
        taken++;
        yield { ...one, kind, healthyMany };
      }
    }
}
