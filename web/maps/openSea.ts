import { geoContains } from 'd3-geo';
import { landOutline } from './land.ts';
import type { Position } from './position.ts';

/**
 * Degrees by which the coarse outline may be off: small islands and the points of a coast are not on it.
 * About 35 miles; nearer land than this nothing is said.
 */
const COARSE = 0.5;
const ROUND_ABOUT = [0, 45, 90, 135, 180, 225, 270, 315];

const radians = (degrees: number): number => (degrees * Math.PI) / 180;

/** The point `degrees` of arc away in a direction; near enough for half a degree. */
function away({ lat, lon }: Position, direction: number, degrees: number): [number, number] {
  const north = Math.cos(radians(direction)) * degrees;
  const east = (Math.sin(radians(direction)) * degrees) / Math.max(0.05, Math.cos(radians(lat)));
  return [lon + east, Math.max(-90, Math.min(90, lat + north))];
}

/**
 * Whether a place lies in the open sea, with no land about 35 miles round, by Natural Earth at 1:110
 * million. Small islands are not on that outline: it is a reason to ask, never to refuse.
 */
export function inOpenSea(at: Position): boolean {
  const land = landOutline();
  const onLand = (point: [number, number]): boolean => geoContains(land, point);
  return !onLand([at.lon, at.lat]) && !ROUND_ABOUT.some((direction) => onLand(away(at, direction, COARSE)));
}
