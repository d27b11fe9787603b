import { watchSight } from './useInSight.ts';

/* A stand-in for what the browser offers: it tells what it is made to tell. */
let tell: (changed: { target: Element; isIntersecting: boolean }[]) => void = () => undefined;
const observed: Element[] = [];
const heard = new Map<string, () => void>();

class Watch {
  constructor(say: typeof tell) {
    tell = say;
  }
  observe(element: Element) {
    observed.push(element);
  }
  unobserve(element: Element) {
    observed.splice(observed.indexOf(element), 1);
  }
}
beforeAll(() => {
  Object.assign(globalThis, {
    IntersectionObserver: Watch,
    window: { addEventListener: (name: string, hear: () => void) => heard.set(name, hear) },
  });
});

const row = () => ({}) as Element;

describe('what is in sight', () => {
  it('is told for each element apart, until its watching is ended', () => {
    const said: string[] = [];
    const [one, other] = [row(), row()];
    const end = watchSight(one, (inSight) => said.push(`one ${inSight}`));
    watchSight(other, (inSight) => said.push(`other ${inSight}`));
    tell([
      { target: one, isIntersecting: true },
      { target: other, isIntersecting: false },
    ]);
    end();
    tell([{ target: one, isIntersecting: false }]);
    expect(said).toEqual(['one true', 'other false']);
    expect(observed).toEqual([other]);
  });

  it('is everything while it is printed, and afterwards asked for anew', () => {
    const said: boolean[] = [];
    const below = row();
    watchSight(below, (inSight) => said.push(inSight));
    tell([{ target: below, isIntersecting: false }]);
    heard.get('beforeprint')?.();
    expect(said).toEqual([false, true]);
    const before = observed.length;
    heard.get('afterprint')?.();
    expect(observed).toHaveLength(before);
    tell([{ target: below, isIntersecting: false }]);
    expect(said).toEqual([false, true, false]);
  });
});
