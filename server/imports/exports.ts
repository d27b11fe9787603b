import { hoursText, type WeekHours } from '#core/base/time';
import { CALL_COLUMNS, SITE_COLUMNS, UNIT_COLUMNS } from '#contracts/imports';
import type { Database } from '../db/connect.ts';
import { EXPORT_CALLS } from './calls.sql.ts';
import { writeCsv } from '../http/csv.ts';
import { putTogether } from './rows.ts';
import { EXPORT_SITES } from './sites.sql.ts';
import { EXPORT_UNITS } from './units.sql.ts';

const plain = (value: unknown): string | null =>
  value === null || value === undefined ? null : String(value);
/** Instants leave in UTC to the second: the same bytes whatever zone the reading side is in. */
const instant = (value: Date | null): string | null =>
  value ? `${value.toISOString().slice(0, 19)}Z` : null;
const money = (cents: number | null): string | null => (cents === null ? null : (cents / 100).toFixed(2));

/** All units as CSV; importing it into an empty company and exporting again gives the same bytes. */
export async function unitsCsv(db: Database): Promise<string> {
  const rows = await db.rows<Record<string, unknown>>(EXPORT_UNITS);
  return writeCsv(
    UNIT_COLUMNS,
    rows.map((row) => Object.fromEntries(UNIT_COLUMNS.map((name) => [name, plain(row[name])]))),
  );
}

/** All sites with hours, how to get in and contacts as CSV, a row for each contact. */
export async function sitesCsv(db: Database): Promise<string> {
  const rows = await db.rows<Record<string, unknown> & { openingHours: WeekHours | null }>(EXPORT_SITES);
  return writeCsv(
    SITE_COLUMNS,
    rows.map(({ openingHours, ...row }) => ({
      ...Object.fromEntries(SITE_COLUMNS.map((name) => [name, plain(row[name])])),
      hours: openingHours && hoursText(openingHours),
    })),
  );
}

interface CallSheet {
  customer: string;
  site: string;
  unit: string | null;
  ref: string | null;
  received_at: Date;
  complaint: string;
  system: string | null;
  component: string | null;
  failure: string | null;
  action_text: string | null;
  tasks: string[][] | null;
  leak_repair: string | null;
  completed_at: Date | null;
  technician: string | null;
  refrigerant: string | null;
  added: number | null;
  recovered: number | null;
  cost_cents: number | null;
  kind: string;
}

/** All calls as CSV, oldest first. */
export async function callsCsv(db: Database): Promise<string> {
  const rows = await db.rows<CallSheet>(EXPORT_CALLS);
  return writeCsv(
    CALL_COLUMNS,
    rows.map((row) => ({
      customer: row.customer,
      site: row.site,
      unit: row.unit,
      ref: row.ref,
      received_at: instant(row.received_at),
      complaint: row.complaint,
      system: row.system,
      component: row.component,
      failure: row.failure,
      action:
        putTogether(row.action_text ?? '', [...new Set((row.tasks ?? []).flat())], row.leak_repair) || null,
      completed_at: instant(row.completed_at),
      technician: row.technician,
      refrigerant: row.refrigerant,
      refrigerant_added_lb: plain(row.added),
      refrigerant_recovered_lb: plain(row.recovered),
      cost: money(row.cost_cents),
      kind: row.kind,
    })),
  );
}
