import type { CallKind } from '#core/base/vocabulary';

/** A line of a visit's sheet as it was recorded. Instants are ms since 1970. */
export interface Entry {
  readonly id: string;
  readonly visitId: string;
  /** What it is about: a unit, or a point of the site (a panel, a tower, the automation), or neither. */
  readonly unitId: string | null;
  readonly pointId: string | null;
  /** The call it answers where somebody said so; else it follows from the visit, see `callOf`. */
  readonly callId: string | null;
  readonly kind: string;
  readonly body: unknown;
  readonly authorId: string | null;
  readonly occurredMs: number;
  readonly recordedMs: number;
  /** The older entry this one takes the place of. */
  readonly supersedes: string | null;
}

/** A visit as the fold needs it: where it was, whose record it is, and the calls it served. */
export interface VisitFact {
  readonly id: string;
  readonly siteId: string;
  readonly timeZone: string;
  /** Records brought in from elsewhere say less than our own sheets. */
  readonly source: 'own' | 'imported';
  readonly calls: readonly VisitCall[];
}

export interface VisitCall {
  readonly id: string;
  readonly kind: CallKind;
  /** The unit the call was taken about. */
  readonly unitId: string | null;
}
