interface MarkAt {
  readonly id: string;
  readonly x: number;
  readonly y: number;
}

/** Directions in which room is looked for, and how far out at most, in marks. */
const DIRECTIONS = 12;
const RINGS = 6;

/**
 * Moves marks aside so that none covers another: each stays where it is when there is room, in the order
 * given, and else goes to the nearest free place around it.
 *
 * @param size of one mark, px
 * @returns how far each is moved, px; what finds no room stays where it is
 */
export function dodge(
  marks: readonly MarkAt[],
  { width, height }: { readonly width: number; readonly height: number },
): ReadonlyMap<string, { readonly dx: number; readonly dy: number }> {
  const taken: { x: number; y: number }[] = [];
  const free = (x: number, y: number) =>
    taken.every((one) => Math.abs(one.x - x) >= width || Math.abs(one.y - y) >= height);
  const moved = new Map<string, { dx: number; dy: number }>();
  for (const { id, x, y } of marks) {
    const [dx, dy] = steps(width, height).find(([a, b]) => free(x + a, y + b)) ?? [0, 0];
    taken.push({ x: x + dx, y: y + dy });
    moved.set(id, { dx, dy });
  }
  return moved;
}

/** Where to look, the nearest first. */
function steps(width: number, height: number): (readonly [number, number])[] {
  const all: (readonly [number, number])[] = [[0, 0]];
  for (let ring = 1; ring <= RINGS; ring++)
    for (let k = 0; k < DIRECTIONS; k++) {
      const angle = (2 * Math.PI * k) / DIRECTIONS;
      all.push([
        Math.round(Math.cos(angle) * width * 0.55 * ring),
        Math.round(Math.sin(angle) * height * 0.55 * ring),
      ]);
    }
  return all.sort(([a, b], [c, d]) => Math.hypot(a, b) - Math.hypot(c, d));
}
