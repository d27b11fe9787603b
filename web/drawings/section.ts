import {
  airCells,
  burnsGas,
  cell,
  controlCells,
  type Cell,
  hasAir,
  HEAT_PUMPS,
  type SectionRecord,
} from './sectionCells.ts';
import { fireLines, fireParts } from './sectionFire.ts';
import { circuitParts, lanesAbove, loopOf, ROW, type CircuitPlace } from './sectionLoop.ts';
import {
  GAP,
  middleOf,
  PAD,
  partIn,
  row,
  WIDTH,
  type AirPath,
  type Box,
  type Section,
  type SectionLine,
  type SectionPart,
} from './sectionTypes.ts';

/* The cut through a machine: where each part lies and what flows between them. */

const AIR = 132;
const CONTROLS = 100;
/** Of the width above the air, what the fire takes where gas is burnt. */
const FIRE_SHARE = 0.27;
/** Room at the left of the parts for what rises past them: a lane for each circuit. */
const LEFT = PAD + 34;
const RIGHT = WIDTH - PAD - 8;
/** Room under the parts of the last row. */
const FOOT = 8;

/**
 * The cut through a machine, worked out from its record: as many circuits as it has, belt or direct drive,
 * gas or electric heat, economizer or all outdoor air. Air runs left to right in one duct; above it
 * refrigerant goes round, and the fire stands apart.
 */
export const sectionOf = (record: SectionRecord): Section =>
  hasAir(record.kind) ? airMachineSection(record) : boilerSection();

/** As narrow as a control may be drawn with its name. */
const CONTROL = 84;

/** How long a name is at its longest once it stands in two lines, letters. */
function inTwoLines(name: string): number {
  const words = name.split(' ');
  const cuts = words.map((_, k) => [words.slice(0, k), words.slice(k)].map((line) => line.join(' ').length));
  return Math.min(...cuts.map((lengths) => Math.max(...lengths)));
}

/** One letter of a control's name, in the drawing's units. */
const NAMED = 7.6;

/** Controls in a box of their own, each as wide as its name asks for; in two rows where one is too narrow. */
function controlBox(
  cells: readonly Cell[],
  x: number,
  y: number,
  w: number,
): { box: Box; parts: SectionPart[] } {
  const named = cells.map((one) => ({ ...one, weight: inTwoLines(one.word) }));
  const asked = named.reduce((sum, { weight }) => sum + weight * NAMED + GAP, -GAP);
  const half = Math.ceil(named.length / 2);
  const rows = asked > w - 12 ? [named.slice(0, half), named.slice(half)] : [named];
  const parts = rows.flatMap((one, k) =>
    row(one, { x: x + 6, y: y + 2 + k * CONTROLS, w: w - 12, h: CONTROLS - 4 }).map((p) => ({
      ...p,
      body: { x: p.x + 4, y: p.y + 20, w: p.w - 8, h: 36 },
      words: { x: p.words.x, anchor: 'middle' as const, wide: p.w, name: p.y + 74, grows: 'down' as const },
    })),
  );
  return { box: { x, y, w, h: rows.length * CONTROLS }, parts };
}

/** Where the lowest of some boxes ends. */
const lowest = (boxes: readonly Box[]): number => Math.max(...boxes.map(({ y, h }) => y + h));

const cellsOf = ({ kind, circuits }: SectionRecord): Cell[] =>
  controlCells(kind).filter((c) => circuits.length > 0 || c.id !== 'capacitor');

const boxed = ({ box, parts }: { box: Box; parts: SectionPart[] }) => ({ parts, boxes: [box] });

/**
 * Below the air: the pan with its trap under the coils that drip into it, the controls at both sides of it.
 */
function lowerRow(
  record: SectionRecord,
  y: number,
  coils: readonly SectionPart[],
): { parts: SectionPart[]; boxes: Box[] } {
  const cells = cellsOf(record);
  const [first, last] = [coils[0], coils.at(-1)];
  if (!first || !last) {
    return boxed(controlBox(cells, LEFT, y, RIGHT - LEFT));
  }
  const pan = { x: first.x, y, w: last.x + last.w - first.x, h: CONTROLS };
  const room = pan.x - GAP * 2 - LEFT;
  const before = Math.max(0, Math.min(3, Math.floor(room / CONTROL)));
  const after = pan.x + pan.w + GAP * 2;
  const both = [
    ...(before > 0 ? [controlBox(cells.slice(0, before), LEFT, y, room)] : []),
    controlBox(cells.slice(before), after, y, RIGHT - after),
  ];
  return {
    parts: [
      partIn(cell('drain', 'Drain pan and trap', 'tray'), pan, {
        body: { x: pan.x, y: y - 8, w: pan.w, h: 52 },
        words: { x: middleOf(pan), anchor: 'middle', wide: pan.w, name: y + 62, grows: 'down' },
      }),
      ...both.flatMap(({ parts }) => parts),
    ],
    boxes: both.map(({ box }) => box),
  };
}

function airMachineSection(record: SectionRecord): Section {
  const { kind, circuits, details } = record;
  const wide = RIGHT - LEFT;
  const split = kind === 'split with air handler' && circuits.length > 0;
  const gas = burnsGas(kind, details);
  const top = PAD + 22;
  const fire = gas ? wide * FIRE_SHARE : 0;
  const above = circuits.length > 0 ? circuits.length * (ROW + GAP * 2) : gas ? ROW : 0;
  const places = circuits.map(({ number, metering }, index): CircuitPlace => ({
    kind,
    number,
    index,
    of: circuits.length,
    metering,
    x: LEFT,
    y: top + index * (ROW + GAP * 2),
    w: wide - (gas ? fire + GAP * 2 : 0),
  }));
  const outdoorBottom = top + above + (above > 0 ? lanesAbove(circuits.length) : 0);
  const airTop = outdoorBottom + (split ? 38 : 0);
  const parts = [
    ...places.flatMap(circuitParts),
    ...row(airCells(record), { x: LEFT, y: airTop, w: wide, h: AIR }),
    ...(gas
      ? fireParts(kind, { x: RIGHT - fire, y: top, w: fire - GAP * 2, h: Math.max(ROW, above - GAP * 2) })
      : []),
  ];
  // Where no circuit stands above the air, the controls do, beside the fire.
  const free = gas && circuits.length === 0;
  const low = free
    ? boxed(controlBox(cellsOf(record), LEFT, top + (ROW - CONTROLS) / 2, wide - fire - GAP * 2))
    : lowerRow(
        record,
        airTop + AIR + GAP * 2,
        parts.filter((p) => p.part === 'evaporator coil'),
      );
  parts.push(...low.parts);
  const height = Math.max(airTop + AIR, lowest(low.boxes)) + FOOT + PAD;
  const lines = [
    ...fireLines(parts),
    ...places.flatMap((place) => loopOf(place, parts, airTop, split)),
    ...(kind === 'water-source heat pump' ? waterLines(parts) : []),
  ];
  const inner = WIDTH - 2 * PAD;
  const outdoor = details.outdoorAir === 'all outdoor air' || kind === 'make-up air';
  return {
    width: WIDTH,
    height,
    cabinets: split
      ? [
          { x: PAD, y: top - 8, w: inner, h: outdoorBottom - top + 8, word: 'Outdoor unit' },
          { x: PAD, y: airTop - 8, w: inner, h: height - airTop + 2, word: 'Air handler' },
        ]
      : [{ x: PAD, y: top - 8, w: inner, h: height - top + 2, word: '' }],
    boxes: low.boxes,
    parts,
    lines,
    air: airPath(kind, outdoor, airTop),
    ...(HEAT_PUMPS.includes(kind) ? { note: 'Drawn as it cools' } : {}),
  };
}

const airPath = (kind: SectionRecord['kind'], outdoor: boolean, top: number): AirPath => ({
  top,
  bottom: top + AIR,
  into: kind === 'exhaust fan' || kind === 'unit heater' ? 'room' : outdoor ? 'outdoor' : 'return',
  outOf: kind === 'exhaust fan' ? 'out' : 'supply',
});

/**
 * The loop water of a machine that gives its heat to water: in, along the tube of the refrigerant, and out
 * again.
 */
const waterLines = (parts: readonly SectionPart[]): SectionLine[] =>
  parts
    .filter((p) => p.glyph === 'jacket')
    .map(({ body, circuit }) => {
      const [inAt, outAt] = [body.y + body.h * 0.2, body.y + body.h * 0.8];
      const turn = body.x + body.w * 0.62;
      return {
        kind: 'water',
        ...(circuit === undefined ? {} : { circuit }),
        points: [
          [WIDTH + 30, inAt],
          [turn, inAt],
          [turn, outAt],
          [WIDTH + 30, outAt],
        ],
        word: { text: 'loop', at: [WIDTH + 16, (inAt + outAt) / 2 + 5], anchor: 'middle' },
      };
    });

/**
 * A boiler: gas from the left through its train to the burner, flue gas through the sections to the draft,
 * water from the right through the pump and the sections and out again.
 */
function boilerSection(): Section {
  const top = PAD + 22;
  const tall = ROW + 60;
  const cells = [
    cell('gas valve', 'Gas train', 'gas-valve', { weight: 0.8 }),
    cell('burner', 'Burner, igniter, sensor', 'flame', { weight: 1.1 }),
    cell('heat exchanger', 'Sections, flue passages', 'sections', { weight: 1.8 }),
    cell('inducer', 'Draft, flue', 'draft', { weight: 0.8 }),
    cell('pump or loop', 'Pump, flow, relief', 'pump', { weight: 0.9 }),
  ];
  const body = { y: top + 34, h: 110 };
  const foot = body.y + body.h + 14;
  const fired = row(cells, { x: LEFT, y: top, w: RIGHT - LEFT, h: tall }).map((p) => ({
    ...p,
    body: { ...p.body, ...(p.glyph === 'pump' ? { y: foot - 24, h: 48 } : body) },
  }));
  const record: SectionRecord = { kind: 'boiler', circuits: [], details: {} };
  const low = lowerRow(record, top + tall + GAP, []);
  const height = lowest(low.boxes) + FOOT + PAD;
  const [valve, burner, sections, draft, pump] = fired as [
    SectionPart,
    SectionPart,
    SectionPart,
    SectionPart,
    SectionPart,
  ];
  const lane = middleHeight(burner);
  return {
    width: WIDTH,
    height,
    cabinets: [{ x: PAD, y: top - 8, w: WIDTH - 2 * PAD, h: height - top + 2, word: '' }],
    boxes: low.boxes,
    parts: [...fired, ...low.parts],
    lines: [
      {
        kind: 'gas',
        points: [
          [-30, lane],
          [middleOf(valve), lane],
          [middleOf(burner), lane],
        ],
        word: { text: 'gas', at: [-16, lane - 9], anchor: 'middle' },
      },
      {
        kind: 'flue',
        points: [
          [middleOf(burner), lane],
          [middleOf(draft), lane],
          [middleOf(draft), 0],
        ],
        word: { text: 'flue', at: [middleOf(draft) + 12, 12], anchor: 'start' },
      },
      {
        kind: 'water',
        points: [
          [WIDTH + 30, foot],
          [middleOf(pump), foot],
        ],
        word: { text: 'return', at: [WIDTH + 16, foot - 9], anchor: 'middle' },
      },
      {
        kind: 'water',
        points: [
          [middleOf(pump), foot],
          [sections.body.x + 16, foot],
          [sections.body.x + 16, body.y - 12],
          [WIDTH + 30, body.y - 12],
        ],
        word: { text: 'flow', at: [WIDTH + 16, body.y - 20], anchor: 'middle' },
      },
    ],
    air: undefined,
  };
}

const middleHeight = ({ body }: SectionPart): number => body.y + body.h / 2;
