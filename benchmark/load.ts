import { once } from 'node:events';
import { Agent, get, type IncomingMessage } from 'node:http';
import { BENCH_PASSWORD } from './fleet.ts';
import { percentile, type Row } from './table.ts';

/** A person at work asks for something twice a second, whether the last answer has come or not. */
const EACH_MS = 500;
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
 * A browser of somebody at work: connections of its own, as many as browsers open to one host, so that people
 * come to all processes that serve and not all over the few connections that happen to be free.
 */
class Browser {
  readonly #agent = new Agent({ keepAlive: true, maxSockets: 6 });
  readonly #address: string;
  readonly #cookie: string;

  constructor(address: string, cookie: string) {
    this.#address = address;
    this.#cookie = cookie;
  }

  /** How long an answer takes to its last byte, ms. @throws Error where it is no answer with 200 */
  async timed(path: string): Promise<number> {
    const began = performance.now();
    const response = await this.#ask(path);
    response.resume();
    await once(response, 'end');
    if (response.statusCode !== 200) throw new Error(`${path} answered ${response.statusCode}`);
    return performance.now() - began;
  }

  #ask(path: string): Promise<IncomingMessage> {
    return new Promise((resolve, reject) => {
      const options = { agent: this.#agent, headers: { cookie: this.#cookie } };
      const request = get(`${this.#address}${path}`, options, resolve);
      // A connection that lay idle may be closed by the server as it is used again: browsers ask once more too.
      request.on('error', (error) => {
        if (request.reusedSocket) resolve(this.#ask(path));
        else reject(error);
      });
    });
  }

  close(): void {
    this.#agent.destroy();
  }
}

/** What the benchmark's own signed-in `select 1` takes while nobody else asks, ms. */
async function idlePing(address: string, cookie: string): Promise<number> {
  const pings: number[] = [];
  for (let i = 0; i < 100; i++) pings.push(await timed(address, '/api/ping', cookie));
  return percentile(pings, 0.5);
}

/**
 * So many people at work, each asking at fixed times: a server that is too slow for them has more and more to
 * answer at once, and that is seen. Were the next request to wait for the last answer, it would be asked less
 * the slower it is, and look better for it.
 *
 * @param asks what the n-th request asks for
 */
async function underLoad(
  address: string,
  people: number,
  asks: (n: number) => string,
): Promise<Map<string, number[]>> {
  const browsers: Browser[] = [];
  for (let i = 0; i < people; i++) browsers.push(new Browser(address, await signIn(address)));
  const took = new Map<string, number[]>();
  const running: Promise<void>[] = [];
  const began = performance.now();
  const each = EACH_MS / people;
  const count = (SECONDS * 1000) / each;
  for (let n = 0; n < count; n++) {
    const wait = began + n * each - performance.now();
    if (wait > 0) await new Promise((go) => setTimeout(go, wait));
    const path = asks(n);
    const kept = took.get(path) ?? [];
    took.set(path, kept);
    const browser = browsers[n % people] as Browser;
    running.push(browser.timed(path).then((ms) => void kept.push(ms)));
  }
  await Promise.all(running);
  for (const browser of browsers) browser.close();
  return took;
}

/** Lists and search with 20 and with 50 people at work, and a unit's page among the 50. Loopback only. */
export async function benchLoad(address: string): Promise<Row[]> {
  const cookie = await signIn(address);
  const ping = await idlePing(address, cookie);
  const units = (await (
    await fetch(`${address}/api/units?sort=score&dir=desc`, { headers: { cookie } })
  ).json()) as { rows: { id: string }[] };
  const page = `/api/units/${units.rows[0]?.id}`;
  const alone: number[] = [];
  for (let i = 0; i < 40; i++) alone.push(await timed(address, page, cookie));
  const rows: Row[] = [];
  for (const [people, most] of [
    [20, 100],
    [50, 250],
  ] as const) {
    const took = await underLoad(address, people, (n) =>
      n % 10 === 9 ? page : (LISTS[n % LISTS.length] as string),
    );
    const pages = took.get(page) ?? [];
    took.delete(page);
    const lists = [...took.values()].flat();
    const p95 = percentile(lists, 0.95);
    rows.push({
      what: `lists and search, ${people} people, ${Math.round((1000 * people) / EACH_MS)} requests a second`,
      figure: `p95 ${p95.toFixed(1)} ms, p50 ${percentile(lists, 0.5).toFixed(1)} ms`,
      yardstick: `select 1 of nobody else ${ping.toFixed(1)} ms, ratio ${(p95 / ping).toFixed(1)}`,
      wanted: `p95 ≤ ${most} ms`,
      met: p95 <= most,
    });
    if (people < 50) continue;
    const [among, by] = [percentile(pages, 0.5), percentile(alone, 0.5)];
    rows.push({
      what: `the page of the busiest unit among ${people} people`,
      figure: `p50 ${among.toFixed(1)} ms`,
      yardstick: `alone p50 ${by.toFixed(1)} ms, ratio ${(among / by).toFixed(1)}`,
      wanted: '≤ 4 × alone',
      met: among <= 4 * by,
    });
  }
  return rows;
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
