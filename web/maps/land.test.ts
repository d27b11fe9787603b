import { describe, expect, it } from '@jest/globals';
import { landFlat } from './land.ts';

describe('the land on a flat map', () => {
  it('has no line that runs across the map', () => {
    const steps = landFlat().features.flatMap(({ geometry }) => {
      if (geometry.type !== 'MultiPolygon') throw new Error(`the land is a ${geometry.type}`);
      return geometry.coordinates
        .flat()
        .flatMap((ring) => ring.slice(1).map(([lon = 0], i) => Math.abs(lon - (ring[i]?.[0] ?? 0))));
    });
    expect(steps.length).toBeGreaterThan(1000);
    expect(Math.max(...steps)).toBeLessThan(180);
  });
});
