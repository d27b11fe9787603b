import { capital } from '#core/base/sentences';
import type { UnitKind } from '#core/base/vocabulary';
import { cell, HEAT_PUMPS, LEGS, type Glyph } from './sectionCells.ts';
import {
  GAP,
  LINE,
  middleOf,
  partIn,
  type Point,
  type SectionLine,
  type SectionPart,
  upAndDown,
} from './sectionTypes.ts';

/* One circuit of a machine: its parts outdoors and the loop that the refrigerant runs, in its order. */

/** How high one circuit stands above the air. */
export const ROW = 150;
/** The lanes of hot gas, of liquid and of suction into the shell, below the top of the circuit. */
const HOT = 22;
const LIQUID = 114;
const SUCTION = 90;
const SUCTION_FROM_VALVE = 100;
/** What the reversing valve needs beside the metering device: its body and its two ports below. */
const VALVE = { w: 60, toCompressor: 14, toCoil: 46 };
/** Between two lines side by side. */
const APART = 9;
/** Lines of a tube through a coil; an even number, so that it leaves on the side it came in. */
const PASSES = 6;

/** What the lanes above the air take for so many circuits. */
export const lanesAbove = (circuits: number): number => 8 + circuits * 2 * APART;

/** Where one circuit stands. */
export interface CircuitPlace {
  readonly kind: UnitKind;
  readonly number: number;
  /** Its place among the circuits, the uppermost 0, and how many there are. */
  readonly index: number;
  readonly of: number;
  readonly metering: string | null | undefined;
  readonly x: number;
  readonly y: number;
  readonly w: number;
}

const DEVICES: Record<string, Glyph> = {
  'expansion valve': 'expansion',
  'electronic valve': 'expansion',
  orifice: 'orifice',
  'capillary tube': 'capillary',
};

const hasValve = ({ kind, index }: CircuitPlace): boolean => HEAT_PUMPS.includes(kind) && index === 0;

/**
 * Where across the width things begin: the lanes for upper circuits, the valve, drier and device, the
 * condenser, the fan.
 */
function columns({ kind, of, x, w }: CircuitPlace) {
  const water = kind === 'water-source heat pump';
  const compressor = w * (w < 750 ? 0.21 : 0.18);
  const shaft = x + compressor + GAP;
  const valve = shaft + of * APART + GAP;
  const condenser = w * (water ? 0.38 : 0.27);
  const fan = water ? 0 : w * (w < 750 ? 0.14 : 0.13);
  const condenserAt = x + w - fan - condenser - (water ? 0 : GAP);
  return {
    compressor,
    shaft,
    valve,
    device: valve + (HEAT_PUMPS.includes(kind) ? VALVE.w + 6 : 0),
    condenser,
    condenserAt,
    fan,
    fanAt: x + w - fan,
  };
}

/**
 * The parts of one circuit above the air: the compressor at the left with its heater round its foot, the
 * condenser and its fan at the right; hot gas goes over along the upper lane, liquid comes back along the
 * lower one through the drier to the metering device.
 */
export function circuitParts(place: CircuitPlace): SectionPart[] {
  const { kind, number, of, metering, x, y } = place;
  const at = columns(place);
  const n = of > 1 ? ` ${number}` : '';
  const own = { circuit: number };
  const water = kind === 'water-source heat pump';
  const beside = { x: x + 62, anchor: 'start' as const, wide: at.compressor - 62, grows: 'down' as const };
  const shell = { x: x + 6, y: y + HOT + 12, w: 46, h: ROW - HOT - 16 };
  const lane = { y: y + 54, h: ROW - 54 };
  const lane1 = (at.condenserAt - GAP * 2 - at.device - GAP) / 2;
  const inLane = (left: number) => ({
    body: { x: left, y: y + LIQUID - 20, w: lane1, h: 40 },
    words: {
      x: left + lane1 / 2,
      anchor: 'middle' as const,
      wide: lane1 + GAP,
      name: y + LIQUID - 24,
      grows: 'up' as const,
      values: y + ROW - 2,
    },
    marks: [left + 4, lane.y - 4] as const,
  });
  const word = metering ? capital(metering) : 'Metering device';
  return [
    partIn(
      cell(`circuit ${number} compressor`, `Compressor${n}`, 'can', {
        of: 'compressor',
        readings: ['suction pressure', 'suction line', 'discharge line', ...LEGS],
        ...own,
      }),
      { x, y, w: at.compressor, h: ROW - 50 },
      { body: shell, words: { ...beside, name: y + 55, values: y + 74 }, marks: [x + 60, y + HOT + 4] },
    ),
    partIn(
      cell(`crankcase heater ${number}`, `Crankcase heater${n}`, 'band', { of: 'crankcase heater', ...own }),
      { x, y: y + ROW - 48, w: at.compressor, h: 48 },
      {
        body: { x: x + 2, y: y + ROW - 34, w: 54, h: 16 },
        words: { ...beside, name: y + ROW - 26 },
        marks: [x + 60, y + ROW - 46],
      },
    ),
    ...(hasValve(place)
      ? [
          partIn(
            cell('reversing valve', 'Reversing valve', 'four-way'),
            { x: at.valve, y, w: at.condenserAt - GAP * 2 - at.valve, h: 50 },
            {
              body: { x: at.valve, y: y + 8, w: VALVE.w, h: 38 },
              words: {
                x: at.valve + VALVE.w + 8,
                anchor: 'start' as const,
                wide: 200,
                name: y + 42,
                grows: 'down' as const,
              },
            },
          ),
        ]
      : []),
    partIn(
      cell(`metering device ${number}`, `${word}${n}`, DEVICES[metering ?? ''] ?? 'expansion', {
        of: 'metering device',
        ...own,
      }),
      { x: at.device, w: lane1, ...lane },
      inLane(at.device),
    ),
    partIn(
      cell(`filter-drier ${number}`, `Filter-drier${n}`, 'drier', {
        of: 'filter-drier',
        readings: ['liquid after drier'],
        ...own,
      }),
      { x: at.device + lane1 + GAP, w: lane1, ...lane },
      inLane(at.device + lane1 + GAP),
    ),
    partIn(
      cell(
        `condenser coil ${number}`,
        water ? `Water coil${n}` : `Condenser${n}`,
        water ? 'jacket' : 'coil',
        {
          of: water ? 'pump or loop' : 'condenser coil',
          readings: ['liquid pressure', 'liquid line', 'condenser leaving air'],
          ...own,
        },
      ),
      { x: at.condenserAt, y, w: at.condenser, h: ROW },
      {
        body: { x: at.condenserAt + 6, y: y + HOT - 12, w: at.condenser - 12, h: LIQUID - HOT + 24 },
        words: {
          x: at.condenserAt + at.condenser / 2,
          anchor: 'middle',
          wide: at.condenser,
          name: y + ROW - 6,
          grows: 'up',
          values: y + HOT + 34,
        },
      },
    ),
    ...(water
      ? []
      : [
          partIn(
            cell(
              number === 1 ? 'condenser fan motor' : `condenser fan motor ${number}`,
              `Condenser fan${n}`,
              'prop',
              { of: 'condenser fan motor', ...own },
            ),
            { x: at.fanAt, y, w: at.fan, h: ROW },
            { body: { x: at.fanAt, y: y + 8, w: at.fan, h: ROW - 16 - 2 * LINE } },
          ),
        ]),
  ];
}

/** A tube that goes across and back, down from one height to another. */
const across = (near: number, far: number, top: number, bottom: number): Point[] =>
  Array.from({ length: PASSES }, (_, i): Point[] => {
    const y = top + ((bottom - top) * i) / (PASSES - 1);
    return i % 2
      ? [
          [far, y],
          [near, y],
        ]
      : [
          [near, y],
          [far, y],
        ];
  }).flat();

/** The parts of a circuit's own that its loop runs through, or undefined where one is not drawn. */
function partsOfLoop(parts: readonly SectionPart[], number: number) {
  const own = parts.filter((p) => p.circuit === number);
  const [coil, device] = (['evaporator coil', 'metering device'] as const).map((part) =>
    own.find((p) => p.part === part),
  );
  const condenser = own.find((p) => p.id.startsWith('condenser coil'));
  const compressor = own.find((p) => p.part === 'compressor');
  return coil && device && condenser && compressor ? { coil, device, condenser, compressor } : undefined;
}

/**
 * The loop of one circuit in the order in which refrigerant goes round; each stretch begins where the one
 * before it ends.
 *
 * @param airTop the top of the duct that its coil stands in
 * @param split whether coil and condenser stand in cabinets apart
 */
export function loopOf(
  place: CircuitPlace,
  parts: readonly SectionPart[],
  airTop: number,
  split: boolean,
): SectionLine[] {
  const own = partsOfLoop(parts, place.number);
  if (!own) return [];
  const { coil, device, condenser, compressor } = own;
  const { index, of, x, y } = place;
  const at = columns(place);
  const valve = hasValve(place);
  const [hot, liquid] = [y + HOT, y + LIQUID];
  const shell = compressor.body;
  const [tubeNear, tubeFar] = [
    condenser.body.x + 10,
    condenser.body.x + condenser.body.w * (condenser.glyph === 'jacket' ? 0.5 : 1) - 10,
  ];
  const drop = airTop - 6 - (of - 1 - index) * 2 * APART;
  const [into, outOf] = [coil.x + coil.w * 0.86, coil.x + coil.w * 0.14];
  // The lowest circuit goes straight down; those above it keep to a lane of their own past the ones below.
  const down = index === of - 1 ? middleOf(device) : at.shaft + index * APART;
  const riser = valve ? at.valve + VALVE.toCoil : x - 12 - (of - 1 - index) * APART;
  const field = split ? { field: true } : {};
  const circuit = place.number;
  const dome: Point = [middleOf(shell), shell.y];
  const backIn: readonly Point[] = valve
    ? [
        [at.valve + VALVE.toCompressor, y + 46],
        [at.valve + VALVE.toCompressor, y + SUCTION_FROM_VALVE],
        [shell.x + shell.w, y + SUCTION_FROM_VALVE],
      ]
    : [
        [riser, y + SUCTION],
        [shell.x, y + SUCTION],
      ];
  const hotFrom = valve ? at.valve + VALVE.w + 4 : x + at.compressor + GAP;
  return [
    {
      kind: 'hot gas',
      circuit,
      points: [dome, [dome[0], hot], [tubeNear, hot]],
      ...(index === 0
        ? { word: { text: 'hot gas', at: [hotFrom, hot - 7] as const, anchor: 'start' as const } }
        : {}),
    },
    { kind: 'condensing', circuit, points: across(tubeNear, tubeFar, hot, liquid) },
    {
      kind: 'liquid',
      circuit,
      points: [
        [tubeNear, liquid],
        [middleOf(device), liquid],
      ],
    },
    {
      kind: 'metered',
      circuit,
      ...field,
      points: [
        [middleOf(device), liquid],
        ...(down === middleOf(device) ? [] : ([[down, liquid]] as const)),
        [down, drop - APART],
        [into, drop - APART],
      ],
    },
    {
      kind: 'evaporating',
      circuit,
      // From the lane above the coil, down and up through it, and up to the lane of suction.
      points: [
        [into, drop - APART],
        ...upAndDown(into, outOf, coil.body.y + 8, coil.body.y + coil.body.h - 8, PASSES).slice(1, -1),
        [outOf, drop],
      ],
    },
    {
      kind: 'suction',
      circuit,
      ...field,
      points: [
        [outOf, drop],
        [riser, drop],
        ...(valve
          ? ([
              [riser, y + 36],
              [at.valve + VALVE.toCompressor, y + 36],
            ] as const)
          : []),
        ...backIn,
      ],
      // Named once, where the lowest of them runs free.
      ...(index === of - 1 || valve
        ? {
            word: {
              text: 'suction',
              at: valve ? ([riser + 8, y + ROW - 4] as const) : ([riser + 8, drop - 7] as const),
              anchor: 'start' as const,
            },
          }
        : {}),
    },
  ];
}
