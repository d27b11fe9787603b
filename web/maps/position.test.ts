import { positionIn, positionText } from './position.ts';

describe('a pasted position', () => {
  it.each([
    ['41.6362, -70.9342'],
    ['41.6362 -70.9342'],
    ['41.6362;-70.9342'],
    ['(41.6362, −70.9342)'],
    ['geo:41.6362,-70.9342'],
    ['41.6362° N, 70.9342° W'],
    ['N 41.6362 W 70.9342'],
    ['41°38′10.32″N 70°56′03.12″W'],
    ['41°38\'10.32"N 70°56\'03.12"W'],
    ['41 38.172 N, 70 56.052 W'],
  ])('%s', (text) => {
    const { lat, lon } = positionIn(text);
    expect(lat).toBeCloseTo(41.6362, 4);
    expect(lon).toBeCloseTo(-70.9342, 4);
  });

  it.each([
    ['Tarhouse Lane 4', /write latitude, then longitude/],
    ['', /write latitude/],
    ['141.2, -70', /comes first/],
    ['41.6, -190', /longitude lies between/],
    ['0, 0', /not known/],
  ])('%s is refused with what to write', (text, sentence) => {
    expect(() => positionIn(text)).toThrow(sentence);
  });

  it('is written so that it can be pasted again', () => {
    const place = { lat: -33.45, lon: 151.1000004 };
    expect(positionText(place)).toBe('-33.45, 151.1');
    expect(positionIn(positionText(place))).toEqual({ lat: -33.45, lon: 151.1 });
  });
});
