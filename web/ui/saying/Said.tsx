import { lazy, Suspense, useEffect, useSyncExternalStore } from 'react';
import { onSaid, saidNow } from './say.ts';
import { followSpot } from './spot.ts';

const SaidHere = lazy(() => import('./SaidHere.tsx').then((m) => ({ default: m.SaidHere })));
const anything = () => saidNow().length > 0;

/**
 * What was done or refused, beside what was pressed. Its script is fetched when there is first something to
 * say.
 */
export function Said() {
  const some = useSyncExternalStore(onSaid, anything);
  useEffect(followSpot, []);
  return some ? (
    <Suspense fallback={null}>
      <SaidHere />
    </Suspense>
  ) : null;
}
