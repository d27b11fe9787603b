import { seededRandom, wholeBetween } from '#core/base/random';
import { travelTable } from '../index.ts';
import type { FleetProblem, Job, Limit, Shift } from '../fleet/index.ts';

interface FleetSize {
  readonly jobs: number;
  readonly crews: number;
  readonly days: number;
  /** Side of the district, minutes of free driving. */
  readonly side?: number;
}

const SKILLS = ['gas', 'refrigerant', 'boiler', 'electrical'] as const;
const SAMPLES = [360, 450, 510, 570, 720, 930, 1020, 1110];

/**
 * Made-up weeks for tests and the bench: sites scattered over a district with rush hours, crews with licences
 * and a rest at noon, some sites with narrow hours, closed days, two-person work and due days. Same seed,
 * same weeks.
 */
export function madeUpWeeks(seed: number, { jobs, crews, days, side = 60 }: FleetSize): FleetProblem {
  const random = seededRandom(seed);
  const at = Array.from({ length: jobs + 1 }, (_, i) =>
    i === 0 ? [side / 2, side / 2] : [random() * side, random() * side],
  );
  const rush = (minute: number) =>
    1 + 0.5 * Math.exp(-(((minute - 480) / 60) ** 2)) + 0.6 * Math.exp(-(((minute - 1020) / 70) ** 2));
  const tables = SAMPLES.map((minute) =>
    at.flatMap(([x1, y1]) => at.map(([x2, y2]) => 1.25 * Math.hypot(x1! - x2!, y1! - y2!) * rush(minute))),
  );
  return {
    travel: travelTable(SAMPLES, tables, jobs + 1),
    shifts: Array.from({ length: crews * days }, (_, k): Shift => {
      const [crew, day] = [k % crews, Math.floor(k / crews)];
      return {
        id: `crew ${crew} day ${day}`,
        crew: `crew ${crew}`,
        day,
        start: 420,
        end: 930,
        overtime: 60,
        keptFree: 60,
        from: 0,
        to: 0,
        skills: SKILLS.filter((_, i) => i < 2 || (crew + i) % 3 === 0),
        people: crew % 2 === 0 ? 2 : 1,
        rest: { from: 690, minutes: 30 },
      };
    }),
    jobs: Array.from({ length: jobs }, (_, j): Job => {
      const narrow = random() < 0.25;
      const open = narrow ? wholeBetween(random, 7, 11) * 60 : 420;
      return {
        id: `job ${j}`,
        name: `site ${j}`,
        place: j + 1,
        minutes: wholeBetween(random, 20, 110),
        windows: Array.from({ length: days }, (_, day) => ({
          day,
          open,
          close: narrow ? open + 240 : 1020,
        })).filter(() => random() < 0.9),
        leftOut: wholeBetween(random, 300, 1000),
        due: { day: wholeBetween(random, 0, days - 1), perDayLate: 20 },
        skills: random() < 0.3 ? [SKILLS[wholeBetween(random, 0, 3)] as string] : [],
        people: random() < 0.1 ? 2 : 1,
      };
    }),
  };
}

/**
 * What a careful person does by hand: the jobs in the order of their due days, each put at the end of the day
 * whose last stop lies nearest, while it fits.
 */
export function byHand(
  problem: FleetProblem,
  routeFits: (shift: Shift, order: readonly number[]) => boolean,
  may: (shift: Shift, job: Job) => boolean,
): number[][] {
  const orders = problem.shifts.map((): number[] => []);
  const due = [...problem.jobs.keys()].sort(
    (a, b) => (problem.jobs[a]?.due?.day ?? 99) - (problem.jobs[b]?.due?.day ?? 99),
  );
  const drive = (from: number, to: number) =>
    problem.travel.minutes[4]?.[from * problem.travel.places + to] ?? Infinity;
  for (const job of due) {
    const own = problem.jobs[job] as Job;
    const days = problem.shifts
      .map((shift, s) => ({ shift, s, last: orders[s]?.at(-1) }))
      .filter(({ shift, s }) => may(shift, own) && routeFits(shift, [...(orders[s] as number[]), job]))
      .map((one) => ({
        ...one,
        away: drive(
          one.last === undefined ? one.shift.from : (problem.jobs[one.last] as Job).place,
          own.place,
        ),
      }))
      // The earliest day that is in time, and on it the crew that is nearest.
      .sort((a, b) => a.shift.day - b.shift.day || a.away - b.away);
    if (days[0]) (orders[days[0].s] as number[]).push(job);
  }
  return orders;
}

/** The same weeks with some of the customers told a window, some promised a time, and some who cannot wait. */
export function withLimits(problem: FleetProblem, seed: number): FleetProblem {
  const random = seededRandom(seed + 7919);
  const days = Math.max(...problem.shifts.map(({ day }) => day)) + 1;
  const jobs = problem.jobs.map((job): Job => {
    const limits: Limit[] = [];
    const day = () => wholeBetween(random, -1, days - 1);
    const by = () => wholeBetween(random, 15, 32) * 30;
    if (random() < 0.4) {
      const from = by();
      limits.push({ kind: 'told', day: day(), from, by: from + 120 });
    }
    if (random() < 0.2) limits.push({ kind: 'promised', day: day(), by: by() });
    if (random() < 0.15) limits.push({ kind: 'wanted', day: day(), by: by() });
    return limits.length > 0 ? { ...job, leftOut: 10_000, limits } : job;
  });
  return { ...problem, jobs };
}
