import { feature } from 'topojson-client';
import type { GeometryCollection, Topology } from 'topojson-specification';
import type { FeatureCollection, Position as Point } from 'geojson';
import world from 'world-atlas/land-110m.json' with { type: 'json' };

/** The outline of the land on the globe, coarse: Natural Earth at 1:110 million, public domain. */
export const landOutline = (): FeatureCollection => {
  const topology = world as unknown as Topology<{ land: GeometryCollection }>;
  return feature(topology, topology.objects.land);
};

/** A ring that goes on beyond 180° instead of jumping back across the whole map. */
function unbroken(ring: readonly Point[]): Point[] {
  let turns = 0;
  return ring.map(([lon = 0, lat = 0], i) => {
    const before = ring[i - 1]?.[0] ?? lon;
    if (lon - before > 180) turns -= 1;
    else if (before - lon > 180) turns += 1;
    return [lon + 360 * turns, lat];
  });
}

/** The outline of the land as a flat map draws it: no line runs across the map at the date line. */
export const landFlat = (): FeatureCollection => {
  const globe = landOutline();
  return {
    ...globe,
    features: globe.features.map((land) =>
      land.geometry.type === 'MultiPolygon'
        ? {
            ...land,
            geometry: {
              ...land.geometry,
              coordinates: land.geometry.coordinates.map((polygon) => polygon.map(unbroken)),
            },
          }
        : land,
    ),
  };
};
