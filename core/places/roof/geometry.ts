/**
 * Plane geometry of a roof, in feet. Text-book formulas; the tests check them against areas known by hand.
 */
export interface Point {
  readonly x: number;
  readonly y: number;
}

export interface Box {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** Area by the shoelace formula, ft², always positive. */
export function areaOf(outline: readonly Point[]): number {
  let twice = 0;
  outline.forEach((p, i) => {
    const q = outline[(i + 1) % outline.length] as Point;
    twice += p.x * q.y - q.x * p.y;
  });
  return Math.abs(twice) / 2;
}

/** The smallest upright box around points. @throws RangeError without any point */
export function boxAround(points: readonly Point[]): Box {
  if (points.length === 0) throw new RangeError('no box around no points');
  const xs = points.map((p) => p.x);
  const ys = points.map((p) => p.y);
  return { left: Math.min(...xs), top: Math.min(...ys), right: Math.max(...xs), bottom: Math.max(...ys) };
}

/** True when the point lies inside the outline or on its edge (even-odd rule). */
export function isInside(point: Point, outline: readonly Point[]): boolean {
  let inside = false;
  for (let i = 0, j = outline.length - 1; i < outline.length; j = i++) {
    const [a, b] = [outline[i] as Point, outline[j] as Point];
    if (distanceToSide(point, a, b) < 1e-6) return true;
    if (a.y > point.y !== b.y > point.y && point.x < ((b.x - a.x) * (point.y - a.y)) / (b.y - a.y) + a.x)
      inside = !inside;
  }
  return inside;
}

/** Distance from a point to the side from a to b. */
function distanceToSide(p: Point, a: Point, b: Point): number {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const length2 = dx * dx + dy * dy;
  const t = length2 === 0 ? 0 : Math.max(0, Math.min(1, ((p.x - a.x) * dx + (p.y - a.y) * dy) / length2));
  return Math.hypot(p.x - a.x - t * dx, p.y - a.y - t * dy);
}

const side = (a: Point, b: Point, c: Point) =>
  Math.sign((b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x));

/** Where a point goes when the sheet is turned a quarter clockwise; y runs down the sheet. */
export const quarterTurned = <P extends Point>(point: P): P => ({ ...point, x: -point.y, y: point.x });

/** True when the open segments a–b and c–d cross. */
export function cross(a: Point, b: Point, c: Point, d: Point): boolean {
  return side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0;
}

/**
 * The numbers of two sides that cross one another, or undefined for an outline that does not cross itself.
 */
export function crossing(outline: readonly Point[]): readonly [number, number] | undefined {
  const n = outline.length;
  for (let i = 0; i < n; i++) {
    for (let j = i + 1; j < n; j++) {
      if (
        cross(
          outline[i] as Point,
          outline[(i + 1) % n] as Point,
          outline[j] as Point,
          outline[(j + 1) % n] as Point,
        )
      )
        return [i, j];
    }
  }
  return undefined;
}

/** The four corners of something with a middle, a size and a turn clockwise (y points down the sheet). */
export function cornersOf({ x, y, w, h, turn }: Point & { w: number; h: number; turn: number }): Point[] {
  const [cos, sin] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];
  return [
    [-w / 2, -h / 2],
    [w / 2, -h / 2],
    [w / 2, h / 2],
    [-w / 2, h / 2],
  ].map(([dx, dy]) => ({
    x: x + (dx as number) * cos - (dy as number) * sin,
    y: y + (dx as number) * sin + (dy as number) * cos,
  }));
}

/** True when every corner of the thing lies on the roof. */
export function standsOn(
  thing: Point & { w: number; h: number; turn: number },
  outline: readonly Point[],
): boolean {
  return cornersOf(thing).every((corner) => isInside(corner, outline));
}

/** A number on the grid of the given step. */
const onGrid = (value: number, step: number): number => (step > 0 ? Math.round(value / step) * step : value);

/**
 * Where a thing lands when it is let go: in line with a neighbour's middle when it comes within reach of it,
 * else on the grid. Each axis snaps by itself.
 */
export function snapped(
  at: Point,
  neighbours: readonly Point[],
  { grid, reach }: { grid: number; reach: number },
): Point {
  const snap = (value: number, others: readonly number[]) => {
    const [nearest] = [...others].sort((a, b) => Math.abs(a - value) - Math.abs(b - value));
    return nearest !== undefined && Math.abs(nearest - value) <= reach ? nearest : onGrid(value, grid);
  };
  return {
    x: snap(
      at.x,
      neighbours.map((n) => n.x),
    ),
    y: snap(
      at.y,
      neighbours.map((n) => n.y),
    ),
  };
}

/** A direction as a word of the compass, from degrees clockwise from north. */
export function compassWord(bearing: number): string {
  const words = ['north', 'north-east', 'east', 'south-east', 'south', 'south-west', 'west', 'north-west'];
  return words[Math.round((((bearing % 360) + 360) % 360) / 45) % 8] as string;
}
