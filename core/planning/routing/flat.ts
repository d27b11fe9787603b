import type { TravelTable } from './travel.ts';

/** Drive times over typed arrays, for searches that ask for them millions of times. */
interface FlatTravel {
  /** Drive minutes from place `from` to place `to` when leaving at `depart`; the same as driveMinutes. */
  drive(from: number, to: number, depart: number): number;
  /** The least drive between two places at any time of day, row by row. */
  readonly least: Float32Array;
}

const DAY = 1441;

export function flatTravel(travel: TravelTable): FlatTravel {
  const { places } = travel;
  const cells = places * places;
  const samples = Float64Array.from(travel.samples);
  const count = samples.length;
  const last = count - 1;
  // All times of day of one drive side by side: two of them are asked for together, and among hundreds of
  // places each look would else wait for memory twice.
  const minutes = new Float32Array(cells * count);
  const least = new Float32Array(cells).fill(Infinity);
  travel.minutes.forEach((table, k) => {
    for (let i = 0; i < cells; i++) {
      minutes[i * count + k] = table[i]!;
      if (table[i]! < least[i]!) least[i] = table[i]!;
    }
  });
  // The sample at or before each whole minute, so that no look-up has to search.
  const sampleAt = new Int16Array(DAY);
  for (let m = 0, k = 0; m < DAY; m++) {
    while (k < last && samples[k + 1]! <= m) k++;
    sampleAt[m] = k;
  }
  return {
    least,
    drive(from, to, depart) {
      const cell = (from * places + to) * count;
      if (depart <= samples[0]!) return minutes[cell]!;
      if (depart >= samples[last]!) return minutes[cell + last]!;
      let k = sampleAt[depart < DAY ? depart | 0 : DAY - 1]!;
      while (samples[k + 1]! <= depart) k++;
      const a = minutes[cell + k]!;
      const start = samples[k]!;
      return a + ((depart - start) / (samples[k + 1]! - start)) * (minutes[cell + k + 1]! - a);
    },
  };
}
