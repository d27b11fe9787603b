import { useLiveQuery } from 'dexie-react-hooks';
import { useCallback, useEffect, useRef, useState } from 'react';
import { dropAside, laidAside, layAside } from './aside.ts';
import { phone, type OutboxItem } from './db.ts';
import { draftKey, writer } from '../state/writer.ts';

/** What is still on its way about a visit, a unit or a site, oldest first. */
export function useOutbox(about: string): OutboxItem[] {
  const all = useLiveQuery(
    () => phone.outbox.where('about').equals(about).sortBy('queuedAt'),
    [about],
    [] as OutboxItem[],
  );
  const { id } = writer();
  // For a moment after a change of what it is about the database still answers for what was before.
  return all.filter((item) => item.owner === id && item.about === about);
}

/** Everything on this device that has not arrived, oldest first: one's own, and what others wrote on it. */
export function useWaiting(): { own: OutboxItem[]; others: OutboxItem[] } {
  const all = useLiveQuery(() => phone.outbox.orderBy('queuedAt').toArray(), [], [] as OutboxItem[]);
  const { id } = writer();
  return { own: all.filter((item) => item.owner === id), others: all.filter((item) => item.owner !== id) };
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
 * A form's state that survives a reload, a closed tab and an empty battery. `ready` is false until what was
 * kept has been read, so that a form never flashes empty over it.
 */
export function useDraft<T extends object>(
  form: string,
  initial: T,
): { value: T; set: (patch: Partial<T>) => void; clear: () => void; ready: boolean } {
  const key = draftKey(form);
  const [value, setValue] = useState(initial);
  const [readyFor, setReadyFor] = useState<string>();
  const first = useRef(initial);
  const latest = useRef(initial);
  /** True from a key until the database has it. */
  const unkept = useRef(false);
  const waiting = useRef<ReturnType<typeof setTimeout>>(undefined);
  // The screen answers a key first; the draft is put away in the very next task, and at once when the form
  // goes.
  const putAway = useCallback(() => {
    clearTimeout(waiting.current);
    waiting.current = undefined;
    if (!unkept.current) return;
    const typed = latest.current;
    phone.drafts.put({ key, value: typed }).then(
      () => {
        if (latest.current !== typed) return;
        unkept.current = false;
        dropAside(key);
      },
      () => layAside(key, typed),
    );
  }, [key]);
  useEffect(() => {
    let live = true;
    const open = (kept: unknown) => {
      if (!live) return;
      const aside = laidAside(key);
      latest.current = {
        ...first.current,
        ...(kept as Partial<T> | undefined),
        ...(aside as Partial<T> | undefined),
      };
      unkept.current = aside !== undefined;
      putAway();
      setValue(latest.current);
      setReadyFor(key);
    };
    phone.drafts.get(key).then(
      (kept) => open(kept?.value),
      () => open(undefined),
    );
    return () => {
      live = false;
    };
  }, [key, putAway]);
  useEffect(() => {
    const leave = () => {
      if (!unkept.current) return;
      layAside(key, latest.current);
      putAway();
    };
    window.addEventListener('pagehide', leave);
    return () => {
      window.removeEventListener('pagehide', leave);
      putAway();
    };
  }, [key, putAway]);
  const set = useCallback(
    (patch: Partial<T>) => {
      latest.current = { ...latest.current, ...patch };
      unkept.current = true;
      setValue(latest.current);
      waiting.current ??= setTimeout(putAway);
    },
    [putAway],
  );
  const clear = useCallback(() => {
    clearTimeout(waiting.current);
    waiting.current = undefined;
    unkept.current = false;
    latest.current = first.current;
    setValue(first.current);
    dropAside(key);
    void phone.drafts.delete(key);
  }, [key]);
  return { value, set, clear, ready: readyFor === key };
}
