import type { SystemView } from '#contracts/system';

/** Whether an outside service answers at all, and how long it takes. */
export async function healthOf(
  address: string | undefined,
): Promise<Pick<SystemView['standIns'][number], 'state' | 'ms'>> {
  if (!address) return { state: 'not set up', ms: null };
  const began = performance.now();
  try {
    await fetch(new URL(address).origin, { signal: AbortSignal.timeout(2000) });
    return { state: 'answers', ms: Math.round(performance.now() - began) };
  } catch {
    return { state: 'does not answer', ms: null };
  }
}
