import { isPart, type PartId } from '#core/machine';
import type { UnitKind } from '#core/vocabulary';
import type { ReadingPoint } from '#core/evidence';
import {
  airCells,
  burnsGas,
  cell,
  controlCells,
  direct,
  HEAT_PUMPS,
  LEGS,
  type Cell,
  type Glyph,
  type SectionRecord,
} from './sectionCells.ts';

/** One part of the cut, where it lies, and which readings are taken at it. */
export interface SectionPart {
  readonly id: string;
  readonly word: string;
  /** The part of the machine's anatomy that is drawn here. */
  readonly part: PartId | undefined;
  readonly glyph: Glyph;
  readonly circuit?: number;
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
  readonly readings: readonly ReadingPoint[];
}

/**
 * A stretch of what flows, in the direction it flows. Refrigerant is one loop: hot gas from the compressor to the condenser,
 * liquid through the drier to the metering device, then the coil, then suction back.
 */
export interface SectionLine {
  readonly kind: 'hot gas' | 'liquid' | 'suction' | 'water' | 'gas' | 'flue';
  readonly points: readonly (readonly [number, number])[];
  readonly circuit?: number;
  /** Runs between two cabinets, laid on site. */
  readonly field?: boolean;
  readonly word?: string;
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
  readonly cabinets: readonly {
    readonly x: number;
    readonly y: number;
    readonly w: number;
    readonly h: number;
    readonly word: string;
  }[];
  readonly parts: readonly SectionPart[];
  readonly lines: readonly SectionLine[];
  readonly air: AirPath | undefined;
}

const WIDTH = 1000;
const PAD = 14;
const GAP = 10;
const ROW = 142;
const AIR = 128;
const CONTROLS = 52;
/** Of the width above the air, what the fire takes where gas is burnt. */
const FIRE_SHARE = 0.24;

/** Cells side by side across a stretch, by weight. */
function row(cells: readonly Cell[], x: number, y: number, w: number, h: number): SectionPart[] {
  const total = cells.reduce((sum, c) => sum + (c.weight ?? 1), 0);
  const free = w - GAP * (cells.length - 1);
  let at = x;
  return cells.map((c) => {
    const width = (free * (c.weight ?? 1)) / total;
    const part: SectionPart = {
      id: c.id,
      word: c.word,
      part: c.of ?? (isPart(c.id) ? c.id : undefined),
      glyph: c.glyph,
      ...(c.circuit === undefined ? {} : { circuit: c.circuit }),
      x: at,
      y,
      w: width,
      h,
      readings: c.readings ?? [],
    };
    at += width + GAP;
    return part;
  });
}

/**
 * One circuit above the air: the compressor at the left with its heater, the condenser and its fan at the right; hot gas goes
 * over along the upper lane, liquid comes back along the lower one through drier and metering device.
 */
function circuitParts(
  kind: UnitKind,
  number: number,
  many: boolean,
  metering: string | null | undefined,
  [x, y, w]: readonly [number, number, number],
): SectionPart[] {
  const n = many ? ` ${number}` : '';
  const water = kind === 'water-source heat pump';
  const own = { circuit: number };
  const upper = ROW * 0.42;
  const compressor = w * 0.17;
  const lanes = w * 0.36;
  const condenser = w * (water ? 0.4 : 0.27);
  const at = {
    compressor: x,
    lanes: x + compressor + GAP * 3,
    condenser: x + compressor + lanes + GAP * 5,
    fan: x + compressor + lanes + condenser + GAP * 6,
  };
  return [
    ...row(
      [
        cell(`circuit ${number} compressor`, `Compressor${n}`, 'can', {
          of: 'compressor',
          readings: ['suction pressure', 'suction line', 'discharge line', ...LEGS],
          ...own,
        }),
      ],
      at.compressor,
      y,
      compressor,
      ROW - 44,
    ),
    ...row(
      [
        cell(`crankcase heater ${number}`, `Crankcase heater${n}`, 'element', {
          of: 'crankcase heater',
          ...own,
        }),
      ],
      at.compressor,
      y + ROW - 38,
      compressor,
      38,
    ),
    ...(HEAT_PUMPS.includes(kind) && number === 1
      ? row(
          [cell('reversing valve', 'Reversing valve', 'valve')],
          at.lanes + lanes * 0.25,
          y,
          lanes * 0.45,
          upper,
        )
      : []),
    ...row(
      [
        cell(
          `metering device ${number}`,
          metering ? `${metering.charAt(0).toUpperCase()}${metering.slice(1)}${n}` : `Metering device${n}`,
          'valve',
          { of: 'metering device', ...own },
        ),
        cell(`filter-drier ${number}`, `Filter-drier${n}`, 'drum', {
          of: 'filter-drier',
          readings: ['liquid after drier'],
          ...own,
        }),
      ],
      at.lanes,
      y + ROW - 62,
      lanes,
      62,
    ),
    ...row(
      [
        cell(
          `condenser coil ${number}`,
          water ? `Water coil${n}` : `Condenser${n}`,
          water ? 'drum' : 'coil',
          {
            of: water ? 'pump or loop' : 'condenser coil',
            readings: ['liquid pressure', 'liquid line', 'condenser leaving air'],
            ...own,
          },
        ),
      ],
      at.condenser,
      y,
      condenser,
      ROW,
    ),
    ...(water
      ? []
      : row(
          [
            cell(
              number === 1 ? 'condenser fan motor' : `condenser fan motor ${number}`,
              `Condenser fan${n}`,
              'prop',
              { of: 'condenser fan motor', ...own },
            ),
          ],
          at.fan,
          y,
          x + w - at.fan,
          ROW,
        )),
  ];
}

/** The fire and its flue, apart from the air that is supplied: gas comes from the right, flue gas leaves above. */
const fireParts = (kind: UnitKind, x: number, y: number, w: number, h: number): SectionPart[] =>
  direct(kind)
    ? row([cell('gas valve', 'Gas valve', 'valve')], x, y + h / 2, w, h / 2)
    : [
        ...row([cell('inducer', 'Inducer', 'prop')], x, y, w, h / 2 - GAP / 2),
        ...row(
          [
            cell('burner', 'Burners, igniter, sensor', 'flame', { weight: 1.3 }),
            cell('gas valve', 'Gas valve', 'valve'),
          ],
          x,
          y + h / 2 + GAP / 2,
          w,
          h / 2 - GAP / 2,
        ),
      ];

/**
 * The cut through a machine, worked out from its record: as many circuits as it has, belt or direct drive,
 * gas or electric heat, economizer or all outdoor air. Air runs left to right in one duct; above it refrigerant goes round,
 * and the fire stands apart.
 */
export function sectionOf(record: SectionRecord): Section {
  if (record.kind === 'boiler') return boilerSection();
  if (record.kind === 'unit heater') return heaterSection();
  return airMachineSection(record);
}

/** Of the bottom row: the pan; what it leaves holds the controls with their words. */
const DRAIN_SHARE = 0.2;

const middleOf = (part: SectionPart): number => part.x + part.w / 2;

/** The loop of one circuit, in the order in which refrigerant goes round. */
function loopOf(parts: readonly SectionPart[], number: number, drop: number, split: boolean): SectionLine[] {
  const own = parts.filter((p) => p.circuit === number);
  const find = (part: PartId) => own.find((p) => p.part === part);
  const [compressor, coil, device, drier] = [
    find('compressor'),
    find('evaporator coil'),
    find('metering device'),
    find('filter-drier'),
  ];
  const condenser = own.find((p) => p.id.startsWith('condenser coil'));
  if (!compressor || !coil || !device || !drier || !condenser) return [];
  const hot = compressor.y + ROW * 0.21;
  const liquid = drier.y + drier.h / 2;
  const suction = compressor.x - GAP * 0.8;
  const valve = parts.find((p) => p.id === 'reversing valve' && p.y === compressor.y);
  const field = split ? { field: true } : {};
  return [
    {
      kind: 'hot gas',
      circuit: number,
      points: [
        [compressor.x + compressor.w, hot],
        ...(valve
          ? ([
              [valve.x, hot],
              [valve.x + valve.w, hot],
            ] as const)
          : []),
        [condenser.x, hot],
      ],
      word: 'hot gas',
    },
    {
      kind: 'liquid',
      circuit: number,
      points: [
        [condenser.x, liquid],
        [device.x + device.w, liquid],
      ],
      word: 'liquid',
    },
    {
      kind: 'liquid',
      circuit: number,
      ...field,
      points: [
        [middleOf(device), device.y + device.h],
        [middleOf(device), drop],
        [coil.x + coil.w * 0.7, drop],
        [coil.x + coil.w * 0.7, coil.y],
      ],
    },
    {
      kind: 'suction',
      circuit: number,
      ...field,
      points: [
        [coil.x + coil.w * 0.3, coil.y],
        [coil.x + coil.w * 0.3, drop + 5],
        [suction, drop + 5],
        [suction, compressor.y + compressor.h * 0.6],
        [compressor.x, compressor.y + compressor.h * 0.6],
      ],
      word: 'suction',
    },
  ];
}

function airMachineSection(record: SectionRecord): Section {
  const { kind, circuits, details } = record;
  const many = circuits.length > 1;
  const inner = WIDTH - 2 * PAD;
  const left = PAD + 22;
  const wide = inner - 30;
  const split = kind === 'split with air handler';
  const gas = burnsGas(kind, details);
  const top = PAD + 22;
  const fire = gas ? wide * FIRE_SHARE : 0;
  const above = circuits.length > 0 ? circuits.length * (ROW + GAP * 2) : gas ? ROW : 0;
  const parts: SectionPart[] = [];
  const lines: SectionLine[] = [];
  circuits.forEach(({ number, metering }, i) => {
    const across = wide - (gas ? fire + GAP * 3 : 0);
    parts.push(...circuitParts(kind, number, many, metering, [left, top + i * (ROW + GAP * 2), across]));
  });
  let y = top + above + (above > 0 ? 8 + circuits.length * 10 : 0);
  const outdoorBottom = y;
  if (split && circuits.length > 0) y += 38;
  const airTop = y;
  const air = row(airCells(record), left, y, wide, AIR);
  parts.push(...air);
  if (gas) {
    const x = left + wide - fire;
    parts.push(...fireParts(kind, x, top, fire, Math.max(ROW, above - GAP * 2)));
    const find = (id: string) => parts.find((p) => p.id === id);
    const [inducer, burner, valve, exchanger] = ['inducer', 'burner', 'gas valve', 'heat exchanger'].map(
      find,
    );
    if (valve) {
      const at = valve.y + valve.h / 2;
      lines.push({
        kind: 'gas',
        points: [
          [WIDTH + 20, at],
          [valve.x + valve.w, at],
        ],
        word: 'gas',
      });
      if (burner && burner.y === valve.y)
        lines.push({
          kind: 'gas',
          points: [
            [valve.x, at],
            [burner.x + burner.w, at],
          ],
        });
      else if (burner)
        lines.push({
          kind: 'gas',
          points: [
            [middleOf(valve), valve.y + valve.h],
            [middleOf(valve), burner.y - 6],
            [middleOf(burner), burner.y - 6],
            [middleOf(burner), burner.y],
          ],
        });
    }
    if (burner && exchanger)
      lines.push({
        kind: 'flue',
        points: [
          [middleOf(burner), burner.y + burner.h],
          [middleOf(burner), exchanger.y - 8],
          [exchanger.x + exchanger.w * 0.4, exchanger.y - 8],
          [exchanger.x + exchanger.w * 0.4, exchanger.y],
        ],
      });
    if (inducer && exchanger) {
      const out = inducer.x + inducer.w + 8;
      lines.push({
        kind: 'flue',
        points: [
          [exchanger.x + exchanger.w - 8, exchanger.y],
          [exchanger.x + exchanger.w - 8, exchanger.y - 14],
          [out, exchanger.y - 14],
          [out, inducer.y + inducer.h / 2],
          [inducer.x + inducer.w, inducer.y + inducer.h / 2],
        ],
      });
      lines.push({
        kind: 'flue',
        points: [
          [middleOf(inducer), inducer.y],
          [middleOf(inducer), 2],
        ],
        word: 'flue',
      });
    }
  }
  y += AIR + GAP * 2;
  const drainShown = circuits.length > 0 || kind === 'water-source heat pump';
  if (drainShown)
    parts.push(...row([cell('drain', 'Drain pan and trap', 'tray')], left, y, wide * DRAIN_SHARE, CONTROLS));
  const controls = controlCells(kind).filter((c) => circuits.length > 0 || c.id !== 'capacitor');
  const from = drainShown ? wide * DRAIN_SHARE + GAP * 2 : 0;
  parts.push(...row(controls, left + from, y, wide - from, CONTROLS));
  y += CONTROLS + 8;
  circuits.forEach(({ number }, i) => {
    lines.push(...loopOf(parts, number, airTop - (split ? 26 : 8 + i * 14), split));
  });
  const water =
    kind === 'water-source heat pump' ? parts.filter((p) => p.part === 'pump or loop' && p.circuit) : [];
  for (const coil of water)
    lines.push(
      {
        kind: 'water',
        points: [
          [WIDTH + 20, coil.y + coil.h * 0.3],
          [coil.x + coil.w, coil.y + coil.h * 0.3],
        ],
        word: 'loop in',
      },
      {
        kind: 'water',
        points: [
          [coil.x + coil.w, coil.y + coil.h * 0.75],
          [WIDTH + 20, coil.y + coil.h * 0.75],
        ],
        word: 'out',
      },
    );
  const height = y + PAD;
  const cabinets =
    split && circuits.length > 0
      ? [
          { x: PAD, y: top - 8, w: inner, h: outdoorBottom - top + 8, word: 'Outdoor unit' },
          { x: PAD, y: airTop - 8, w: inner, h: height - airTop + 8 - 6, word: 'Air handler' },
        ]
      : [{ x: PAD, y: top - 8, w: inner, h: height - top + 2, word: '' }];
  const outdoor = details.outdoorAir === 'all outdoor air' || kind === 'make-up air';
  return {
    width: WIDTH,
    height,
    cabinets,
    parts,
    lines,
    air: {
      top: airTop,
      bottom: airTop + AIR,
      into: kind === 'exhaust fan' ? 'from the room' : outdoor ? 'outdoor' : 'return',
      outOf: kind === 'exhaust fan' ? 'out' : 'supply',
    },
  };
}

/** A cabinet with one tall row of parts and its controls below: boilers and unit heaters. */
function fireCabinet(
  kind: 'boiler' | 'unit heater',
  tall: number,
  cells: readonly Cell[],
  lines: (top: number) => readonly SectionLine[],
): Section {
  const inner = WIDTH - 2 * PAD - 12;
  const top = PAD + 22;
  const below = top + ROW + tall + GAP;
  const controls = controlCells(kind).filter((c) => c.id !== 'capacitor');
  const height = below + 48 + PAD + 6;
  return {
    width: WIDTH,
    height,
    cabinets: [{ x: PAD, y: top - 8, w: WIDTH - 2 * PAD, h: height - top, word: '' }],
    parts: [...row(cells, PAD + 6, top, inner, ROW + tall), ...row(controls, PAD + 6, below, inner, 48)],
    lines: lines(top),
    air: undefined,
  };
}

const into = (y: number): SectionLine['points'] => [
  [-40, y],
  [PAD + 2, y],
];
const outOf = (y: number): SectionLine['points'] => [
  [WIDTH - PAD - 2, y],
  [WIDTH + 40, y],
];

const boilerSection = (): Section =>
  fireCabinet(
    'boiler',
    60,
    [
      cell('gas valve', 'Gas train', 'valve', { weight: 0.8 }),
      cell('burner', 'Burner, igniter, sensor', 'flame'),
      cell('heat exchanger', 'Sections, flue passages', 'exchanger', { weight: 1.8 }),
      cell('inducer', 'Draft, flue', 'prop', { weight: 0.8 }),
      cell('pump or loop', 'Pump, flow, relief', 'pump', { weight: 0.9 }),
    ],
    (top) => [
      { kind: 'gas', points: into(top + 80), word: 'gas' },
      { kind: 'water', points: outOf(top + 50), word: 'flow' },
      { kind: 'water', points: outOf(top + 110).toReversed(), word: 'return' },
    ],
  );

const heaterSection = (): Section =>
  fireCabinet(
    'unit heater',
    40,
    [
      cell('blower motor', 'Fan', 'prop', { weight: 0.9, readings: ['return air'] }),
      cell('heat exchanger', 'Heat exchanger', 'exchanger', { weight: 1.8, readings: ['supply air'] }),
      cell('burner', 'Burners, igniter, sensor', 'flame'),
      cell('gas valve', 'Gas valve', 'valve', { weight: 0.7 }),
      cell('inducer', 'Inducer, flue', 'prop', { weight: 0.8 }),
    ],
    (top) => [
      { kind: 'gas', points: outOf(top + 110).toReversed(), word: 'gas' },
      { kind: 'flue', points: outOf(top + 40), word: 'flue' },
    ],
  );
