import { localDate, type PlainDate } from '#core/base/time';
import { callOf } from './attribution.ts';
import type { Entry, VisitFact } from './entries.ts';
import type { Standing } from './standing.ts';

/** Where and when a line stands, as every fact of it says: the line, its visit, the call it answers, its day. */
export interface Placed {
  readonly entryId: string;
  readonly visitId: string;
  readonly callId: string | null;
  readonly atMs: number;
  readonly on: PlainDate;
}

/** How the lines about one subject are placed: in time, under a call, at a circuit. */
export interface Places {
  /** The day it was at the site. */
  day(e: Entry): PlainDate;
  place(e: Standing): Placed;
  /**
   * Which circuit a line means: the one it names; the only one the machine has; the only one that other lines
   * of the same visit name. Otherwise nobody has said, and it stays unknown.
   */
  circuit(e: Entry, named: number | undefined): number | null;
  /** The calls that findings, work and refrigerant answer. */
  readonly answers: readonly { readonly entryId: string; readonly callId: string }[];
}

const ANSWERS: ReadonlySet<string> = new Set(['finding', 'work', 'refrigerant']);

/**
 * @param own what stands about the subject
 * @param circuits numbers of its refrigerant circuits; empty where nobody has recorded any
 */
export function placesOf(
  own: readonly Standing[],
  circuits: readonly number[],
  visits: ReadonlyMap<string, VisitFact>,
): Places {
  const answered = new Map<string, string>();
  const named = new Map<string, Set<number>>();
  for (const e of own) {
    const visit = visits.get(e.visitId);
    const call = ANSWERS.has(e.kind) && visit ? callOf(e, visit) : undefined;
    if (call) answered.set(e.id, call.id);
    const { circuit } = e.body as { circuit?: number };
    if (circuit !== undefined) named.set(e.visitId, (named.get(e.visitId) ?? new Set()).add(circuit));
  }
  const day = (e: Entry) => localDate(new Date(e.occurredMs), visits.get(e.visitId)?.timeZone ?? 'UTC');
  return {
    day,
    place: (e) => ({
      entryId: e.id,
      visitId: e.visitId,
      callId: answered.get(e.id) ?? null,
      atMs: e.occurredMs,
      on: day(e),
    }),
    circuit: (e, circuit) => {
      if (circuit !== undefined) return circuit;
      if (circuits.length === 1) return circuits[0] as number;
      const others = [...(named.get(e.visitId) ?? [])];
      return others.length === 1 ? (others[0] as number) : null;
    },
    answers: [...answered].map(([entryId, callId]) => ({ entryId, callId })),
  };
}
