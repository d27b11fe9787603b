import { USUAL } from '#core/circuitry/ladder';
import { ladderFor } from './machines.ts';

it('a machine is one however often its record is read: what was worked out of it is not worked out again', () => {
  expect(ladderFor({ ...USUAL })).toBe(ladderFor({ ...USUAL }));
  expect(ladderFor({ ...USUAL, float: true })).not.toBe(ladderFor(USUAL));
});
