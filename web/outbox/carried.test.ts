import type { VisitPage } from '#contracts/visits';
import { standingOn } from '../visits/standing.ts';
import { carriedOver } from './carried.ts';

const old = {
  id: 'v',
  siteId: 's',
  timeZone: 'UTC',
  calls: [],
  units: [
    {
      id: 'u',
      tag: 'RTU-1',
      circuits: [],
      conditions: [
        { id: 'c', kind: 'filters out', hazard: false, text: 'none', openedAt: '2026-05-01T10:00:00Z' },
        { id: 'own', kind: 'override on', hazard: false, text: '', openedAt: '2026-06-01T10:00:00Z' },
      ],
    },
  ],
  points: [{ id: 'p', kind: 'panel', name: 'MDP' }],
  entries: [
    {
      id: 'own',
      rootId: 'own',
      unitId: 'u',
      pointId: null,
      callId: null,
      kind: 'condition left',
      body: { condition: 'override on', text: '' },
      author: 'Ada',
      occurredAt: '2026-06-01T10:00:00Z',
      supersedes: null,
      reason: null,
    },
  ],
};

describe('a sheet that an older version kept on this phone', () => {
  const page = carriedOver(old as never, 5);
  it('opens with what stood open, each thing once', () => {
    expect(standingOn(page, [], undefined).get('u')).toMatchObject([
      { id: 'c', kind: 'filters out', mark: 'as sent' },
      { id: 'own', kind: 'override on', mark: 'as sent' },
    ]);
    expect(standingOn(page, [], undefined).get('p')).toEqual([]);
  });
  it('keeps all that was on it, and is carried over once', () => {
    expect(page.entries).toHaveLength(1);
    expect(page.units[0]?.tag).toBe('RTU-1');
    expect(carriedOver(page as VisitPage, 9)).toBe(page);
  });
});
