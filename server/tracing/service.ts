import type { Transaction } from 'sequelize';
import { aroundUnit, feedOf, linkRefusal, loopThrough, pointName, type SiteNet } from '#core/tracing';
import type { NewLink, NewPoint, PointPatch, TracingView } from '#contracts/tracing';
import type { Database } from '../db/connect.ts';
import { invalid, notFound, Problem, stale } from '../http/problem.ts';
import { firstTime } from '../http/once.ts';
import { writeLog } from '../http/log.ts';
import { siteNet, tracingRecord } from './queries.ts';

/**
 * One writer at a time for the facts of a site: two that would close a loop together must not pass each
 * other.
 */
async function lockSite(db: Database, siteId: string, transaction: Transaction): Promise<void> {
  const [site] = await db.rows('select id from sites where id = $1 for update', [siteId], transaction);
  if (!site) throw notFound('Site');
}

/** Puts a panel, a thermostat, an area on record. */
export async function createPoint(db: Database, body: NewPoint, actor: string): Promise<TracingView> {
  await db.transaction(async (transaction) => {
    if (!(await firstTime(db, transaction, { id: body.id, body, actor }))) return;
    await lockSite(db, body.siteId, transaction);
    await db.run(
      'insert into site_points (id, site_id, kind, name, place, volts, phase, rating_a, spaces) values ($1, $2, $3, $4, $5, $6, $7, $8, $9)',
      [
        body.id,
        body.siteId,
        body.kind,
        body.name,
        body.place ?? null,
        body.volts ?? null,
        body.phase ?? null,
        body.ratingA ?? null,
        body.spaces ?? null,
      ],
      transaction,
    );
    await writeLog(db, transaction, {
      actor,
      action: 'create',
      entity: 'point',
      entityId: body.id,
      detail: body,
    });
  });
  return tracingRecord(db, body.siteId);
}

const COLUMNS = {
  name: 'name',
  place: 'place',
  volts: 'volts',
  phase: 'phase',
  ratingA: 'rating_a',
  spaces: 'spaces',
} as const;

/**
 * Changes or retires a point; what is retired takes its facts with it. @throws Problem 404, 409 for a stale
 * version
 */
export async function updatePoint(
  db: Database,
  id: string,
  { version, retired, ...patch }: PointPatch,
  actor: string,
): Promise<TracingView> {
  const [known] = await db.rows<{ siteId: string }>(
    'select site_id as "siteId" from site_points where id = $1 and unit_id is null',
    [id],
  );
  if (!known) throw notFound('Point');
  await db.transaction(async (transaction) => {
    await lockSite(db, known.siteId, transaction);
    const fields = Object.entries(patch) as [keyof typeof COLUMNS, unknown][];
    const sets = ['version = version + 1', ...fields.map(([name], i) => `${COLUMNS[name]} = $${i + 3}`)];
    if (retired !== undefined) sets.push(retired ? 'retired_at = now()' : 'retired_at = null');
    // The facts that went with a point come back with it.
    if (retired === false)
      await db.run(
        `update site_links l set ended_at = null, ended_by = null from site_points p where p.id = $1 and (l.from_id = p.id or l.to_id = p.id) and l.ended_at = p.retired_at`,
        [id],
        transaction,
      );
    const changed = await db.run(
      `update site_points set ${sets.join(', ')} where id = $1 and version = $2 returning id`,
      [id, version, ...fields.map(([, value]) => value)],
      transaction,
    );
    if (changed.length === 0) {
      const current = (await tracingRecord(db, known.siteId)).points.find((p) => p.id === id);
      throw stale('point', current && { ...current, place: current.where ?? null });
    }
    if (retired) {
      await db.run(
        'update site_links set ended_at = now(), ended_by = $2 where (from_id = $1 or to_id = $1) and ended_at is null',
        [id, actor],
        transaction,
      );
    }
    await writeLog(db, transaction, {
      actor,
      action: 'change',
      entity: 'point',
      entityId: id,
      detail: { ...patch, retired },
    });
    await keepFoundBy(db, known.siteId, transaction);
  });
  return tracingRecord(db, known.siteId);
}

/**
 * Puts a fact on record: this feeds, controls, serves that. A fact that cannot be (a thermostat that feeds a
 * panel, a loop) is refused with the way round; one that contradicts another stands beside it and is pointed
 * out.
 *
 * @throws Problem 404, 422
 */
export async function createLink(db: Database, body: NewLink, actor: string): Promise<TracingView> {
  await db.transaction(async (transaction) => {
    if (!(await firstTime(db, transaction, { id: body.id, body, actor }))) return;
    await lockSite(db, body.siteId, transaction);
    if (body.insteadOf)
      await db.run(
        'update site_links set ended_at = now(), ended_by = $2 where id = $1 and site_id = $3 and ended_at is null',
        [body.insteadOf, actor, body.siteId],
        transaction,
      );
    const net = await siteNet(db, body.siteId, transaction);
    checkLink(net, body);
    // A unit takes part from its first fact on.
    await db.run(
      `insert into site_points (id, site_id, kind, name, unit_id) select id, site_id, 'unit', tag, id from units where id = any($1::uuid[]) on conflict (id) do nothing`,
      [[body.from, body.to]],
      transaction,
    );
    await db.run(
      `insert into site_links (id, site_id, kind, from_id, to_id, poles, breaker_a, how, established_on, established_by, note)
       values ($1, $2, $3, $4, $5, $6::int[], $7, $8, $9, $10, $11)`,
      [
        body.id,
        body.siteId,
        body.kind,
        body.from,
        body.to,
        (body.poles ?? []).toSorted((a, b) => a - b),
        body.breakerA ?? null,
        body.how,
        body.on,
        actor,
        body.note ?? null,
      ],
      transaction,
    );
    await writeLog(db, transaction, {
      actor,
      action: 'create',
      entity: 'link',
      entityId: body.id,
      detail: body,
    });
    await keepFoundBy(db, body.siteId, transaction);
  });
  return tracingRecord(db, body.siteId);
}

function checkLink(net: SiteNet, body: Pick<NewLink, 'kind' | 'from' | 'to'>): void {
  const [from, to] = [net.points.find((p) => p.id === body.from), net.points.find((p) => p.id === body.to)];
  if (!from) throw invalid([{ path: 'from', message: 'is nothing of this site' }]);
  if (!to) throw invalid([{ path: 'to', message: 'is nothing of this site' }]);
  const refusal = linkRefusal(body.kind, from.kind, to.kind);
  if (refusal) throw invalid([{ path: 'to', message: refusal }]);
  const way = loopThrough(net.links, body);
  if (!way) return;
  const names = way
    .map((id) => net.points.find((p) => p.id === id))
    .map((p) => (p ? pointName(p) : 'something'));
  throw invalid([{ path: 'to', message: `closes a loop: ${names.join(' → ')}` }], 'Nothing feeds itself');
}

/**
 * Ends a fact that is no longer so, or brings it back. @throws Problem 404, 422 when bringing it back would
 * close a loop
 */
export async function endLink(db: Database, id: string, ended: boolean, actor: string): Promise<TracingView> {
  const [link] = await db.rows<{ siteId: string; kind: NewLink['kind']; from: string; to: string }>(
    'select site_id as "siteId", kind, from_id as "from", to_id as "to" from site_links where id = $1',
    [id],
  );
  if (!link) throw notFound('Fact');
  await db.transaction(async (transaction) => {
    await lockSite(db, link.siteId, transaction);
    if (!ended) {
      const net = await siteNet(db, link.siteId, transaction);
      if (!net.points.some((p) => p.id === link.from) || !net.points.some((p) => p.id === link.to))
        throw new Problem(409, 'One end of this fact is gone', { detail: 'Bring that back first.' });
      checkLink({ ...net, links: net.links.filter((l) => l.id !== id) }, link);
    }
    await db.run(
      ended
        ? 'update site_links set ended_at = now(), ended_by = $2 where id = $1 and ended_at is null'
        : 'update site_links set ended_at = null, ended_by = null where id = $1 and $2::uuid is not null',
      [id, actor],
      transaction,
    );
    await writeLog(db, transaction, {
      actor,
      action: ended ? 'end' : 'bring back',
      entity: 'link',
      entityId: id,
    });
    await keepFoundBy(db, link.siteId, transaction);
  });
  return tracingRecord(db, link.siteId);
}

/** A pole as a word of its own, so that the 3 of RTU-3 does not find whatever hangs on pole 3. */
export const poleWord = (pole: number): string => `pole${pole}`;

/** Keeps beside each unit of a site the names by which it is found: areas, controls, panels with poles. */
export async function keepFoundBy(db: Database, siteId: string, transaction: Transaction): Promise<void> {
  const net = await siteNet(db, siteId, transaction);
  const rows = net.points
    .filter((p) => p.kind === 'unit')
    .map((unit) => {
      const { controls, serves } = aroundUnit(net, unit.id);
      const areas = serves.map((s) => s.point.name);
      const names = controls.map((s) => s.point.name);
      const feeds = feedOf(net, unit.id).map((s) => ({ name: s.point.name, poles: s.link.poles ?? [] }));
      return {
        id: unit.id,
        found_by: { areas, controls: names, feeds },
        found_words: [...areas, ...names, ...feeds.flatMap((f) => [f.name, ...f.poles.map(poleWord)])].join(
          ' ',
        ),
      };
    });
  await db.run(
    `update units u set found_by = r.found_by, found_words = r.found_words
     from jsonb_to_recordset($1::jsonb) as r(id uuid, found_by jsonb, found_words text) where r.id = u.id and u.found_by is distinct from r.found_by`,
    [JSON.stringify(rows)],
    transaction,
  );
}
