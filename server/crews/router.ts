import { z } from 'zod';
import type { Away } from '#core/planning/crews';
import {
  crewPatch,
  crewsQuery,
  newAbsence,
  newCrew,
  newHoliday,
  newOnCall,
  type CrewView,
} from '#contracts/crews';
import { id as uuid } from '#contracts/common';
import { parse } from '../http/problem.ts';
import { Reply, type Context, type Endpoint } from '../http/endpoints.ts';
import { companyToday } from '../settings/service.ts';
import {
  addAbsence,
  addHoliday,
  addOnCall,
  calendar,
  CALENDAR_PARTS,
  changeCrew,
  createCrew,
  crewOn,
  crews,
  withdraw,
} from './service.ts';

const part = z.enum(CALENDAR_PARTS, 'there is no such calendar');

/** That somebody is ill is nobody's business but the desk's: the others read that they are away. */
function withoutReasons(crew: CrewView): CrewView {
  const { day } = crew;
  const away = (list: readonly Away[]) => list.map((a) => ({ ...a, kind: 'away' as const }));
  if (day.works) return { ...crew, day: { ...day, away: away(day.away) } };
  return day.why.rule === 'all away'
    ? { ...crew, day: { works: false, why: { ...day.why, away: away(day.why.away) } } }
    : crew;
}

/** Adds to the calendar and answers with it as it is now. */
const adding = <B>(
  path: string,
  shape: z.ZodType<B>,
  add: (context: Context, body: B, actor: string) => Promise<void>,
): Endpoint => ({
  method: 'post',
  path,
  action: 'keep calendar',
  handle: async (context) => {
    await add(context, parse(shape, context.body), context.user.id);
    return new Reply(201, await calendar(context.db, await companyToday(context)));
  },
});

export const crewEndpoints: readonly Endpoint[] = [
  {
    method: 'get',
    path: '/api/crews',
    action: 'read',
    handle: async (context) => {
      const { day } = parse(crewsQuery, context.query);
      const rows = await crews(context.db, day ?? (await companyToday(context)));
      return (await context.who.may(context.user, 'keep calendar')) ? rows : rows.map(withoutReasons);
    },
  },
  {
    method: 'post',
    path: '/api/crews',
    action: 'manage people',
    handle: async (context) => {
      const body = parse(newCrew, context.body);
      await createCrew(context, body, context.user.id);
      return new Reply(201, await crewOn(context.db, body.id, await companyToday(context)));
    },
  },
  {
    method: 'patch',
    path: '/api/crews/:id',
    action: 'manage people',
    handle: async (context) => {
      const id = parse(uuid, context.params.id);
      const today = await companyToday(context);
      await changeCrew(context, id, parse(crewPatch, context.body), today, context.user.id);
      return crewOn(context.db, id, today);
    },
  },
  {
    method: 'get',
    path: '/api/calendar',
    action: 'keep calendar',
    handle: async (context) => calendar(context.db, await companyToday(context)),
  },
  adding('/api/calendar/absences', newAbsence, addAbsence),
  adding('/api/calendar/on-call', newOnCall, addOnCall),
  adding('/api/calendar/holidays', newHoliday, addHoliday),
  {
    method: 'delete',
    path: '/api/calendar/:part/:id',
    action: 'keep calendar',
    handle: async (context) => {
      const { params, user } = context;
      await withdraw(context, parse(part, params.part), parse(uuid, params.id), user.id);
      return calendar(context.db, await companyToday(context));
    },
  },
];
