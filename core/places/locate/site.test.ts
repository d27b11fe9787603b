import { siteMeant, tagsNamed, tagsUnknown } from './index.ts';

const site = (name: string, address = '', customer = 'Fenwick Laundries') => ({
  id: name,
  name,
  customer,
  address,
});
const all = [
  site('Fenwick #2', '3 Kelp Row'),
  site('Fenwick #3', '14 Kelp Row'),
  site('Fenwick #13', '8 Weir Lane'),
  site('Press Hall', '2 Dock Street', 'Sorrel Print Works'),
  site('Press Annex', '2 Dock Street', 'Sorrel Print Works'),
];
const meant = (typed: string) => siteMeant(typed, all)?.name;

describe('the site that is meant', () => {
  it.each([
    ['fenwick 3', 'Fenwick #3'],
    ['Fenwick #2', 'Fenwick #2'],
    ['3 fenwick', 'Fenwick #3'],
    ['fenw 13', 'Fenwick #13'],
    ['fenwick', undefined],
    ['fenwick 1', undefined],
    ['fenwick 14', undefined],
    ['press hall', 'Press Hall'],
    ['press', undefined],
    ['hall sorrel', 'Press Hall'],
    ['14 kelp row', 'Fenwick #3'],
    ['kelp row', undefined],
    ['2 dock street', undefined],
    ['', undefined],
    ['nowhere', undefined],
  ])('by “%s” is %s', (typed, name) => expect(meant(typed)).toBe(name));

  it('is none where the number stands in the address of the only one found', () =>
    expect(siteMeant('fenwick 3', [site('Fenwick #2', '3 Kelp Row')])).toBeUndefined());

  it('is the one of that very name, where another begins with it', () => {
    const two = [site('Mill'), site('Mill House')];
    expect(siteMeant('mill', two)?.name).toBe('Mill');
  });
});

describe('tags in a caller’s words', () => {
  it.each([
    ['rtu 9 is down', ['RTU-9']],
    ['RTU-9 and rtu10', ['RTU-9', 'RTU-10']],
    ['unit heater uh-2', ['UH-2']],
    ['room 12 is warm', []],
    ['at 3 pm', []],
    ['AHU 1A hums', ['AHU-1A']],
  ])('%s', (words, tags) => expect(tagsNamed(words, ['RTU', 'UH', 'AHU'])).toEqual(tags));
});

it.each([
  ['rtu-9 is down', ['RTU-9']],
  ['rtu 02 is down', []],
  ['rtu 2 and rtu 20', ['RTU-20']],
  ['tower 4 hums', ['TOWER-4']],
  ['ef-1 and tower 1', ['EF-1']],
])('tags that are on no record here: %s', (words, tags) =>
  expect(tagsUnknown(words, ['RTU-1', 'RTU-2', 'Tower-1'])).toEqual(tags),
);
