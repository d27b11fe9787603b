import { numbersHeard, presentHeard, saysAgain, systemHeard } from './index.ts';

describe('temperatures in a caller’s words', () => {
  it.each([
    ['no heat, it is 52 °F in the classroom', { roomF: 52 }],
    ['52 degrees in here', { roomF: 52 }],
    ['it is down to 52 in the hall', { roomF: 52 }],
    ['set to 70 and it says 81', { setPointF: 70, roomF: 81 }],
    ['set point is 68 but the room is at 59', { setPointF: 68, roomF: 59 }],
    ['it is 12 °C in the office', { roomF: 53.6 }],
    ['thermostat set for 72', { setPointF: 72 }],
    ['room 52 is cold', {}],
    ['we have 60 guests', {}],
    ['unit 3 is down since 11', {}],
    ['it is 4 pm and warm', {}],
    ['it is 90 minutes since it stopped', {}],
  ])('%s', (words, read) => expect(numbersHeard(words)).toEqual(read));
});

describe('who and what is there', () => {
  it.each([
    ['the children sit in their coats', ['children']],
    ['Marram Street School', ['children']],
    ['patients are waiting', ['patients']],
    ['Brackwater Veterinary Clinic', ['animals']],
    ['the server room', ['servers']],
    ['cold store 2', ['stock']],
    ['the office', []],
    ['a scatter of cats', ['animals']],
  ])('%s', (words, who) => expect(presentHeard(words)).toEqual(who));
});

it.each([
  ['your guy was here last week, same again', true],
  ['it is doing the same thing again', true],
  ['you just fixed this', true],
  ['it came back', true],
  ['still not heating', true],
  ['no heat', false],
  ['no heat since last week', false],
  ['please call again at noon', false],
])('“%s” speaks of a trouble that came back: %s', (words, so) =>
  expect(saysAgain(words) !== undefined).toBe(so),
);

it('a machine that roars and shakes is no system of its own', () => {
  expect(systemHeard('the unit roars and shakes')).toBeUndefined();
  expect(systemHeard('water is coming through the ceiling')).toBe('drainage');
});

it.each([
  ['it is 30 degrees in here', { roomF: 30 }],
  ['it is 29 degrees in here', {}],
  ['it is 130 degrees in here', { roomF: 130 }],
  ['it is 131 degrees in here', {}],
  ['it is 54 degrees c in here', { roomF: 129.2 }],
  ['it is 55 degrees c in here', {}],
])('no room is colder than 30 °F or warmer than 130: %s', (words, read) =>
  expect(numbersHeard(words)).toEqual(read),
);
