import { travelTable } from '../travel.ts';
import type { FleetProblem } from './problem.ts';

/** A customer of a classical instance of vehicle routing with time windows; the first one is the depot. */
export interface ClassicalPoint {
  readonly id: string;
  readonly x: number;
  readonly y: number;
  readonly demand: number;
  /** Service must begin between these. */
  readonly ready: number;
  readonly due: number;
  readonly service: number;
}

/**
 * Reads the common text layout of such instances: a line each of id, x, y, demand, ready, due, service, the
 * depot first; headings and empty lines are passed over.
 *
 * @throws RangeError naming the line that cannot be read, or when there is no customer
 */
export function readClassical(text: string): ClassicalPoint[] {
  const points = text.split(/\r?\n/).flatMap((line, i): ClassicalPoint[] => {
    const cells = line
      .trim()
      .split(/[\s,;]+/)
      .filter(Boolean);
    if (cells.length < 7 || !/^[\d.+-]/.test(cells[1] ?? '')) return [];
    const numbers = cells.slice(1, 7).map(Number);
    if (numbers.some((value) => !Number.isFinite(value)))
      throw new RangeError(`line ${i + 1} holds something that is no number: ${line.trim()}`);
    const [x, y, demand, ready, due, service] = numbers as [number, number, number, number, number, number];
    return [{ id: cells[0] as string, x, y, demand, ready, due, service }];
  });
  if (points.length < 2) throw new RangeError('an instance needs a depot and at least one customer');
  return points;
}

/**
 * A classical instance as a fleet: as many like vehicles as there are customers, Euclidean travel that takes
 * as long as it is far, nothing counts but the distance, nobody is left out.
 */
export function classicalProblem(points: readonly ClassicalPoint[], capacity: number): FleetProblem {
  const [depot, ...customers] = points as [ClassicalPoint, ...ClassicalPoint[]];
  const distances = points.flatMap((a) => points.map((b) => Math.hypot(a.x - b.x, a.y - b.y)));
  return {
    travel: travelTable([0], [distances], points.length),
    shifts: customers.map((_, k) => ({
      id: `vehicle ${k + 1}`,
      crew: 'vehicle',
      day: 0,
      start: depot.ready,
      end: depot.due,
      from: 0,
      to: 0,
      capacity,
    })),
    jobs: customers.map((customer, k) => ({
      id: customer.id,
      name: `customer ${customer.id}`,
      place: k + 1,
      minutes: customer.service,
      windows: [{ day: 0, open: customer.ready, close: customer.due + customer.service }],
      load: customer.demand,
      leftOut: 1e6,
    })),
    weights: { drive: 1, van: 0, wait: 0, overtime: 0, intoFree: 0, uneven: 0 },
  };
}
