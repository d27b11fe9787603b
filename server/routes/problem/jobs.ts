import {
  dayAllows,
  postponementCost,
  weatherAllows,
  type DayWeather,
  type DueTask,
} from '#core/upkeep/maintenance';
import { latestFor, type Job, type Limit } from '#core/planning/routing';
import { compareText } from '#core/base/collections';
import {
  daysBetween,
  localDate,
  localMinutes,
  minutesOfDay,
  weekday,
  addDays,
  type PlainDate,
} from '#core/base/time';
import type { BoardCall, BoardSite, JobAsked, PlanJob } from '#contracts/board';
import type { OpeningHours, SiteNeeds } from '#contracts/sites';
import type { UnplannedRead, VisitRead } from '../reads/boardReads.ts';
import { SITE_MINUTES, type DueWork } from '../due/due.ts';
import type { Lengths } from '../due/learned.ts';

/**
 * What leaving something out costs, minutes: a call for which somebody waits, and a visit that was planned.
 */
const WORTH = { call: 10_000, planned: 3_000 } as const;
/**
 * A day late costs as much as so many minutes on the road [our choice]; work that is late already more, and a
 * season that goes by most.
 */
const DAY_LATE = { due: 20, late: 40, call: 200, season: 400 } as const;
/** A crew that does not know the roof loses so much time there, minutes [our choice]. */
const NOT_KNOWN_HERE = { call: 15, due: 8 } as const;

/** A job before it has its place in the table of drives. */
export interface Drafted {
  readonly job: Omit<Job, 'place'>;
  readonly view: PlanJob;
  /** What own history stretched the usual minutes by: what it takes next is learned against those. */
  readonly pace: number;
  readonly position: { readonly lat: number; readonly lon: number };
}

export interface Frame {
  readonly from: PlainDate;
  readonly now: { readonly day: PlainDate; readonly minute: number };
  readonly days: number;
  readonly lengths: Lengths;
}

/** The job with the crew that is wanted for it. */
export function wantedBy({ job, view, ...drafted }: Drafted, known: ReadonlyMap<string, string>): Drafted {
  const crew = known.get(view.siteId);
  const forCall = view.calls.some((call) => call.kind !== 'maintenance');
  const wanted = crew && { crew, otherwise: NOT_KNOWN_HERE[forCall ? 'call' : 'due'] };
  return { ...drafted, view, job: wanted ? { ...job, wanted } : job };
}

/** Hours of the days planned in which a place is open; all day where nobody knows. */
const windowsOf = (hours: OpeningHours | null, { from, days }: Frame): Job['windows'] =>
  Array.from({ length: days }, (_, day) =>
    hours === null
      ? [{ day, open: 0, close: 1440 }]
      : (hours[String(weekday(addDays(from, day))) as keyof OpeningHours] ?? []).map(([open, close]) => ({
          day,
          open: minutesOfDay(open),
          close: minutesOfDay(close),
        })),
  ).flat();

/**
 * Hours in which work that can wait may be done: while the place is open and its units may be off. A machine
 * that is down already is off anyway.
 */
export function hoursFor(
  { openingHours, needs }: { readonly openingHours: OpeningHours | null; readonly needs: SiteNeeds },
  canWait: boolean,
  frame: Frame,
): Pick<Job, 'windows' | 'offOnly'> {
  const open = windowsOf(openingHours, frame);
  if (!canWait || !needs.offHours) return { windows: open };
  const off = windowsOf(needs.offHours, frame);
  const both = open.flatMap((one) =>
    off.flatMap((other) => {
      const [from, to] = [Math.max(one.open, other.open), Math.min(one.close, other.close)];
      return one.day === other.day && from < to ? [{ day: one.day, open: from, close: to }] : [];
    }),
  );
  return { windows: both, offOnly: true };
}

/**
 * The times of calls: what was promised, and the latest by the soonest priority. They press on where they have
 * gone by.
 */
function limitsOf(
  calls: readonly BoardCall[],
  told: VisitRead['told'],
  timeZone: string,
  { from, now }: Frame,
): Pick<Job, 'limits' | 'due'> {
  const promises = calls.flatMap(({ promisedAt }) => promisedAt ?? []).sort();
  const promised = promises[0] === undefined ? [] : [localOf(promises[0], timeZone)];
  const latest = calls
    .flatMap(({ priority, receivedAt }) =>
      priority === null ? [] : [{ priority, ...latestFor(priority, localOf(receivedAt, timeZone)) }],
    )
    .sort((a, b) => compareText(a.day, b.day) || a.by - b.by)[0];
  const urgent = latest && (latest.priority === 'at once' || latest.priority === 'today');
  const limit = (kind: Limit['kind'], day: PlainDate, by: number, begins?: number): Limit => ({
    ...{ kind, day: daysBetween(from, day), by },
    ...(begins === undefined ? {} : { from: begins }),
    ...(day < now.day || (day === now.day && by <= now.minute) ? { gone: true } : {}),
  });
  const limits = [
    ...promised.map(({ day, minute }) => limit('promised', day, minute)),
    ...(told ? [limit('told', told.day, told.until, told.from)] : []),
    ...(urgent ? [limit('wanted', latest.day, latest.by)] : []),
  ];
  return {
    ...(limits.length > 0 ? { limits } : {}),
    ...(latest
      ? {
          due: {
            day: daysBetween(from, latest.day),
            perDayLate: latest.priority === 'with the next route' ? DAY_LATE.late : DAY_LATE.call,
          },
        }
      : {}),
  };
}

const localOf = (at: string, timeZone: string) => {
  const when = new Date(at);
  return { day: localDate(when, timeZone), minute: localMinutes(when, timeZone) };
};

export const key = (asked: JobAsked): string =>
  'visit' in asked
    ? `visit ${asked.visit}`
    : 'call' in asked
      ? `call ${asked.call}`
      : `due ${asked.site} ${[...asked.units].sort()[0]}`;

const placed = <T extends { lat: number | null; lon: number | null }>(row: T) =>
  row.lat === null || row.lon === null ? undefined : { lat: row.lat, lon: row.lon };

/** What a site and its tasks ask for. Skills are compared as people say them, not as they write them. */
const needsOf = (
  { people, skills }: SiteNeeds,
  calls: readonly BoardCall[],
  tasks: readonly DueTask[] = [],
): Pick<Job, 'people' | 'skills'> => ({
  people: Math.max(people, ...calls.map((call) => call.people ?? 1)),
  skills: [
    ...new Set([...skills, ...tasks.flatMap(({ task }) => task.skills)].map((skill) => skill.toLowerCase())),
  ],
});

/** Minutes on site for some calls: as somebody has said of each, else what calls usually take. */
const lengthOf = (calls: readonly BoardCall[], { lengths }: Pick<Frame, 'lengths'>): number =>
  calls.length === 0
    ? lengths.call.minutes
    : calls.reduce(
        (sum, call) => sum + (call.minutes === null ? lengths.call.minutes : call.minutes + SITE_MINUTES),
        0,
      );

/** A visit there is, as a job: with the minutes it was planned with, or what its calls usually take. */
export function jobOfVisit(visit: VisitRead, frame: Frame): Drafted | undefined {
  const position = placed(visit);
  if (!position) return undefined;
  const service = visit.calls.filter((call) => call.kind !== 'maintenance');
  const minutes = visit.minutes > 0 ? visit.minutes : lengthOf(visit.calls, frame);
  const asked = { visit: visit.visitId };
  return {
    position,
    pace: visit.pace,
    job: {
      id: key(asked),
      name: visit.site,
      minutes,
      shared: visit.minutes > 0 ? visit.shared : 0,
      ...needsOf(visit.needs, visit.calls),
      ...hoursFor(visit, !visit.calls.some((call) => call.kind === 'call'), frame),
      ...limitsOf(service, visit.told, visit.timeZone, frame),
      leftOut: service.length > 0 ? WORTH.call : WORTH.planned,
    },
    view: {
      ...siteOf(visit),
      asked,
      work: visit.calls.map((call) => `${call.unit ? `${call.unit}: ` : ''}${call.complaint}`),
      lateDays: 0,
      calls: visit.calls,
      loose: visit.startAt === null,
    },
  };
}

const siteOf = ({ siteId, site, customer, lat, lon }: BoardSite) => ({ siteId, site, customer, lat, lon });

export function jobOfCall(row: UnplannedRead, frame: Frame): Drafted | undefined {
  const position = placed(row);
  if (!position) return undefined;
  const asked = { call: row.call.id };
  return {
    position,
    pace: 1,
    job: {
      id: key(asked),
      name: row.site,
      minutes: lengthOf([row.call], frame),
      ...needsOf(row.needs, [row.call]),
      ...hoursFor(row, row.call.kind !== 'call', frame),
      ...limitsOf([row.call], null, row.timeZone, frame),
      leftOut: WORTH.call,
    },
    view: {
      ...siteOf(row),
      asked,
      work: [`${row.call.unit ? `${row.call.unit}: ` : ''}${row.call.complaint}`],
      lateDays: 0,
      calls: [row.call],
      loose: false,
    },
  };
}

/** Forecasts by day; a day that is missing is not known. */
export type Weather = ReadonlyMap<PlainDate, DayWeather>;

/**
 * A call that is seen to when somebody comes for the rest: it is neither an emergency nor promised by a time.
 */
export const canJoin = ({ call }: UnplannedRead): boolean =>
  call.promisedAt === null && call.priority !== 'at once' && call.priority !== 'today';

/** However much is due at a site, nobody there waits for it as somebody waits who called. */
const belowACall = (cost: number): number => (cost * MOST_DUE) / (cost + MOST_DUE);
const MOST_DUE = 8000;

/** What is due on some units of a site and the calls that join it, as one job: each roof is visited once. */
export function jobOfDue(
  work: DueWork,
  {
    units,
    calls,
    site,
    weather,
  }: {
    readonly units: DueWork['dueUnits'];
    readonly calls: readonly UnplannedRead[];
    readonly site: { readonly openingHours: OpeningHours | null; readonly needs: SiteNeeds };
    readonly weather: Weather;
  },
  frame: Frame,
): Drafted | undefined {
  const position = placed(work);
  if (!position) return undefined;
  const tasks = units.flatMap((unit) => unit.tasks);
  const shared = tasks.reduce((sum, task) => sum + task.minutes, 0) * frame.lengths.maintenance.minutes;
  // A call's own length has getting in and out in it, which is done once.
  const forCalls = calls.reduce(
    (sum, { call }) => sum + Math.max(0, lengthOf([call], frame) - SITE_MINUTES),
    0,
  );
  const minutes = SITE_MINUTES + shared + forCalls;
  const dueOn = tasks.flatMap((task) => task.dueOn ?? []).sort()[0];
  const lateDays = Math.max(0, ...tasks.map((task) => task.lateDays));
  const asked = {
    site: work.siteId,
    units: units.map((unit) => unit.unitId),
    calls: calls.map(({ call }) => call.id),
  };
  const dueDay = dueOn === undefined ? undefined : Math.max(0, daysBetween(frame.from, dueOn));
  const callDays = calls.flatMap(
    ({ call, timeZone }) => limitsOf([call], null, timeZone, frame).due?.day ?? [],
  );
  const hours = hoursFor(site, true, frame);
  const days = [...(dueDay === undefined ? [] : [dueDay]), ...callDays];
  // A season that ends within the days planned binds more than anything that merely came round.
  const seasonDay = tasks
    .flatMap((task) => (task.reason.rule === 'season' && task.window ? [task.window.latest] : []))
    .map((last) => daysBetween(frame.from, last))
    .filter((day) => day >= 0 && day < frame.days)
    .sort((a, b) => a - b)[0];
  return {
    position,
    pace: frame.lengths.maintenance.minutes,
    job: {
      id: key(asked),
      name: work.site,
      minutes,
      shared,
      ...needsOf(
        site.needs,
        calls.map(({ call }) => call),
        tasks,
      ),
      ...(hours.offOnly ? { offOnly: hours.offOnly } : {}),
      windows: hours.windows.filter(({ day }) => {
        const on = addDays(frame.from, day);
        return tasks.every((due) => weatherAllows(due.task.weather, weather.get(on)) && dayAllows(due, on));
      }),
      leftOut: belowACall(postponementCost(tasks, minutes, frame.from)) + (calls.length > 0 ? WORTH.call : 0),
      ...(seasonDay !== undefined && callDays.length === 0
        ? { due: { day: seasonDay, perDayLate: DAY_LATE.season } }
        : days.length === 0
          ? {}
          : {
              due: {
                day: Math.min(...days),
                perDayLate: callDays.length > 0 ? DAY_LATE.call : lateDays > 0 ? DAY_LATE.late : DAY_LATE.due,
              },
            }),
    },
    view: {
      ...siteOf(work),
      asked,
      work: [
        ...units.map(
          (unit) => `${unit.tag}: ${unit.tasks.map((t) => t.task.title.toLowerCase()).join(', ')}`,
        ),
        ...calls.map(({ call }) => `${call.unit ? `${call.unit}: ` : ''}${call.complaint}`),
      ],
      lateDays,
      calls: calls.map(({ call }) => call),
      loose: false,
    },
  };
}
