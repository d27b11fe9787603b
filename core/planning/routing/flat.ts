import type { TravelTable } from './travel.ts';

/** Drive times over typed arrays, for searches that ask for them millions of times. */
interface FlatTravel {
  /** Drive minutes from place `from` to place `to` when leaving at `depart`; the same as driveMinutes. */
  drive(from: number, to: number, depart: number): number;
  /** The least drive between two places at any time of day, row by row. */
  readonly least: Float64Array;
}

const DAY = 1441;

export function flatTravel(travel: TravelTable): FlatTravel {
  const { places } = travel;
  const cells = places * places;
  const samples = Float64Array.from(travel.samples);
  const last = samples.length - 1;
  const minutes = new Float64Array(cells * samples.length);
  travel.minutes.forEach((table, k) => minutes.set(table, k * cells));
  const least = minutes.slice(0, cells);
  for (let k = 1; k <= last; k++)
    for (let i = 0; i < cells; i++) least[i] = Math.min(least[i]!, minutes[k * cells + i]!);
  // The sample at or before each whole minute, so that no look-up has to search.
  const sampleAt = new Int16Array(DAY);
  for (let m = 0, k = 0; m < DAY; m++) {
    while (k < last && samples[k + 1]! <= m) k++;
    sampleAt[m] = k;
  }
  return {
    least,
    drive(from, to, depart) {
      const cell = from * places + to;
      if (depart <= samples[0]!) return minutes[cell]!;
      if (depart >= samples[last]!) return minutes[last * cells + cell]!;
      let k = sampleAt[depart < DAY ? depart | 0 : DAY - 1]!;
      while (samples[k + 1]! <= depart) k++;
      const a = minutes[k * cells + cell]!;
      const start = samples[k]!;
      return a + ((depart - start) / (samples[k + 1]! - start)) * (minutes[(k + 1) * cells + cell]! - a);
    },
  };
}
