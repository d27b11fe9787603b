import { feature } from 'topojson-client';
import type { GeometryCollection, Topology } from 'topojson-specification';
import type { FeatureCollection } from 'geojson';
import world from 'world-atlas/land-110m.json' with { type: 'json' };

/** The outline of the land, coarse: Natural Earth at 1:110 million, public domain. */
export const landOutline = (): FeatureCollection => {
  const topology = world as unknown as Topology<{ land: GeometryCollection }>;
  return feature(topology, topology.objects.land);
};
