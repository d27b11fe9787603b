import * as lost from './lost.ts';

const { hasIdentity } = lost;
const sameAgain = (path: string, body: Parameters<typeof lost.sameAgain>[1], owner = 'ada') =>
  lost.sameAgain(path, body, owner);
const keepLost = (path: string, body: Parameters<typeof lost.keepLost>[1]) =>
  lost.keepLost(path, body, 'ada');
const answered = (path: string) => lost.answered(path, 'ada');

const kept = new Map<string, string>();
beforeEach(() => {
  kept.clear();
  Object.assign(globalThis, {
    localStorage: {
      getItem: (name: string) => kept.get(name) ?? null,
      setItem: (name: string, value: string) => void kept.set(name, value),
      removeItem: (name: string) => void kept.delete(name),
    },
  });
});

const call = (id: string, complaint: string, receivedAt: string) => ({ id, complaint, receivedAt });

describe('a save whose answer was lost', () => {
  it('goes out again as it was, though the screen minted another id and another time', () => {
    const first = call('a', 'no heat', '10:00');
    keepLost('/calls', first);
    expect(sameAgain('/calls', call('b', 'no heat', '10:01'))).toEqual({ body: first, changed: false });
  });

  it('with other words goes out under the same identity, so that it never becomes a second call', () => {
    keepLost('/calls', call('a', 'no heat', '10:00'));
    expect(sameAgain('/calls', call('b', 'no heat at all', '10:02'))).toEqual({
      body: call('a', 'no heat at all', '10:02'),
      changed: true,
    });
  });

  it('is over with any answer, and is of one address and one person only', () => {
    keepLost('/calls', call('a', 'no heat', '10:00'));
    const other = call('b', 'no heat', '10:01');
    expect(sameAgain('/customers', other).body).toBe(other);
    expect(sameAgain('/calls', other, 'bram').body).toBe(other);
    answered('/calls');
    expect(sameAgain('/calls', other).body).toBe(other);
  });

  it('only what has an identity can be sent twice', () => {
    expect([hasIdentity({ id: 'a' }), hasIdentity({}), hasIdentity(null), hasIdentity('a')]).toEqual([
      true,
      false,
      false,
      false,
    ]);
  });

  it('a browser that keeps nothing still sends', () => {
    const fails = (): never => {
      throw new Error('forbidden');
    };
    Object.assign(globalThis, { localStorage: { getItem: fails, setItem: fails, removeItem: fails } });
    const body = call('a', 'x', '10:00');
    keepLost('/calls', body);
    answered('/calls');
    expect(sameAgain('/calls', body)).toEqual({ body, changed: false });
  });
});
