import { Op } from 'sequelize';
import { crossingShare, driveMinutes, isNoWay, withClosures } from '#core/planning/routing';
import type { PlainPosition } from '#core/planning/routing';
import type { ClosureEffect, ClosureKept, ClosureView, NewClosure } from '#contracts/closures';
import { localDate } from '#core/base/time';
import type { Row } from '../db/tables.ts';
import type { Dependencies } from '../dependencies.ts';
import { writeLog } from '../http/log.ts';
import { firstTime } from '../http/once.ts';
import { invalid, notFound } from '../http/problem.ts';
import type { DayClosure } from '../outside/driveTimes.ts';
import { companyNow } from '../settings/service.ts';
import { allRound, lineOf, middleOf, placesNear, sidesOf } from './roads.ts';

type Needs = Pick<Dependencies, 'db' | 'clock' | 'driveTimes'>;

/** Outside rush hours. */
const NOON = 720;
/** Farther than this from the line the engine is not asked for the road across it, degrees. */
const OFF = { least: 0.001, most: 0.02 };

const viewOf = (row: Row<'RoadClosure'>): ClosureView => ({
  id: row.id,
  name: row.name,
  line: [...lineOf(row)] as ClosureView['line'],
  minutes: row.minutes,
  from: row.startsAt.toISOString(),
  until: row.endsAt?.toISOString() ?? null,
  straight: sidesOf(row) === null,
});

/** What is closed or slow now or will be, the one that begins first in front. */
export async function closuresAhead({ db, clock }: Pick<Needs, 'db' | 'clock'>): Promise<ClosureView[]> {
  const rows = await db.models.RoadClosure.findAll({
    where: { endsAt: { [Op.or]: [{ [Op.is]: null }, { [Op.gt]: clock.now() }] } },
    order: ['startsAt', 'id'],
  });
  // One that was opened before it began never was closed.
  return rows.filter(({ startsAt, endsAt }) => endsAt === null || endsAt > startsAt).map(viewOf);
}

/** Two places on either side of the middle of a line, as far from it as the line is long, within limits. */
function beside([a, b]: DayClosure['line']): [PlainPosition, PlainPosition] {
  const middle = middleOf([a, b]);
  const shrink = Math.cos((middle.lat * Math.PI) / 180);
  const [east, north] = [(b.lon - a.lon) * shrink, b.lat - a.lat];
  const long = Math.hypot(east, north);
  const off = Math.min(OFF.most, Math.max(OFF.least, long / 2)) / long;
  const at = (sign: 1 | -1): PlainPosition => ({
    lat: middle.lat + sign * east * off,
    lon: middle.lon - (sign * north * off) / shrink,
  });
  return [at(1), at(-1)];
}

/**
 * The two points of the road right before and behind a line drawn across it. Where the engine draws ways they
 * are points of one; else they lie beside the line, and the engine takes the road nearest to each.
 *
 * @throws Problem 422 where the way from one side to the other does not cross the line
 */
async function sidesFor({ driveTimes }: Needs, line: DayClosure['line']): Promise<DayClosure['sides']> {
  if (driveTimes.estimates) return null;
  const sides = beside(line);
  const way = await driveTimes.path(sides);
  if (!way) return sides;
  const points = way.coordinates.map(([lon, lat]) => ({ lat, lon }));
  const before = points.findIndex((at, i) => {
    const next = points[i + 1];
    return next !== undefined && crossingShare(at, next, line) !== undefined;
  });
  if (before < 0)
    throw invalid([
      { path: 'line', message: 'crosses no road: draw it straight across the one that is closed' },
    ]);
  return [points[before] as PlainPosition, points[before + 1] as PlainPosition];
}

/**
 * What a closure does to the drives between the places nearest to it.
 *
 * @throws Problem 422 where none of them crosses it
 */
async function effectOf({ db, clock, driveTimes }: Needs, closure: DayClosure): Promise<ClosureEffect> {
  const near = await placesNear(db, middleOf(closure.line));
  const { timeZone } = await companyNow(db);
  const day = localDate(clock.now(), timeZone);
  const all = [...near, ...(closure.sides ?? []), ...allRound(middleOf(closure.line))];
  const usual = await driveTimes.table(all, day, 0);
  const closed = withClosures(usual, all, [
    {
      ...{ line: closure.line, from: 0, until: Infinity, minutes: closure.minutes ?? undefined },
      ...(closure.sides ? { sides: [near.length, near.length + 1] as const } : {}),
    },
  ]);
  let crossing = 0;
  let longest: ClosureEffect['longest'] = null;
  const reached = near.map(() => 0);
  near.forEach((from, a) =>
    near.forEach((to, b) => {
      if (a === b) return;
      const [was, is] = [driveMinutes(usual, a, b, NOON), driveMinutes(closed, a, b, NOON)];
      if (isNoWay(was)) return;
      if (!isNoWay(is)) reached[b] = (reached[b] as number) + 1;
      if (is <= was + 1e-3) return;
      crossing++;
      const more = Math.round(is - was);
      if (!isNoWay(is) && more > (longest?.minutes ?? 0))
        longest = { from: from.name, to: to.name, minutes: more };
    }),
  );
  const cutOff = near.filter((_, b) => near.length > 1 && reached[b] === 0).map(({ name }) => name);
  return { crossing, ways: near.length * (near.length - 1), longest, cutOff };
}

/** @throws Problem 422 for a line that crosses nothing, 502 where the engine does not answer */
export async function closeRoad(needs: Needs, body: NewClosure, actor: string): Promise<ClosureKept> {
  const { db, driveTimes } = needs;
  const known = await db.models.RoadClosure.findByPk(body.id);
  const sides = known ? sidesOf(known) : await sidesFor(needs, body.line);
  const closure: DayClosure = { line: body.line, sides, minutes: body.minutes, from: 0, until: Infinity };
  const effect = await effectOf(needs, closure);
  if (effect.crossing === 0)
    throw invalid([{ path: 'line', message: 'no way between your sites crosses it' }]);
  const [a, b] = body.line;
  const row = await db.transaction(async (transaction) => {
    if (!(await firstTime(db, transaction, { id: body.id, body, actor })))
      return db.models.RoadClosure.findByPk(body.id, { transaction, rejectOnEmpty: true });
    await writeLog(db, transaction, {
      ...{ actor, action: 'create', entity: 'closure', entityId: body.id, detail: body },
    });
    return db.models.RoadClosure.create(
      {
        ...{ id: body.id, name: body.name, minutes: body.minutes, createdBy: actor },
        ...{ aLat: a.lat, aLon: a.lon, bLat: b.lat, bLon: b.lon },
        ...{ pLat: sides?.[0].lat ?? null, pLon: sides?.[0].lon ?? null },
        ...{ qLat: sides?.[1].lat ?? null, qLon: sides?.[1].lon ?? null },
        ...{ startsAt: new Date(body.from), endsAt: body.until === null ? null : new Date(body.until) },
      },
      { transaction },
    );
  });
  await driveTimes.roadsChanged();
  return { ...viewOf(row), effect };
}

/**
 * A road is open again, or until another time; null takes that back.
 *
 * @throws Problem 404, 422 where it would end before it began
 */
export async function changeClosure(
  { db, driveTimes }: Needs,
  id: string,
  until: string | null,
  actor: string,
): Promise<ClosureView> {
  const row = await db.models.RoadClosure.findByPk(id);
  if (!row) throw notFound('Closure');
  const endsAt = until === null ? null : new Date(Math.max(Date.parse(until), row.startsAt.getTime()));
  await db.transaction(async (transaction) => {
    await row.update({ endsAt }, { transaction });
    await writeLog(db, transaction, {
      ...{ actor, action: 'change', entity: 'closure', entityId: id, detail: { until } },
    });
  });
  await driveTimes.roadsChanged();
  return viewOf(row);
}
