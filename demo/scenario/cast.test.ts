import { MAKERS, crewFor, CREWS, CUSTOMERS, DESK } from './cast/index.ts';
import { makeFleet } from './fleet.ts';
import { writePlates } from './plates.ts';
import { writeBuildings, DRAWN } from './buildings.ts';
import { seededRandom } from '#core/base/random';
import { roofProblems, type RoofPlan } from '#core/places/roof';
import { UNIT_KINDS } from '#core/base/vocabulary';
import { Writer } from './writer.ts';

const CLOCK = /^([01]\d|2[0-3]):[0-5]\d$/;
const repeated = (names: readonly string[]): string[] => names.filter((name, i) => names.indexOf(name) !== i);

describe('the cast', () => {
  it('no person, customer, telephone or place stands there twice', () => {
    const people = [...CREWS.flatMap((crew) => crew.members), ...DESK.map((d) => d.name)];
    expect(repeated(people)).toEqual([]);
    expect(repeated(people.map((name) => name.split(' ')[0] as string))).toEqual([]);
    expect(repeated(CUSTOMERS.map((c) => c.name))).toEqual([]);
    expect(repeated(CUSTOMERS.map((c) => c.phone))).toEqual([]);
    expect(repeated(CUSTOMERS.flatMap((c) => c.sites.map((s) => s.at.join(' '))))).toEqual([]);
  });

  it('telephones are of the range that is kept free for stories (555-01xx and up)', () => {
    for (const { name, phone } of CUSTOMERS)
      expect([name, phone]).toEqual([name, expect.stringMatching(/^555-0[12]\d\d$/)]);
  });

  it('opening hours open before they close', () => {
    for (const { name, hours } of CUSTOMERS)
      for (const spans of Object.values(hours ?? {}))
        for (const [open, close] of spans)
          expect([name, CLOCK.test(open), CLOCK.test(close), open < close]).toEqual([name, true, true, true]);
  });

  it('areas of one site differ for each kind of machine, and every kind of machine has a maker', () => {
    for (const site of CUSTOMERS.flatMap((c) => c.sites))
      for (const [kind, , areas] of site.units)
        expect([site.name, kind, repeated(areas)]).toEqual([site.name, kind, []]);
    expect(Object.keys(MAKERS).sort()).toEqual([...UNIT_KINDS].sort());
  });

  it('every crew looks after some sites, and none after most of them', () => {
    const sites = CUSTOMERS.flatMap((c) => c.sites);
    const count = new Map(
      CREWS.map((crew) => [crew.name, sites.filter((s) => crewFor(s.name, s.at) === crew.name).length]),
    );
    for (const [crew, n] of count) expect([crew, n >= 3 && n <= 20]).toEqual([crew, true]);
  });
});

describe('machines and buildings', () => {
  const writer = new Writer('2026-06-03', seededRandom(41));
  const sites = makeFleet(writer);
  writePlates(writer, sites, seededRandom(42));
  writeBuildings(writer, sites, seededRandom(43));
  const { rows } = writer;

  it('plates hang together: protection above ampacity, rise with two ends, charge for every circuit', () => {
    const plates = rows.units.map(
      (u) =>
        u.details as {
          electrical?: { mcaA: number; mocpA: number };
          heat?: { riseMinF?: number; riseMaxF?: number };
        },
    );
    for (const { electrical, heat } of plates) {
      if (electrical) expect(electrical.mocpA).toBeGreaterThanOrEqual(electrical.mcaA);
      if (heat?.riseMaxF) expect(heat.riseMaxF).toBeGreaterThan(heat.riseMinF as number);
    }
    expect(plates.filter((p) => Object.keys(p).length === 0).length / plates.length).toBeLessThan(0.35);
    expect(rows.circuits.every((c) => Number(c.charge_lb) > 0 && typeof c.refrigerant === 'string')).toBe(
      true,
    );
  });

  it('was built before it was installed, and its refrigerant is of its time', () => {
    for (const unit of rows.units) {
      if (unit.built_on) expect(String(unit.installed_on) > String(unit.built_on)).toBe(true);
      const own = rows.circuits.find((c) => c.unit_id === unit.id);
      if (own?.refrigerant === 'R-22') expect(String(unit.installed_on) < '2012-01-01').toBe(true);
      if (own?.refrigerant === 'R-454B') expect(String(unit.installed_on) > '2023-06-01').toBe(true);
    }
  });

  it('twelve roofs are drawn in full, each sound', () => {
    expect(rows.roofs).toHaveLength(Object.keys(DRAWN).length);
    expect(rows.roofs).toHaveLength(12);
    for (const roof of rows.roofs)
      expect([roof.site_id, roofProblems(roof.plan as RoofPlan)]).toEqual([roof.site_id, []]);
  });

  it('no two units share poles but where the story says so', () => {
    const feeds = rows.site_links.filter((l) => l.kind === 'feeds' && (l.poles as number[]).length > 0);
    const taken = feeds.flatMap((l) => (l.poles as number[]).map((pole) => `${String(l.from_id)} ${pole}`));
    expect(repeated(taken)).toHaveLength(3);
  });

  it('every fact says who found it, how and when, and none lies in the future', () => {
    for (const link of rows.site_links)
      expect([
        Boolean(link.how),
        Boolean(link.established_by),
        String(link.established_on) < '2026-06-03',
      ]).toEqual([true, true, true]);
  });
});
