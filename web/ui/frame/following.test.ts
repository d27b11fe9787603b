import { setTimeout as passes } from 'node:timers/promises';
import { following } from './following.ts';

describe('a picture that follows', () => {
  it('is drawn while what it shows keeps changing, and ends with the last', async () => {
    const drawn: number[] = [];
    const follows = following<number>((n) => drawn.push(n), 30);
    for (let i = 0; i <= 12; i++) {
      follows.show(i);
      await passes(10);
    }
    // Changed every 10 ms for 130 ms: waiting for rest would have drawn nothing yet.
    expect(drawn.length).toBeGreaterThanOrEqual(2);
    await passes(60);
    expect(drawn.at(-1)).toBe(12);
  });

  it('draws nothing more once it is stopped', async () => {
    const drawn: number[] = [];
    const follows = following<number>((n) => drawn.push(n), 10);
    follows.show(1);
    follows.stop();
    await passes(30);
    expect(drawn).toEqual([]);
  });
});
