import { initialsOf } from './initials.ts';

it('marks crews by the letters of their names, no two alike', () => {
  const names = ['South Bank', 'Harbour', 'Heavy Plant', 'Harbour Two', 'Harry', 'H', 'Scaffold Boys'];
  const marks = [...initialsOf(names).values()];
  expect(marks).toEqual(['SB', 'Ha', 'HP', 'HT', 'Har', 'H1.', 'Sc']);
  expect(new Set(marks).size).toBe(names.length);
});
