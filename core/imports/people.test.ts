import { likelyPerson } from './people.ts';

const PEOPLE = ['Jo Brandt', 'Maren Oakes', 'Ida Tunn', 'Ivo Tunn'];

it.each([
  ['J. Brandt', 'Jo Brandt'],
  ['Brandt, Jo', 'Jo Brandt'],
  ['BRANDT J', undefined],
  ['jo', 'Jo Brandt'],
  ['Oakes', 'Maren Oakes'],
  ['M Oakes', 'Maren Oakes'],
  // It could be either.
  ['Tunn', undefined],
  ['I. Tunn', undefined],
  ['Iv Tunn', undefined],
  // Somebody else of the same family.
  ['K. Brandt', undefined],
  ['Brandt, Jo, jun.', undefined],
  ['Bran, Jo', undefined],
  ['', undefined],
  [' , ', undefined],
])('%j is %j', (name, person) => expect(likelyPerson(name, PEOPLE)).toBe(person));
