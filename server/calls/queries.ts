import { addDays, instantAt, localDate } from '#core/base/time';
import type { SiteHazard } from '#core/base/vocabulary';
import type { Page } from '#contracts/common';
import type { CallCounts, CallOnly, CallRow, KnownAtIntake } from '#contracts/calls';
import type { UnitRow } from '#contracts/units';
import { notFound } from '../http/problem.ts';
import { agreedOn } from '../agreements/queries.ts';
import type { Database } from '../db/connect.ts';
import type { Site } from '../db/models.ts';
import type { Dependencies } from '../dependencies.ts';
import { companyToday, historySettings } from '../settings/service.ts';
import { readUnits } from '../sheet/read.ts';
import { orderBy, type ListAsked } from '../db/list.sql.ts';
import { prefixQuery } from '../search/queries.ts';
import { contactLine, contactsOf } from '../telling/service.ts';
import { conditionsOf } from '../units/queries.ts';
import { UNITS_AT_INTAKE } from '../units/units.sql.ts';
import {
  callsPage,
  CALLS_BEFORE_THE_DESK,
  countCalls,
  DUE_AT_SITE,
  KNOWN_TO,
  OPEN_CALLS_OF_SITE,
  PRIORITY,
  UNITS_REPAIRED_SINCE,
} from './calls.sql.ts';

const ORDER: Record<string, string> = {
  received: 'k.received_at {dir}',
  priority: `${PRIORITY} {dir}, k.received_at`,
  site: 's.name {dir}, k.received_at',
  ref: 'k.ref {dir} nulls last',
  unit: '(select tag from units where id = coalesce(k.unit_id, k.found_unit_id)) {dir} nulls last, k.received_at',
  complaint: 'k.complaint {dir}',
  state: 'k.state {dir}, k.since {dir}',
};

interface List extends ListAsked, CallOnly {
  readonly status: 'open' | 'all';
}

export async function callRows(db: Database, list: List): Promise<Page<CallRow>> {
  const found = prefixQuery(list.q);
  const bind = found ? [found] : [];
  const asked = { searched: found !== undefined, open: list.status === 'open', only: list };
  const [count] = await db.rows<{ total: number }>(countCalls(asked), bind);
  const rows = await db.rows<CallRow>(callsPage(asked, orderBy(ORDER, list), list), bind);
  return { rows, total: count?.total ?? 0 };
}

/** What is before the desk, all of it. */
export async function callCounts(db: Database): Promise<CallCounts> {
  const [counts] = await db.rows<CallCounts>(CALLS_BEFORE_THE_DESK);
  return counts as CallCounts;
}

export const openCallsOfSite = (db: Database, siteId: string): Promise<CallRow[]> =>
  db.rows<CallRow>(OPEN_CALLS_OF_SITE, [siteId]);

/** All that is known of a site's units the moment a call about it comes in. @throws Problem 404 */
export async function knownAtIntake(
  { db, clock }: Pick<Dependencies, 'db' | 'clock'>,
  siteId: string,
): Promise<KnownAtIntake> {
  const site = await db.models.Site.findByPk(siteId);
  if (!site) throw notFound('Site');
  const units = await db.rows<UnitRow>(UNITS_AT_INTAKE, [siteId]);
  const conditions = (
    await conditionsOf(
      db,
      units.map((u) => u.id),
    )
  ).filter((c) => c.closedAt === null);
  const today = await companyToday({ db, clock });
  const agreed = await agreedOn(db, today, { customerIds: [site.customerId] });
  return {
    siteId,
    agreed: agreed.site(siteId, site.customerId),
    gettingIn: {
      access: site.access,
      keyAt: site.keyAt,
      wayUp: site.wayUp,
      parking: site.parking,
      permit: site.permit,
      contact: contactLine(await contactsOf(db, siteId)),
      hazards: site.hazards as SiteHazard[],
    },
    openCalls: await openCallsOfSite(db, siteId),
    units: units.map((u) => ({
      id: u.id,
      tag: u.tag,
      kind: u.kind,
      status: u.status,
      areaServed: u.areaServed,
      sentence: u.sentence,
      flagKinds: u.flagKinds,
      lastVisitAt: u.lastVisitAt,
      conditions: conditions.filter((c) => c.unitId === u.id),
    })),
    due: await db.rows<KnownAtIntake['due'][number]>(DUE_AT_SITE, [siteId, today]),
    lately: await repairedLately({ db, clock }, site),
    knownTo: await db.rows<KnownAtIntake['knownTo'][number]>(KNOWN_TO, [siteId, today]),
  };
}

/** What was repaired at a site within the company's days of a callback, in the facts that judge it. */
async function repairedLately(
  { db, clock }: Pick<Dependencies, 'db' | 'clock'>,
  { id, timeZone }: Pick<Site, 'id' | 'timeZone'>,
): Promise<KnownAtIntake['lately']> {
  const today = localDate(clock.now(), timeZone);
  const { callbackDays } = await historySettings(db, today);
  // One day more than the rule counts: its days are those of the site.
  const since = instantAt(addDays(today, -callbackDays - 1), 0, timeZone);
  const units = (await db.rows<{ id: string }>(UNITS_REPAIRED_SINCE, [id, since])).map((row) => row.id);
  const tags = new Map(
    (await db.models.Unit.findAll({ where: { id: units } })).map((unit) => [unit.id, unit.tag]),
  );
  const read = await readUnits(db, units);
  return {
    ...{ today, callbackDays },
    units: units.map((unitId) => ({
      unitId,
      tag: tags.get(unitId) as string,
      calls: (read.get(unitId)?.facts.calls ?? [])
        .toSorted((a, b) => a.receivedAtMs - b.receivedAtMs)
        .slice(-CALLS_LATELY),
    })),
  };
}
/** A planned return goes on with the trouble of the call before it, so more than the days of a callback. */
const CALLS_LATELY = 12;
