import { Op } from 'sequelize';
import { addDays, instantAt, localDate, localMinutes, type PlainDate } from '#core/base/time';
import { straightLineKm, type PlainPosition } from '#core/planning/routing';
import type { Database } from '../db/connect.ts';
import type { Row } from '../db/tables.ts';
import type { Dependencies } from '../dependencies.ts';
import type { DayClosure, RoadsOfDays } from '../outside/driveTimes.ts';
import { companyNow } from '../settings/service.ts';

/** So many other places are known for ways round, those nearest to what is closed. */
const MOST_KNOWN = 40;
/** And places all round it, kilometres and how many at each: the next bridge lies near one of them. */
const RINGS = [1.5, 4, 9] as const;
const IN_A_RING = 8;
const KM_PER_DEGREE = 111.2;
const WHOLE_DAY = 1440;

export interface NamedPosition extends PlainPosition {
  readonly name: string;
}

/** The line of a closure and, where drives are over roads, its two sides. */
export const lineOf = ({ aLat, aLon, bLat, bLon }: Row<'RoadClosure'>): DayClosure['line'] => [
  { lat: aLat, lon: aLon },
  { lat: bLat, lon: bLon },
];
export const sidesOf = ({ pLat, pLon, qLat, qLon }: Row<'RoadClosure'>): DayClosure['sides'] =>
  pLat === null || pLon === null || qLat === null || qLon === null
    ? null
    : [
        { lat: pLat, lon: pLon },
        { lat: qLat, lon: qLon },
      ];

/** The middle of a line. */
export const middleOf = ([a, b]: DayClosure['line']): PlainPosition => ({
  lat: (a.lat + b.lat) / 2,
  lon: (a.lon + b.lon) / 2,
});

/**
 * Places all round a closure through which a way round may lead, wherever sites lie: an engine takes the road
 * nearest to each.
 */
export function allRound({ lat, lon }: PlainPosition): PlainPosition[] {
  const shrink = Math.cos((lat * Math.PI) / 180);
  return RINGS.flatMap((km) =>
    Array.from({ length: IN_A_RING }, (_, k) => {
      const turn = (2 * Math.PI * (k + 0.5)) / IN_A_RING;
      const off = km / KM_PER_DEGREE;
      return { lat: lat + off * Math.cos(turn), lon: lon + (off * Math.sin(turn)) / shrink };
    }),
  );
}

/** Sites and yards of the company, those nearest to a place first. */
export async function placesNear(db: Database, near: PlainPosition): Promise<NamedPosition[]> {
  const [sites, crews] = await Promise.all([
    db.models.Site.findAll({
      where: { retiredAt: null, lat: { [Op.ne]: null }, lon: { [Op.ne]: null } },
      attributes: ['name', 'lat', 'lon'],
    }),
    db.models.Crew.findAll({
      where: { retiredAt: null, startLat: { [Op.ne]: null }, startLon: { [Op.ne]: null } },
      attributes: ['startName', 'startLat', 'startLon'],
    }),
  ]);
  const all = [
    ...crews.map(({ startName, startLat, startLon }) => ({
      name: startName ?? 'yard',
      lat: startLat,
      lon: startLon,
    })),
    ...sites.map(({ name, lat, lon }) => ({ name, lat, lon })),
  ] as NamedPosition[];
  const seen = new Map(all.map((one) => [`${one.lat} ${one.lon}`, one]));
  return [...seen.values()]
    .map((one) => ({ one, km: straightLineKm(one, near) }))
    .sort((a, b) => a.km - b.km)
    .slice(0, MOST_KNOWN)
    .map(({ one }) => one);
}

/** What is closed or slow on some days, by day; days without any are left out. */
async function closuresOn(db: Database, days: readonly PlainDate[]): Promise<Map<PlainDate, DayClosure[]>> {
  const sorted = [...days].sort();
  const [first, last] = [sorted[0] as PlainDate, sorted.at(-1) as PlainDate];
  const { timeZone } = await companyNow(db);
  const rows = await db.models.RoadClosure.findAll({
    where: {
      startsAt: { [Op.lt]: instantAt(addDays(last, 1), 0, timeZone) },
      endsAt: { [Op.or]: [{ [Op.is]: null }, { [Op.gt]: instantAt(first, 0, timeZone) }] },
    },
    order: ['startsAt', 'id'],
  });
  const byDay = new Map<PlainDate, DayClosure[]>();
  for (const row of rows) {
    const begins = localDate(row.startsAt, timeZone);
    const ends = row.endsAt && localDate(row.endsAt, timeZone);
    // One object for all whole days: drives of days with the same closures are worked out once.
    const shared = { line: lineOf(row), sides: sidesOf(row), minutes: row.minutes };
    const whole: DayClosure = { ...shared, from: 0, until: Infinity };
    for (const day of days) {
      if (day < begins || (ends !== null && day > ends)) continue;
      const from = day === begins ? localMinutes(row.startsAt, timeZone) : 0;
      const until = day === ends ? localMinutes(row.endsAt as Date, timeZone) : Infinity;
      if (until <= from || from >= WHOLE_DAY) continue;
      const own = from === 0 && until === Infinity ? whole : { ...shared, from, until };
      byDay.set(day, [...(byDay.get(day) ?? []), own]);
    }
  }
  return byDay;
}

/**
 * Drive times between places on some days, by what is closed or slow on each.
 *
 * @throws Problem 502 when the engine does not answer; CutOff where no road leads to a place on any day
 */
export async function roadsOn(
  { db, driveTimes }: Pick<Dependencies, 'db' | 'driveTimes'>,
  places: readonly PlainPosition[],
  days: readonly PlainDate[],
): Promise<RoadsOfDays> {
  const closures = await closuresOn(db, days);
  const lines = [
    ...new Map([...closures.values()].flat().map(({ line }) => [JSON.stringify(line), line])).values(),
  ];
  const [first] = lines;
  const near = first ? await placesNear(db, middleOf(first)) : [];
  const there = new Set(places.map(({ lat, lon }) => `${lat} ${lon}`));
  const known = near.filter(({ lat, lon }) => !there.has(`${lat} ${lon}`));
  const round = lines.flatMap((line) => allRound(middleOf(line)));
  return driveTimes.roads(places, days, closures, [...known, ...round]);
}
