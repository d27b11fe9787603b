import { addDays, instantAt, type PlainDate } from '#core/base/time';
import type { Database } from '../db/connect.ts';
import { writeCsv } from '../http/csv.ts';
import { companyNow } from '../settings/service.ts';
import { HOURS } from './hours.sql.ts';

const COLUMNS = ['person', 'day', 'crew', 'customer', 'site', 'arrived', 'left', 'minutes'] as const;

export interface WorkedRow {
  readonly person: string;
  readonly day: PlainDate;
  readonly crew: string | null;
  readonly customer: string;
  readonly site: string;
  readonly arrived: string;
  readonly left: string | null;
  readonly minutes: number | null;
}

/** Hours on site by person and visit, both days with, as CSV for whoever pays wages. */
export async function hoursCsv(db: Database, from: PlainDate, until: PlainDate): Promise<string> {
  const { timeZone } = await companyNow(db);
  const rows = await db.rows<WorkedRow>(HOURS, [
    instantAt(from, 0, timeZone),
    instantAt(addDays(until, 1), 0, timeZone),
    timeZone,
  ]);
  return writeCsv(
    COLUMNS,
    rows.map((row) => ({ ...row, minutes: row.minutes === null ? null : String(row.minutes) })),
  );
}
