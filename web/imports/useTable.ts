import * as Comlink from 'comlink';
import { useEffect, useRef } from 'react';
import type { ImportWorker } from './import.worker.ts';

/**
 * The worker in which a file is read, for as long as the screen is open: a hundred thousand rows stall
 * nothing.
 */
export function useTable(): { table: () => Comlink.Remote<ImportWorker>; end: () => void } {
  const worker = useRef<Worker>(undefined);
  const remote = useRef<Comlink.Remote<ImportWorker>>(undefined);
  const end = () => {
    worker.current?.terminate();
    worker.current = undefined;
    remote.current = undefined;
  };
  useEffect(() => end, []);
  const table = () => {
    if (!remote.current) {
      worker.current = new Worker(new URL('./import.worker.ts', import.meta.url), { type: 'module' });
      remote.current = Comlink.wrap<ImportWorker>(worker.current);
    }
    return remote.current;
  };
  return { table, end };
}
