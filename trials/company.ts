import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import type { ChildProcess } from 'node:child_process';
import { serve } from '../scripts/lib/app.mjs';
import { freePort } from '../scripts/lib/run.mjs';
import { DEMO_PASSWORD } from '../demo/load.ts';

/* The demo company served by two servers of two processes each on one database, and people who ask it things. */

export const TODAY = '2026-06-03T10:00';
/** People of the demo by role. */
export const PEOPLE = { manager: 'maren', dispatcher: 'desmond', technician: 'ada' } as const;

export interface Process {
  readonly address: string;
  readonly server: ChildProcess;
  stop(): Promise<unknown>;
}

export interface Company {
  readonly url: string;
  readonly processes: Process[];
  /** Any of the processes, by turns. */
  address(): string;
  /** Ends one process as a power cut would, and starts another in its place. */
  kill(which: number): Promise<void>;
  stop(): Promise<void>;
}

export async function openCompany(url: string, count: number): Promise<Company> {
  const secret = randomUUID();
  const start = async (): Promise<Process> =>
    serve({
      url,
      port: await freePort(),
      env: { GRADUM_TODAY: TODAY, LOG_LEVEL: 'silent', GRADUM_WORKERS: '2' },
      secret,
    });
  const processes: Process[] = [];
  for (let i = 0; i < count; i++) processes.push(await start());
  let turn = 0;
  return {
    url,
    processes,
    address: () => (processes[turn++ % processes.length] as Process).address,
    kill: async (which) => {
      const old = processes[which] as Process;
      const gone = new Promise((resolve) => old.server.once('exit', resolve));
      old.server.kill('SIGKILL');
      await gone;
      await old.stop();
      processes[which] = await start();
    },
    stop: async () => void (await Promise.all(processes.map((one) => one.stop()))),
  };
}

export interface Answer {
  readonly status: number;
  readonly text: string;
  readonly ms: number;
}

/** Asks once; status 0 where no answer came. */
export async function ask(
  address: string,
  method: string,
  path: string,
  { cookie, body }: { cookie?: string; body?: string } = {},
): Promise<Answer> {
  const began = performance.now();
  try {
    const response = await fetch(`${address}${path}`, {
      method,
      headers: {
        ...(cookie ? { cookie } : {}),
        ...(body === undefined ? {} : { 'content-type': 'application/json' }),
      },
      ...(body === undefined ? {} : { body }),
      signal: AbortSignal.timeout(600_000),
    });
    return { status: response.status, text: await response.text(), ms: performance.now() - began };
  } catch {
    return { status: 0, text: '', ms: performance.now() - began };
  }
}

/** Signs somebody of the demo in; the cookies. */
export async function cookieOf(address: string, login: string): Promise<string> {
  const response = await fetch(`${address}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ login, password: DEMO_PASSWORD }),
  });
  const said = await response.text();
  if (!response.ok) throw new Error(`${login} cannot sign in: ${response.status} ${said}`);
  return response.headers
    .getSetCookie()
    .map((line) => line.split(';')[0])
    .join('; ');
}

/** Processes that a server's first process has started. */
export const childrenOf = (pid: number): number[] =>
  readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8').trim().split(/\s+/).filter(Boolean).map(Number);

/** Memory that the largest process of a server holds, MB. */
export const megabytesOf = (pid: number): number =>
  Math.max(
    ...[pid, ...childrenOf(pid)].map(
      (one) => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${one}/status`, 'utf8'))?.[1] ?? 0) / 1024,
    ),
  );

/**
 * What an answer may take: so many milliseconds, or where the machine is busy with other things twenty times
 * what a server took meanwhile to say that it lives.
 */
export const allowedMs = (ms: number, slowestPing: number): number => Math.max(ms, 20 * slowestPing);

/** How long a server takes to say that it lives, ms. */
export const ping = async (company: Company): Promise<number> =>
  (await ask(company.address(), 'GET', '/api/health')).ms;

/** One line of the table of what was tried. */
export interface Tried {
  readonly what: string;
  readonly count: string;
  readonly found: string;
  readonly wanted: string;
  readonly held: boolean;
}
