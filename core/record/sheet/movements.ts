import type { PlainDate } from '#core/base/time';
import type { EntryBody } from '#core/record/kinds';
import type { Placed, Places } from './place.ts';
import type { Standing } from './standing.ts';

/** Where refrigerant can be beside the circuit. */
export const REFRIGERANT_PLACES = ['circuit', 'cylinder', 'reclaimer', 'air', 'unknown'] as const;
export type RefrigerantPlaceKind = (typeof REFRIGERANT_PLACES)[number];

/**
 * A place refrigerant comes from or goes to. The words of lines that did not say what kind of place it was are kept
 * as those of an unknown one.
 */
export interface RefrigerantPlace {
  readonly kind: RefrigerantPlaceKind;
  readonly words: string;
}

/** Pounds that went from one place to another. A circuit that nobody named stays unknown. */
export interface Movement extends Placed {
  readonly refrigerant: string;
  readonly circuit: number | null;
  readonly direction: 'into the circuit' | 'out of the circuit';
  readonly from: RefrigerantPlace;
  readonly to: RefrigerantPlace;
  /** Null where it is known to have happened and nobody weighed it. */
  readonly pounds: number | null;
  readonly cylinder: string | null;
  readonly afterOpening: boolean;
  /** Whether somebody wrote how much came out with it, be it nothing. */
  readonly recoveredKnown: boolean;
  readonly authorId: string | null;
}

/** The place beside the circuit, by what the line says of it. */
function placeBeside(kind: RefrigerantPlaceKind | undefined, cylinder: string | undefined): RefrigerantPlace {
  const named = cylinder === undefined ? 'cylinder' : `cylinder ${cylinder}`;
  if (kind === undefined) return { kind: 'unknown', words: named };
  return { kind, words: kind === 'cylinder' ? named : kind };
}

/** What one line moved: in, out, or both. */
export function movementsOf(e: Standing, at: Places): Movement[] {
  const body = e.body as EntryBody<'refrigerant'>;
  const circuit = at.circuit(e, body.circuit);
  const own: RefrigerantPlace = {
    kind: 'circuit',
    words: circuit === null ? 'circuit not named' : `circuit ${circuit}`,
  };
  const base = {
    ...at.place(e),
    refrigerant: body.refrigerant,
    circuit,
    cylinder: body.cylinder ?? null,
    // What goes back right after it was taken out is part of the charge, not evidence of a leak: as much as
    // was taken out.
    afterOpening: body.afterOpening === true,
    recoveredKnown: body.recoveredLb !== undefined,
    authorId: e.authorId,
  };
  const into = {
    ...base,
    direction: 'into the circuit',
    from: placeBeside(body.from, body.cylinder),
    to: own,
  } as const;
  const out = {
    ...base,
    direction: 'out of the circuit',
    from: own,
    to: placeBeside(body.into, body.cylinder),
  } as const;
  const [added, recovered] = [body.addedLb ?? 0, body.recoveredLb ?? 0];
  return [
    ...(added > 0 ? [{ ...into, pounds: added }] : []),
    ...(added === 0 && body.notWeighed ? [{ ...into, pounds: null }] : []),
    ...(recovered > 0 ? [{ ...out, pounds: recovered }] : []),
  ];
}

/** A leak that was repaired, and proven so. */
export interface LeakRepair {
  readonly circuit: number | null;
  readonly on: PlainDate;
  readonly atMs: number;
}

export function leakRepairsOf(e: Standing, at: Places): LeakRepair[] {
  const { leakRepair, circuit } = e.body as EntryBody<'work'>;
  return leakRepair === 'proven'
    ? [{ circuit: at.circuit(e, circuit), on: at.day(e), atMs: e.occurredMs }]
    : [];
}
