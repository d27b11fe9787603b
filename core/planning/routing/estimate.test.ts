import fc from 'fast-check';
import { DETOUR, estimatedMinutes, straightLineKm } from './estimate.ts';

const place = fc.record({
  lat: fc.double({ min: -85, max: 85, noNaN: true }),
  lon: fc.double({ min: -180, max: 180, noNaN: true }),
});

describe('an estimated drive', () => {
  it('one degree along a meridian is 111.195 km on the mean sphere (IUGG mean radius 6371.0088 km)', () => {
    expect(straightLineKm({ lat: 40, lon: 5 }, { lat: 41, lon: 5 })).toBeCloseTo(111.195, 2);
  });

  it('a degree along a parallel shrinks with the cosine of the latitude', () => {
    // Short enough for the great circle and the parallel to agree.
    const at60 = straightLineKm({ lat: 60, lon: 0 }, { lat: 60, lon: 0.1 });
    expect(at60 / straightLineKm({ lat: 0, lon: 0 }, { lat: 0, lon: 0.1 })).toBeCloseTo(0.5, 4);
  });

  it('half round the earth is half its circumference, and no further', () => {
    expect(straightLineKm({ lat: 0, lon: 0 }, { lat: 0, lon: 180 })).toBeCloseTo(20015.1, 0);
    expect(straightLineKm({ lat: 90, lon: 0 }, { lat: -90, lon: 0 })).toBeCloseTo(20015.1, 0);
  });

  it('in town a kilometre as the crow flies takes what 1.4 km take at 30 km/h', () => {
    const minutes = estimatedMinutes({ lat: 41, lon: -70 }, { lat: 41 + 1 / 111.195, lon: -70 });
    expect(minutes).toBeCloseTo((DETOUR / 30) * 60, 3);
  });

  it('is symmetrical, zero at home, and longer for what is farther', () => {
    fc.assert(
      fc.property(place, place, (a, b) => {
        expect(estimatedMinutes(a, b)).toBeCloseTo(estimatedMinutes(b, a), 6);
        expect(estimatedMinutes(a, a)).toBe(0);
      }),
    );
    const from = { lat: 41, lon: -70 };
    const times = [0.01, 0.05, 0.2, 1, 3].map((d) => estimatedMinutes(from, { lat: 41 + d, lon: -70 }));
    expect(times).toEqual([...times].sort((a, b) => a - b));
  });
});
