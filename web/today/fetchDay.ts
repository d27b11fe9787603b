import type { VisitPage, VisitRow } from '#contracts/visits';
import { isOurs } from '../api/ours.ts';
import { applicationKept } from '../device/offline.ts';
import { phone } from '../outbox/db.ts';

/*
 * A crew's whole day at hand: once a day is opened with a signal, its sheets, units, roofs and feeds are
 * fetched and the screens that show them with it, so that a roof without a signal finds them all.
 */

const SCREENS = [
  () => import('../visits/VisitSheet.tsx'),
  () => import('../fault/FaultScreen.tsx'),
  () => import('../units/UnitScreen.tsx'),
  () => import('../roofs/RoofScreen.tsx'),
  () => import('../tracing/TracingScreen.tsx'),
  () => import('../bench/Bench.tsx'),
];

/** How much of a day is at hand: all of it, all of it until the page is left, or not all. */
export type AtHand = 'kept' | 'while open' | 'not all';

/** What the server says at an address; undefined where it does not answer. */
async function ask<T>(path: string): Promise<T | undefined> {
  try {
    const response = await fetch(`/api${path}`, { signal: AbortSignal.timeout(20_000) });
    return response.ok && isOurs(response) ? ((await response.json()) as T) : undefined;
  } catch {
    return undefined;
  }
}

async function keep(key: string, path: string): Promise<boolean> {
  const value = await ask(path);
  if (value !== undefined) await phone.misc.put({ key, value });
  return value !== undefined;
}

/**
 * Fetches what the visits of a day need, one thing after the other: a phone at the edge of a signal has no
 * room for more.
 *
 * @param live false once nobody wants it any more
 */
export async function fetchDay(visits: readonly VisitRow[], live: () => boolean): Promise<AtHand> {
  let whole = true;
  const done = new Set<string>();
  const once = async (key: string, path: string) => {
    if (done.has(key) || !live()) return;
    done.add(key);
    whole = (await keep(key, path)) && whole;
  };
  for (const { id } of visits) {
    if (!live()) return 'not all';
    const page = await ask<VisitPage>(`/visits/${id}`);
    if (!page) return 'not all';
    await phone.visits.put({ id, page, seenAt: Date.now() });
    const called = new Set(page.calls.map((call) => call.unitId));
    for (const unit of page.units)
      if (called.has(unit.id)) await once(`unit ${unit.id}`, `/units/${unit.id}`);
    for (const roof of page.roofs) await once(`roof ${roof.id}`, `/roofs/${roof.id}`);
    await once(`tracing ${page.siteId}`, `/sites/${page.siteId}/tracing`);
  }
  // Units that nobody called about come last: there may be fifty of them on one roof.
  for (const { id } of visits) {
    const page = (await phone.visits.get(id))?.page;
    for (const unit of page?.units ?? []) await once(`unit ${unit.id}`, `/units/${unit.id}`);
  }
  await Promise.all(SCREENS.map((load) => load().catch(() => (whole = false))));
  if (!whole || !live()) return 'not all';
  return (await applicationKept()) ? 'kept' : 'while open';
}
