import {
  DECIDED,
  packProblem,
  weightsOf,
  type FleetProblem,
  type Job,
  type PlainPosition,
  type Shift,
} from '#core/planning/routing';
import { addDays, localMinutes, type PlainDate } from '#core/base/time';
import type { PlanAsked, PlanProblem, PlanShift, SentProblem } from '#contracts/board';
import type { Dependencies } from '../../dependencies.ts';
import type { Database } from '../../db/connect.ts';
import { invalid } from '../../http/problem.ts';
import { companyNow, planningSettings } from '../../settings/service.ts';
import { roadsOn } from '../../closures/roads.ts';
import { CutOff } from '../../outside/driveTimes.ts';
import { type VisitRead, unplannedCalls, visitsBetween } from '../reads/boardReads.ts';
import { NOT_ON_MAP, dueDrafts } from './dueDrafts.ts';
import { type Drafted, type Frame, canJoin, jobOfCall, jobOfVisit, wantedBy } from './jobs.ts';
import { knownBest, learnedLengths } from '../due/learned.ts';
import { freeMinutes, lengthNotes, travelNotes } from './planNotes.ts';
import {
  crewDays,
  dayKey,
  nightRests,
  nowIn,
  restWords,
  shiftOf,
  skillsOn,
  whyNoShift,
  type CrewDayView,
  type NightRests,
} from '../reads/shifts.ts';

export type Needs = Pick<Dependencies, 'db' | 'clock' | 'driveTimes' | 'forecast'>;

/**
 * A stop that may move does so only where that saves more than so many minutes; on a bad day, when somebody
 * falls out, the rest stays as it is unless it really matters [our choice].
 */
const MOVING_COSTS = { usual: 15, badDay: 180 } as const;
/** Everything about the days to plan that jobs and shifts are made from. */
export async function frameOf({ db, clock }: Pick<Needs, 'db' | 'clock'>, from: PlainDate, days: number) {
  const { timeZone } = await companyNow(db);
  const now = nowIn({ clock }, timeZone);
  if (from < now.day) throw invalid([{ path: 'from', message: 'days that have gone by cannot be planned' }]);
  const frame: Frame = { from, days, now, lengths: await learnedLengths(db, now.day) };
  const [planning, skills] = await Promise.all([planningSettings(db, from), skillsOn(db, from)]);
  const rests = await nightRests({ db, clock }, timeZone, planning);
  return { frame, timeZone, planning, skills, rests };
}

/**
 * Crews' days and everything to be done on them as the search sees it: what is planned already, the calls
 * that wait and what is due at the chosen sites, with drive times through the day.
 */
export async function planProblem(needs: Needs, asked: PlanAsked): Promise<PlanProblem> {
  if (asked.roadsAnew) await needs.driveTimes.roadsChanged();
  const cut = new Set<string>();
  for (;;) {
    try {
      return await problemWithout(needs, asked, cut);
    } catch (error) {
      // What no road leads to is left out and named; the rest is planned.
      if (!(error instanceof PlacesCut) || error.positions.some((position) => cut.has(position))) throw error;
      for (const position of error.positions) cut.add(position);
    }
  }
}

/** What a desk is sent of it. */
export const sentProblem = ({ problem, ...view }: PlanProblem): SentProblem => ({
  ...view,
  problem: packProblem(problem),
});

/** Positions to which no road leads, other than where crews start. */
class PlacesCut extends Error {
  readonly positions: readonly string[];
  constructor(positions: readonly string[]) {
    super('no road leads there');
    this.positions = positions;
  }
}

const positionKey = ({ lat, lon }: PlainPosition): string => `${lat} ${lon}`;

/**
 * What is put together for a search: the work with where it stands, what is left and why, what is to be
 * said.
 */
interface Gathered {
  readonly jobs: { readonly drafted: Drafted; readonly plannedOn?: number }[];
  readonly left: PlanProblem['left'][number][];
  readonly notes: string[];
  /** Stops of crews' days that are not planned with: they have no crew until the plan is saved. */
  readonly orphans: Map<string, { crewId: string; day: PlainDate; jobs: number[] }>;
  /** Positions to which no road leads. */
  readonly cut: ReadonlySet<string>;
  readonly places: ReturnType<typeof placesOf>;
}
type Frames = Awaited<ReturnType<typeof frameOf>>;

async function problemWithout(
  needs: Needs,
  asked: PlanAsked,
  cut: ReadonlySet<string>,
): Promise<PlanProblem> {
  const { db, driveTimes } = needs;
  const { from, days } = asked;
  const frames = await frameOf(needs, from, days);
  const { frame, planning } = frames;
  const gathered: Gathered = { jobs: [], left: [], notes: [], orphans: new Map(), cut, places: placesOf() };
  const { jobs, left, notes, orphans, places } = gathered;
  const visits = await visitsBetween(db, from, addDays(from, days - 1));
  const { wanted, crewViews, shifts } = await shiftsWanted(needs, asked, frames, visits, gathered);
  gatherPlanned(visits, wanted, shifts, asked, frame, gathered);
  await gatherWaiting(needs, asked, frame, shifts, gathered);
  notes.push(...unknownHours(jobs), ...lengthNotes(frame.lengths), ...travelNotes(driveTimes));
  const known = await knownBest(
    db,
    jobs.map(({ drafted }) => drafted.view.siteId),
    from,
  );
  const placedJobs = jobs.map(({ drafted }): Job => ({
    ...wantedBy(drafted, known).job,
    place: places.of(drafted.position),
  }));
  const span = Array.from({ length: days }, (_, k) => addDays(from, k));
  const roads = await roadsOn(needs, places.all(), span).catch((error: unknown) => {
    const starts = new Set(shifts.flatMap((shift) => [shift.from, shift.to]));
    if (!(error instanceof CutOff) || error.places.some((place) => starts.has(place))) throw error;
    throw new PlacesCut(error.places.map((place) => positionKey(places.all()[place] as PlainPosition)));
  });
  const orders = shifts.map((): number[] => []);
  jobs.forEach(({ plannedOn }, j) => plannedOn !== undefined && orders[plannedOn]?.push(j));
  const versions = await versionsOf(db, from, addDays(from, days - 1));
  const problem: FleetProblem = {
    travel: roads.travel,
    otherRoads: roads.otherRoads,
    shifts: shifts.map((shift) => ({ ...shift, roads: roads.on(addDays(from, shift.day)) })),
    jobs: placedJobs,
    weights: weightsOf(planning),
  };
  return {
    problem,
    estimated: driveTimes.estimates,
    planning,
    jobs: jobs.map(({ drafted }) => drafted.view),
    shifts: crewViews.map((crew): PlanShift => ({
      crewId: crew.id,
      crew: crew.name,
      day: crew.on,
      version: versions.get(dayKey(crew.id, crew.on)) ?? null,
      start: crew.start as PlanShift['start'],
    })),
    orders,
    orphaned: [...orphans].map(([day, orphan]) => ({ ...orphan, version: versions.get(day) ?? null })),
    left,
    notes,
  };
}

/**
 * The shifts of the crews that are asked for, without those that fall out.
 *
 * @throws Problem 422 for a crew there is not, and where nobody works
 */
async function shiftsWanted(
  { db }: Needs,
  { from, days, crewIds, keepFree, without }: PlanAsked,
  { frame, timeZone, planning, skills, rests }: Frames,
  visits: readonly VisitRead[],
  { notes, places }: Gathered,
): Promise<{ wanted: CrewDayView[]; crewViews: CrewDayView[]; shifts: Shift[] }> {
  const all = await crewDays(db, from, days);
  const out = new Set(without?.map(({ crewId, day }) => dayKey(crewId, day)));
  const wanted = all.filter((crew) => crewIds.length === 0 || crewIds.includes(crew.id));
  for (const id of crewIds)
    if (!all.some((crew) => crew.id === id))
      throw invalid([{ path: 'crewIds', message: 'there is no such crew' }]);
  const keptFree = keepFree ? await freeMinutes(db, frame, timeZone, all, notes) : () => 0;
  const crewViews: CrewDayView[] = [];
  const shifts: Shift[] = [];
  for (const crew of wanted) {
    if (out.has(dayKey(crew.id, crew.on))) continue;
    const underway = underwayOf(visits, crew, frame, timeZone);
    const until = rests(crew, underway !== undefined);
    if (until !== undefined) notes.push(`${restWords(crew, until)}.`);
    const shift = shiftOf(crew, {
      from,
      now: frame.now,
      planning,
      skills,
      keptFree: keptFree(crew.on),
      underway,
      rests: until,
      place: places.of,
    });
    if (!shift) continue;
    shifts.push(shift);
    crewViews.push(crew);
  }
  if (shifts.length === 0) throw invalid([{ path: 'crewIds', message: whyNobody(wanted, days, rests) }]);
  return { wanted, crewViews, shifts };
}

/** What stands on the plan of these crews already and has not begun. */
function gatherPlanned(
  visits: readonly VisitRead[],
  wanted: readonly CrewDayView[],
  shifts: readonly Shift[],
  asked: PlanAsked,
  frame: Frame,
  { jobs, left, orphans, cut }: Gathered,
): void {
  const stands = new Map(shifts.map((shift, s) => [shift.id, s]));
  const crewIds = new Set(wanted.map((crew) => crew.id));
  for (const visit of visits) {
    if (visit.begun || !visit.crewId || !crewIds.has(visit.crewId)) continue;
    const drafted = jobOfVisit(visit, frame);
    if (!drafted || cut.has(positionKey(drafted.position))) {
      left.push({ siteId: visit.siteId, site: visit.site, why: drafted ? CUT_OFF : NOT_ON_MAP });
      continue;
    }
    const day = dayKey(visit.crewId, visit.day as string);
    const plannedOn = stands.get(day);
    if (plannedOn === undefined) {
      const orphan = orphans.get(day) ?? { crewId: visit.crewId, day: visit.day as string, jobs: [] };
      orphan.jobs.push(jobs.length);
      orphans.set(day, orphan);
    }
    jobs.push({
      drafted: decided(drafted, visit, plannedOn, shifts, asked),
      ...(plannedOn === undefined ? {} : { plannedOn }),
    });
  }
}

/**
 * Calls that stand on no plan, and what is due at the chosen sites; a call joins what is due where it can.
 */
async function gatherWaiting(
  needs: Needs,
  asked: PlanAsked,
  frame: Frame,
  shifts: readonly Shift[],
  { jobs, left, notes, cut }: Gathered,
): Promise<void> {
  const all = asked.calls === 'all';
  const calls =
    all || asked.calls.length > 0
      ? await unplannedCalls(needs.db, frame.now.day, all ? null : (asked.calls as string[]))
      : [];
  const joined = new Set<string>();
  if (asked.siteIds.length > 0) {
    const ask = {
      siteIds: asked.siteIds,
      unitsOut: asked.unitsOut,
      calls: calls.filter(canJoin),
      ...roomOf(shifts),
    };
    const { drafts, left: not } = await dueDrafts(needs, frame, ask, notes);
    const there = drafts.filter(({ position }) => !cut.has(positionKey(position)));
    jobs.push(...there.map((drafted) => ({ drafted })));
    left.push(...not);
    const gone = drafts.filter((drafted) => !there.includes(drafted)).map(({ view }) => view);
    for (const { siteId, site } of new Map(gone.map((view) => [view.siteId, view])).values())
      left.push({ siteId, site, why: CUT_OFF });
    for (const { view } of drafts) for (const call of view.calls) joined.add(call.id);
  }
  for (const call of calls) {
    if (joined.has(call.call.id)) continue;
    const drafted = jobOfCall(call, frame);
    if (drafted && !cut.has(positionKey(drafted.position))) jobs.push({ drafted });
    else left.push({ siteId: call.siteId, site: call.site, why: drafted ? CUT_OFF : NOT_ON_MAP });
  }
}

/** Sites that are taken as open all day because nobody has written their hours down. */
function unknownHours(jobs: Gathered['jobs']): string[] {
  const sites = new Set(
    jobs.filter(({ drafted }) => alwaysOpen(drafted.job)).map(({ drafted }) => drafted.view.site),
  );
  if (sites.size === 0) return [];
  return [
    sites.size === 1
      ? `Opening hours of ${[...sites][0]} are not known; taken as open all day.`
      : `Opening hours of ${sites.size} sites are not known; taken as open all day.`,
  ];
}

const CUT_OFF = 'no road leads there now; check its position, and whether a bridge is closed';

/** As a place is taken whose hours nobody knows. */
const alwaysOpen = ({ windows }: Drafted['job']): boolean =>
  windows.length > 0 && windows.every(({ open, close }) => open === 0 && close === 1440);

/** What is planned already: where it stands it stays, or moves only where that is worth it. */
function decided(
  drafted: Drafted,
  visit: VisitRead,
  plannedOn: number | undefined,
  shifts: readonly Shift[],
  { planned, without = [], repair = false }: PlanAsked,
): Drafted {
  if (plannedOn === undefined) return drafted;
  const { id } = shifts[plannedOn] as Shift;
  const { job } = drafted;
  const badDay = repair || without.length > 0;
  // A stop that nobody could reach in time is not locked out of the plan by its own hours.
  return visit.locked || planned === 'stays'
    ? { ...drafted, job: { ...job, lockedTo: id, leftOut: DECIDED } }
    : {
        ...drafted,
        job: { ...job, planned: { shift: id, otherwise: badDay ? MOVING_COSTS.badDay : MOVING_COSTS.usual } },
      };
}

function whyNobody(crews: readonly CrewDayView[], days: number, rests: NightRests): string {
  const [first] = crews;
  if (crews.length === 0) return 'there is no crew yet';
  return days === 1 && crews.length === 1 && first
    ? whyNoShift(first, rests(first, false))
    : 'no crew that has a start on the map works on these days';
}

/** Where a crew of today is, and from when it is free: at the last stop it came to. */
export function underwayOf(
  visits: readonly VisitRead[],
  crew: CrewDayView,
  { now }: Frame,
  timeZone: string,
) {
  if (crew.on !== now.day) return undefined;
  const begun = visits
    .filter((v) => v.crewId === crew.id && v.day === crew.on && v.arrivedAt !== null)
    .sort((a, b) => Date.parse(a.arrivedAt as string) - Date.parse(b.arrivedAt as string))
    .at(-1);
  if (!begun?.arrivedAt || begun.lat === null || begun.lon === null) return undefined;
  const people = crew.day.works ? crew.day.present.length : 1;
  const length = begun.minutes > 0 ? begun.minutes - begun.shared * (1 - 1 / people) : 60;
  const freeAt = begun.leftAt
    ? localMinutes(new Date(begun.leftAt), timeZone)
    : Math.max(now.minute, localMinutes(new Date(begun.arrivedAt), timeZone) + length);
  return { lat: begun.lat, lon: begun.lon, freeAt };
}

/** Numbers positions as they are asked for, the same one once. */
export function placesOf() {
  const numbers = new Map<string, number>();
  const positions: { lat: number; lon: number }[] = [];
  return {
    of: ({ lat, lon }: { lat: number; lon: number }): number => {
      const known = numbers.get(`${lat} ${lon}`);
      if (known !== undefined) return known;
      positions.push({ lat, lon });
      numbers.set(`${lat} ${lon}`, positions.length - 1);
      return positions.length - 1;
    },
    all: () => positions,
  };
}

/**
 * The longest shift there is with an hour for the drive, and how many people it has: what a visit must fit
 * into.
 */
const roomOf = (shifts: readonly Shift[]) =>
  shifts
    .map((shift) => ({ room: shift.end - shift.start - 60, people: shift.people ?? 1 }))
    .reduce((a, b) => (b.room * b.people > a.room * a.people ? b : a));

/** Versions of the routes there are. */
async function versionsOf(db: Database, from: PlainDate, to: PlainDate): Promise<Map<string, number>> {
  const routes = await db.models.Route.findAll({
    where: { day: days(from, to) },
    attributes: ['crewId', 'day', 'version'],
  });
  return new Map(routes.map((route) => [dayKey(route.crewId, route.day), route.version]));
}

const days = (from: PlainDate, to: PlainDate): PlainDate[] => {
  const all: PlainDate[] = [];
  for (let day = from; day <= to; day = addDays(day, 1)) all.push(day);
  return all;
};
