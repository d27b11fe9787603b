import { suggestPriority, type Complaint } from './index.ts';

/* Each rule alone and at its limit; the order and the degrees are common practice. */

const of = (complaint: Complaint) => {
  const { priority, reasons } = suggestPriority(complaint);
  return [priority, ...reasons.map(({ rule }) => rule)];
};

describe('how soon', () => {
  it.each([
    [{}, ['this week', 'not enough known']],
    [{ stake: 'danger' }, ['at once', 'danger']],
    [{ stake: 'people at risk' }, ['at once', 'people at risk']],
    [{ stake: 'stock or equipment' }, ['today', 'goods at stake']],
    [{ stake: 'comfort' }, ['this week', 'not enough known']],
    [{ stake: 'none' }, ['with the next route', 'nothing at stake']],
    [{ system: 'drainage' }, ['today', 'water']],
    [{ words: 'smell of gas' }, ['at once', 'danger heard']],
    [{ words: 'please come' }, ['this week', 'not enough known']],
  ] as const)('%j is %j', (complaint, said) => expect(of(complaint as Complaint)).toEqual(said));

  it.each([
    [4.9, 'with the next route'],
    [5, 'this week'],
    [9.9, 'this week'],
    [10, 'today'],
  ])('a room %s °F too warm is %s', (off, priority) => {
    const room = { roomF: 72 + off, setPointF: 72 };
    expect(of({ ...room, system: 'cooling' })).toEqual([priority, 'room against set point']);
    expect(of(room)[0]).toBe(priority);
    expect(of({ roomF: 72 - off, setPointF: 72, system: 'heating' })[0]).toBe(priority);
  });

  it('a room on the right side of its set point is none to hurry for', () => {
    expect(of({ roomF: 60, setPointF: 72, system: 'cooling' })[0]).toBe('with the next route');
    expect(of({ roomF: 84, setPointF: 72, system: 'heating' })[0]).toBe('with the next route');
  });

  it('of a room nothing is said where one of the two is not known', () => {
    expect(of({ roomF: 90 })).toEqual(['this week', 'not enough known']);
    expect(of({ setPointF: 72 })).toEqual(['this week', 'not enough known']);
  });

  it('no heat is today from freezing down, and only where heat is meant', () => {
    expect(of({ system: 'heating', outdoorF: 32 })).toEqual(['today', 'no heat in frost']);
    expect(of({ system: 'heating', outdoorF: 33 })[0]).toBe('this week');
    expect(of({ system: 'cooling', outdoorF: 20 })[0]).toBe('this week');
    expect(of({ system: 'heating' })[0]).toBe('this week');
  });

  it('the soonest of several counts, and each is told', () => {
    const frost = { system: 'heating', outdoorF: 10, roomF: 65, setPointF: 72 } as const;
    expect(of(frost)).toEqual(['today', 'room against set point', 'no heat in frost']);
    expect(of({ ...frost, stake: 'people at risk' })).toEqual([
      ...['at once', 'people at risk', 'room against set point', 'no heat in frost'],
    ]);
    expect(of({ stake: 'none', system: 'drainage' })).toEqual(['today', 'water']);
    expect(of({ roomF: 90, setPointF: 72, system: 'cooling', stake: 'stock or equipment' })[0]).toBe('today');
  });

  it('tells the temperatures as they were said', () => {
    const [reason] = suggestPriority({ roomF: 84.4, setPointF: 72, system: 'cooling' }).reasons;
    expect(reason?.params).toEqual({
      room: { quantity: 'temperature', value: 84.4, unit: '°F' },
      setPoint: { quantity: 'temperature', value: 72, unit: '°F' },
      off: { quantity: 'temperatureDifference', value: 12, unit: 'Δ°F' },
    });
  });
});
