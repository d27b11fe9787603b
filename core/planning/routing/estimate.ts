import type { PlainPosition } from './travel.ts';

const EARTH_RADIUS_KM = 6371.0088;
const RADIANS = Math.PI / 180;

/**
 * Roads are longer than the straight line. 1.4 is what national road networks come to on average [Boscoe,
 * Henry and Zdeb, "A Nationwide Comparison of Driving Distance Versus Straight-Line Distance to Hospitals",
 * 2012: 1.42; from memory].
 */
export const DETOUR = 1.4;

/**
 * Kilometres an hour by how far one has come: streets, then main roads, then country roads [common practice].
 */
const SPEEDS = [
  { upToKm: 5, kmh: 30 },
  { upToKm: 25, kmh: 50 },
  { upToKm: Infinity, kmh: 80 },
] as const;

/**
 * Length of the shortest line over the earth taken as a sphere, km: the haversine formula [Sinnott, "Virtues
 * of the Haversine", 1984]. Within half a percent of the ellipsoid.
 */
export function straightLineKm(from: PlainPosition, to: PlainPosition): number {
  const lat = Math.sin(((to.lat - from.lat) * RADIANS) / 2);
  const lon = Math.sin(((to.lon - from.lon) * RADIANS) / 2);
  const h = lat * lat + Math.cos(from.lat * RADIANS) * Math.cos(to.lat * RADIANS) * lon * lon;
  return 2 * EARTH_RADIUS_KM * Math.asin(Math.min(1, Math.sqrt(h)));
}

/**
 * Minutes to drive between two places where nothing is known but where they lie: the straight line, stretched
 * to what roads usually make of it, at speeds that rise with the distance. An estimate, to be called one
 * wherever it is shown; outside rush hours.
 */
export function estimatedMinutes(from: PlainPosition, to: PlainPosition): number {
  const km = straightLineKm(from, to) * DETOUR;
  let minutes = 0;
  let done = 0;
  for (const { upToKm, kmh } of SPEEDS) {
    const part = Math.min(km, upToKm) - done;
    if (part <= 0) break;
    minutes += (part / kmh) * 60;
    done += part;
  }
  return minutes;
}
