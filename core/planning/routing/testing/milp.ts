import type { FleetProblem, Job, Shift } from '../index.ts';

/**
 * One crew's day, in which every minute driven and waited counts one, as a mixed-integer programme in CPLEX
 * LP text, for a general solver: x(i,j,k) drives from place i to j leaving in stretch k of the day, d(i,j,k)
 * is when it leaves, s(i) is when work starts, y(i) whether the stop is served. Inside a stretch drive time
 * is linear in departure time, so arrival is too. One opening window a stop.
 */
export function asMixedInteger(problem: FleetProblem): string {
  const { jobs, travel } = problem;
  const shift = problem.shifts[0] as Shift;
  const n = jobs.length;
  const arcs: { i: number; j: number; k: number; a: number; b: number; lo: number; hi: number }[] = [];
  for (let i = 0; i <= n; i++) {
    for (let j = 0; j <= n; j++) {
      if (i === j) continue;
      const value = (k: number) => travel.minutes[k]?.[i * (n + 1) + j] as number;
      const edges = [
        shift.start,
        ...travel.samples.filter((t) => t > shift.start && t < shift.end),
        shift.end,
      ];
      for (let k = 0; k + 1 < edges.length; k++) {
        const [lo, hi] = [edges[k] as number, edges[k + 1] as number];
        const at = (t: number) => {
          const s = travel.samples;
          if (t <= (s[0] as number)) return value(0);
          if (t >= (s[s.length - 1] as number)) return value(s.length - 1);
          const p = s.findIndex((x) => x >= t) - 1;
          return (
            value(p) +
            ((t - (s[p] as number)) / ((s[p + 1] as number) - (s[p] as number))) * (value(p + 1) - value(p))
          );
        };
        const b = (at(hi) - at(lo)) / (hi - lo);
        arcs.push({ i, j, k, a: at(lo) - b * lo, b, lo, hi });
      }
    }
  }
  const name = (v: string, { i, j, k }: { i: number; j: number; k: number }) => `${v}_${i}_${j}_${k}`;
  const num = (v: number) => (v < 0 ? `- ${-v}` : `+ ${v}`);
  const arrival = (list: typeof arcs) =>
    list.map((arc) => `${num(arc.a)} ${name('x', arc)} ${num(1 + arc.b)} ${name('d', arc)}`).join(' ');
  const sum = (v: string, list: typeof arcs) => list.map((arc) => `+ ${name(v, arc)}`).join(' ');
  const rows: string[] = [];
  const home = arcs.filter((arc) => arc.j === 0);
  const objective = `${arrival(home)} ${jobs.map((job, p) => `- ${worth(job)} y_${p + 1}`).join(' ')}`;
  rows.push(
    `${sum(
      'x',
      arcs.filter((arc) => arc.i === 0),
    )} = 1`,
    `${sum('x', home)} = 1`,
  );
  rows.push(
    `${sum(
      'd',
      arcs.filter((arc) => arc.i === 0),
    )} = ${shift.start}`,
    `${arrival(home)} <= ${shift.end}`,
  );
  jobs.forEach((job, p) => {
    const v = p + 1;
    const out = arcs.filter((arc) => arc.i === v);
    const into = arcs.filter((arc) => arc.j === v);
    const { open, close } = job.windows[0] as Job['windows'][number];
    rows.push(`${sum('x', out)} - y_${v} = 0`, `${sum('x', into)} - y_${v} = 0`);
    rows.push(`${sum('d', out)} - s_${v} - ${job.minutes} y_${v} = 0`);
    rows.push(`${arrival(into)} - s_${v} <= 0`);
    rows.push(`s_${v} - ${open} y_${v} >= 0`, `s_${v} - ${close - job.minutes} y_${v} <= 0`);
  });
  for (const arc of arcs)
    rows.push(
      `${name('d', arc)} - ${arc.lo} ${name('x', arc)} >= 0`,
      `${name('d', arc)} - ${arc.hi} ${name('x', arc)} <= 0`,
    );
  const binaries = [...arcs.map((arc) => name('x', arc)), ...jobs.map((_, p) => `y_${p + 1}`)];
  return `Minimize\n obj: ${objective}\nSubject To\n${rows.map((row, r) => ` c${r}: ${row}`).join('\n')}\nBinary\n ${binaries.join(' ')}\nEnd\n`;
}

/** What serving a job is worth: the programme counts the whole day, the plan counts no work. */
const worth = ({ leftOut, minutes }: Job): number => leftOut + minutes;

/** The programme's objective as the plan's cost: it leaves out constants. */
export function costFromObjective({ jobs, shifts }: FleetProblem, objective: number): number {
  return objective - (shifts[0] as Shift).start + jobs.reduce((sum, job) => sum + job.leftOut, 0);
}
