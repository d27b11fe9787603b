import { USUAL } from '#core/circuitry/ladder';
import { ladderFor } from './machines.ts';

it('a machine is one however often its record is read: what was worked out of it is not worked out again', () => {
  expect(ladderFor({ ...USUAL })).toBe(ladderFor({ ...USUAL }));
  expect(ladderFor({ ...USUAL, float: true })).not.toBe(ladderFor(USUAL));
});

it('of many the one that was asked for longest ago goes, and not the one that is looked at', () => {
  const [first, second] = [ladderFor(USUAL), ladderFor({ ...USUAL, stages: 2 })];
  for (const volts of [240, 480, 600] as const) {
    ladderFor({ ...USUAL, volts });
    expect(ladderFor(USUAL)).toBe(first);
  }
  expect(ladderFor({ ...USUAL, stages: 2 })).not.toBe(second);
});
