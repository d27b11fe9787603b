import fc from 'fast-check';
import { expectedDay, lateness, type StopUnderWay } from './index.ts';

const stop = (id: string, startAt: number | null, minutes: number, more: Partial<StopUnderWay> = {}) => ({
  ...{ id, driveMinutes: 10, startAt, leaveAt: startAt === null ? null : startAt + minutes },
  ...{ arrivedAt: null, leftAt: null, ...more },
});
const shift = { begins: 420, ends: 960 };

describe('a day as it can be expected to run', () => {
  it('begins as planned while nothing runs over', () => {
    const day = expectedDay([stop('a', 480, 60), stop('b', 550, 60)], { begins: 420 });
    expect(day.map(({ start, leave, pushed }) => [start, leave, pushed])).toEqual([
      [480, 540, false],
      [550, 610, false],
    ]);
  });

  it('what runs over pushes the next by the work and the drive', () => {
    const day = expectedDay([stop('a', 480, 60, { arrivedAt: 480 }), stop('b', 550, 60)], {
      ...{ begins: 420, now: 620 },
    });
    expect(day.map(({ start, leave, pushed }) => [start, leave, pushed])).toEqual([
      [480, 620, false],
      [630, 690, true],
    ]);
  });

  it('what is in no order yet comes behind the rest, and not before now', () => {
    const day = expectedDay([stop('loose', null, 0), stop('a', 480, 60)], { begins: 420, now: 700 });
    expect(day.map(({ stop: { id }, start }) => [id, start])).toEqual([
      ['a', 480],
      ['loose', 700],
    ]);
  });

  it('no stop begins before the one before it is over (property)', () => {
    const some = fc.record({
      startAt: fc.option(fc.integer({ min: 400, max: 900 })),
      minutes: fc.integer({ min: 5, max: 120 }),
      arrivedAt: fc.option(fc.integer({ min: 400, max: 900 })),
    });
    fc.assert(
      fc.property(fc.array(some, { maxLength: 8 }), fc.integer({ min: 0, max: 1000 }), (stops, now) => {
        const all = stops
          .map(({ startAt, minutes, arrivedAt }, i) => stop(String(i), startAt, minutes, { arrivedAt }))
          .sort((a, b) => (a.startAt ?? 9999) - (b.startAt ?? 9999));
        const day = expectedDay(all, { begins: 420, now });
        expect(day).toHaveLength(all.length);
        day.slice(1).forEach(({ start }, i) => expect(start).toBeGreaterThanOrEqual(day[i]!.leave));
      }),
    );
  });
});

describe('who runs late', () => {
  it('whoever cannot be at the next stop in time, with the promise that breaks', () => {
    const late = lateness(
      [stop('a', 480, 60, { arrivedAt: 480 }), stop('b', 550, 60, { promisedBy: 600 }), stop('c', 900, 60)],
      { ...shift, now: 620 },
    );
    expect(late).toEqual({ minutes: 80, broken: [{ id: 'b', by: 600 }], past: 0 });
  });

  it('nobody who is in time; a little is no trouble yet', () => {
    const been = stop('a', 480, 60, { arrivedAt: 485, leftAt: 545 });
    expect(lateness([been, stop('b', 560, 60)], { ...shift, now: 550 })).toBeUndefined();
  });

  it('a stop nobody has set out for, by the clock; and the end of the shift counts', () => {
    expect(lateness([stop('a', 480, 200), stop('b', 700, 250)], { ...shift, now: 600 })).toMatchObject({
      minutes: 120,
      past: 0,
    });
    expect(lateness([stop('b', 700, 240)], { ...shift, now: 800 })?.minutes).toBe(100);
    const over = lateness([stop('a', 480, 60, { arrivedAt: 500 }), stop('b', 550, 240)], {
      ...{ begins: 420, ends: 960, now: 740 },
    });
    expect(over?.past).toBe(30);
  });
});
