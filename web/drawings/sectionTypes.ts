import type { PartId } from '#core/machine';
import type { ReadingPoint } from '#core/evidence';
import type { Cell, Glyph } from './sectionCells.ts';
import { isPart } from '#core/machine';

/** A point of the drawing. */
export type Point = readonly [number, number];

export interface Box {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

/**
 * Where the words of a part stand: its name, growing down or up from there, and what was measured, where
 * there is room.
 */
export interface Words {
  readonly x: number;
  readonly anchor: 'start' | 'middle';
  /** How wide a line of the name may be. */
  readonly wide: number;
  readonly name: number;
  readonly grows: 'down' | 'up';
  readonly values?: number;
}

/**
 * One part of the cut: the field it is chosen in, the body that is drawn there, and which readings are taken
 * at it.
 */
export interface SectionPart extends Box {
  readonly id: string;
  readonly word: string;
  /** The part of the machine's anatomy that is drawn here. */
  readonly part: PartId | undefined;
  readonly glyph: Glyph;
  readonly circuit?: number;
  readonly readings: readonly ReadingPoint[];
  readonly body: Box;
  readonly words: Words;
  /**
   * Where marks of what was found begin, and what was left open; the latter at the corner of the field
   * unless told.
   */
  readonly marks: Point;
  readonly flag?: Point;
}

/** What flows, and in which state. */
export type Flow =
  'hot gas' | 'condensing' | 'liquid' | 'metered' | 'evaporating' | 'suction' | 'water' | 'gas' | 'flue';

/**
 * A stretch of what flows, in the direction it flows. The stretches of one circuit join end to end: hot gas
 * from the compressor, through the condenser, as liquid through the drier to the metering device, through
 * the coil and back.
 */
export interface SectionLine {
  readonly kind: Flow;
  readonly points: readonly Point[];
  readonly circuit?: number;
  /** Runs between two cabinets, laid on site. */
  readonly field?: boolean;
  /** What it is called, and where that is written. */
  readonly word?: { readonly text: string; readonly at: Point; readonly anchor: 'start' | 'middle' };
}

/** The way of the air through the cabinet: a duct from left to right. */
export interface AirPath {
  readonly top: number;
  readonly bottom: number;
  readonly into: string;
  readonly outOf: string;
}

export interface Section {
  readonly width: number;
  readonly height: number;
  /** The cabinets, as rectangles; a split machine has two. */
  readonly cabinets: readonly (Box & { readonly word: string })[];
  /** The boxes within the cabinet that hold the controls. */
  readonly boxes: readonly Box[];
  readonly parts: readonly SectionPart[];
  readonly lines: readonly SectionLine[];
  readonly air: AirPath | undefined;
  /** What is to be known of the drawing itself. */
  readonly note?: string;
}

export const WIDTH = 1000;
export const PAD = 14;
export const GAP = 10;
/** The largest housing of a fan, from its middle. */
export const SCROLL = 36;
/** One line of words. */
export const LINE = 16;

/**
 * A part from its cell and its field: the name at the foot, what was measured at the head, the body between.
 */
export function partIn(c: Cell, field: Box, own: Partial<SectionPart> = {}): SectionPart {
  const { x, y, w, h } = field;
  return {
    id: c.id,
    word: c.word,
    part: c.of ?? (isPart(c.id) ? c.id : undefined),
    glyph: c.glyph,
    ...(c.circuit === undefined ? {} : { circuit: c.circuit }),
    ...field,
    readings: c.readings ?? [],
    body: { x: x + 8, y: y + 28, w: w - 16, h: h - 34 - 2 * LINE },
    words: { x: x + w / 2, anchor: 'middle', wide: w, name: y + h - 8, grows: 'up', values: y + 20 },
    marks: [x + 4, y + 5],
    ...own,
  };
}

/** Parts side by side across a field, each as wide as its weight says. */
export function row(cells: readonly Cell[], { x, y, w, h }: Box): SectionPart[] {
  const total = cells.reduce((sum, c) => sum + (c.weight ?? 1), 0);
  const free = w - GAP * (cells.length - 1);
  let at = x;
  return cells.map((c) => {
    const width = (free * (c.weight ?? 1)) / total;
    const part = partIn(c, { x: at, y, w: width, h });
    at += width + GAP;
    return part;
  });
}

/** A tube that goes down and up, from the first to the last place across, so many times. */
export const upAndDown = (
  first: number,
  last: number,
  top: number,
  bottom: number,
  passes: number,
): Point[] =>
  Array.from({ length: passes }, (_, i): Point[] => {
    const x = first + ((last - first) * i) / (passes - 1);
    const way: Point[] = [
      [x, top],
      [x, bottom],
    ];
    return i % 2 ? way.toReversed() : way;
  }).flat();

export const middleOf = ({ x, w }: Box): number => x + w / 2;
