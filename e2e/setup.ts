import { build, ensureDatabase, loadDemo, serve } from '../scripts/lib/app.mjs';
import { freePort } from '../scripts/lib/run.mjs';

/** A Wednesday morning in summer: charge can be judged, routes can be planned, and no test sees midnight. */
export const TODAY = '2026-06-03T10:00';

/** Builds the application, loads the demo into a database of its own, and serves it for all browser tests. */
export default async function setup(): Promise<() => Promise<void>> {
  const admin = process.env.GRADUM_TEST_DATABASE;
  if (!admin) throw new Error('GRADUM_TEST_DATABASE is not set; run the tests with "npm test"');
  await build((text: string) => console.log(text));
  const url = new URL(admin);
  url.pathname = `/browser_${Date.now()}`;
  await ensureDatabase(url.href);
  loadDemo(url.href, { GRADUM_TODAY: TODAY });
  const running = await serve({ url: url.href, port: await freePort(), env: { GRADUM_TODAY: TODAY } });
  process.env.GRADUM_E2E = running.address;
  process.env.GRADUM_E2E_DATABASE = url.href;
  return async () => void (await running.stop());
}
