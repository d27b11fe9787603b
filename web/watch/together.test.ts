import { standingTogether } from './together.ts';

const row = (id: string, customer: string, cause: string | null, units = 2) => ({
  id,
  customer,
  together: cause === null ? null : { cause, units },
});
const ids = (rows: Parameters<typeof standingTogether<ReturnType<typeof row>>>[0]) =>
  standingTogether(rows).map((group) => group.map(({ id }) => id).join(''));

describe('units that stand together', () => {
  it('a box ends with its cause: what follows is of no box', () => {
    const cracked = (id: string) => row(id, 'Mill', 'igniter cracked');
    const plain = (id: string) => row(id, 'Mill', null);
    expect(ids([cracked('a'), cracked('b'), plain('c'), plain('d'), plain('e')])).toEqual([
      'ab',
      'c',
      'd',
      'e',
    ]);
  });

  it('another cause, or the same at another customer, is another box', () => {
    expect(
      ids([row('a', 'Mill', 'x'), row('b', 'Mill', 'y'), row('c', 'Quay', 'y'), row('d', 'Quay', 'y')]),
    ).toEqual(['a', 'b', 'cd']);
    expect(ids([])).toEqual([]);
  });
});
