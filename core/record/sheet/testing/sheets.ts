import type { Entry, VisitFact } from '../index.ts';

export const HOUR = 3_600_000;
let serial = 0;

/** A line of a sheet, an hour after the one written before. */
export const entry = (kind: string, body: object, more: Partial<Entry> = {}): Entry => ({
  id: `e${++serial}`,
  visitId: 'v1',
  unitId: 'u1',
  pointId: null,
  callId: null,
  kind,
  body,
  authorId: 'ada',
  occurredMs: serial * HOUR,
  recordedMs: serial * HOUR,
  supersedes: null,
  ...more,
});

export const visit = (
  id: string,
  calls: VisitFact['calls'] = [],
  more: Partial<VisitFact> = {},
): VisitFact => ({ id, siteId: 's1', timeZone: 'UTC', source: 'own', calls, ...more });

export const call = (id: string, unitId: string | null, kind: 'call' | 'maintenance' = 'call') => ({
  id,
  unitId,
  kind,
});

export const visitsOf = (...list: VisitFact[]) => new Map(list.map((v) => [v.id, v]));
