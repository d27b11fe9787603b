import fc from 'fast-check';
import { CONDITION_KIND_NAMES, UNIT_KINDS } from '#core/base/vocabulary';
import { DRIVES, FUELS, METERING, OUTDOOR_AIR } from '#core/machine';
import { READING_POINT_NAMES, READING_POINTS } from '#core/evidence';
import { ANATOMY, partOf, slotsOf } from '#core/machine';
import { sectionOf } from './section.ts';
import type { Box, Point, SectionPart } from './sectionTypes.ts';
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

const within = ({ x, y, w, h }: Box, [px, py]: Point) =>
  px >= x - 0.01 && px <= x + w + 0.01 && py >= y - 0.01 && py <= y + h + 0.01;

/** Places along a line, two apart at most. */
const sampled = (points: readonly Point[]): Point[] =>
  points.slice(1).flatMap(([x2, y2], i): Point[] => {
    const [x1, y1] = points[i] as Point;
    const steps = Math.max(1, Math.ceil(Math.hypot(x2 - x1, y2 - y1) / 2));
    return Array.from({ length: steps + 1 }, (_, k) => [
      x1 + ((x2 - x1) * k) / steps,
      y1 + ((y2 - y1) * k) / steps,
    ]);
  });

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

  it('controls have room for their names beside each other, in two lines (up to two circuits, any kind)', () => {
    // A letter of their names is 7.6 wide on average in the drawing's units; capitals and commas make up for it.
    const LETTER = 7.6;
    for (const kind of UNIT_KINDS)
      for (const many of [1, 2]) {
        const circuits = COOLED.includes(kind)
          ? Array.from({ length: many }, (_, i) => ({ number: i + 1 }))
          : [];
        const { parts } = sectionOf({ kind, circuits, details: {} });
        const tight = parts
          .filter(({ id }) =>
            ['contactor', 'capacitor', 'transformer', 'main board', 'limit switch'].includes(id),
          )
          .filter(({ word, words: { wide } }) => {
            const line = Math.max(8, Math.floor((wide + 1) / LETTER));
            const lines = word.split(' ').reduce<string[]>((all, one) => {
              const last = all.at(-1);
              return last !== undefined && `${last} ${one}`.length <= line
                ? [...all.slice(0, -1), `${last} ${one}`]
                : [...all, one];
            }, []);
            return lines.length > 2 || lines.some(({ length }) => length * LETTER > wide + 8);
          })
          .map(({ id, words }) => `${kind} ${many}: ${id} ${words.wide.toFixed(0)}`);
        expect(tight).toEqual([]);
      }
  });

  it('one line of refrigerant goes round without a break, in its order, and back to its compressor', () => {
    const ORDER = ['hot gas', 'condensing', 'liquid', 'metered', 'evaporating', 'suction'];
    fc.assert(
      fc.property(record, (given) => {
        const { lines, parts } = sectionOf(given);
        for (const { number } of given.circuits) {
          const loop = lines.filter((l) => l.circuit === number && l.kind !== 'water');
          expect(loop.map((l) => l.kind)).toEqual(ORDER);
          loop.slice(1).forEach((l, i) => expect(l.points[0]).toEqual(loop[i]?.points.at(-1)));
          const shell = parts.find((p) => p.part === 'compressor' && p.circuit === number)?.body;
          for (const end of [loop[0]?.points[0], loop.at(-1)?.points.at(-1)])
            expect(shell && end && within(shell, end)).toBe(true);
        }
      }),
    );
  });

  it('refrigerant goes through the parts that are drawn for it, and through the reversing valve twice', () => {
    const { lines, parts } = sectionOf({ kind: 'package heat pump', circuits: [{ number: 1 }], details: {} });
    const through = (kind: string, part: string) => {
      const body = parts.find((p) => p.part === part)?.body;
      const points = lines.find((l) => l.kind === kind)?.points ?? [];
      return body !== undefined && sampled(points).some((at) => within(body, at));
    };
    expect(through('condensing', 'condenser coil')).toBe(true);
    expect(through('liquid', 'filter-drier')).toBe(true);
    expect(through('liquid', 'metering device')).toBe(true);
    expect(through('evaporating', 'evaporator coil')).toBe(true);
    expect(through('hot gas', 'reversing valve')).toBe(true);
    expect(through('suction', 'reversing valve')).toBe(true);
    expect(through('suction', 'condenser coil')).toBe(false);
  });

  it('flue gas goes from the burner through the exchanger to the inducer, and leaves above', () => {
    const { lines, parts } = sectionOf({
      kind: 'package gas/electric',
      circuits: [{ number: 1 }],
      details: {},
    });
    const flue = lines.filter((l) => l.kind === 'flue');
    const way = flue.flatMap((l) => sampled(l.points));
    const first = (id: string) => {
      const body = parts.find((p) => p.id === id)?.body;
      return body ? way.findIndex((at) => within(body, at)) : -1;
    };
    expect(first('burner')).toBe(0);
    expect(first('heat exchanger')).toBeGreaterThan(0);
    expect(first('inducer')).toBeGreaterThan(first('heat exchanger'));
    expect(way.at(-1)?.[1]).toBe(0);
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
    const lent = { kind: 'part borrowed', circuit: 2 };
    expect(partForCondition(two, { ...lent, part: 'compressor' }).id).toBe('circuit 2 compressor');
    expect(partForCondition(two, { ...lent, part: null }).part).toBe('main board');
    expect(partFor(two, 'flame sensor')?.id).toBe('burner');
    expect(partFor(two, undefined)).toBeUndefined();
  });
});
