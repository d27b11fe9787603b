import type { BoardDay, BoardStop } from '#contracts/board';
import { runningLate } from './behind.ts';

const ZONE = 'EST5EDT';
const at = (clock: string) => `2026-06-04T${clock}:00.000-04:00`;
const stop = (site: string, startAt: number, minutes: number, more: Partial<BoardStop> = {}): BoardStop =>
  ({
    visitId: site,
    siteId: site,
    site,
    driveMinutes: 10,
    arriveAt: startAt,
    startAt,
    leaveAt: startAt + minutes,
    minutes,
    arrivedAt: null,
    leftAt: null,
    begun: false,
    calls: [],
    ...more,
  }) as unknown as BoardStop;
const day = (crew: string, stops: readonly BoardStop[]): BoardDay =>
  ({ crewId: crew, crew, day: '2026-06-04', shift: { start: 420, end: 960 }, stops }) as unknown as BoardDay;
const promised = (clock: string) => [{ id: 'c', promisedAt: at(clock) }] as unknown as BoardStop['calls'];

describe('who runs late today', () => {
  it('a crew whose stop runs over pushes the next, and the promise there breaks', () => {
    const first = stop('Rink', 480, 60, { arrivedAt: at('08:00'), begun: true });
    const next = stop('Clinic', 550, 60, { calls: promised('10:00') });
    const late = runningLate([day('Harbour', [first, next, stop('Depot', 900, 60)])], ZONE, 620);
    expect(late).toEqual([{ crew: 'Harbour', minutes: 80, broken: [{ site: 'Clinic', by: 600 }], past: 0 }]);
  });

  it('a promise of another day does not break today', () => {
    const calls = [{ id: 'c', promisedAt: '2026-06-05T09:00:00.000-04:00' }] as unknown as BoardStop['calls'];
    expect(runningLate([day('Harbour', [stop('Clinic', 640, 60, { calls })])], ZONE, 620)).toEqual([]);
  });

  it('those that break a promise come first', () => {
    const plain = day('Harbour', [stop('Depot', 480, 60)]);
    const worse = day('South', [stop('Clinic', 560, 60, { calls: promised('09:30') })]);
    expect(runningLate([plain, worse], ZONE, 600).map(({ crew }) => crew)).toEqual(['South', 'Harbour']);
  });
});
