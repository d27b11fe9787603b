import { randomUUID } from 'node:crypto';
import type { SearchStarted, SearchView } from '#contracts/board';
import type { SystemView } from '#contracts/system';
import { planFor } from '../server/testing/planning.ts';
import { ask, childrenOf, cookieOf, PEOPLE, TODAY, type Company, type Tried } from './company.ts';

/* What must be the same whichever process is asked: of two servers with two processes each. */

const pause = (ms: number) => new Promise((go) => setTimeout(go, ms));
const ASKED = planFor({ from: TODAY.slice(0, 10), days: 5, calls: 'all', planned: 'may move' });

/** Searches and long work are told of by every process; news reaches screens of every process. */
export async function shared(company: Company): Promise<Tried> {
  const cookie = await cookieOf(company.address(), PEOPLE.dispatcher);
  const manager = await cookieOf(company.address(), PEOPLE.manager);
  const wrong: string[] = [];
  const begun = await ask(company.address(), 'POST', '/api/board/searches', {
    cookie,
    body: JSON.stringify({ ...ASKED, roadsAnew: true }),
  });
  const { id } = JSON.parse(begun.text) as SearchStarted;
  const look = () => ask(company.address(), 'GET', `/api/board/searches/${id}`, { cookie });
  let looks = 0;
  let [listed, running] = [false, true];
  for (; looks < 40; looks++) {
    // While it runs it stands among the long work; on a slow machine it may end before the last look.
    if (!listed && running) {
      const system = await ask(company.address(), 'GET', '/api/system', { cookie: manager });
      listed = (JSON.parse(system.text) as SystemView).jobs.length > 0;
    }
    const { status, text } = await look();
    if (status === 200) running = !(JSON.parse(text) as SearchView).solved;
    else wrong.push(`a look answered ${status}`);
    await pause(25);
  }
  if (!listed && running) wrong.push('not among the long work');
  await ask(company.address(), 'POST', `/api/board/searches/${id}/end`, { cookie, body: '{"keep":true}' });
  for (let view: SearchView | undefined; !view?.solved; await pause(100)) {
    const { status, text } = await look();
    if (status === 200) view = JSON.parse(text) as SearchView;
    else {
      wrong.push(`the plan answered ${status}`);
      break;
    }
  }
  const heard = await news(company, manager);
  if (heard < company.processes.length) wrong.push(`${company.processes.length - heard} heard no news`);
  return {
    what: 'a search begun at one process and asked of all; news of a change made at one',
    count: `${looks} looks, ${company.processes.length} streams`,
    found: wrong.length === 0 ? 'the same everywhere' : [...new Set(wrong)].join('; '),
    wanted: 'the same everywhere',
    held: wrong.length === 0,
  };
}

/** How many processes' streams hear of a customer that was written through one of them. */
async function news(company: Company, cookie: string): Promise<number> {
  const id = randomUUID();
  const streams = await Promise.all(
    company.processes.map(async ({ address }) => {
      const response = await fetch(`${address}/api/events`, {
        headers: { cookie },
        signal: AbortSignal.timeout(60_000),
      });
      return response.body?.pipeThrough(new TextDecoderStream()).getReader();
    }),
  );
  const hearing = streams.map(async (reader) => {
    for (let text = ''; ;) {
      const { done, value } = (await reader?.read()) ?? { done: true, value: undefined };
      if (done) return false;
      text += value;
      if (text.includes(id)) return true;
    }
  });
  await ask(company.address(), 'POST', '/api/customers', {
    cookie,
    body: JSON.stringify({ id, name: 'Trial Kiln Works' }),
  });
  const heard = await Promise.all(hearing.map((one) => one.catch(() => false)));
  await Promise.all(streams.map((reader) => reader?.cancel()));
  return heard.filter(Boolean).length;
}

/** A process dies while it searches: whoever waits is told, and another takes its place. */
export async function deaths(company: Company, rounds: number): Promise<Tried> {
  const cookie = await cookieOf(company.address(), PEOPLE.dispatcher);
  const [first] = company.processes;
  const pid = first?.server.pid as number;
  const wrong: string[] = [];
  let reads = 0;
  for (let round = 0; round < rounds; round++) {
    const before = childrenOf(pid);
    const begun = await ask(first?.address as string, 'POST', '/api/board/searches', {
      cookie,
      body: JSON.stringify(ASKED),
    });
    const { id } = JSON.parse(begun.text) as SearchStarted;
    // Which of them searches is not told: all of that server's processes die.
    for (const child of before) process.kill(child, 'SIGKILL');
    const other = company.processes[1]?.address as string;
    for (let told = false; !told; await pause(50)) {
      const { status, text } = await ask(other, 'GET', `/api/board/searches/${id}`, { cookie });
      reads++;
      if (status === 500 && text.includes('broke off')) told = true;
      else if (status !== 200) {
        wrong.push(`a look answered ${status}`);
        break;
      }
    }
    while (childrenOf(pid).length < before.length) await pause(50);
    for (let up = false; !up; await pause(50))
      up = (await ask(first?.address as string, 'GET', '/api/health/ready')).status === 200;
    if (childrenOf(pid).some((child) => before.includes(child))) wrong.push('a dead one still counts');
  }
  return {
    what: 'processes of a server that die while they search',
    count: `${rounds}, ${reads} looks at the search through another server`,
    found: wrong.length === 0 ? 'told, and others started' : [...new Set(wrong)].join('; '),
    wanted: 'told, and others started',
    held: wrong.length === 0,
  };
}
