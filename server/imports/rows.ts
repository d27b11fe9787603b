import type { WeekHours } from '#core/base/time';
import {
  CALL_KINDS,
  CONTACT_ROLES,
  FINDING_GRADES,
  SYSTEMS,
  TOLD_BY,
  UNIT_KINDS,
  UNIT_STATUSES,
} from '#core/base/vocabulary';
import { LINE_COLUMN } from '#core/imports';
import type { CALL_COLUMNS, RowProblem, SITE_COLUMNS, UNIT_COLUMNS } from '#contracts/imports';
import * as cells from './cells.ts';
import { inSlices } from '../http/breath.ts';
import { Problem } from '../http/problem.ts';
import { readCsv } from '../http/csv.ts';

type Value = string | number | boolean | string[] | WeekHours | null;
export type StagedRow = { line: number } & Record<string, Value>;

export interface ReadRows {
  readonly rows: StagedRow[];
  readonly problems: RowProblem[];
  readonly total: number;
}

type Reader = (cell: string, zone: string) => string | number | WeekHours;

const UNIT_CELLS: Record<(typeof UNIT_COLUMNS)[number], Reader> = {
  customer: cells.text,
  site: cells.text,
  ref: cells.text,
  address: cells.text,
  lat: cells.number({ least: -90, most: 90 }),
  lon: cells.number({ least: -180, most: 180 }),
  unit: cells.text,
  kind: cells.oneOf(UNIT_KINDS),
  manufacturer: cells.text,
  model: cells.text,
  serial: cells.text,
  built_on: cells.day,
  installed_on: cells.day,
  tons: cells.number({ above: 0, most: 1000 }),
  refrigerant: cells.refrigerant,
  charge_lb: cells.number({ above: 0, most: 5000 }),
  voltage: cells.supply,
  phase: cells.number({ least: 1, most: 3 }),
  area_served: cells.text,
  status: cells.oneOf(UNIT_STATUSES),
};

const CALL_CELLS: Record<(typeof CALL_COLUMNS)[number], Reader> = {
  customer: cells.text,
  site: cells.text,
  unit: cells.text,
  ref: cells.text,
  received_at: cells.time,
  complaint: cells.text,
  system: cells.oneOf(SYSTEMS),
  component: cells.text,
  failure: cells.text,
  action: cells.text,
  completed_at: cells.time,
  technician: cells.text,
  refrigerant: cells.refrigerant,
  refrigerant_added_lb: cells.number({ least: 0, most: 5000 }),
  refrigerant_recovered_lb: cells.number({ least: 0, most: 5000 }),
  cost: cells.money,
  kind: cells.oneOf(CALL_KINDS),
};

const SITE_CELLS: Record<(typeof SITE_COLUMNS)[number], Reader> = {
  customer: cells.text,
  billing_address: cells.text,
  site: cells.text,
  ref: cells.text,
  address: cells.text,
  lat: UNIT_CELLS.lat,
  lon: UNIT_CELLS.lon,
  hours: cells.hours,
  key: cells.text,
  way_up: cells.text,
  parking: cells.text,
  permit: cells.text,
  access: cells.text,
  contact: cells.text,
  role: cells.oneOf(CONTACT_ROLES),
  phone: cells.text,
  email: cells.email,
  told_by: cells.oneOf(TOLD_BY),
};

/**
 * Nobody mends more cells than this one by one: a column is taken for another, or the words need translating
 * first.
 */
const MOST_PROBLEMS = 20_000;
const tooManyProblems = (line: number): Problem =>
  new Problem(
    422,
    `By line ${line.toLocaleString('en')} more than ${MOST_PROBLEMS.toLocaleString('en')} cells cannot be read: ` +
      'look at which column holds what, and say once for all rows what its words mean',
  );

/** Reads every cell of every row, some rows at a time; a bad cell is one problem and takes its row out. */
async function readRows(
  content: string,
  readers: Record<string, Reader>,
  required: readonly string[],
  zone: string,
): Promise<ReadRows> {
  const table = await readCsv(content, [...Object.keys(readers), LINE_COLUMN], required);
  const problems: RowProblem[] = [...table.problems];
  const rows: StagedRow[] = [];
  await inSlices(table.rows, ({ line: own, cells: cellsOf }) => {
    // A file that was translated says where each row stood in the one it came from.
    const row = { line: Number(cellsOf[LINE_COLUMN] || own), cells: cellsOf };
    const staged: StagedRow = { line: row.line };
    let good = true;
    for (const column of Object.keys(readers)) {
      const cell = row.cells[column] ?? '';
      try {
        if (cell === '' && required.includes(column)) throw new RangeError('must not be empty');
        staged[column] = cell === '' ? null : (readers[column] as Reader)(cell, zone);
      } catch (error) {
        if (!(error instanceof RangeError)) throw error;
        problems.push({ line: row.line, column, value: cell, reason: error.message });
        good = false;
      }
    }
    if (problems.length > MOST_PROBLEMS) throw tooManyProblems(row.line);
    if (good) rows.push(staged);
  });
  return { rows, problems, total: table.rows.length + table.problems.filter((p) => p.line > 1).length };
}

/** Takes out rows that repeat the key of an earlier one. */
function withoutTwins(read: ReadRows, column: string, keyOf: (row: StagedRow) => string): ReadRows {
  const first = new Map<string, number>();
  const problems = [...read.problems];
  const rows = read.rows.filter((row) => {
    const key = keyOf(row);
    const line = first.get(key);
    if (line === undefined) {
      first.set(key, row.line);
      return true;
    }
    problems.push({
      line: row.line,
      column,
      value: String(row[column] ?? ''),
      reason: `the same ${column} already stands on line ${line}`,
    });
    return false;
  });
  return { ...read, rows, problems };
}

/** A plate for either of two supplies is kept as the lower one and the fact that it is made for both. */
function readSupply(row: StagedRow): void {
  if (row.voltage === null || row.voltage === undefined) return;
  row.dual = row.voltage === cells.DUAL_SUPPLY;
  if (row.dual) row.voltage = 208;
}

/**
 * Rows of a units file: customer + site + unit is the key, and all rows of a site must agree on what the site
 * is.
 */
export async function readUnitRows(content: string, zone: string): Promise<ReadRows> {
  const read = withoutTwins(
    await readRows(content, UNIT_CELLS, ['customer', 'site', 'unit', 'kind'], zone),
    'unit',
    (r) => JSON.stringify([r.customer, r.site, r.unit]),
  );
  const problems = [...read.problems];
  const rows = read.rows.filter((row) => {
    if (row.phase === 2) {
      problems.push({ line: row.line, column: 'phase', value: '2', reason: 'is 1 or 3' });
      return false;
    }
    readSupply(row);
    return true;
  });
  return sitesAgree({ ...read, rows, problems }, ['ref', 'address', 'lat', 'lon']);
}

/** Takes out rows that say something else of their site than an earlier one. */
function sitesAgree(read: ReadRows, columns: readonly string[]): ReadRows {
  const sites = new Map<string, StagedRow>();
  const problems = [...read.problems];
  const rows = read.rows.filter((row) => {
    const key = JSON.stringify([row.customer, row.site]);
    const before = sites.get(key);
    if (!before) {
      sites.set(key, { ...row });
      return true;
    }
    for (const column of columns) {
      if (row[column] === null) continue;
      if (before[column] === null) before[column] = row[column] as Value;
      else if (JSON.stringify(before[column]) !== JSON.stringify(row[column])) {
        problems.push({
          line: row.line,
          column,
          value: typeof row[column] === 'object' ? '' : String(row[column]),
          reason: `differs from line ${before.line} for the same site`,
        });
        return false;
      }
    }
    return true;
  });
  return { ...read, rows, problems };
}

const OF_CONTACT = ['role', 'phone', 'email', 'told_by'] as const;

/**
 * Rows of a sites file: one a contact, which is known by its name at its site; all rows of a site must agree on
 * what the site is.
 */
export async function readSiteRows(content: string, zone: string): Promise<ReadRows> {
  const read = sitesAgree(await readRows(content, SITE_CELLS, ['customer', 'site'], zone), [
    ...['ref', 'address', 'lat', 'lon', 'hours', 'key', 'way_up', 'parking', 'permit', 'access'],
  ]);
  const billed = new Map<string, StagedRow>();
  const problems = [...read.problems];
  const rows = read.rows.flatMap((row) => {
    const bad = (column: string, reason: string) => {
      problems.push({ line: row.line, column, value: String(row[column] ?? ''), reason });
      return [];
    };
    const loose = OF_CONTACT.find((column) => row.contact === null && row[column] !== null);
    if (loose) return bad(loose, 'whose is it? the row names no contact');
    const before = billed.get(String(row.customer));
    if (row.billing_address !== null) {
      if (before && before.billing_address !== row.billing_address)
        return bad('billing_address', `differs from line ${before.line} for the same customer`);
      billed.set(String(row.customer), row);
    }
    const { hours, key, ...rest } = row;
    return [{ ...rest, line: row.line, opening_hours: hours ?? null, key_at: key ?? null }];
  });
  return withoutTwins({ ...read, rows, problems }, 'contact', (row) =>
    row.contact === null
      ? `line ${row.line}`
      : JSON.stringify([row.customer, row.site, String(row.contact).toLowerCase()]),
  );
}

/**
 * Rows of a calls file, the action taken apart into words and the marks in brackets that stand for facts.
 *
 * @param taskKeys tasks that the company has or had on its list
 */
export async function readCallRows(
  content: string,
  zone: string,
  taskKeys: ReadonlySet<string>,
): Promise<ReadRows> {
  const keyOf = (r: StagedRow) =>
    r.ref !== null
      ? `ref ${r.ref}`
      : JSON.stringify([r.customer, r.site, r.unit, r.received_at, r.complaint]);
  const read = withoutTwins(
    await readRows(content, CALL_CELLS, ['customer', 'site', 'received_at', 'complaint'], zone),
    'ref',
    keyOf,
  );
  const problems = [...read.problems];
  const rows = read.rows.flatMap((row) => {
    if (row.completed_at !== null && String(row.completed_at) < String(row.received_at)) {
      problems.push({
        line: row.line,
        column: 'completed_at',
        value: String(row.completed_at),
        reason: 'lies before the call was received',
      });
      return [];
    }
    const { text, tasks, leakRepair } = takeApart(String(row.action ?? ''), taskKeys);
    const failure = String(row.failure ?? '');
    return [
      {
        ...row,
        kind: row.kind ?? 'call',
        action_text: text,
        tasks,
        leak_repair: leakRepair,
        grade: (FINDING_GRADES as readonly string[]).includes(failure) ? failure : 'proven',
      },
    ];
  });
  return { ...read, rows, problems };
}

/**
 * "Washed coil [filters and belts] [leak repair proven]" → the words, the maintenance tasks, the leak repair.
 */
export function takeApart(
  action: string,
  taskKeys: ReadonlySet<string>,
): { text: string; tasks: string[]; leakRepair: string | null } {
  const tasks: string[] = [];
  let leakRepair: string | null = null;
  const text = action.replace(/\s*\[([^\]]+)\]/g, (mark, inside: string) => {
    const word = inside.toLowerCase();
    if (taskKeys.has(word)) tasks.push(word);
    else if (word === 'leak repair proven' || word === 'leak repair not proven')
      leakRepair = word.slice('leak repair '.length);
    else return mark;
    return '';
  });
  return { text: text.trim(), tasks: tasks.sort(), leakRepair };
}

/** The inverse of {@link takeApart}. */
export function putTogether(text: string, tasks: readonly string[], leakRepair: string | null): string {
  return [
    text,
    ...[...tasks].sort().map((task) => `[${task}]`),
    ...(leakRepair ? [`[leak repair ${leakRepair}]`] : []),
  ]
    .filter(Boolean)
    .join(' ');
}
