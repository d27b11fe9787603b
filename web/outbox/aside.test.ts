import { dropAside, laidAside, layAside } from './aside.ts';

const storage = (given: Partial<Storage>): void => void Object.assign(globalThis, { localStorage: given });
const real = (): Partial<Storage> => {
  const kept = new Map<string, string>();
  return {
    getItem: (name: string) => kept.get(name) ?? null,
    setItem: (name: string, value: string) => void kept.set(name, value),
    removeItem: (name: string) => void kept.delete(name),
  };
};
const fails = (): never => {
  throw new Error('QuotaExceededError');
};

describe('what was typed in the last moment', () => {
  it('is kept by form until it is kept elsewhere', () => {
    storage(real());
    layAside('visit 1 refrigerant', { addedLb: '2.25', 'addedLb unit': 'lb' });
    layAside('visit 2 refrigerant', { addedLb: '9' });
    expect(laidAside('visit 1 refrigerant')).toEqual({ addedLb: '2.25', 'addedLb unit': 'lb' });
    dropAside('visit 1 refrigerant');
    expect([laidAside('visit 1 refrigerant'), laidAside('visit 2 refrigerant')]).toEqual([
      undefined,
      { addedLb: '9' },
    ]);
  });

  it('what is no draft is none', () => {
    for (const text of ['{half', '"text"', '7', 'null', '']) {
      storage({ getItem: () => text });
      expect(laidAside('x')).toBeUndefined();
    }
  });

  it('a browser that allows no storage loses no more than it had', () => {
    storage({ getItem: fails, setItem: fails, removeItem: fails });
    expect(() => layAside('x', { a: 1 })).not.toThrow();
    expect(laidAside('x')).toBeUndefined();
    expect(() => dropAside('x')).not.toThrow();
  });
});
