import fc from 'fast-check';
import { CONDITION_KIND_NAMES, UNIT_KINDS } from '#core/vocabulary';
import { DRIVES, FUELS, METERING, OUTDOOR_AIR } from '#core/machine';
import { READING_POINT_NAMES, READING_POINTS } from '#core/evidence';
import { ANATOMY, partOf, slotsOf } from '#core/machine';
import { sectionOf, type SectionPart } from './section.ts';
import type { SectionRecord } from './sectionCells.ts';
import { partFor, partForCondition } from './sectionPlaces.ts';

const COOLED = [
  'package gas/electric',
  'package heat pump',
  'package cooling only',
  'split with air handler',
  'water-source heat pump',
];
const record = fc
  .record({
    kind: fc.constantFrom(...UNIT_KINDS),
    circuits: fc.integer({ min: 1, max: 3 }),
    metering: fc.option(fc.constantFrom(...METERING), { nil: null }),
    drive: fc.option(fc.constantFrom(...DRIVES), { nil: undefined }),
    fuel: fc.option(fc.constantFrom(...FUELS), { nil: undefined }),
    outdoorAir: fc.option(fc.constantFrom(...OUTDOOR_AIR), { nil: undefined }),
  })
  .map(({ kind, circuits, metering, drive, fuel, outdoorAir }): SectionRecord => ({
    kind,
    circuits: COOLED.includes(kind)
      ? Array.from({ length: circuits }, (_, i) => ({ number: i + 1, metering }))
      : [],
    details: { blower: { drive }, heat: { fuel }, outdoorAir },
  }));

const overlap = (a: SectionPart, b: SectionPart) =>
  a.x < b.x + b.w - 0.01 && b.x < a.x + a.w - 0.01 && a.y < b.y + b.h - 0.01 && b.y < a.y + a.h - 0.01;

/** Groups of readings that every machine that cools has a place for. */
const DRAWN = new Set<string>(['refrigerant', 'air', 'static', 'volts', 'amps']);

describe('the cut through a machine', () => {
  it('keeps every part inside, apart from the others, with an id of its own (any machine of any kind)', () => {
    fc.assert(
      fc.property(record, (given) => {
        const { parts, width, height } = sectionOf(given);
        expect(new Set(parts.map((p) => p.id)).size).toBe(parts.length);
        const outside = parts.filter(
          (p) => p.w < 20 || p.x < 0 || p.y < 0 || p.x + p.w > width + 0.01 || p.y + p.h > height + 0.01,
        );
        const clashes = parts.flatMap((a, i) =>
          parts
            .slice(i + 1)
            .filter((b) => overlap(a, b))
            .map((b) => [a.id, b.id]),
        );
        expect([outside, clashes]).toEqual([[], []]);
      }),
      { numRuns: 300 },
    );
  });

  it('has one compressor, coil, condenser and metering device for each circuit', () => {
    fc.assert(
      fc.property(record, (given) => {
        const { parts } = sectionOf(given);
        for (const word of ['compressor', 'evaporator coil', 'metering device'] as const)
          expect(parts.filter((p) => p.part === word)).toHaveLength(given.circuits.length);
      }),
    );
  });

  it.each(UNIT_KINDS)(
    'shows the parts of a %s that last for years, each by itself or within another',
    (kind) => {
      const circuits = ANATOMY[kind].circuit.length > 0 ? [{ number: 1 }] : [];
      const section = sectionOf({ kind, circuits, details: {} });
      for (const slot of slotsOf(kind, []))
        if (
          partOf(slot.part).lifeYears !== undefined &&
          slot.part !== 'capacitor' &&
          slot.part !== 'contactor'
        )
          expect([slot.part, partFor(section, slot.part, slot.circuit) !== undefined]).toEqual([
            slot.part,
            true,
          ]);
    },
  );

  it('has one place for every reading of a circuit (any machine that cools)', () => {
    fc.assert(
      fc.property(record, (given) => {
        if (!COOLED.includes(given.kind)) return;
        const { parts } = sectionOf(given);
        for (const point of READING_POINT_NAMES.filter((p) => DRAWN.has(READING_POINTS[p].group)))
          for (const { number } of given.circuits) {
            const own = parts.filter(
              (p) => p.readings.includes(point) && (p.circuit === undefined || p.circuit === number),
            );
            expect([given.kind, point, own.map((p) => p.id)]).toEqual([
              given.kind,
              point,
              [expect.any(String)],
            ]);
          }
      }),
    );
  });

  it('follows the record: belt or direct, gas or electric, economizer or all outdoor air', () => {
    const ids = (details: SectionRecord['details']) =>
      sectionOf({ kind: 'package gas/electric', circuits: [{ number: 1 }], details }).parts.map((p) => p.id);
    expect(ids({ blower: { drive: 'belt' } })).toContain('blower belt');
    expect(ids({ blower: { drive: 'direct' } })).not.toContain('blower belt');
    expect(ids({ heat: { fuel: 'electric' } })).toEqual(expect.arrayContaining(['electric heat']));
    expect(ids({ heat: { fuel: 'electric' } })).not.toContain('burner');
    expect(ids({ outdoorAir: 'economizer' })).toContain('economizer');
    expect(ids({ outdoorAir: 'all outdoor air' })).toContain('outdoor-air mesh');
  });

  it('has a place for everything that can be left open and for what is found', () => {
    fc.assert(
      fc.property(record, fc.constantFrom(...CONDITION_KIND_NAMES), (given, kind) => {
        const section = sectionOf(given);
        expect(section.parts).toContain(partForCondition(section, { kind }));
      }),
    );
    const two = sectionOf({
      kind: 'package gas/electric',
      circuits: [{ number: 1 }, { number: 2 }],
      details: {},
    });
    expect(partForCondition(two, { kind: 'circuit isolated', circuit: 2 }).id).toBe('circuit 2 compressor');
    expect(partFor(two, 'flame sensor')?.id).toBe('burner');
    expect(partFor(two, undefined)).toBeUndefined();
  });
});
