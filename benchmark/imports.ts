import { randomUUID } from 'node:crypto';
import { pipeline } from 'node:stream/promises';
import { Readable } from 'node:stream';
import pg from 'pg';
import { from as copyFrom, to as copyTo } from 'pg-copy-streams';
import { connect } from '../server/db/connect.ts';
import { migrate } from '../server/upgrade/migrate.ts';
import { clockFor } from '../server/http/clock.ts';
import { importFile } from '../server/imports/service.ts';
import { CALL_COLUMNS, UNIT_COLUMNS } from '#contracts/imports';
import { percentile, type Row } from './table.ts';

const ROWS = 10_000;
const RUNS = 3;

function csvOf(salt: string): string {
  const rows = Array.from({ length: ROWS }, (_, i) => {
    const site = i % 2000;
    const place = `${site} Long Street,41.${1000 + site},-66.${1000 + site}`;
    const plate = `Norvane,NV-60,S${salt}${i},2012-03-04,2012-06-01,5,R-410A,9.5,208,3`;
    const where = `Customer ${salt}${site % 400},Site ${site},S${site},${place}`;
    return `${where},RTU-${i},package gas/electric,${plate},area ${i},in service`;
  });
  return [UNIT_COLUMNS.join(','), ...rows].join('\n');
}

/**
 * A whole import of 10,000 units into new customers and sites (parsing, checking, customers, sites, units,
 * circuits, summaries, log, search) against PostgreSQL's COPY of the same rows: into units itself with its
 * keys, foreign keys and search index, and for comparison into a bare copy of the table that keeps no promise
 * but its own columns and indexes.
 */
export async function benchImport(url: string): Promise<Row> {
  const db = connect(url, { poolSize: 2 });
  await migrate(db);
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  const imports: number[] = [];
  const copies: number[] = [];
  const bare: number[] = [];
  for (let run = 0; run < RUNS; run++) {
    const content = csvOf(`${run}-`);
    const began = performance.now();
    const id = randomUUID();
    await db.run("insert into imports (id, kind, file_name, content) values ($1, 'units', 'bench.csv', $2)", [
      id,
      content,
    ]);
    const result = await importFile(
      { db, clock: clockFor(undefined, 'EST5EDT') },
      { id, kind: 'units', fileName: 'bench.csv', content },
      { mode: 'all or nothing', actor: randomUUID() },
    );
    imports.push(performance.now() - began);
    if (result.counts.created !== ROWS) throw new Error(`imported ${result.counts.created} of ${ROWS}`);

    const sites = await db.rows<{ id: string; name: string }>(
      'select s.id, s.name from sites s join customers c on c.id = s.customer_id where c.name like $1',
      [`Customer ${run}-%`],
    );
    const siteOf = new Map(sites.map((s) => [s.name, s.id]));
    const lines = content
      .split('\n')
      .slice(1)
      .map((line) => {
        const c = line.split(',');
        return [
          randomUUID(),
          siteOf.get(c[1] as string),
          `${c[6]}-copy`,
          c[7],
          'in service',
          c[8],
          c[9],
          c[10],
          c[11],
          c[12],
          c[13],
          c[16],
          c[17],
          c[18],
        ].join('\t');
      });
    const columns =
      'id, site_id, tag, kind, status, manufacturer, model, serial, built_on, installed_on, tons, ' +
      'voltage, phase, area_served';
    const copy = async (table: string) => {
      const start = performance.now();
      await client.query('begin');
      await pipeline(
        Readable.from([`${lines.join('\n')}\n`]),
        client.query(copyFrom(`copy ${table} (${columns}) from stdin`)),
      );
      await client.query('commit');
      return performance.now() - start;
    };
    await client.query('create table bare (like units including all)');
    bare.push(await copy('bare'));
    await client.query('drop table bare');
    copies.push(await copy('units'));
  }
  await client.end();
  await db.close();
  const [ours, copy, bareCopy] = [percentile(imports, 0.5), percentile(copies, 0.5), percentile(bare, 0.5)];
  return {
    what: 'import of 10,000 units',
    figure: `${Math.round(ours)} ms`,
    yardstick: [
      `COPY into units ${Math.round(copy)} ms, ratio ${(ours / copy).toFixed(1)}`,
      `into a bare copy ${Math.round(bareCopy)} ms, ratio ${(ours / bareCopy).toFixed(1)}`,
    ].join('; '),
    wanted: 'ratio ≤ 10',
    met: ours <= 10 * copy,
  };
}

/** What an import of calls writes, in the order in which one refers to the other; `$of` are its calls. */
const WRITTEN: Readonly<Record<string, string>> = {
  calls: 'id in ($of)',
  visits: 'id in (select visit_id from visit_calls where call_id in ($of))',
  visit_calls: 'call_id in ($of)',
  entries: 'call_id in ($of)',
  findings: 'call_id in ($of)',
  entry_calls: 'call_id in ($of)',
  folded: 'subject_id in (select unit_id from calls where id in ($of))',
  unit_summaries: 'unit_id in (select unit_id from calls where id in ($of))',
};

/**
 * PostgreSQL's COPY of the same rows: what the calls of an import have written is taken out of the tables and
 * put in again. Only the putting in is timed.
 *
 * @returns milliseconds for calls alone, and for all of it
 */
async function copiedAgain(url: string, calls: string): Promise<{ calls: number; all: number }> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    const columnsOf = async (table: string): Promise<string> => {
      const { rows } = await client.query<{ name: string }>(
        `select quote_ident(column_name) as name from information_schema.columns
         where table_name = $1 and table_schema = 'public' and is_generated = 'NEVER' order by ordinal_position`,
        [table],
      );
      return rows.map(({ name }) => name).join(', ');
    };
    const held: { table: string; columns: string; rows: Buffer[] }[] = [];
    for (const [table, which] of Object.entries(WRITTEN)) {
      const columns = await columnsOf(table);
      const asked = `select ${columns} from ${table} where ${which.replaceAll('$of', calls)}`;
      const rows: Buffer[] = [];
      for await (const piece of client.query(copyTo(`copy (${asked}) to stdout`))) rows.push(piece as Buffer);
      held.push({ table, columns, rows });
    }
    // Taken out without asking who refers to what: all of it comes back.
    await client.query('set session_replication_role = replica');
    await client.query(`create temp table gone as ${calls}`);
    for (const [table, which] of Object.entries(WRITTEN).reverse())
      if (table !== 'calls' && table !== 'visit_calls')
        await client.query(`delete from ${table} where ${which.replaceAll('$of', 'select id from gone')}`);
    await client.query('delete from visit_calls where call_id in (select id from gone)');
    await client.query('delete from calls where id in (select id from gone)');
    await client.query('set session_replication_role = default');
    await client.query('begin');
    const start = performance.now();
    const took: number[] = [];
    for (const { table, columns, rows } of held) {
      await pipeline(Readable.from(rows), client.query(copyFrom(`copy ${table} (${columns}) from stdin`)));
      took.push(performance.now() - start);
    }
    await client.query('commit');
    return { calls: took[0] as number, all: performance.now() - start };
  } finally {
    await client.end();
  }
}

/**
 * A whole import of 10,000 completed calls of the last five years, with what was found and done on each, onto
 * the units of the first import (calls, visits, lines, the fold and every judgement) against PostgreSQL's
 * COPY of the rows that it writes; that of the calls alone is printed beside it.
 */
export async function benchCallImport(url: string): Promise<Row> {
  const db = connect(url, { poolSize: 2 });
  const now = Date.now();
  const at = (i: number, hours: number) =>
    new Date(now - ((i * 7919) % 1800) * 86_400_000 - (12 - hours) * 3_600_000).toISOString();
  const rows = Array.from({ length: ROWS }, (_, i) => {
    const [unit, site] = [(i * 13) % ROWS, ((i * 13) % ROWS) % 2000];
    const found = ['contactor,burnt', 'run cap,weak', 'drain,plugged', 'igniter,cracked'][i % 4] as string;
    const [part, failure] = found.split(',') as [string, string];
    const cell: Partial<Record<(typeof CALL_COLUMNS)[number], string>> = {
      customer: `Customer 0-${site % 400}`,
      site: `Site ${site}`,
      unit: `RTU-${unit}`,
      ref: `OLD-${i}`,
      received_at: at(i, 1),
      complaint: 'not cooling',
      system: 'cooling',
      component: part,
      failure,
      action: 'changed and seen to run',
      completed_at: at(i, 5),
      technician: 'Bench',
      kind: 'call',
    };
    return CALL_COLUMNS.map((column) => cell[column] ?? '').join(',');
  });
  const content = [CALL_COLUMNS.join(','), ...rows].join('\n');
  const id = randomUUID();
  const began = performance.now();
  await db.run("insert into imports (id, kind, file_name, content) values ($1, 'calls', 'bench.csv', $2)", [
    id,
    content,
  ]);
  const result = await importFile(
    { db, clock: clockFor(undefined, 'EST5EDT') },
    { id, kind: 'calls', fileName: 'bench.csv', content },
    { mode: 'all or nothing', actor: randomUUID() },
  );
  const ours = performance.now() - began;
  if (result.counts.created !== ROWS) throw new Error(`imported ${result.counts.created} of ${ROWS}`);
  await db.close();
  const copy = await copiedAgain(url, "select id from calls where ref like 'OLD-%'");
  return {
    what: 'import of 10,000 calls with findings and work',
    figure: `${Math.round(ours)} ms`,
    yardstick: [
      `COPY of the same rows ${Math.round(copy.all)} ms, ratio ${(ours / copy.all).toFixed(1)}`,
      `of the calls alone ${Math.round(copy.calls)} ms, ratio ${(ours / copy.calls).toFixed(1)}`,
    ].join('; '),
    wanted: 'ratio ≤ 10',
    met: ours / copy.all <= 10,
  };
}
