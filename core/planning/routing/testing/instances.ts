import { seededRandom, wholeBetween } from '#core/base/random';
import { travelTable, type FleetProblem } from '../index.ts';

/**
 * A made-up day for tests and the bench: stops scattered over a district, a rush hour that nearly doubles
 * drives, some stops with narrow hours. Same seed, same day.
 */
export function madeUpDay(
  seed: number,
  stops: number,
  {
    tight = false,
    samples = [360, 450, 510, 570, 720, 930, 1020, 1110],
  }: { tight?: boolean; samples?: number[] } = {},
): FleetProblem {
  const random = seededRandom(seed);
  const at = Array.from({ length: stops + 1 }, () => [random() * 30, random() * 30] as const);
  const rush = (minute: number) =>
    1 + 0.8 * Math.exp(-(((minute - 480) / 60) ** 2)) + 0.9 * Math.exp(-(((minute - 1020) / 70) ** 2));
  const detour = at.map(() => at.map(() => 1 + 0.4 * random()));
  const tables = samples.map((minute) =>
    at.flatMap(([x1, y1], i) =>
      at.map(
        ([x2, y2], j) =>
          Math.hypot(x1 - x2, y1 - y2) * (detour[i]?.[j] ?? 1) * rush(minute) * (i === j ? 0 : 1),
      ),
    ),
  );
  return {
    shifts: [{ id: 's', crew: 'crew', day: 0, start: 420, end: tight ? 900 : 1020, from: 0, to: 0 }],
    jobs: Array.from({ length: stops }, (_, k) => {
      const narrow = random() < 0.35;
      const open = narrow ? wholeBetween(random, 7, 13) * 60 : 360;
      return {
        id: `stop ${k}`,
        name: `stop ${k}`,
        place: k + 1,
        minutes: wholeBetween(random, stops > 14 ? 5 : 15, stops > 14 ? 30 : 60),
        windows: [{ day: 0, open, close: narrow ? open + 180 : 1200 }],
        leftOut: wholeBetween(random, 60, 400),
      };
    }),
    travel: travelTable(samples, tables, stops + 1),
    // The day's length: what is driven and waited; work is the same whenever it is done.
    weights: { drive: 1, van: 0, wait: 1, overtime: 0, intoFree: 0, uneven: 0 },
  };
}
