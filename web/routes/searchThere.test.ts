import type { SearchView } from '#contracts/board';
import { searchThere } from './searchThere.ts';

const SOLVED = { plan: { routes: [], leftOut: [], driveMinutes: 1, cost: 2 }, proved: false };
const going = (share: number): SearchView => ({ share, costs: [[1, 9]], solved: null });
const over: SearchView = { share: 1, costs: [], solved: SOLVED };

/** Answers one after the other; an Error is a line that dropped. */
function server(answers: (SearchView | Error)[]) {
  const ended: boolean[] = [];
  const calls = {
    look: async () => {
      const next = answers.shift() ?? over;
      if (next instanceof Error) throw next;
      return next;
    },
    end: async (keep: boolean) => ended.push(keep),
  };
  return { calls, ended };
}

describe('a search on the server, from here', () => {
  it('is followed until its plan is there', async () => {
    const seen: number[] = [];
    const { calls } = server([going(0.2), going(0.6)]);
    const run = searchThere(calls, ({ share }) => seen.push(share), 1);
    expect(await run.result).toBe(SOLVED);
    expect(seen).toEqual([0.2, 0.6]);
  });

  it('loses nothing where the line drops for a moment, and says where it stays away', async () => {
    const dropped = new Error('no line');
    const short = server([dropped, dropped, going(0.5), dropped]);
    expect(await searchThere(short.calls, () => {}, 1).result).toBe(SOLVED);
    const long = server(Array.from({ length: 5 }, () => dropped));
    await expect(searchThere(long.calls, () => {}, 1).result).rejects.toBe(dropped);
  });

  it('is told to stop and keep, or to leave it; then nothing more is said', async () => {
    const { calls, ended } = server([going(0.1)]);
    const seen: number[] = [];
    const run = searchThere(calls, ({ share }) => seen.push(share), 1);
    run.stop();
    run.cancel();
    expect(ended).toEqual([true, false]);
    const settled = await Promise.race([
      run.result.then(() => true),
      new Promise((resolve) => setTimeout(() => resolve(false), 30)),
    ]);
    expect([settled, seen]).toEqual([false, []]);
  });
});
