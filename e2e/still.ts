import type { Page, Request } from '@playwright/test';

/**
 * How much of what is seen may move without anybody having touched anything: the sum of all shifts of the
 * Layout Instability API, half of what its authors call good for the worst window of a page (0.1).
 */
const MAY_MOVE = 0.05;
const ANSWERS = /\/api\/(?!events)/;

/**
 * Answers come one after the other, as they do on a slow line: what comes last would move what is there.
 *
 * @returns a wait until nothing is on its way any more
 */
export async function slowAnswers(page: Page): Promise<() => Promise<void>> {
  const waiting = new Set<Request>();
  page.on('request', (request) => void (ANSWERS.test(request.url()) && waiting.add(request)));
  page.on('requestfinished', (request) => void waiting.delete(request));
  page.on('requestfailed', (request) => void waiting.delete(request));
  await page.route(ANSWERS, async (route) => {
    const { pathname } = new URL(route.request().url());
    const order = [...pathname].reduce((sum, letter) => (sum * 31 + letter.charCodeAt(0)) % 997, 7);
    await new Promise((done) => setTimeout(done, 60 + (order % 6) * 60));
    await route.continue().catch(() => undefined);
  });
  return async () => {
    for (let still = 0; still < 4; still = waiting.size > 0 ? 0 : still + 1) await page.waitForTimeout(60);
  };
}

interface Shift {
  readonly value: number;
  readonly what: readonly string[];
}

/** Runs in the page: every shift is written down from its first moment, with what moved from where to where. */
function watchShifts() {
  const all: Shift[] = [];
  (window as unknown as { shifts: Shift[] }).shifts = all;
  new PerformanceObserver((list) => {
    const entries = list.getEntries() as unknown as {
      value: number;
      hadRecentInput: boolean;
      sources: { node: Node | null; previousRect: DOMRect; currentRect: DOMRect }[];
    }[];
    for (const { value, hadRecentInput, sources } of entries) {
      if (hadRecentInput) continue;
      const what = sources.map(
        ({ node, previousRect: from, currentRect: to }) =>
          `“${(node?.textContent ?? '').trim().slice(0, 40)}” ${from.y}+${from.height} → ${to.y}+${to.height}`,
      );
      all.push({ value, what });
    }
  }).observe({ type: 'layout-shift', buffered: true });
}

/** From the next load of the page on, what moves on it is written down. */
export const noteShifts = (page: Page): Promise<unknown> => page.addInitScript(watchShifts);

/** What has moved since the page was loaded; empty as long as it is less than may be. */
export async function moved(page: Page): Promise<readonly Shift[]> {
  const shifts = await page.evaluate(() => (window as unknown as { shifts: readonly Shift[] }).shifts);
  return shifts.reduce((sum, { value }) => sum + value, 0) < MAY_MOVE ? [] : shifts;
}
