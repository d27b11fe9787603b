/** A label that wants to stand beneath its block. */
export interface LabelAsked {
  readonly id: string;
  /** Where its block begins, and how long the words are, px. */
  readonly x: number;
  readonly width: number;
  /** It says what does not hold: it is placed first, and never cut. */
  readonly warns: boolean;
}

export interface LabelPlaced {
  readonly id: string;
  readonly x: number;
  /** Less than was asked where it is cut. */
  readonly width: number;
  /** From 0, the nearest to the blocks. */
  readonly lane: number;
}

const GAP = 6;
/** Of a name cut shorter than this nothing can be read, px. */
const LEAST = 40;

/**
 * Puts labels into lanes beneath a strip so that none lies on another: what warns first and whole, in as many
 * lanes as that takes; names in the order of the day, cut where there is no room for all of one.
 *
 * @param room how wide the strip is
 * @param most lanes for names
 */
export function placeLabels(labels: readonly LabelAsked[], room: number, most: number): LabelPlaced[] {
  const placed: LabelPlaced[] = [];
  const order = labels.toSorted((a, b) => Number(b.warns) - Number(a.warns) || a.x - b.x);
  for (const { id, x: wanted, width: asked, warns } of order) {
    // Whole pixels, so that what just fits is not one rounding error too wide for every lane.
    const width = Math.min(Math.ceil(asked), Math.floor(room));
    const x = Math.floor(Math.max(0, Math.min(wanted, room - width)));
    const free = (lane: number): number => {
      const after = placed.filter((one) => one.lane === lane);
      if (after.some((one) => one.x < x + GAP && one.x + one.width + GAP > x)) return 0;
      return Math.min(room, ...after.filter((one) => one.x >= x).map((one) => one.x - GAP)) - x;
    };
    for (let lane = 0; ; lane++) {
      const there = free(lane);
      if (there >= width) {
        placed.push({ id, x, width, lane });
        break;
      }
      if (warns || lane + 1 < most) continue;
      const widest = Array.from({ length: most }, (_, k) => [free(k), k] as const).sort(
        (a, b) => b[0] - a[0],
      )[0];
      if (widest && widest[0] >= LEAST) placed.push({ id, x, width: widest[0], lane: widest[1] });
      break;
    }
  }
  return placed;
}
