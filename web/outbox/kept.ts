import { useLiveQuery } from 'dexie-react-hooks';
import { useEffect } from 'react';
import { phone } from './db.ts';

/** Keeps the latest value of something on this device and gives it back when the server cannot be reached. */
export function useKept<T>(key: string, value: T | undefined): T | undefined {
  useEffect(() => {
    if (value !== undefined) void phone.misc.put({ key, value });
  }, [key, value]);
  const kept = useLiveQuery(() => phone.misc.get(key), [key]);
  return value ?? (kept?.value as T | undefined);
}
