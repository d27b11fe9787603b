import type { ReactNode } from 'react';
import type { TracingView } from '#contracts/tracing';
import { useTracingQuery } from '../api/tracing.ts';
import { useKept } from '../outbox/kept.ts';
import { Loading, Trouble } from '../ui/frame/Screen.tsx';

/** What a site is wired with, from the server or as this phone last had it. */
export function WithNet({
  siteId,
  children,
}: {
  siteId: string;
  /** @param stale there is no signal: it is as it was last seen */
  children: (net: TracingView, stale: boolean) => ReactNode;
}) {
  const { data, error, refetch } = useTracingQuery(siteId);
  const net = useKept<TracingView>(`tracing ${siteId}`, data);
  if (net) return children(net, error !== undefined);
  return (
    <div className="p-4">
      {error ? <Trouble error={error} retry={refetch} /> : <Loading what="feeds and controls" />}
    </div>
  );
}
