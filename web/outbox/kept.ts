import { useLiveQuery } from 'dexie-react-hooks';
import { useEffect } from 'react';
import type { VisitPage } from '#contracts/visits';
import { phone } from './db.ts';

/** The sheet of a visit as this device last had it; undefined until it is read, or where it never was. */
export function useKeptSheet(visitId: string | undefined): VisitPage | undefined {
  const kept = useLiveQuery(() => (visitId ? phone.visits.get(visitId) : undefined), [visitId]);
  return kept?.id === visitId ? kept?.page : undefined;
}

/** Keeps the latest value of something on this device and gives it back when the server cannot be reached. */
export function useKept<T>(key: string, value: T | undefined): T | undefined {
  useEffect(() => {
    if (value !== undefined) void phone.misc.put({ key, value });
  }, [key, value]);
  const kept = useLiveQuery(() => phone.misc.get(key), [key]);
  // For a moment after the key has changed the database still answers for the one before.
  return value ?? (kept?.key === key ? (kept.value as T) : undefined);
}
