import { Op } from 'sequelize';
import { groupBy } from '#core/base/collections';
import { noWorkWords } from '#core/planning/crews';
import { startAfterNight, type PlanningSettings, type Shift } from '#core/planning/routing';
import {
  addDays,
  clockText,
  daysBetween,
  dayWords,
  instantAt,
  localDate,
  localMinutes,
  type PlainDate,
} from '#core/base/time';
import type { CrewView } from '#contracts/crews';
import type { Dependencies } from '../../dependencies.ts';
import type { Database } from '../../db/connect.ts';
import { crewsFrom } from '../../crews/service.ts';

/** A crew as it is on a day, with the day. */
export interface CrewDayView extends CrewView {
  readonly on: PlainDate;
}

/** Crews on each day from `from` on: whether they work, when, and who. */
export async function crewDays(db: Database, from: PlainDate, days: number): Promise<CrewDayView[]> {
  return (await crewsFrom(db, from, days)).flatMap((own, k) =>
    own.filter((crew) => !crew.retired).map((crew) => ({ ...crew, on: addDays(from, k) })),
  );
}

export const dayKey = (crewId: string, day: PlainDate): string => `${crewId} ${day}`;

/** Where a crew is today, and when it can leave there: set where it has begun a stop. */
interface Underway {
  readonly lat: number;
  readonly lon: number;
  readonly freeAt: number;
}

/** What a crew's day gives to plan with. @param place number of a position in the table of drives */
export function shiftOf(
  crew: CrewDayView,
  {
    from,
    now,
    planning,
    skills,
    keptFree,
    underway,
    rests,
    place,
  }: {
    readonly from: PlainDate;
    /** The day it is and the minute of it. */
    readonly now: { readonly day: PlainDate; readonly minute: number };
    readonly planning: PlanningSettings;
    readonly skills: ReadonlyMap<string, readonly string[]>;
    readonly keptFree: number;
    readonly underway: Underway | undefined;
    /** When it begins, where it rests after a night. */
    readonly rests: number | undefined;
    readonly place: (position: { lat: number; lon: number }) => number;
  },
): Shift | undefined {
  if (!crew.day.works || !crew.start) return undefined;
  const { shift, present } = crew.day;
  const home = place(crew.start);
  const rested = rests ?? shift.start;
  const gone = crew.on === now.day ? Math.max(rested, now.minute) : rested;
  const start = Math.max(gone, underway?.freeAt ?? 0);
  if (start >= shift.end) return undefined;
  return {
    id: dayKey(crew.id, crew.on),
    crew: crew.name,
    day: daysBetween(from, crew.on),
    start,
    end: shift.end,
    overtime: planning.overtimeMinutes,
    keptFree: Math.min(keptFree, 0.4 * (shift.end - start)),
    from: underway ? place(underway) : home,
    to: home,
    people: present.length,
    skills: [...new Set(present.flatMap(({ userId }) => skills.get(userId) ?? []))],
    ...(planning.restMinutes > 0 && start < planning.restFrom
      ? { rest: { from: planning.restFrom, minutes: planning.restMinutes } }
      : {}),
  };
}

/**
 * When a crew begins that was out in the night, minutes since midnight; undefined where it begins as always,
 * and where it is out already: then it has decided about its rest.
 */
export type NightRests = (crew: CrewDayView, isOut: boolean) => number | undefined;

/** Nobody rests longer than a day and a night; half a day more is looked at, for the hour of the shift. */
const REST_LOOKS_BACK_MS = 36 * 3_600_000;

/** Reads when crews left sites of late. */
export async function nightRests(
  { db, clock }: Pick<Dependencies, 'db' | 'clock'>,
  timeZone: string,
  planning: Pick<PlanningSettings, 'nightRestMinutes'>,
): Promise<NightRests> {
  const visits = await db.models.Visit.findAll({
    where: {
      crewId: { [Op.ne]: null },
      cancelledAt: null,
      leftAt: { [Op.gt]: new Date(clock.now().getTime() - REST_LOOKS_BACK_MS) },
    },
    attributes: ['crewId', 'leftAt'],
  });
  const leftBy = groupBy(visits, (visit) => visit.crewId as string);
  return ({ id, on, day }, isOut) => {
    const own = leftBy.get(id);
    if (!own || !day.works || isOut) return undefined;
    const midnight = instantAt(on, 0, timeZone).getTime();
    const { start } = day.shift;
    const left = own.map(({ leftAt }) => ((leftAt as Date).getTime() - midnight) / 60_000);
    const at = startAfterNight(planning, { start, left });
    return at > start ? Math.round(at) : undefined;
  };
}

/** Why nobody can be planned on a crew's day. @param rests when it begins, where it rests after a night */
export function whyNoShift(crew: CrewDayView, rests: number | undefined): string {
  if (!crew.day.works) return `${crew.name} does not work then: ${noWorkWords(crew.day.why)}`;
  if (!crew.start) return `nobody has said where ${crew.name} starts; put the yard on the map`;
  return rests === undefined
    ? `the shift of ${crew.name} is over on ${dayWords(crew.on)}`
    : restWords(crew, rests);
}

/** @example "Harbour was out in the night and rests until 12:00 on 3 Jun 2026" */
export const restWords = ({ name, on }: Pick<CrewDayView, 'name' | 'on'>, rests: number): string =>
  `${name} was out in the night and rests until ${clockText(rests)} on ${dayWords(on)}`;

/** Skills of everybody that hold on a day. */
export async function skillsOn(db: Database, day: PlainDate): Promise<Map<string, string[]>> {
  const users = await db.models.User.findAll({ where: { active: true }, attributes: ['id', 'skills'] });
  return new Map(
    users.map((user) => [
      user.id,
      user.skills.filter(({ until }) => until === null || until >= day).map(({ name }) => name.toLowerCase()),
    ]),
  );
}

/** The day and minute it is by the company's clock. */
export const nowIn = ({ clock }: Pick<Dependencies, 'clock'>, timeZone: string) => ({
  day: localDate(clock.now(), timeZone),
  minute: localMinutes(clock.now(), timeZone),
});
