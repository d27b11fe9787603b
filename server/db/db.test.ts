import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { connect } from './connect.ts';
import { migrate } from '../upgrade/migrate.ts';
import { firstTime } from '../http/once.ts';
import { clockFor } from '../http/clock.ts';
import { hashPassword, passwordMatches } from '../people/passwords.ts';
import { historySettings, settingAsOf } from '../settings/service.ts';
import { testServer, type TestServer } from '../testing/server.ts';

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.stop());

async function emptyDatabase(): Promise<string> {
  const admin = new pg.Client({ connectionString: process.env.GRADUM_TEST_DATABASE });
  await admin.connect();
  const name = `m_${randomUUID().replaceAll('-', '')}`;
  await admin.query(`create database ${name}`);
  await admin.end();
  const url = new URL(process.env.GRADUM_TEST_DATABASE as string);
  url.pathname = `/${name}`;
  return url.href;
}

describe('migrations', () => {
  it('run once, also when two processes start together', async () => {
    const url = await emptyDatabase();
    const [a, b] = [connect(url, { poolSize: 1 }), connect(url, { poolSize: 1 })];
    const ran = await Promise.all([migrate(a), migrate(b)]);
    expect(ran.flat()).toEqual([
      '0001 first schema',
      '0002 places',
      '0003 sheets',
      '0004 folded',
      '0005 company',
      '0006 imports',
      '0007 intake',
      '0008 agreements',
      '0009 stops',
      '0010 care',
      '0011 story in brief',
      '0012 judged anew',
      '0013 processes',
      '0014 facts',
      '0015 lookups',
      '0016 told',
      '0017 closures',
      '0018 agreed',
      '0019 sites files',
      '0020 charts',
    ]);
    expect(await migrate(a)).toEqual([]);
    await a.close();
    await b.close();
  });
});

describe('the connection', () => {
  it('reads plain dates as text and counts as numbers, whatever the zone of the process', async () => {
    const [row] = await server.db.rows<{ day: unknown; n: unknown; at: unknown }>(
      "select date '2026-03-08' as day, count(*) as n, timestamptz '2026-03-08T07:00Z' as at from " +
        'generate_series(1, 3)',
    );
    expect(row).toEqual({ day: '2026-03-08', n: 3, at: new Date('2026-03-08T07:00:00Z') });
  });

  it('makes ids of version 7 that rise with time', async () => {
    const rows = await server.db.rows<{ id: string }>('select uuid_v7() as id from generate_series(1, 5)');
    for (const { id } of rows)
      expect(id).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/);
    const [earlier] = rows;
    await new Promise((go) => setTimeout(go, 5));
    const [later] = await server.db.rows<{ id: string }>('select uuid_v7() as id');
    expect((later as { id: string }).id > (earlier as { id: string }).id).toBe(true);
  });

  it('takes back everything of a transaction that fails', async () => {
    const before = await server.db.rows('select 1 from customers');
    await expect(
      server.db.transaction(async (transaction) => {
        await server.db.run("insert into customers (name) values ('half')", [], transaction);
        throw new Error('stop');
      }),
    ).rejects.toThrow('stop');
    expect(await server.db.rows('select 1 from customers')).toHaveLength(before.length);
  });
});

describe('the database itself refuses', () => {
  it.each([
    [
      'a completed call without a time',
      "insert into calls (site_id, kind, status, received_at, complaint) select id, 'call', " +
        "'completed', now(), 'x' from sites limit 1",
    ],
    [
      'a latitude beyond the pole',
      "insert into sites (customer_id, name, time_zone, lat) select id, 'Pole', 'UTC', 91 from " +
        'customers limit 1',
    ],
    [
      'a charge of nothing',
      'insert into circuits (unit_id, number, charge_lb) select id, 1, 0 from units limit 1',
    ],
    [
      'a shift that ends before it starts',
      "insert into crews (name, yard_lat, yard_lon, shift_start, shift_end) values ('x', 0, 0, 900, 800)",
    ],
    [
      'a role nobody has',
      "insert into users (login, display_name, role, password_hash) values ('x', 'x', 'king', 'x')",
    ],
  ])('%s', async (_what, sql) => {
    const [customer] = await server.db.rows<{ id: string }>(
      'insert into customers (name) values ($1) returning id',
      [randomUUID()],
    );
    const [site] = await server.db.rows<{ id: string }>(
      "insert into sites (customer_id, name, time_zone) values ($1, 'S', 'UTC') returning id",
      [customer?.id],
    );
    await server.db.run("insert into units (site_id, tag, kind) values ($1, 'U', 'boiler')", [site?.id]);
    await expect(server.db.run(sql)).rejects.toThrow();
  });

  it('two components in one slot at the same time, and an entry amended twice', async () => {
    const put = (from: string, until: string | null, part = 'blower motor') =>
      server.db.run(
        `insert into components (unit_id, part, from_on, until_on, ended)
         select id, $1, $2, $3, $4 from units limit 1`,
        [part, from, until, until && 'unknown'],
      );
    await put('2020-01-01', '2024-01-01');
    await put('2024-01-01', null);
    await put('2023-06-01', '2023-07-01', 'inducer');
    await expect(put('2023-06-01', '2023-07-01')).rejects.toThrow(/exclusion|conflicting/i);
    const [visit] = await server.db.rows<{ id: string }>(
      'insert into visits (site_id) select id from sites limit 1 returning id',
    );
    const insert = (supersedes: string | null) => {
      const id = randomUUID();
      return server.db.rows<{ id: string }>(
        `insert into entries (id, root_id, visit_id, kind, body, occurred_at, supersedes)
         values ($3::uuid, coalesce($2::uuid, $3), $1, 'note', '{}', now(), $2) returning id`,
        [visit?.id, supersedes, id],
      );
    };
    const [first] = await insert(null);
    await insert((first as { id: string }).id);
    await expect(insert((first as { id: string }).id)).rejects.toThrow();
  });
});

describe('a command done once', () => {
  const run = (id: string, body: unknown) =>
    server.db.transaction((transaction) => firstTime(server.db, transaction, { id, body, actor: null }));

  it('whatever the order in which its fields are written', async () => {
    const id = randomUUID();
    expect(await run(id, { a: 1, b: { c: [1, 2], d: null } })).toBe(true);
    expect(await run(id, { b: { d: null, c: [1, 2] }, a: 1 })).toBe(false);
    await expect(run(id, { a: 1, b: { c: [2, 1], d: null } })).rejects.toMatchObject({
      details: { status: 409 },
    });
  });

  it('when two send it at the same moment', async () => {
    const id = randomUUID();
    const results = await Promise.all(Array.from({ length: 5 }, () => run(id, { same: true })));
    expect(results.filter(Boolean)).toHaveLength(1);
  });

  it('not at all when its transaction failed: the retry does the work', async () => {
    const id = randomUUID();
    await expect(
      server.db.transaction(async (transaction) => {
        await firstTime(server.db, transaction, { id, body: 1, actor: null });
        throw new Error('power cut');
      }),
    ).rejects.toThrow('power cut');
    expect(await run(id, 1)).toBe(true);
  });
});

describe('settings by date', () => {
  it('hold from their day on, the latest recorded first, and the default before', async () => {
    const set = (from: string, callbackDays: number) =>
      server.db.run(
        "insert into settings (name, value, valid_from) values ('history', jsonb_set($1::jsonb, " +
          "'{callbackDays}', to_jsonb($2::int)), $3)",
        [JSON.stringify({ ...DEFAULTS }), callbackDays, from],
      );
    const DEFAULTS = await historySettings(server.db, '2020-01-01');
    await set('2026-01-01', 45);
    await set('2026-06-01', 14);
    await set('2026-06-01', 21);
    expect((await historySettings(server.db, '2025-12-31')).callbackDays).toBe(30);
    expect((await historySettings(server.db, '2026-05-31')).callbackDays).toBe(45);
    expect((await historySettings(server.db, '2026-06-01')).callbackDays).toBe(21);
    expect(await settingAsOf(server.db, 'demo', '2026-06-01')).toBeUndefined();
  });

  it('that are broken are an error, not a silent default', async () => {
    await server.db.run(
      "insert into settings (name, value, valid_from) values ('history', '{\"callbackDays\": 3}', " +
        "'2027-01-01')",
    );
    await expect(historySettings(server.db, '2027-02-01')).rejects.toThrow();
  });
});

describe('the clock', () => {
  it('is the machine’s, or moved by whole days, or refuses', () => {
    const before = Date.now();
    const now = clockFor(undefined, 'UTC').now().getTime();
    expect([before <= now, now <= Date.now()]).toEqual([true, true]);
    const moved = clockFor('2031-02-03', 'UTC');
    expect(moved.now().toISOString().slice(0, 10)).toBe('2031-02-03');
    expect(Number.isInteger(moved.shiftMs / 86_400_000)).toBe(true);
    for (const wrong of ['tomorrow', '2031-02-30', '2031-02-03T25:00'])
      expect(() => clockFor(wrong, 'UTC')).toThrow(RangeError);
  });

  it('begins at a time of a day where one is given, by the wall clock of the zone', () => {
    /** How far that clock is from the machine's, which a browser moves its own by too. */
    const shown = (day: string) => {
      const before = Date.now();
      const { shiftMs } = clockFor(`${day}T10:00`, 'EST5EDT');
      return [before + shiftMs, Date.now() + shiftMs];
    };
    for (const [day, utc] of [
      ['2026-06-03', 14],
      ['2026-01-03', 15],
    ] as const) {
      const [from = 0, to = 0] = shown(day);
      const at = Date.parse(`${day}T${utc}:00:00Z`);
      expect([from <= at, at <= to]).toEqual([true, true]);
    }
  });
});

describe('passwords', () => {
  it('match only themselves, each with a salt of its own', async () => {
    const [a, b] = await Promise.all([hashPassword('copper'), hashPassword('copper')]);
    expect(a).not.toBe(b);
    expect(await passwordMatches('copper', a as string)).toBe(true);
    expect(await passwordMatches('Copper', a as string)).toBe(false);
    expect(await passwordMatches('copper', 'md5$abc')).toBe(false);
  });
});
