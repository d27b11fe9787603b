import { saturationTemperature } from '#core/refrigerant';
import type { Row } from './table.ts';

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
