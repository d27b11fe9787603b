import { compareText, groupBy } from '#core/base/collections';
import { comesRound } from '#core/upkeep/maintenance';
import { callsExpected, type DayOfCalls } from '#core/planning/routing';
import { addDays, daysBetween, weekday, type PlainDate } from '#core/base/time';
import type { LoadLine, LoadView } from '#contracts/routes';
import { agreedOn } from '../../agreements/queries.ts';
import type { Dependencies } from '../../dependencies.ts';
import { companyNow, companyToday } from '../../settings/service.ts';
import { CALLS_BY_DAY } from '../reads/board.sql.ts';
import { SITE_MINUTES, type UnitRecord } from './due.ts';
import { UNITS_KEPT_WHEREVER } from './due.sql.ts';
import { knownBest, learnedLengths } from './learned.ts';
import { crewDays, skillsOn, type CrewDayView } from '../reads/shifts.ts';

const NOBODY = 'no crew in particular';
const DEMAND_DAYS = 3 * 365;

/** A task of a unit that comes round in a week, and what it asks for. */
interface Work {
  readonly week: number;
  readonly siteId: string;
  readonly customer: string;
  readonly minutes: number;
  readonly skills: readonly string[];
}

/** What comes round in some weeks from this Monday on, against the hours there are. */
export async function loadAhead(
  { db, clock }: Pick<Dependencies, 'db' | 'clock'>,
  weeks: number,
): Promise<LoadView> {
  const today = await companyToday({ db, clock });
  const { timeZone } = await companyNow(db);
  const monday = addDays(today, 1 - weekday(today));
  const last = addDays(monday, 7 * weeks - 1);
  const weekOf = (day: PlainDate) => Math.floor(daysBetween(monday, day) / 7);
  const [units, agreed, days, lengths, skills, past] = await Promise.all([
    db.rows<UnitRecord>(UNITS_KEPT_WHEREVER),
    agreedOn(db, today, { soon: last }),
    crewDays(db, monday, 7 * weeks),
    learnedLengths(db, today),
    skillsOn(db, today),
    db.rows<DayOfCalls>(CALLS_BY_DAY, [addDays(today, -DEMAND_DAYS), timeZone, today]),
  ]);
  const work = units.flatMap((unit): Work[] => {
    const maintenance = agreed.maintenance({ ...unit, unitId: unit.id });
    return (maintenance ? comesRound(maintenance, today, last) : []).map(({ planned, on }) => ({
      week: weekOf(on),
      siteId: unit.siteId,
      customer: unit.customer,
      minutes: planned.minutes * lengths.maintenance.minutes,
      skills: [...unit.needs.skills, ...planned.task.skills].map((skill) => skill.toLowerCase()),
    }));
  });
  // Each roof is climbed once a week at most, whatever there is to do.
  const climbs = [...groupBy(work, ({ siteId, week }) => `${siteId} ${week}`).values()].map((own) => ({
    ...(own[0] as Work),
    minutes: SITE_MINUTES,
    skills: [],
  }));
  const all = [...work, ...climbs];
  const known = await knownBest(
    db,
    all.map(({ siteId }) => siteId),
    today,
  );
  const sum = (own: readonly Work[]) => {
    const minutes = new Array<number>(weeks).fill(0);
    for (const one of own) minutes[one.week] = (minutes[one.week] ?? 0) + one.minutes;
    return minutes;
  };
  const hours = (counts: (crew: CrewDayView) => number) => {
    const minutes = new Array<number>(weeks).fill(0);
    for (const crew of days) {
      const week = weekOf(crew.on);
      minutes[week] = (minutes[week] ?? 0) + counts(crew);
    }
    return minutes;
  };
  const lines = (by: Map<string, Work[]>, there: (name: string) => readonly number[] | null): LoadLine[] =>
    [...by].map(([name, own]) => ({ name, minutes: sum(own), there: there(name) })).sort(mostFirst);
  const bySkill = groupBy(
    work.flatMap((one) => [...new Set(one.skills)].map((skill) => ({ ...one, skill }))),
    ({ skill }) => skill,
  );
  return {
    weeks: Array.from({ length: weeks }, (_, k) => addDays(monday, 7 * k)),
    maintenance: sum(all),
    calls: callsAhead(today, monday, weeks, past, lengths.call.minutes),
    there: hours(peopleMinutes),
    customers: lines(
      groupBy(all, ({ customer }) => customer),
      () => null,
    ),
    crews: lines(
      groupBy(all, ({ siteId }) => known.get(siteId) ?? NOBODY),
      (name) => (name === NOBODY ? null : hours((crew) => (crew.name === name ? peopleMinutes(crew) : 0))),
    ),
    skills: lines(bySkill, (skill) =>
      hours(({ day }) =>
        day.works
          ? (day.shift.end - day.shift.start) *
            day.present.filter(({ userId }) => skills.get(userId)?.includes(skill)).length
          : 0,
      ),
    ),
  };
}

const total = ({ minutes }: LoadLine): number => minutes.reduce((sum, one) => sum + one, 0);
const mostFirst = (a: LoadLine, b: LoadLine): number => total(b) - total(a) || compareText(a.name, b.name);

const peopleMinutes = ({ day }: CrewDayView): number =>
  day.works ? (day.shift.end - day.shift.start) * day.present.length : 0;

/** Minutes of calls to expect in each week; null where too few days like them are on record. */
function callsAhead(
  today: PlainDate,
  monday: PlainDate,
  weeks: number,
  past: readonly DayOfCalls[],
  minutes: number,
): number[] | null {
  const ahead: number[] = [];
  for (let week = 0; week < weeks; week++) {
    let sum = 0;
    for (let k = 0; k < 7; k++) {
      const day = addDays(monday, 7 * week + k);
      if (day < today) continue;
      const expected = callsExpected(day, past);
      if (!expected) return null;
      sum += expected.mean * minutes;
    }
    ahead.push(sum);
  }
  return ahead;
}
