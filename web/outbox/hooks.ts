import { useLiveQuery } from 'dexie-react-hooks';
import { useCallback, useEffect, useRef, useState } from 'react';
import { phone, type OutboxItem } from './db.ts';

/** What is still on its way about a visit, a unit or a site, oldest first. */
export function useOutbox(about: string): OutboxItem[] {
  return useLiveQuery(() => phone.outbox.where('about').equals(about).sortBy('queuedAt'), [about], []);
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
  const latest = useRef(initial);
  useEffect(() => {
    let live = true;
    void phone.drafts.get(key).then((kept) => {
      if (!live) return;
      latest.current = { ...first.current, ...((kept?.value as Partial<T> | undefined) ?? {}) };
      setValue(latest.current);
      setReadyFor(key);
    });
    return () => {
      live = false;
    };
  }, [key]);
  // The screen answers a key first; the draft is put away in the very next task, and at once when the form or the page goes.
  const waiting = useRef<ReturnType<typeof setTimeout>>(undefined);
  const putAway = useCallback(() => {
    if (waiting.current === undefined) return;
    clearTimeout(waiting.current);
    waiting.current = undefined;
    void phone.drafts.put({ key, value: latest.current });
  }, [key]);
  useEffect(() => {
    window.addEventListener('pagehide', putAway);
    return () => {
      window.removeEventListener('pagehide', putAway);
      putAway();
    };
  }, [putAway]);
  const set = useCallback(
    (patch: Partial<T>) => {
      latest.current = { ...latest.current, ...patch };
      setValue(latest.current);
      waiting.current ??= setTimeout(putAway);
    },
    [putAway],
  );
  const clear = useCallback(() => {
    clearTimeout(waiting.current);
    waiting.current = undefined;
    latest.current = first.current;
    setValue(first.current);
    void phone.drafts.delete(key);
  }, [key]);
  return { value, set, clear, ready: readyFor === key };
}
