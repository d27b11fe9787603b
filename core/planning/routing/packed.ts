import type { FleetProblem } from './fleet/index.ts';
import { travelTable, type TravelTable } from './travel.ts';

/**
 * A travel table as it travels: tenths of minutes as whole numbers, and what is the same at several times of
 * day only once.
 */
export interface PackedTravel {
  readonly samples: readonly number[];
  readonly places: number;
  readonly tenths: readonly (readonly number[])[];
  /** For each sample which of the tables holds then. */
  readonly at: readonly number[];
}

/** The table in tenths of a minute; drives that are known closer lose what is behind that. */
export function packTravel({ samples, places, minutes }: TravelTable): PackedTravel {
  const distinct: Float32Array[] = [];
  const at = minutes.map((table) => {
    const same = distinct.findIndex((other) => other.every((m, i) => m === table[i]));
    return same >= 0 ? same : distinct.push(table) - 1;
  });
  const tenths = distinct.map((table) => [...table.map((m) => Math.round(m * 10))]);
  return { samples, places, tenths, at };
}

/** A problem with its drives as they travel. */
export type PackedProblem = Omit<FleetProblem, 'travel' | 'otherRoads'> & {
  readonly travel: PackedTravel;
  readonly otherRoads?: readonly PackedTravel[] | undefined;
};

export const packProblem = (problem: FleetProblem): PackedProblem => ({
  ...problem,
  travel: packTravel(problem.travel),
  otherRoads: problem.otherRoads?.map(packTravel),
});

/** @throws RangeError where the shapes do not match */
export const unpackProblem = (packed: PackedProblem): FleetProblem => ({
  ...packed,
  travel: unpackTravel(packed.travel),
  otherRoads: packed.otherRoads?.map(unpackTravel),
});

/** @throws RangeError where the shapes do not match */
export function unpackTravel({ samples, places, tenths, at }: PackedTravel): TravelTable {
  const tables = tenths.map((table) => Float32Array.from(table, (m) => m / 10));
  return travelTable(
    samples,
    at.map((which) => {
      const table = tables[which];
      if (!table) throw new RangeError(`there is no table ${which}`);
      return table;
    }),
    places,
  );
}
