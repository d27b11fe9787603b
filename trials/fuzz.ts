import { randomUUID } from 'node:crypto';
import { oneOf, seededRandom, wholeBetween } from '#core/base/random';
import { ENDPOINTS } from '../server/app.ts';
import { allowedMs, ask, cookieOf, megabytesOf, PEOPLE, ping, type Company, type Tried } from './company.ts';

type Random = ReturnType<typeof seededRandom>;

const TEXTS = [
  '',
  'x',
  'a\u0000b',
  '\ud800',
  "'; drop table units; --",
  '%_\\',
  '../../../etc/passwd',
  '<script>alert(1)</script>',
  '${7*7}',
  'constructor',
  '__proto__',
  'toString',
  'null',
  'NaN',
  '1e999',
  '-1',
  '9999-12-31',
  '0000-01-01',
  '2026-02-30',
  '2026-06-03',
  '2026-06-03T10:00:00Z',
  '00000000-0000-0000-0000-000000000000',
  '=1+1',
  '\u202e',
  'x'.repeat(301),
  'x'.repeat(5001),
  '🛠️'.repeat(60),
  'RTU-1',
  'R-410A',
  'package gas/electric',
  'cooling',
];
const NUMBERS = [0, -1, 1, 1.5, 1e308, -1e308, 2 ** 31, 2 ** 53, Number.MIN_VALUE, 41, -66];
const NAMES = [
  'id',
  'version',
  'kind',
  'body',
  'name',
  'siteId',
  'unitId',
  'visitId',
  'customerId',
  'callIds',
  'crewId',
  'text',
  'value',
  'validFrom',
  'occurredAt',
  'plan',
  'content',
  'tag',
  'status',
  'step',
  'complaint',
  'receivedAt',
  'readings',
  'supersedes',
  'reason',
  'collection',
  'word',
  'part',
  'covers',
  'day',
  'siteIds',
  '__proto__',
];

/** Anything JSON can say, no deeper than `depth`. */
function anything(random: Random, depth: number): unknown {
  const pick = wholeBetween(random, 0, depth > 0 ? 9 : 6);
  if (pick <= 2) return oneOf(random, TEXTS);
  if (pick === 3) return oneOf(random, NUMBERS);
  if (pick === 4) return oneOf(random, [null, true, false]);
  if (pick <= 6) return randomUUID();
  if (pick === 7)
    return Array.from({ length: wholeBetween(random, 0, 6) }, () => anything(random, depth - 1));
  return Object.fromEntries(
    Array.from({ length: wholeBetween(random, 0, 8) }, () => [
      oneOf(random, NAMES),
      anything(random, depth - 1),
    ]),
  );
}

/** The text of a body: mostly JSON, sometimes broken, deep or no JSON at all. */
function bodyText(random: Random): string {
  const pick = wholeBetween(random, 0, 19);
  if (pick === 0) return '{"a":';
  if (pick === 1) return '['.repeat(wholeBetween(random, 1, 20_000));
  if (pick === 2) return `{"a":"${'x'.repeat(wholeBetween(random, 1, 200_000))}"}`;
  if (pick === 3) return oneOf(random, TEXTS);
  return JSON.stringify(anything(random, 4)) ?? '';
}

const query = (random: Random): string =>
  wholeBetween(random, 0, 2) === 0
    ? ''
    : `?${Array.from(
        { length: wholeBetween(random, 1, 4) },
        () =>
          `${encodeURIComponent(oneOf(random, ['q', 'sort', 'dir', 'offset', 'limit', 'day', 'status', 'crewId', 'x']))}=${encodeURIComponent(
            oneOf(
              random,
              TEXTS.filter((text) => !/\p{Surrogate}/u.test(text)),
            ),
          )}`,
      ).join('&')}`;

/** Hostile requests over every route, as a stranger and as each role; nothing may fail, hang or grow. */
export async function fuzz(company: Company, count: number, seed: number): Promise<Tried[]> {
  const random = seededRandom(seed);
  const cookies = [
    undefined,
    ...(await Promise.all(Object.values(PEOPLE).map((login) => cookieOf(company.address(), login)))),
  ];
  const routes = ENDPOINTS.filter(
    ({ method, path }) => path !== '/api/events' && !(method === 'delete' && path === '/api/session'),
  );
  const failures = new Map<string, number>();
  const memory = () => Math.max(...company.processes.map(({ server }) => megabytesOf(server.pid as number)));
  const before = memory();
  let slowest = { ms: 0, what: '' };
  let peak = before;
  let slowestPing = 0;
  const statuses = new Map<number, number>();
  const one = async () => {
    const route = oneOf(random, routes);
    const path = route.path.replace(/:\w+/g, () =>
      encodeURIComponent(oneOf(random, [randomUUID(), 'x', '..', 'constructor', '0', 'history'])),
    );
    const cookie = oneOf(random, cookies);
    const what = `${route.method} ${route.path}`;
    const { status, ms } = await ask(
      company.address(),
      route.method.toUpperCase(),
      `${path}${query(random)}`,
      { ...(cookie ? { cookie } : {}), ...(route.method === 'get' ? {} : { body: bodyText(random) }) },
    );
    statuses.set(status, (statuses.get(status) ?? 0) + 1);
    if (status >= 500 || status === 0)
      failures.set(`${status} ${what}`, (failures.get(`${status} ${what}`) ?? 0) + 1);
    if (ms > slowest.ms) slowest = { ms, what };
  };
  for (let done = 0; done < count; done += 20) {
    const beside = ping(company);
    await Promise.all(Array.from({ length: Math.min(20, count - done) }, one));
    slowestPing = Math.max(slowestPing, await beside);
    if (done % 1000 === 0) peak = Math.max(peak, memory());
  }
  peak = Math.max(peak, memory());
  const shown = [...statuses].sort(([a], [b]) => a - b).map(([status, n]) => `${n} × ${status}`);
  return [
    {
      what: 'fuzzed requests over every route, as a stranger and as each role',
      count: `${count.toLocaleString('en')} over ${routes.length} routes`,
      found:
        failures.size === 0
          ? shown.join(', ')
          : [...failures].map(([what, n]) => `${n} × ${what}`).join(', '),
      wanted: 'no answer of 500 and above',
      held: failures.size === 0,
    },
    {
      what: 'the slowest of them, 20 at a time',
      count: slowest.what,
      found: `${Math.round(slowest.ms)} ms, a ping beside it ${Math.round(slowestPing)} ms`,
      wanted: '≤ 2,000 ms or 20 pings',
      held: slowest.ms <= allowedMs(2000, slowestPing),
    },
    {
      what: 'memory of the largest process',
      count: `${Math.round(before)} MB before`,
      found: `${Math.round(peak)} MB at most`,
      wanted: '≤ 700 MB',
      held: peak <= 700,
    },
  ];
}
