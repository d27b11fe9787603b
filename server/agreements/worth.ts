import { callsAvoided, unitTerms, yearOf, type Price } from '#core/upkeep/agreements';
import { addDays, type PlainDate } from '#core/base/time';
import type { AgreementWorth } from '#contracts/agreements';
import type { Database } from '../db/connect.ts';
import { notFound } from '../http/problem.ts';
import { programmeOn } from '../settings/service.ts';
import { CALL_RATES, UNITS_OF_CUSTOMERS, WORKED } from './agreements.sql.ts';
import { agreementsOfCustomer, type UnitOfCustomer } from './queries.ts';

/** Failures are counted over so many days back: two years have two of each season. */
const LOOKS_BACK_DAYS = 730;

/**
 * What the agreement that runs for a customer costs against what it may yield. @throws Problem 404 where none
 * runs
 */
export async function worthOf(db: Database, customerId: string, today: PlainDate): Promise<AgreementWorth> {
  const { agreements } = await agreementsOfCustomer(db, customerId);
  const running = agreements.find(({ from, until }) => from <= today && (until === null || until >= today));
  if (!running) throw notFound('Agreement');
  const since = addDays(today, -LOOKS_BACK_DAYS);
  type Rate = {
    maintained: boolean;
    own: boolean;
    calls: number;
    unitYears: number;
    callCents: number | null;
  };
  const [rates, units, programme, [worked]] = await Promise.all([
    db.rows<Rate>(CALL_RATES, [customerId, since, today]),
    db.rows<UnitOfCustomer>(UNITS_OF_CUSTOMERS, [[customerId]]),
    programmeOn(db, today),
    db.rows<{ minutes: number }>(WORKED, [customerId, addDays(today, -365), today]),
  ]);
  const rate = (is: (row: Rate) => boolean) => {
    const rows = rates.filter(is);
    return {
      calls: rows.reduce((sum, row) => sum + row.calls, 0),
      unitYears: rows.reduce((sum, row) => sum + row.unitYears, 0),
    };
  };
  const own = rate((row) => row.own);
  const others = rate((row) => !row.own && !row.maintained);
  const there = units.flatMap((unit) => (unit.unitId === null ? [] : [{ ...unit, unitId: unit.unitId }]));
  const bySite = new Map<string, typeof there>();
  for (const unit of there) bySite.set(unit.siteId, [...(bySite.get(unit.siteId) ?? []), unit]);
  const years = [...bySite.values()].map((at) =>
    yearOf(at.map((unit) => unitTerms(unit, running, programme))),
  );
  const visits = years.reduce((sum, year) => sum + year.visits, 0);
  return {
    own,
    others,
    units: there.length,
    avoided: callsAvoided(own, others, there.length),
    callCents: rates.find((row) => row.callCents !== null)?.callCents ?? null,
    paysCents: running.terms.price ? aYear(running.terms.price, visits) : null,
    plannedMinutes: years.reduce((sum, year) => sum + year.minutes, 0),
    workedMinutes: worked?.minutes ?? 0,
  };
}

const aYear = ({ cents, per }: Price, visits: number): number =>
  cents * (per === 'year' ? 1 : per === 'month' ? 12 : visits);
