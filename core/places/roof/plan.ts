import { quarterTurned, type Point } from './geometry.ts';

/**
 * A roof as it is drawn: feet to the right and down from a corner of the sheet, true to scale. `northDeg` is
 * how far north lies clockwise from the top of the sheet.
 */
export interface RoofPlan {
  readonly outline: readonly Corner[];
  readonly northDeg: number;
  readonly items: readonly RoofItem[];
  /**
   * A picture under the drawing, to trace from: its upper left corner, its width in feet, and how strongly it
   * shows.
   */
  readonly underlay?:
    | {
        readonly photoId: string;
        readonly x: number;
        readonly y: number;
        readonly widthFt: number;
        readonly opacity: number;
      }
    | undefined;
}

/** What stands along the side that begins at a corner. */
export const EDGES = ['not known', 'parapet', 'open edge', 'wall'] as const;
export type Edge = (typeof EDGES)[number];

export interface Corner extends Point {
  readonly edge: Edge;
}

/** Things that are drawn on a roof, with the size in feet a new one has. */
export const ROOF_ITEMS = {
  unit: { w: 8, h: 5, word: 'Unit' },
  hatch: { w: 3, h: 3, word: 'Hatch' },
  'ladder point': { w: 2, h: 2, word: 'Ladder point' },
  skylight: { w: 4, h: 4, word: 'Skylight' },
  'gas cock': { w: 1.5, h: 1.5, word: 'Gas cock' },
  'water tap': { w: 1.5, h: 1.5, word: 'Water tap' },
  panel: { w: 3, h: 1.5, word: 'Panel' },
  disconnect: { w: 1.5, h: 1.5, word: 'Disconnect' },
  'tie-off': { w: 1, h: 1, word: 'Tie-off' },
  drain: { w: 1.5, h: 1.5, word: 'Roof drain' },
} as const satisfies Record<string, { w: number; h: number; word: string }>;
export type RoofItemKind = keyof typeof ROOF_ITEMS;
export const ROOF_ITEM_KINDS = Object.keys(ROOF_ITEMS) as RoofItemKind[];

/** One thing on the roof: its middle, its size, and its turn clockwise in degrees. */
export interface RoofItem {
  readonly id: string;
  readonly kind: RoofItemKind;
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
  readonly turn: number;
  readonly label?: string | undefined;
  /** The unit that stands here. */
  readonly unitId?: string | undefined;
  /** The panel or disconnect of the feeds that hangs here. */
  readonly pointId?: string | undefined;
  /** Pressure at a water tap, psi. */
  readonly psi?: number | undefined;
  readonly note?: string | undefined;
}

/** A rectangular roof of the given size in feet with nothing on it. */
export function rectangleRoof(widthFt: number, depthFt: number): RoofPlan {
  if (!(widthFt > 0 && depthFt > 0)) throw new RangeError(`a roof ${widthFt} by ${depthFt} ft has no area`);
  const at = (x: number, y: number): Corner => ({ x, y, edge: 'not known' });
  return {
    outline: [at(0, 0), at(widthFt, 0), at(widthFt, depthFt), at(0, depthFt)],
    northDeg: 0,
    items: [],
  };
}

/**
 * The same roof with its sheet turned a quarter clockwise, north with it, for a screen that is higher than
 * it is wide. A picture under the drawing cannot be turned with it and is left out.
 */
export const turnedPlan = ({ outline, northDeg, items }: RoofPlan): RoofPlan => ({
  outline: outline.map(quarterTurned),
  northDeg: (northDeg + 90) % 360,
  items: items.map((item) => ({ ...quarterTurned(item), turn: (item.turn + 90) % 360 })),
});
