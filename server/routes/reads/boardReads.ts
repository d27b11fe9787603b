import type { PlainDate } from '#core/base/time';
import type { StopTrouble } from '#core/planning/routing';
import type { BoardCall, ToldWindow } from '#contracts/board';
import type { OpeningHours, SiteNeeds } from '#contracts/sites';
import type { Database } from '../../db/connect.ts';
import { UNPLANNED, VISITS_BY_ID, VISITS_OF_BOARD } from './board.sql.ts';

/** A visit of the board as it is read. */
export interface VisitRead {
  readonly visitId: string;
  readonly crewId: string | null;
  readonly day: PlainDate | null;
  readonly arrivedAt: string | null;
  readonly leftAt: string | null;
  /** Somebody has written on its sheet: it stays where it is. */
  readonly begun: boolean;
  readonly cancelledAt: string | null;
  readonly routeId: string | null;
  readonly position: number | null;
  readonly minutes: number;
  readonly shared: number;
  readonly pace: number;
  readonly driveMinutes: number | null;
  readonly arriveAt: number | null;
  readonly startAt: number | null;
  readonly leaveAt: number | null;
  readonly locked: boolean;
  readonly troubles: readonly StopTrouble[];
  /** What its customer was told last; null where nobody was told, or that nobody comes. */
  readonly told: ToldWindow | null;
  readonly hazards: readonly string[];
  /** Kinds of what stands open on its units and can hurt somebody. */
  readonly acute: readonly string[];
  readonly openingHours: OpeningHours | null;
  readonly needs: SiteNeeds;
  readonly timeZone: string;
  readonly siteId: string;
  readonly site: string;
  readonly customer: string;
  readonly lat: number | null;
  readonly lon: number | null;
  readonly calls: readonly BoardCall[];
}

export interface UnplannedRead {
  readonly siteId: string;
  readonly site: string;
  readonly customer: string;
  readonly lat: number | null;
  readonly lon: number | null;
  readonly openingHours: OpeningHours | null;
  readonly needs: SiteNeeds;
  readonly timeZone: string;
  /** How many there are in all. */
  readonly of: number;
  readonly call: BoardCall;
  readonly receivedAt: string;
  readonly missedOn: PlainDate | null;
  readonly missedBy: string | null;
}

export const visitsBetween = (db: Database, from: PlainDate, to: PlainDate): Promise<VisitRead[]> =>
  db.rows<VisitRead>(VISITS_OF_BOARD, [from, to]);
export const visitsById = (db: Database, ids: readonly string[]): Promise<VisitRead[]> =>
  db.rows<VisitRead>(VISITS_BY_ID, [ids]);
export const unplannedCalls = (
  db: Database,
  today: PlainDate,
  ids: readonly string[] | null,
): Promise<UnplannedRead[]> => db.rows<UnplannedRead>(UNPLANNED, [today, ids]);
