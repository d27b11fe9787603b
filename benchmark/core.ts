import { typedNumber } from '#core/base/quantities';
import { saturationTemperature } from '#core/measuring/refrigerant';
import { buildMachine, coolingState, RATING_SURROUNDINGS, USUAL_SPEC } from '#core/simulation';
import { percentile, type Row } from './table.ts';

const CALLS = 5_000_000;

function perSecond(work: (i: number) => number): number {
  let sink = 0;
  for (let i = 0; i < 200_000; i++) sink += work(i);
  const began = performance.now();
  for (let i = 0; i < CALLS; i++) sink += work(i);
  const seconds = (performance.now() - began) / 1000;
  if (!Number.isFinite(sink)) throw new Error('the look-ups went wrong');
  return CALLS / seconds;
}

/** Saturation look-ups each second; the yardstick is a bare logarithm. */
export function benchSaturation(): Row {
  const lookups = perSecond((i) => saturationTemperature('R-410A', 'dew', 50 + (i % 4000) * 0.1));
  const logs = perSecond((i) => Math.log(64.7 + (i % 4000) * 0.1));
  return {
    what: 'saturation look-up',
    figure: `${(lookups / 1e6).toFixed(1)} million/s`,
    yardstick: `${(logs / 1e6).toFixed(1)} million logarithms/s`,
    wanted: '≥ 1 million/s',
    met: lookups >= 1e6,
  };
}

/** Numbers as people write them, each second; the yardstick is the language's own reading of plain ones. */
export function benchNumbers(): Row {
  const written = ['1200', '12.5', '1,200', '118.4', '1.200,5', '3/8', '12 psi', '-4'];
  const read = perSecond((i) => typedNumber(written[i % 8] as string).value);
  const plain = perSecond((i) => Number(written[i % 2]));
  return {
    what: 'reading a number that somebody wrote',
    figure: `${(1e6 / read).toFixed(2)} µs`,
    yardstick: `${(1e6 / plain).toFixed(2)} µs for Number() of a plain one`,
    wanted: '≤ 1 µs',
    met: read >= 1e6,
  };
}

/**
 * Steady states of the simulated machine over weather and faults; the yardstick is the sound machine alone.
 */
export function benchSteadyState(): Row {
  const machines = (['expansion valve', 'orifice'] as const).map((device) =>
    buildMachine({ ...USUAL_SPEC, device }),
  );
  const solve = (i: number, faults: object) => {
    const began = performance.now();
    coolingState(
      machines[i % 2] as (typeof machines)[number],
      { ...RATING_SURROUNDINGS, outdoorF: 75 + (i % 25), returnF: 72 + (i % 8), returnWetF: 60 + (i % 6) },
      faults,
    );
    return performance.now() - began;
  };
  const names = [
    'low charge',
    'overcharge',
    'condenser fouled',
    'low indoor air',
    'compressor leakage',
    'valve stuck open',
  ];
  const sound = Array.from({ length: 200 }, (_, i) => solve(i, {}));
  const faulty = Array.from({ length: 300 }, (_, i) =>
    solve(i, { [names[i % names.length] as string]: 0.1 + (i % 5) * 0.1 }),
  );
  const p95 = percentile(faulty, 0.95);
  return {
    what: 'steady state of the simulated machine',
    figure: `p95 ${p95.toFixed(1)} ms (half ${percentile(faulty, 0.5).toFixed(1)})`,
    yardstick: `without a fault ${percentile(sound, 0.5).toFixed(1)} ms`,
    wanted: '≤ 10 ms',
    met: p95 <= 10,
  };
}
