import { lanesOf } from './CrewStrips.tsx';

it('two short visits one after the other stand in lines of their own, since each is hit 24 px wide', () => {
  expect(
    lanesOf([
      { left: 0, width: 12 },
      { left: 14, width: 12 },
      { left: 24, width: 60 },
      { left: 84, width: 12 },
    ]),
  ).toEqual([0, 1, 0, 0]);
  expect(lanesOf([])).toEqual([]);
});
