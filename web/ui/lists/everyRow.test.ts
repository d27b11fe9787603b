import { everyRow } from './everyRow.ts';

const asked = (total: number) => {
  const offsets: number[] = [];
  const page = async ({ offset, limit = 50 }: { offset: number; limit?: number }) => {
    offsets.push(offset);
    return {
      rows: Array.from({ length: Math.max(0, Math.min(limit, total - offset)) }, (_, i) => offset + i),
      total,
    };
  };
  return { page, offsets };
};
const ask = { q: '', sort: 'name', dir: 'asc', offset: 50 } as const;

describe('every row of a list', () => {
  it.each([0, 1, 200, 201, 999])('%i rows come once and in order', async (total) => {
    const { page, offsets } = asked(total);
    expect(await everyRow(ask, page)).toEqual(Array.from({ length: total }, (_, i) => i));
    expect(offsets[0]).toBe(0);
  });

  it('ends where rows go away meanwhile', async () => {
    const page = async ({ offset }: { offset: number }) => ({ rows: offset === 0 ? [1] : [], total: 5 });
    expect(await everyRow(ask, page)).toEqual([1]);
  });
});
