import { agreedText, whatToTell, windowFor, type StopToTell, type ToldLast } from './index.ts';

const stop = (over: Partial<StopToTell> = {}): StopToTell => ({
  ...{ visitId: 'v1', siteId: 's1', site: 'Dome House', day: '2026-06-04', startAt: 600, units: ['RTU-1'] },
  ...{ open: null, earliest: null, ...over },
});
const told = (over: Partial<ToldLast> = {}): ToldLast => ({
  ...{ visitId: 'v1', siteId: 's1', site: 'Dome House', day: '2026-06-04', from: 570, until: 690 },
  ...{ heard: true, ...over },
});
const all = (stops: StopToTell[], last: ToldLast[] = []) =>
  whatToTell(stops, last, { company: 'Ironleaf', windowMinutes: 120 });
const tell = (stops: StopToTell[], last: ToldLast[] = []) => all(stops, last).tell;
const texts = (stops: StopToTell[], last: ToldLast[] = []) => tell(stops, last).map(({ text }) => text);

describe('the window that is told', () => {
  it('begins on a half hour, before the crew is there', () =>
    expect(windowFor(stop(), 120)).toEqual({ from: 570, until: 690 }));

  it('never begins before the place opens, nor before the crew sets out', () => {
    expect(windowFor(stop({ startAt: 485, open: [[480, 1020]] }), 120)).toEqual({ from: 480, until: 600 });
    // It is ten past ten already, or should have been begun.
    expect(windowFor(stop({ startAt: 619, earliest: 600 }), 120)).toEqual({ from: 600, until: 720 });
    expect(windowFor(stop({ startAt: 610, earliest: 660 }), 120)).toMatchObject({ from: 610 });
    expect(windowFor(stop({ startAt: 430, earliest: 420 }), 120)).toEqual({ from: 420, until: 540 });
    // Of two openings the one that the crew comes in.
    const open = [
      [480, 700],
      [780, 1020],
    ] as const;
    expect(windowFor(stop({ startAt: 790, open }), 120)).toEqual({ from: 780, until: 900 });
    // The first and the last minute in which it is open belong to it.
    expect(windowFor(stop({ startAt: 780, open }), 120)).toEqual({ from: 780, until: 900 });
    expect(windowFor(stop({ startAt: 700, open: [[690, 700]] }), 120)).toEqual({ from: 690, until: 810 });
    // No window ends after the day.
    expect(windowFor(stop({ startAt: 1425 }), 120)).toEqual({ from: 1380, until: 1440 });
  });
});

describe('who is told', () => {
  it('somebody who was told nothing, and nobody for whom what was told still holds', () => {
    expect(texts([stop()])).toEqual([
      'Ironleaf: we come to Dome House on 4 Jun 2026 between 09:30 and 11:30 for RTU-1.',
    ]);
    expect(texts([stop()], [told()])).toEqual([]);
    expect(texts([stop({ startAt: 570 })], [told()])).toEqual([]);
    expect(texts([stop({ startAt: 690 })], [told()])).toEqual([]);
    expect(texts([stop({ startAt: 691 })], [told()])[0]).toMatch(/has moved/);
    expect(texts([stop({ startAt: 569 })], [told()])[0]).toMatch(/has moved/);
  });

  it('somebody whose visit has gone to another day, with the day on which nobody comes', () =>
    expect(texts([stop({ day: '2026-06-09' })], [told()])).toEqual([
      'Ironleaf: our visit to Dome House has moved. We come on 9 Jun 2026 between 09:30 and 11:30 for RTU-1, and not on 4 Jun 2026.',
    ]));

  it('somebody whose visit is off the plan', () =>
    expect(tell([], [told()])).toEqual([
      {
        ...{ siteId: 's1', day: '2026-06-04', subject: 'Our visit is called off: Dome House, 4 Jun 2026' },
        text: 'Ironleaf: we do not come to Dome House on 4 Jun 2026; we call you about another day.',
        visits: [{ visitId: 'v1', kind: 'called off', day: '2026-06-04', from: null, until: null }],
      },
    ]));

  it('each site once a day, however many visits there are', () => {
    const [one, ...others] = tell([
      stop(),
      stop({ visitId: 'v2', startAt: 840, units: ['RTU-2'] }),
      stop({ visitId: 'v3', startAt: 610, units: ['RTU-3', 'RTU-4'] }),
    ]);
    expect(others).toEqual([]);
    expect(one?.text).toBe(
      'Ironleaf: we come to Dome House on 4 Jun 2026 between 09:30 and 11:30 and between 13:30 and 15:30 for 4 units.',
    );
    expect(one?.visits.map(({ visitId }) => visitId)).toEqual(['v1', 'v2', 'v3']);
    expect(
      tell([stop(), stop({ visitId: 'v2', siteId: 's2' }), stop({ visitId: 'v3', day: '2026-06-05' })]),
    ).toHaveLength(3);
  });
});

it('names three units and counts more, in the order of the windows', () => {
  const said = (...units: string[]) => texts([stop({ units })])[0];
  expect(said('RTU-1', 'RTU-2', 'RTU-3')).toMatch(/for RTU-1, RTU-2 and RTU-3\.$/);
  expect(said('RTU-1', 'RTU-2', 'RTU-3', 'RTU-4')).toMatch(/for 4 units\.$/);
  expect(said()).toMatch(/11:30\.$/);
  expect(texts([stop({ startAt: 840, units: [] }), stop({ visitId: 'v2', units: [] })])[0]).toContain(
    'between 09:30 and 11:30 and between 13:30 and 15:30',
  );
  // One of several that were told for another day: the message says of a move, and from where.
  const both = [stop(), stop({ visitId: 'v2', startAt: 610 })];
  expect(texts(both, [told({ visitId: 'v2', day: '2026-06-02' })])[0]).toMatch(
    /our visit to Dome House has moved.*, and not on 2 Jun 2026\.$/,
  );
});

describe('what was agreed on the telephone', () => {
  const window = { day: '2026-06-04', from: 570, until: 690 };
  it('is kept in words, with what had been told', () => {
    expect(agreedText('Ada', 'Dome House', window, { day: '2026-06-05', from: 810, until: 930 })).toBe(
      'Agreed with Ada: we come to Dome House on 5 Jun 2026 between 13:30 and 15:30, and not on 4 Jun 2026 between 09:30 and 11:30.',
    );
    expect(agreedText('Ada', 'Dome House', window, null)).toBe(
      'Agreed with Ada: we do not come to Dome House on 4 Jun 2026 between 09:30 and 11:30.',
    );
  });
});

describe('what nobody has heard yet', () => {
  const waits = (over: Partial<ToldLast> = {}) => told({ heard: false, ...over });

  it('is not written twice while it holds', () => {
    expect(all([stop()], [waits()])).toEqual({ tell: [], void: [] });
  });

  it('is void once it has changed: the new message is the first, and says nothing of a move', () => {
    const { tell: now, void: gone } = all([stop({ startAt: 840 })], [waits()]);
    expect(gone).toEqual(['v1']);
    expect(now.map(({ text }) => text)).toEqual([
      'Ironleaf: we come to Dome House on 4 Jun 2026 between 13:30 and 15:30 for RTU-1.',
    ]);
    expect(now[0]?.visits[0]?.kind).toBe('planned');
  });

  it('is taken back unsaid where nobody comes any more', () =>
    expect(all([], [waits()])).toEqual({ tell: [], void: ['v1'] }));

  it('of two visits in one message both are said anew where one has changed', () => {
    const { tell: now, void: gone } = all(
      [stop(), stop({ visitId: 'v2', startAt: 900 })],
      [waits(), waits({ visitId: 'v2' })],
    );
    expect(gone).toEqual(['v1', 'v2']);
    expect(now).toHaveLength(1);
    expect(now[0]?.text).toMatch(/between 09:30 and 11:30 and between 14:30 and 16:30/);
    // One of another day is another message, and stays.
    expect(
      all([stop({ startAt: 840 })], [waits(), waits({ visitId: 'v3', day: '2026-06-05' })]).void,
    ).toEqual(['v1', 'v3']);
  });
});
