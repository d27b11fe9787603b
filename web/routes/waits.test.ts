import type { BoardDay, BoardStop, Unplanned } from '#contracts/board';
import { dueAnyway, waitsFound } from './waits.ts';

const waits = (ref: string, site: string, priority: string | null, receivedAt: string, complaint = 'warm') =>
  ({
    site,
    customer: 'Trust',
    receivedAt,
    call: { ref, unit: 'RTU-7', complaint, priority },
  }) as unknown as Unplanned;
const all = [
  waits('C-00001', 'Harbour House', 'this week', '2026-06-01T10:00:00Z'),
  waits('C-00002', 'Dome House', 'at once', '2026-06-03T10:00:00Z', 'no cooling in the dome'),
  waits('C-00003', 'Clinic', null, '2026-05-01T10:00:00Z'),
  waits('C-00004', 'Annex', 'at once', '2026-06-02T10:00:00Z'),
];
const found = (asked: Partial<Parameters<typeof waitsFound>[1]>) =>
  waitsFound(all, { typed: '', priority: '', sort: 'worst first', ...asked }).map(({ site }) => site);

describe('calls that wait', () => {
  it('stand worst first, the longest among equals, one without a priority last', () =>
    expect(found({})).toEqual(['Annex', 'Dome House', 'Harbour House', 'Clinic']));

  it('or the longest first, or by site', () => {
    expect(found({ sort: 'longest first' })).toEqual(['Clinic', 'Harbour House', 'Annex', 'Dome House']);
    expect(found({ sort: 'by site' })).toEqual(['Annex', 'Clinic', 'Dome House', 'Harbour House']);
  });

  it('are found by words that begin words of site, customer, unit, number and complaint', () => {
    expect(found({ typed: 'hou' })).toEqual(['Dome House', 'Harbour House']);
    expect(found({ typed: 'dome cool' })).toEqual(['Dome House']);
    expect(found({ typed: 'ouse' })).toEqual([]);
    expect(found({ typed: '00003' })).toEqual(['Clinic']);
    expect(found({ typed: 'rtu-7 trust annex' })).toEqual(['Annex']);
    expect(found({ priority: 'at once' })).toEqual(['Annex', 'Dome House']);
    expect(found({ priority: 'today' })).toEqual([]);
  });
});

it('who goes to a site anyway is the soonest who has not left it', () => {
  const stop = (siteId: string, leftAt: string | null = null) => ({ siteId, leftAt }) as BoardStop;
  const day = (crew: string, on: string, stops: BoardStop[]) =>
    ({ crew, day: on, stops }) as unknown as BoardDay;
  const due = dueAnyway([
    day('Late', '2026-06-09', [stop('a'), stop('b')]),
    day('Soon', '2026-06-04', [stop('a')]),
    day('Gone', '2026-06-03', [stop('b', '2026-06-03T12:00:00Z')]),
  ]);
  expect(due.get('a')).toEqual({ crew: 'Soon', day: '2026-06-04' });
  expect(due.get('b')).toEqual({ crew: 'Late', day: '2026-06-09' });
  expect(due.get('c')).toBeUndefined();
});
