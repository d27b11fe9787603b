import { seededRandom } from '#core/base/random';
import { daysBetween, weekday } from '#core/base/time';
import { Deals } from './agreements.ts';
import { makeFleet, unitAt } from './fleet.ts';
import { maintainSite, workday } from './maintenance.ts';
import { writePlates } from './plates.ts';
import { repair } from './repair.ts';
import { ordinaryTroubles } from './troubles.ts';
import type { Row } from './types.ts';
import { Writer } from './writer.ts';

const TODAY = '2026-06-03';
function company() {
  const writer = new Writer(TODAY, seededRandom(11));
  const sites = makeFleet(writer);
  writePlates(writer, sites, seededRandom(12));
  const deals = new Deals(writer, sites, 13);
  const site = (name: string) => sites.find((s) => s.name === name)!;
  return {
    writer,
    sites,
    site,
    maintain: (name: string, nth = 2) => maintainSite(writer, site(name), deals, nth),
  };
}
const day = (row: Row): string => String(row.occurred_at).slice(0, 10);
const text = (row: Row): string => JSON.stringify(row.body);

describe('rounds', () => {
  // Two to four a year, filters monthly to quarterly, dirty places more often [common practice].
  it.each([
    ['Ropewalk Laundry', 12, 16],
    ['Label Works', 26, 34],
    ['Market Branch', 85, 98],
    ['Quayside Rink', 170, 196],
  ])('of %s come every %i to %i days, on working days, never after today', (name, least, most) => {
    const days = company().maintain(name);
    const gaps = days.slice(1).map((d, i) => daysBetween(days[i] as string, d));
    expect(Math.min(...gaps)).toBeGreaterThanOrEqual(least);
    expect(Math.max(...gaps)).toBeLessThanOrEqual(most);
    for (const on of days) expect([on, weekday(on) < 6, on < TODAY]).toEqual([on, true, true]);
  });

  it('nobody comes where only calls are agreed', () => {
    expect(company().maintain('Quayside Store')).toEqual([]);
  });

  it('do what is due and say so: every call of a round is completed by a visit of its day', () => {
    const { writer, maintain } = company();
    maintain('Saltings Branch');
    expect(writer.rows.calls.length).toBeGreaterThan(20);
    expect(writer.rows.calls.every((c) => c.kind === 'maintenance')).toBe(true);
    const left = writer.rows.entries.filter((e) => e.kind === 'leave');
    expect(left).toHaveLength(writer.rows.visits.length);
    expect(left.every((e) => (e.body as { outcome: string }).outcome === 'done')).toBe(true);
    const work = writer.rows.entries.filter((e) => e.kind === 'work');
    expect(work).toHaveLength(writer.rows.calls.length);
    expect(work.every((e) => (e.body as { tasks: string[] }).tasks.length > 0)).toBe(true);
    const springs = work.filter((e) => text(e).includes('cooling start-up'));
    expect(springs.length).toBeGreaterThan(5);
    for (const spring of springs) expect(['02', '03', '04', '05', '06']).toContain(day(spring).slice(5, 7));
  });

  it('leave a unit on standby and one that is not there yet alone', () => {
    const { writer, sites, maintain } = company();
    const [standby, young] = [
      unitAt(sites, 'Market Branch', 'RTU-1'),
      unitAt(sites, 'Market Branch', 'RTU-2'),
    ];
    standby.record.status = 'standby';
    young.record.installed_on = '2025-01-15';
    maintain('Market Branch');
    const of = (id: string) => writer.rows.entries.filter((e) => e.unit_id === id);
    expect(of(standby.id)).toEqual([]);
    expect(of(young.id).length).toBeGreaterThan(0);
    expect(of(young.id).every((e) => day(e) >= '2025-01-15')).toBe(true);
  });

  it('a weekend moves to Monday', () => {
    expect([workday('2026-06-05'), workday('2026-06-06'), workday('2026-06-07')]).toEqual([
      '2026-06-05',
      '2026-06-08',
      '2026-06-08',
    ]);
  });
});

describe('a repair', () => {
  const trouble = ['No heat', 'heating', 'inducer', 'worn', 'New inducer, proof closes'] as const;

  it('with a part to fetch takes two visits; what was left open is closed by the second', () => {
    const { writer, sites } = company();
    const unit = unitAt(sites, 'Main Depot', 'UH-1');
    unit.record.installed_on = '2015-01-01';
    const left = { kind: 'condition left', body: { condition: 'heat disabled', text: 'off' } };
    repair(writer, unit, '2026-01-12', trouble, {
      delay: 0,
      fetch: { missing: 'inducer with gasket', days: 5, left },
    });
    expect(writer.rows.visits).toHaveLength(2);
    const kinds = writer.rows.entries.map((e) => e.kind);
    expect(kinds).toEqual([
      'arrive',
      'finding',
      'note',
      'condition left',
      'leave',
      'arrive',
      'work',
      'condition closed',
      'leave',
    ]);
    const [open, closed] = ['condition left', 'condition closed'].map(
      (kind) => writer.rows.entries.find((e) => e.kind === kind) as Row,
    );
    expect((closed?.body as { conditionId: string }).conditionId).toBe(open?.id);
    expect(
      writer.rows.entries
        .filter((e) => e.kind === 'leave')
        .map((e) => (e.body as { outcome: string }).outcome),
    ).toEqual(['waiting', 'done']);
    expect(writer.rows.call_events).toMatchObject([{ kind: 'planned', call_id: writer.rows.calls[0]?.id }]);
  });

  it('that would end after today, or before the machine stood there, is not written', () => {
    const { writer, sites } = company();
    const unit = unitAt(sites, 'Main Depot', 'UH-1');
    unit.record.installed_on = '2020-01-01';
    repair(writer, unit, '2026-06-02', trouble, { delay: 4 });
    repair(writer, unit, '2019-11-04', trouble);
    expect([writer.rows.calls, writer.rows.visits, writer.rows.entries]).toEqual([[], [], []]);
  });
});

describe('ordinary troubles', () => {
  it('come in their season and fit their machine', () => {
    const { writer, sites } = company();
    for (const unit of sites.flatMap((s) => s.units)) ordinaryTroubles(writer, unit);
    const calls = writer.rows.calls;
    expect(calls.length).toBeGreaterThan(500);
    for (const call of calls) {
      const month = Number(String(call.received_at).slice(5, 7));
      if (call.system === 'cooling') expect(month >= 4 && month <= 10).toBe(true);
      if (call.system === 'heating') expect(month >= 10 || month <= 4).toBe(true);
    }
    const kindOf = new Map(sites.flatMap((s) => s.units.map((u) => [u.id, u.kind] as const)));
    const about = (component: string) =>
      new Set(
        writer.rows.entries
          .filter((e) => text(e).includes(`"component":"${component}"`))
          .map((e) => kindOf.get(String(e.unit_id))),
      );
    expect(
      [...about('flame rod')].every((kind) =>
        ['package gas/electric', 'make-up air', 'unit heater'].includes(String(kind)),
      ),
    ).toBe(true);
    expect([...about('pump')]).toEqual(['boiler']);
    expect(about('txv').has('exhaust fan')).toBe(false);
  });

  it('old machines fail more often than young ones', () => {
    const { writer, sites } = company();
    const units = sites.flatMap((s) => s.units);
    for (const unit of units) ordinaryTroubles(writer, unit);
    const rate = (older: boolean) => {
      const some = units.filter(
        (u) =>
          String(u.record.installed_on) < '2012-06-01' === older &&
          String(u.record.installed_on) < '2021-06-01',
      );
      const ids = new Set(some.map((u) => u.id));
      return writer.rows.calls.filter((c) => ids.has(String(c.unit_id))).length / some.length;
    };
    expect(rate(true)).toBeGreaterThan(rate(false) * 1.15);
  });
});
