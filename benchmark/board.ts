import {
  bestPlaces,
  consequenceOf,
  exactShift,
  searchFleet,
  timedRoute,
  type FleetProblem,
  type Orders,
  type Shift,
} from '#core/planning/routing';
import type { BoardView, SentProblem } from '#contracts/board';
import { madeUpWeeks } from '../core/planning/routing/testing/fleets.ts';
import { connect } from '../server/db/connect.ts';
import { TODAY } from './fleet.ts';
import { signIn, timed } from './load.ts';
import { percentile, type Row } from './table.ts';

const CALLS = 300;
const CREWS = 40;
const A_DAY = 10;
const FRAME_MS = 1000 / 60;

/** A plan of some seconds, as a board would show it. */
function planned(problem: FleetProblem, turns: number): Orders {
  const run = searchFleet(problem, { turns });
  let step = run.next();
  let orders: Orders = [];
  while (!step.done) {
    ({ orders } = step.value);
    step = run.next();
  }
  return orders;
}

/** Two crews and nine jobs against every way to share them, each share proved. */
export function benchTwoCrews(): Row {
  const instances = [31, 32, 33];
  let worst = 0;
  let ways = 0;
  for (const seed of instances) {
    const problem = madeUpWeeks(seed, { jobs: 9, crews: 2, days: 1 });
    let best = Infinity;
    for (let share = 0; share < 2 ** problem.jobs.length; share++) {
      const costs = [0, 1].map((crew) => {
        const jobs = problem.jobs.filter((_, j) => ((share >> j) & 1) === crew);
        return exactShift({ ...problem, shifts: [problem.shifts[crew] as Shift], jobs })?.cost ?? Infinity;
      });
      best = Math.min(best, (costs[0] as number) + (costs[1] as number));
      ways++;
    }
    const run = searchFleet(problem, { turns: 4000 });
    let step = run.next();
    while (!step.done) step = run.next();
    worst = Math.max(worst, (step.value.cost - best) / best);
  }
  return {
    what: `two crews, 9 jobs, ${instances.length} days`,
    figure: `worst gap of the search ${(worst * 100).toFixed(3)} %`,
    yardstick: `all ${ways.toLocaleString('en')} ways to share them, each proved`,
    wanted: 'equal',
    met: worst < 1e-9,
  };
}

/** What a hand on the board waits for: where a call costs least, and what a move would do, with 400 stops. */
export function benchByHand(): Row[] {
  const problem = madeUpWeeks(9, { jobs: 400, crews: 12, days: 10, side: 90 });
  const job = 399;
  const orders = planned({ ...problem, jobs: problem.jobs.slice(0, job) }, 2000);
  const insertion: number[] = [];
  for (let i = 0; i < 20; i++) {
    const began = performance.now();
    bestPlaces(problem, orders, job, 3);
    insertion.push(performance.now() - began);
  }
  const moves: number[] = [];
  for (let s = 0; s < problem.shifts.length; s++) {
    const shift = problem.shifts[s] as Shift;
    const order = orders[s] ?? [];
    for (let at = 0; at <= order.length; at++) {
      const began = performance.now();
      const before = timedRoute(problem, shift, order);
      consequenceOf(before, timedRoute(problem, shift, [...order.slice(0, at), job, ...order.slice(at)]));
      moves.push(performance.now() - began);
    }
  }
  const [insert, move] = [percentile(insertion, 0.95), percentile(moves, 0.99)];
  return [
    {
      what: 'a call among 400 stops: its best places over ten days',
      figure: `p95 ${insert.toFixed(1)} ms`,
      yardstick: `${problem.shifts.length} shifts, every place of each`,
      wanted: '< 200 ms',
      met: insert < 200,
    },
    {
      what: 'what a move would do, 400 stops on the board',
      figure: `p99 ${move.toFixed(2)} ms`,
      yardstick: `a frame at 60 a second: ${FRAME_MS.toFixed(1)} ms`,
      wanted: 'well inside a frame',
      met: move < FRAME_MS / 4,
    },
  ];
}

/** The board of a large company: 300 open calls, 40 crews with their day full. */
export async function benchBoard(address: string, url: string): Promise<Row> {
  const db = connect(url, { poolSize: 1 });
  await db.run(
    `insert into crews (name, week, start_lat, start_lon)
     select 'Board crew ' || i, (select jsonb_agg('{"start":420,"end":960}'::jsonb) from generate_series(1, 7)), 41, -66
     from generate_series(1, ${CREWS}) i`,
  );
  await db.run(
    `insert into calls (ref, site_id, kind, received_at, since, complaint, priority, state)
     select 'B-' || row_number() over (), s.id, 'call', now(), now(), 'not right', 'this week', 'taken'
     from (select id from sites order by name limit ${CALLS}) s`,
  );
  await db.run(
    `insert into routes (crew_id, day) select id, ${TODAY} from crews where name like 'Board crew %'`,
  );
  await db.run(
    `with day as (
       insert into visits (site_id, crew_id, planned_for)
       select s.id, r.crew_id, r.day
       from routes r cross join lateral (select id from sites order by md5(id::text || r.id) limit ${A_DAY}) s
       returning id, crew_id)
     insert into stops (visit_id, route_id, position, minutes, drive_minutes, arrive_at, start_at, leave_at)
     select d.id, r.id, n, 45, 10, 430 + 60 * n, 430 + 60 * n, 475 + 60 * n
     from (select *, row_number() over (partition by crew_id order by id) - 1 as n from day) d
       join routes r on r.crew_id = d.crew_id`,
  );
  await db.close();
  const cookie = await signIn(address);
  const took: number[] = [];
  for (let i = 0; i < 20; i++) took.push(await timed(address, '/api/board', cookie));
  const ping = percentile(
    await Promise.all(Array.from({ length: 20 }, () => timed(address, '/api/ping', cookie))),
    0.5,
  );
  const p95 = percentile(took, 0.95);
  return {
    what: `the board: ${CALLS} open calls, ${CREWS} crews, ${CREWS * A_DAY} stops`,
    figure: `p50 ${percentile(took, 0.5).toFixed(0)}, p95 ${p95.toFixed(0)} ms`,
    yardstick: `a signed-in select 1: p50 ${ping.toFixed(1)} ms`,
    wanted: '< 200 ms',
    met: p95 < 200,
  };
}

/** As many places, each with a call, planned over ten days with every crew. */
const PLACES = 800;

/** What a large company waits for before its search begins: work, hours and drive times of 800 places. */
export async function benchPlanning(address: string, url: string): Promise<Row> {
  const db = connect(url, { poolSize: 1 });
  await db.run(
    `with people as (
       insert into users (login, display_name, role, password_hash)
       select 'board-' || i, 'Board ' || i, 'technician', '-' from generate_series(1, ${CREWS}) i
       returning id, login)
     insert into crew_members (crew_id, user_id, from_day)
     select c.id, p.id, ${TODAY} - 1
     from people p join crews c on c.name = replace(p.login, 'board-', 'Board crew ')`,
  );
  await db.run(
    `insert into calls (ref, site_id, kind, received_at, since, complaint, priority, state)
     select 'P-' || row_number() over (), s.id, 'call', now(), now(), 'not right', 'this week', 'taken'
     from (select id from sites order by name offset ${CALLS} limit ${PLACES - CALLS}) s`,
  );
  await db.close();
  const cookie = await signIn(address);
  const headers = { cookie, 'content-type': 'application/json', 'x-requested-with': 'gradum' };
  const board = await fetch(`${address}/api/board`, { headers });
  const { today } = (await board.json()) as BoardView;
  const body = JSON.stringify({
    ...{ from: today, days: 10, crewIds: [], siteIds: [], calls: 'all' },
    ...{ planned: 'stays', keepFree: false },
  });
  const took: number[] = [];
  let [jobs, megabytes] = [0, 0];
  for (let i = 0; i < 2; i++) {
    const began = performance.now();
    const response = await fetch(`${address}/api/board/problem`, { method: 'POST', headers, body });
    const text = await response.text();
    if (!response.ok) throw new Error(`the problem of ${PLACES} places was refused: ${text.slice(0, 300)}`);
    took.push((performance.now() - began) / 1000);
    jobs = (JSON.parse(text) as SentProblem).jobs.length;
    megabytes = text.length / 1e6;
  }
  const [first, again] = took as [number, number];
  return {
    what: `all that a plan of ${jobs} places needs`,
    figure: `${first.toFixed(1)} s, ${again.toFixed(1)} s with drive times known`,
    yardstick: `${megabytes.toFixed(0)} MB before it is compressed`,
    wanted: `${PLACES} places, ≤ 30 s, then ≤ 5 s`,
    met: jobs >= PLACES && first <= 30 && again <= 5,
  };
}
