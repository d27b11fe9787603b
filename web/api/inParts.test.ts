import { inParts } from './inParts.ts';

const ids = Array.from({ length: 250 }, (_, i) => `u${i}`);
const joined = (parts: readonly string[][]) => parts.flat();

describe('more records than one request takes', () => {
  it('are asked for in parts, and none is missing', async () => {
    const asked: number[] = [];
    const answer = await inParts<string[], string>(
      ids,
      (some) => {
        asked.push(some.length);
        return { data: [...some] };
      },
      joined,
    );
    expect(asked).toEqual([100, 100, 50]);
    expect(answer).toEqual({ data: ids });
  });

  it('fail together: half of them would look like all', async () => {
    const answer = await inParts<string[], string>(
      ids,
      (some) => (some.includes('u120') ? { error: 'away' } : { data: [...some] }),
      joined,
    );
    expect(answer).toEqual({ error: 'away' });
  });
});
