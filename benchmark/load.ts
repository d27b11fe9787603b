import { BENCH_PASSWORD } from './fleet.ts';
import { percentile, type Row } from './table.ts';

const USERS = 20;
const THINK_MS = 500;
const SECONDS = 30;

const LISTS = [
  '/api/units?sort=site',
  '/api/units?sort=score&dir=desc',
  '/api/units?q=rtu-3+site+7',
  '/api/sites?sort=flagged&dir=desc',
  '/api/sites?q=site+44',
  '/api/customers?sort=units&dir=desc',
  '/api/calls?status=all&sort=received&dir=desc',
  '/api/watch?flag=repeat',
  '/api/watch',
  '/api/search?q=rtu-1+site+9',
  '/api/search?q=s',
  '/api/search?q=customer+1',
];

export async function signIn(address: string): Promise<string> {
  const response = await fetch(`${address}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ login: 'bench', password: BENCH_PASSWORD }),
  });
  // Read to its end: until then the session may not stand yet, and the next request would be refused.
  await response.arrayBuffer();
  if (!response.ok) throw new Error(`cannot sign in: ${response.status}`);
  return response.headers
    .getSetCookie()
    .map((line) => line.split(';')[0])
    .join('; ');
}

export async function timed(address: string, path: string, cookie: string): Promise<number> {
  const began = performance.now();
  const response = await fetch(`${address}${path}`, { headers: { cookie } });
  await response.arrayBuffer();
  if (!response.ok) throw new Error(`${path} answered ${response.status}`);
  return performance.now() - began;
}

/**
 * Lists and search under 20 signed-in users who think half a second between requests; each fifth request is a
 * signed-in `select 1`. Loopback only.
 */
export async function benchLoad(address: string): Promise<Row> {
  const cookies: string[] = [];
  for (let i = 0; i < USERS; i++) cookies.push(await signIn(address));
  const lists: number[] = [];
  const ones: number[] = [];
  const until = performance.now() + SECONDS * 1000;
  await Promise.all(
    cookies.map(async (cookie, user) => {
      await new Promise((go) => setTimeout(go, (user / USERS) * THINK_MS));
      for (let i = user; performance.now() < until; i++) {
        if (i % 5 === 0) ones.push(await timed(address, '/api/ping', cookie));
        else lists.push(await timed(address, LISTS[i % LISTS.length] as string, cookie));
        await new Promise((go) => setTimeout(go, THINK_MS));
      }
    }),
  );
  const [p95, one] = [percentile(lists, 0.95), percentile(ones, 0.95)];
  return {
    what: `lists and search, ${USERS} users, ${lists.length} requests`,
    figure: `p95 ${p95.toFixed(1)} ms, p50 ${percentile(lists, 0.5).toFixed(1)} ms`,
    yardstick: `signed-in select 1 p95 ${one.toFixed(1)} ms, ratio ${(p95 / one).toFixed(1)}`,
    wanted: 'p95 < 100 ms',
    met: p95 < 100,
  };
}

const GUARDED = 400;

/**
 * What the guards cost: a `select 1` behind session, person, rights and log, beside the same one without
 * them. One after the other, by turns, so that whatever else the machine does falls on both.
 */
export async function benchGuards(address: string): Promise<Row> {
  const cookie = await signIn(address);
  const [guarded, bare]: [number[], number[]] = [[], []];
  for (let i = 0; i < GUARDED; i++) {
    guarded.push(await timed(address, '/api/ping', cookie));
    bare.push(await timed(address, '/api/health/ready', cookie));
  }
  const [middle, without] = [percentile(guarded, 0.5), percentile(bare, 0.5)];
  return {
    what: 'guards of a request: session, person, rights, log',
    figure: `p50 ${middle.toFixed(1)} ms, p95 ${percentile(guarded, 0.95).toFixed(1)} ms`,
    yardstick: `the same select without them p50 ${without.toFixed(1)} ms, ratio ${(middle / without).toFixed(1)}`,
    wanted: '≤ 10 ms more',
    met: middle - without <= 10,
  };
}
