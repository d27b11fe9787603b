import { describe, expect, it } from '@jest/globals';
import { inOpenSea } from './openSea.ts';

// Places by any atlas; the outline is Natural Earth at 1:110 million.
describe('a place in the open sea', () => {
  it.each([
    ['the middle of the North Atlantic', 41.6, -40],
    ['the Pacific off California', 30, -140],
    ['near the date line', -40, -170],
    ['the Gulf of Guinea', 0.5, 0.5],
  ])('is told: %s', (_, lat, lon) => {
    expect(inOpenSea({ lat, lon })).toBe(true);
  });

  it.each([
    ['inland', 39.8, -98.6],
    ['on a coast the outline smooths away', 41.64, -70.93],
    ['in a wide estuary', 53.55, 8.55],
    ['south of the line', -33.87, 151.2],
    ['near a pole', 78.2, 15.6],
  ])('is not told: %s', (_, lat, lon) => {
    expect(inOpenSea({ lat, lon })).toBe(false);
  });
});
