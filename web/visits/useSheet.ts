import { useEffect } from 'react';
import type { VisitPage } from '#contracts/visits';
import { useVisitQuery } from '../api/visits.ts';
import { phone } from '../outbox/db.ts';
import { useKeptSheet } from '../outbox/kept.ts';

/** The sheet of a visit: what the server has, or what this phone last had of it, whichever is newer. */
export function useSheet(id: string) {
  const { data, error, refetch } = useVisitQuery(id);
  useEffect(() => {
    if (data) void phone.visits.put({ id: data.id, page: data, seenAt: Date.now() });
  }, [data]);
  // The copy on this phone is the newest of what the server said, whether asked for or in answer to an entry.
  const kept = useKeptSheet(id);
  return { visit: newest(data, kept), error, refetch };
}

function newest(a: VisitPage | undefined, b: VisitPage | undefined): VisitPage | undefined {
  if (!a || !b) return a ?? b;
  return b.entries.length > a.entries.length ? b : a;
}
