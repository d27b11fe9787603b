import os from 'node:os';
import { build, copyDatabase, ensureDatabase, loadDemo, serve } from '../scripts/lib/app.mjs';
import { freePort } from '../scripts/lib/run.mjs';

/** A Wednesday morning in summer: charge can be judged, routes can be planned, and no test sees midnight. */
export const TODAY = '2026-06-03T10:00';

/** So many files of tests run beside each other: each waits for its page a part of its time. */
export const WORKERS = Math.min(4, os.availableParallelism() + 1);

/**
 * Builds the application, loads the demo once, and serves a copy of it to each worker: what one file of tests
 * writes is seen by no other that runs beside it.
 */
export default async function setup(): Promise<() => Promise<void>> {
  const admin = process.env.GRADUM_TEST_DATABASE;
  if (!admin) throw new Error('GRADUM_TEST_DATABASE is not set; run the tests with "npm test"');
  await build((text: string) => console.log(text));
  const url = new URL(admin);
  url.pathname = `/browser_${Date.now()}`;
  await ensureDatabase(url.href);
  loadDemo(url.href, { GRADUM_TODAY: TODAY });
  const served: Awaited<ReturnType<typeof serve>>[] = [];
  for (let worker = 0; worker < WORKERS; worker++) {
    const own = await copyDatabase(url.href, `${url.pathname.slice(1)}_${worker}`);
    const running = await serve({ url: own, port: await freePort(), env: { GRADUM_TODAY: TODAY } });
    process.env[`GRADUM_E2E_${worker}`] = running.address;
    process.env[`GRADUM_E2E_POST_${worker}`] = running.post;
    served.push(running);
  }
  process.env.GRADUM_E2E_DATABASE = url.href;
  return async () => void (await Promise.all(served.map(({ stop }) => stop())));
}
