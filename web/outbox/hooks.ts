import { useLiveQuery } from 'dexie-react-hooks';
import { useCallback, useEffect, useRef, useState } from 'react';
import { phone, type OutboxItem } from './db.ts';

/** The entries of a visit that are still on their way, oldest first. */
export function useOutbox(visitId: string): OutboxItem[] {
  return useLiveQuery(() => phone.outbox.where('visitId').equals(visitId).sortBy('queuedAt'), [visitId], []);
}

/** How many entries wait, over all visits. */
export function useOutboxCount(): number {
  return useLiveQuery(() => phone.outbox.count(), [], 0);
}

/** True while the browser believes it has a connection. */
export function useOnline(): boolean {
  const [online, setOnline] = useState(navigator.onLine);
  useEffect(() => {
    const set = () => setOnline(navigator.onLine);
    window.addEventListener('online', set);
    window.addEventListener('offline', set);
    return () => {
      window.removeEventListener('online', set);
      window.removeEventListener('offline', set);
    };
  }, []);
  return online;
}

/**
 * A form's state that survives a reload, a closed tab and an empty battery. `ready` is false until what was kept has been
 * read, so that a form never flashes empty over it.
 */
export function useDraft<T extends object>(
  key: string,
  initial: T,
): { value: T; set: (patch: Partial<T>) => void; clear: () => void; ready: boolean } {
  const [value, setValue] = useState(initial);
  const [readyFor, setReadyFor] = useState<string>();
  const first = useRef(initial);
  useEffect(() => {
    let live = true;
    void phone.drafts.get(key).then((kept) => {
      if (!live) return;
      setValue({ ...first.current, ...((kept?.value as Partial<T> | undefined) ?? {}) });
      setReadyFor(key);
    });
    return () => {
      live = false;
    };
  }, [key]);
  const set = useCallback(
    (patch: Partial<T>) => {
      setValue((before) => {
        const after = { ...before, ...patch };
        void phone.drafts.put({ key, value: after });
        return after;
      });
    },
    [key],
  );
  const clear = useCallback(() => {
    setValue(first.current);
    void phone.drafts.delete(key);
  }, [key]);
  return { value, set, clear, ready: readyFor === key };
}
