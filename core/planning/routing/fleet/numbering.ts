import type { TravelTable } from '../travel.ts';
import type { FleetProblem, Orders } from './problem.ts';

/** A problem under other numbers, and the way of orders to them and back. */
export interface Renumbered {
  readonly problem: FleetProblem;
  readonly there: (orders: Orders) => Orders;
  readonly back: (orders: Orders) => Orders;
}

/**
 * The same problem with its places and jobs numbered along a way that always goes on to what lies nearest.
 * A search looks at jobs that lie together; numbered so, what is known of them lies together in memory, and
 * among a thousand places a turn waits for it far less.
 */
export function numberedNearby(asked: FleetProblem): Renumbered {
  const { travel, shifts, jobs } = asked;
  const way = wayThrough(travel, shifts[0]?.from ?? 0);
  const placeNow = inverse(way);
  const order = jobs.map((_, j) => j).sort((a, b) => placeNow[jobs[a]!.place]! - placeNow[jobs[b]!.place]!);
  const jobNow = inverse(order);
  const mapped = (numbers: ArrayLike<number>) => (orders: Orders) =>
    orders.map((own) => own.map((job) => numbers[job]!));
  return {
    problem: {
      ...asked,
      travel: renumbered(travel, way),
      otherRoads: asked.otherRoads?.map((roads) => renumbered(roads, way)),
      shifts: shifts.map((shift) => ({ ...shift, from: placeNow[shift.from]!, to: placeNow[shift.to]! })),
      jobs: order.map((j) => ({ ...jobs[j]!, place: placeNow[jobs[j]!.place]! })),
    },
    there: mapped(jobNow),
    back: mapped(order),
  };
}

/** Places in the order of a way that begins at one of them and goes on to the nearest that is left. */
function wayThrough({ places, minutes }: TravelTable, start: number): Int32Array {
  const drives = minutes[0]!;
  const left = Array.from({ length: places }, (_, place) => place).filter((place) => place !== start);
  const way = Int32Array.of(start, ...left);
  for (let done = 1; done < places; done++) {
    const row = way[done - 1]! * places;
    let nearest = done;
    for (let i = done + 1; i < places; i++)
      if (drives[row + way[i]!]! < drives[row + way[nearest]!]!) nearest = i;
    [way[done], way[nearest]] = [way[nearest]!, way[done]!];
  }
  return way;
}

const renumbered = (travel: TravelTable, way: Int32Array): TravelTable => ({
  ...travel,
  minutes: travel.minutes.map((table) => along(table, way)),
});

function along(table: Float32Array, way: Int32Array): Float32Array {
  const own = new Float32Array(table.length);
  let at = 0;
  for (const from of way) for (const to of way) own[at++] = table[from * way.length + to]!;
  return own;
}

/** Where each number has come to stand. */
function inverse(order: ArrayLike<number>): Int32Array {
  const at = new Int32Array(order.length);
  for (let i = 0; i < order.length; i++) at[order[i]!] = i;
  return at;
}
