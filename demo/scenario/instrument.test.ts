import { seededRandom } from '#core/base/random';
import { readingQuestions, readingAnswers, type ReadingSet } from '#core/evidence';
import { makeFleet, unitAt, type DemoUnit } from './fleet.ts';
import {
  asFound,
  coolingReadings,
  flameSignal,
  heatMeasurements,
  loopReading,
  measured,
  outdoorF,
} from './instrument.ts';
import { writePlates } from './plates.ts';
import { Writer } from './writer.ts';

const TODAY = '2026-06-03';
const writer = new Writer(TODAY, seededRandom(5));
const sites = makeFleet(writer);
writePlates(writer, sites, seededRandom(6));
const pick = (site: string, tag: string): DemoUnit => unitAt(sites, site, tag);
const random = seededRandom(7);
const result = (unit: DemoUnit, outdoor: number, faults: object, name: string): number => {
  const { body } = coolingReadings(unit, '2026-07-01', outdoor, faults, seededRandom(3));
  const { answers } = readingAnswers(body as unknown as ReadingSet, { refrigerant: unit.refrigerant });
  return answers.find((r) => r.name === name)?.value ?? NaN;
};

describe('the weather of the coast', () => {
  it('is mild in July and raw in January', () => {
    const mean = (day: string) =>
      Array.from({ length: 200 }, () => outdoorF(day, random)).reduce((a, b) => a + b, 0) / 200;
    expect(mean('2026-07-20')).toBeGreaterThan(74);
    expect(mean('2026-07-20')).toBeLessThan(86);
    expect(mean('2026-01-20')).toBeGreaterThan(26);
    expect(mean('2026-01-20')).toBeLessThan(38);
  });
});

describe('what a unit suffers from on a day', () => {
  it('dust gathers from one change of filters to the next, in a laundry faster than in a school', () => {
    const [laundry, school] = [pick('Ropewalk Laundry', 'RTU-1'), pick('Lantern Hill School', 'RTU-1')];
    for (const unit of [laundry, school]) unit.wear.filterDays.push('2026-03-01');
    const air = (unit: DemoUnit, day: string) => asFound(unit, day, TODAY)['low indoor air'] ?? 0;
    expect(air(laundry, '2026-03-05')).toBeLessThan(0.05);
    expect(air(laundry, '2026-04-15')).toBeGreaterThan(air(laundry, '2026-03-10'));
    expect(air(laundry, '2026-04-15')).toBeGreaterThan(2 * air(school, '2026-04-15'));
    // What happens later is not known yet.
    laundry.wear.filterDays.push('2026-05-01');
    expect(air(laundry, '2026-04-30')).toBeGreaterThan(air(laundry, '2026-05-04'));
  });

  it('charge is lost from the day it was last put right', () => {
    const unit = pick('Throwing Rooms', 'HP-2');
    unit.wear.leakPerYear = 0.8;
    unit.wear.fullDays.push('2025-04-20');
    const lost = (day: string) => asFound(unit, day, TODAY)['low charge'] ?? 0;
    expect(lost('2025-04-21')).toBeLessThan(0.01);
    // A leak of 0.8 takes 0.8 × 35 % of the charge in a year.
    expect(lost('2026-04-20')).toBeCloseTo(0.28, 2);
  });

  it('air that was lacking is back the day after it was put right', () => {
    const unit = pick('Glasshouses', 'MAU-1');
    Object.assign(unit.wear, { airLost: 0.6, airMendedOn: '2026-05-10' });
    unit.wear.filterDays.push('2026-05-09');
    expect(asFound(unit, '2026-05-10', TODAY)['low indoor air']).toBeGreaterThan(0.6);
    expect(asFound(unit, '2026-05-11', TODAY)['low indoor air']).toBeLessThan(0.1);
  });
});

describe('readings of the demo', () => {
  const cooled = sites.flatMap((s) => s.units).filter((u) => u.refrigerant !== undefined);

  it('hang together: nothing that the application would ask about', () => {
    for (const unit of cooled.slice(0, 60)) {
      const { body } = coolingReadings(unit, '2026-07-01', 84, { 'condenser fouled': 0.1 }, random);
      expect([unit.site.name, unit.tag, readingQuestions(body as unknown as ReadingSet)]).toEqual([
        unit.site.name,
        unit.tag,
        [],
      ]);
    }
  });

  it('say what the fault says: less charge, less subcooling; less air, more split', () => {
    const unit = cooled.find(
      (u) => u.device === 'expansion valve' && u.kind !== 'water-source heat pump',
    ) as DemoUnit;
    expect(result(unit, 88, { 'low charge': 0.12 }, 'subcooling')).toBeLessThan(
      result(unit, 88, {}, 'subcooling') - 4,
    );
    expect(result(unit, 88, { 'low indoor air': 0.5 }, 'split')).toBeGreaterThan(
      result(unit, 88, {}, 'split') + 2,
    );
  });

  it('where a safety ends it, a note stands instead of readings', () => {
    const unit = cooled.find((u) => u.kind === 'package gas/electric') as DemoUnit;
    const line = coolingReadings(
      unit,
      '2026-07-01',
      112,
      { 'condenser fan dead': 1, 'condenser fouled': 0.9 },
      random,
    );
    expect(line).toMatchObject({ kind: 'note', body: { text: expect.stringMatching(/no readings/) } });
  });

  it('amps are of the size of the machine and of its volts', () => {
    const amps = (unit: DemoUnit) =>
      ((
        coolingReadings(unit, '2026-07-01', 84, {}, seededRandom(1)).body as unknown as ReadingSet
      ).readings.find((r) => r.point === 'amps L1')?.value ?? 0) *
      unit.volts *
      (Number(unit.record.tons) >= 7.5 ? 2 : 1);
    const perTon = cooled.slice(0, 40).map((unit) => amps(unit) / Number(unit.record.tons));
    expect(Math.max(...perTon) / Math.min(...perTon)).toBeLessThan(2);
  });
});

describe('measurements of the demo', () => {
  it(
    'heat: rise within the plate with its air, far above without; nothing where nobody has read the ' +
      'plate',
    () => {
      const unit = sites
        .flatMap((s) => s.units)
        .find(
          (u) => u.kind === 'package gas/electric' && (u.record.details as { heat?: object }).heat,
        ) as DemoUnit;
      const position = (faults: object) => {
        const rise = heatMeasurements(unit, faults, seededRandom(2)).find(
          (line) => line.body.card === 'rise',
        );
        return (rise?.body.answers as { name: string; position: string }[]).find((a) => a.name === 'rise')
          ?.position;
      };
      expect([position({}), position({ 'low indoor air': 0.6 })]).toEqual(['inside', 'above']);
      expect(heatMeasurements({ ...unit, record: { ...unit.record, details: {} } }, {}, random)).toEqual([]);
    },
  );

  it('flame and loop', () => {
    const signal = (faults: object) =>
      (flameSignal(faults, seededRandom(1)).body.answers as { position: string }[])[0]?.position;
    expect([signal({}), signal({ 'weak flame': 1 })]).toEqual(['inside', 'below']);
    const loop = loopReading(pick('Southbank School', 'WS-1'), '2026-07-01', {}, seededRandom(1));
    expect(loop.body.card).toBe('loop');
  });

  it('a card that cannot be is refused while the demo is made, not when somebody looks at it', () => {
    expect(() => measured('flame-signal', { signal: { value: -3, unit: 'µA' } })).toThrow(
      /flame-signal: signal/,
    );
    expect(() => measured('horoscope', {})).toThrow(/there is no card/);
  });
});
