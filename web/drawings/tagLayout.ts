/** A box on the drawing around its middle, in the drawing's own measure. */
export interface Boxed {
  readonly id: string;
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

/** Where a tag stands: its middle, whether on the thing itself, and else where its leader begins. */
export interface TagPlace {
  readonly x: number;
  readonly y: number;
  readonly inside: boolean;
  readonly from?: readonly [number, number];
}

interface Area {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

const around = (x: number, y: number, w: number, h: number): Area => ({
  left: x - w / 2,
  top: y - h / 2,
  right: x + w / 2,
  bottom: y + h / 2,
});
const meet = (a: Area, b: Area): boolean =>
  a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom;

/** How far two areas lie apart. */
const gap = (a: Area, b: Area): number =>
  Math.hypot(
    Math.max(0, a.left - b.right, b.left - a.right),
    Math.max(0, a.top - b.bottom, b.top - a.bottom),
  );

/** Wide capitals take about so much of their height each, common to the display face. */
const LETTER_WIDTH = 0.86;
/** How far out a free place is looked for, in heights of a letter. */
const RINGS = 14;
const DIRECTIONS = 16;
/** How a place is chosen, best first: all as it should be; every word can be read; nothing covered; any. */
const CARES = ['clear', 'legible', 'free', 'any'] as const;

/** The room a tag takes with letters of a height. */
export const tagSize = (text: string, letter: number): { w: number; h: number } => ({
  w: text.length * letter * LETTER_WIDTH + letter * 0.6,
  h: letter * 1.3,
});

/** A stretch between two points of the drawing: a side of the roof, a leader. */
type Stretch = readonly [from: readonly [number, number], to: readonly [number, number]];

/** Whether a stretch touches an area (clipped to it by Liang and Barsky's method). */
function touches([[x1, y1], [x2, y2]]: Stretch, area: Area): boolean {
  let [from, to] = [0, 1];
  for (const [by, room] of [
    [x1 - x2, x1 - area.left],
    [x2 - x1, area.right - x1],
    [y1 - y2, y1 - area.top],
    [y2 - y1, area.bottom - y1],
  ] as const) {
    if (by === 0) {
      if (room < 0) return false;
    } else if (by < 0) from = Math.max(from, room / by);
    else to = Math.min(to, room / by);
  }
  return from < to;
}

/**
 * Places a tag of one size for each thing so that all stay legible: on the thing where it fits, else in the
 * nearest free room, joined by a leader. Tags never lie on each other or leave the sheet. They keep off
 * sides, and leaders off what is not theirs, while there is such a place; they cover another thing only
 * where no room is left. What finds no room at all has no place, and is named in the list beside the
 * drawing.
 *
 * @param things what is to be named, the most important first
 * @param others boxes that should stay free, and are not named; those that are words are struck through by no
 *   leader while there is another place
 * @param letter height of a letter in the drawing's measure
 * @param sheet what is shown
 * @param sides lines of the drawing that a tag should not lie on
 */
export function placeTags(
  things: readonly (Boxed & { readonly text: string })[],
  others: readonly (Boxed & { readonly word?: boolean })[],
  letter: number,
  sheet: Area,
  sides: readonly Stretch[] = [],
): ReadonlyMap<string, TagPlace> {
  const places = new Map<string, TagPlace>();
  const tags: Area[] = [];
  const leaders: Stretch[] = [];
  const boxes = [...things, ...others].map((one) => ({
    id: one.id,
    area: around(one.x, one.y, one.w, one.h),
  }));
  const away: (Boxed & { text: string })[] = [];
  for (const thing of things) {
    const { w, h } = tagSize(thing.text, letter);
    if (w > thing.w || h > thing.h) {
      away.push(thing);
      continue;
    }
    places.set(thing.id, { x: thing.x, y: thing.y, inside: true });
    tags.push(around(thing.x, thing.y, w, h));
  }
  const onSheet = (a: Area) =>
    a.left >= sheet.left && a.right <= sheet.right && a.top >= sheet.top && a.bottom <= sheet.bottom;
  const named = boxes.slice(0, things.length);
  // A name nearer to another thing than to its own would be read as the other's.
  const belongs = (id: string, area: Area) => {
    const own = named.find((box) => box.id === id);
    return own && named.every((box) => box === own || gap(own.area, area) < gap(box.area, area));
  };
  const clear = (id: string, area: Area, leader: Stretch) =>
    belongs(id, area) &&
    !sides.some((side) => touches(side, area)) &&
    !leaders.some((other) => touches(other, area)) &&
    !tags.some((tag) => touches(leader, tag)) &&
    !boxes.some((box) => box.id !== id && touches(leader, box.area));
  const words = others.filter(({ word }) => word).map((one) => around(one.x, one.y, one.w, one.h));
  const legible = (area: Area, leader: Stretch) =>
    ![...tags, ...words].some((word) => touches(leader, word)) &&
    !leaders.some((other) => touches(other, area));
  const find = (thing: Boxed, w: number, h: number, care: (typeof CARES)[number]): TagPlace | undefined => {
    for (let ring = 0; ring < RINGS; ring++) {
      const out = ring * letter * 0.9;
      for (let i = 0; i < DIRECTIONS; i++) {
        // Above and below come first: there the name reads as belonging to the thing.
        const turn = (i % 2 === 0 ? -1 : 1) * Math.ceil(i / 2) * ((2 * Math.PI) / DIRECTIONS) - Math.PI / 2;
        const [dx, dy] = [Math.cos(turn), Math.sin(turn)];
        const x = thing.x + dx * (thing.w / 2 + w / 2 + letter * 0.25 + out);
        const y = thing.y + dy * (thing.h / 2 + h / 2 + letter * 0.25 + out);
        const area = around(x, y, w, h);
        if (!onSheet(area) || tags.some((tag) => meet(tag, area))) continue;
        if (care !== 'any' && boxes.some((box) => meet(box.area, area))) continue;
        const edge = Math.min(
          Math.abs(dx) > 0.01 ? thing.w / 2 / Math.abs(dx) : Infinity,
          Math.abs(dy) > 0.01 ? thing.h / 2 / Math.abs(dy) : Infinity,
        );
        const from = [thing.x + dx * edge, thing.y + dy * edge] as const;
        const leader: Stretch = [from, [x, y]];
        if (care === 'clear' && !clear(thing.id, area, leader)) continue;
        if (care === 'legible' && !legible(area, leader)) continue;
        tags.push(area);
        leaders.push(leader);
        return { x, y, inside: false, from };
      }
    }
    return undefined;
  };
  for (const thing of away) {
    const { w, h } = tagSize(thing.text, letter);
    let place: TagPlace | undefined;
    for (const care of CARES) place ??= find(thing, w, h, care);
    if (place) places.set(thing.id, place);
  }
  return places;
}

/** The sides of an outline, the last back to the first. */
export const sidesOf = (corners: readonly { readonly x: number; readonly y: number }[]): Stretch[] =>
  corners.map((a, i) => {
    const b = corners[(i + 1) % corners.length] ?? a;
    return [
      [a.x, a.y],
      [b.x, b.y],
    ];
  });
