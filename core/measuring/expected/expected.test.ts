import { describe, expect, it } from '@jest/globals';
import { expectedBand, type ExpectedIn, type ExpectedOf } from './index.ts';

const VALVE: ExpectedOf = { refrigerant: 'R-410A', device: 'expansion valve' };
const ORIFICE: ExpectedOf = { ...VALVE, device: 'orifice' };
const AT: ExpectedIn = { outdoorF: 85, returnF: 75, wetF: 63 };
const middle = (band: { low: number; high: number } | undefined) =>
  ((band?.low ?? NaN) + (band?.high ?? NaN)) / 2;
const wide = (band: { low: number; high: number } | undefined) => (band?.high ?? NaN) - (band?.low ?? NaN);

describe('where a sound machine lies in its weather and load', () => {
  it('holds what the trade expects on an ordinary day: 16 to 22 °F of split, some 35 below the return, 12 to 30 over outdoors [common practice]', () => {
    expect(middle(expectedBand('split', VALVE, AT))).toBeGreaterThan(16);
    expect(middle(expectedBand('split', VALVE, AT))).toBeLessThan(22);
    expect(Math.abs(middle(expectedBand('evaporator difference', VALVE, AT)) - 35)).toBeLessThan(7);
    expect(middle(expectedBand('condenser split', VALVE, AT))).toBeGreaterThan(12);
    expect(middle(expectedBand('condenser split', VALVE, AT))).toBeLessThan(30);
  });

  it('follows weather and load: less split in heat and damp, less superheat of an orifice in dry heat', () => {
    const split = (at: Partial<ExpectedIn>) => middle(expectedBand('split', VALVE, { ...AT, ...at }));
    expect(split({ outdoorF: 110 })).toBeLessThan(split({}) - 1);
    expect(split({ wetF: 70 })).toBeLessThan(split({}) - 2);
    const superheat = (of: ExpectedOf, at: Partial<ExpectedIn>) =>
      middle(expectedBand('superheat', of, { ...AT, ...at }));
    expect(superheat(ORIFICE, { outdoorF: 108, wetF: 56 })).toBeLessThan(superheat(ORIFICE, {}) - 5);
    // A valve holds its own whatever the weather.
    expect(Math.abs(superheat(VALVE, { outdoorF: 108, wetF: 56 }) - superheat(VALVE, {}))).toBeLessThan(2);
  });

  it('is wider where nobody read the wet bulb', () => {
    const unread = expectedBand('split', VALVE, { outdoorF: 85, returnF: 75 });
    expect(wide(unread)).toBeGreaterThan(wide(expectedBand('split', VALVE, AT)) + 1);
  });

  it('says nothing of a kind that is not in the table, nor beyond what it is laid through', () => {
    expect(expectedBand('split', { ...VALVE, refrigerant: 'R-12' }, AT)).toBeUndefined();
    expect(expectedBand('split', VALVE, { ...AT, outdoorF: 117.8 })).not.toBeUndefined();
    expect(expectedBand('split', VALVE, { ...AT, outdoorF: 118.1 })).toBeUndefined();
    expect(expectedBand('split', VALVE, { ...AT, returnF: 64 })).toBeUndefined();
    expect(expectedBand('split', VALVE, { ...AT, wetF: 50 })).toBeUndefined();
  });
});
