import { inTurns } from './turns.ts';

const frames: (() => void)[] = [];
let print: () => void = () => undefined;
beforeAll(() => {
  Object.assign(globalThis, {
    requestAnimationFrame: (frame: () => void) => frames.push(frame),
    window: { addEventListener: (_: string, hear: () => void) => (print = hear) },
  });
});

describe('pictures of a long list', () => {
  it('are drawn one in each frame, in order', () => {
    const drawn: number[] = [];
    inTurns(Array.from({ length: 4 }, (_, i) => () => drawn.push(i)));
    const after = () => {
      frames.shift()?.();
      return drawn.length;
    };
    expect([after(), after(), after(), after()]).toEqual([1, 2, 3, 4]);
    expect(drawn).toEqual([0, 1, 2, 3]);
    expect(frames).toEqual([]);
  });

  it('are given up where the list has gone, and drawn at once for paper', () => {
    const drawn: string[] = [];
    const end = inTurns([() => drawn.push('gone')]);
    inTurns([() => drawn.push('stays')]);
    end();
    print();
    expect(drawn).toEqual(['stays']);
    frames.splice(0).forEach((frame) => frame());
    expect(drawn).toEqual(['stays']);
  });
});
