import { bankOf } from '../network/geometry.ts';
import { CUSTOMERS } from './cast/index.ts';
import { daysBetween } from '#core/base/time';
import { readingAnswers, type ReadingSet } from '#core/evidence';
import { UNIT_KINDS } from '#core/base/vocabulary';
import { makeScenario } from './index.ts';
import { unsound } from './sound.ts';
import type { Row, Scenario } from './types.ts';

/** Other awkward days are tried by the trials. */
const LEAP_DAY = '2028-02-29';

/** One ordinary day, made once: making five years takes a while. */
const s = makeScenario('2026-06-03');

/** Calls whose visit somebody has left with them done. */
const left = (s: Scenario): Set<unknown> => {
  const visits = new Set(
    s.entries
      .filter((e) => e.kind === 'leave' && (e.body as { outcome: string }).outcome === 'done')
      .map((e) => e.visit_id),
  );
  return new Set(s.visit_calls.filter((vc) => visits.has(vc.visit_id)).map((vc) => vc.call_id));
};

describe('the demo', () => {
  it('is the same for the same day, and the size of a company of seven crews', () => {
    const [a, b] = [s, makeScenario('2026-06-03')];
    expect(JSON.stringify(a)).toBe(JSON.stringify(b));
    expect([a.customers.length, a.sites.length, a.crews.length]).toEqual([16, 61, 7]);
    expect(a.units.length).toBeGreaterThanOrEqual(300);
    expect(a.units.length).toBeLessThanOrEqual(340);
    expect(new Set(a.units.map((u) => u.kind))).toEqual(new Set(UNIT_KINDS));
    expect(a.users.filter((u) => u.role === 'technician')).toHaveLength(9);
    // Two to four rounds a year at most sites: failures are not lost among planned visits.
    expect(a.visits.length).toBeGreaterThan(2500);
    const calls = a.calls.filter((c) => c.kind === 'call').length;
    const rounds = a.visits.length - calls;
    expect([rounds / 60 / 5 > 3, rounds / 60 / 5 < 8]).toEqual([true, true]);
    const first = a.visits.map((v) => String(v.planned_for)).sort()[0] as string;
    expect(daysBetween(first, a.today) / 365).toBeGreaterThan(4.8);
  });

  it('stands on dry land, and no name is used twice', () => {
    const sites = CUSTOMERS.flatMap((c) => c.sites);
    for (const { name, at } of sites) expect([name, bankOf(at)]).not.toEqual([name, 'water']);
    expect(new Set(sites.map((s) => s.name)).size).toBe(sites.length);
  });

  it.each([s.today, LEAP_DAY])('is sound on %s: nothing after the day, every reference kept', (today) => {
    const made = today === s.today ? s : makeScenario(today);
    expect(unsound(made)).toEqual([]);
    const done = left(made);
    expect(made.calls.filter((c) => c.kind === 'call' && !done.has(c.id)).length).toBeGreaterThanOrEqual(5);
  });
});

describe('what the instruments of the demo say', () => {
  const unit = (site: string, tag: string): Row => {
    const at = s.sites.find((x) => x.name === site)?.id;
    return s.units.find((u) => u.site_id === at && u.tag === tag) as Row;
  };
  const of = (kind: string, row: Row): Scenario['entries'] =>
    s.entries
      .filter((e) => e.kind === kind && e.unit_id === row.id)
      .sort((a, b) => (String(a.occurred_at) < String(b.occurred_at) ? -1 : 1));
  const superheat = (entry: Row) =>
    readingAnswers(entry.body as unknown as ReadingSet, { refrigerant: 'R-410A' }).answers.find(
      (r) => r.name === 'superheat',
    )?.value ?? NaN;

  it('every set of readings keeps what it said, by the plate of its day', () => {
    const sets = s.entries
      .filter((e) => e.kind === 'reading set')
      .map((e) => e.body as Record<string, unknown>);
    expect(sets.length).toBeGreaterThan(500);
    expect(sets.filter((body) => (body.answers as unknown[]).length < 2 || !body.judgedBy)).toEqual([]);
  });

  it('the leaker, a fixed orifice, starves more and more between one top-up and the next', () => {
    const leaker = unit('Throwing Rooms', 'HP-2');
    const on = (entry: Row | undefined) => String(entry?.occurred_at).slice(0, 10);
    const [before, last] = of('refrigerant', leaker).slice(-2).map(on) as [string, string];
    const between = of('reading set', leaker).filter((e) => on(e) > before && on(e) < last);
    expect(between.length).toBeGreaterThan(1);
    const first = superheat(between[0] as Row);
    const late = between.slice(-1).map(superheat);
    for (const value of late) expect(value).toBeGreaterThan(first + 4);
  });

  it('the fan that turned backwards gave its air too much rise until the day it was mended', () => {
    const rises = of('measurement', unit('Glasshouses', 'MAU-1')).filter(
      (e) => (e.body as { card: string }).card === 'rise',
    );
    const positions = rises.map(
      (e) =>
        (e.body as { answers: { name: string; position: string }[] }).answers.find((a) => a.name === 'rise')
          ?.position,
    );
    expect(positions.length).toBeGreaterThan(3);
    expect(positions.slice(0, -1).every((v) => v === 'above')).toBe(true);
    expect(positions.at(-1)).toBe('inside');
  });

  it('one maker’s igniters of two model years crack at many customers, the others hardly ever', () => {
    const cracked = s.entries.filter(
      (e) => e.kind === 'finding' && (e.body as { component: string }).component === 'ignitor',
    );
    const units = cracked.map((e) => s.units.find((u) => u.id === e.unit_id) as Row);
    const line = units.filter(
      (u) => String(u.model).startsWith('CK-G') && daysBetween(String(u.built_on), s.today) < 365 * 7,
    );
    const customers = new Set(line.map((u) => s.sites.find((x) => x.id === u.site_id)?.customer_id));
    expect(customers.size).toBeGreaterThanOrEqual(5);
    expect(new Set(line.map((u) => u.id)).size).toBeGreaterThanOrEqual(8);
    const gas = s.units.filter((u) => u.kind === 'package gas/electric').length;
    // By the machine: others fail of it now and then, these many times as often.
    const often = line.length / new Set(line.map((u) => u.id)).size;
    expect((units.length - line.length) / gas).toBeLessThan(often / 5);
  });

  it('storms kill parts in several units of the press hall on one day', () => {
    const hall = s.sites.find((x) => x.name === 'Press Hall')?.id;
    const burnt = s.calls.filter((c) => c.site_id === hall && /storm|dark|Board/.test(String(c.complaint)));
    const days = burnt.map((c) => String(c.received_at).slice(0, 10));
    const several = new Set(days.filter((d, i) => days.indexOf(d) !== i));
    expect(several.size).toBeGreaterThanOrEqual(5);
  });

  it('the drain that was declined comes before the flood', () => {
    const annex = of('recommendation', unit('Records Annex', 'AH-2')).find((e) =>
      /Declined/.test((e.body as { text: string }).text),
    );
    const flood = s.calls.find((c) => /onto the boxes/.test(String(c.complaint)));
    expect(String(annex?.occurred_at) < String(flood?.received_at)).toBe(true);
  });
});
