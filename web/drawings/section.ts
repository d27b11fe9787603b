import { isPart, type MachineDetails, type PartId } from '#core/machine';
import type { UnitKind } from '#core/vocabulary';
import type { ReadingPoint } from '#core/evidence';

/** How a part is drawn. */
export type Glyph =
  | 'damper'
  | 'mesh'
  | 'filter'
  | 'coil'
  | 'wheel'
  | 'belt'
  | 'motor'
  | 'flame'
  | 'element'
  | 'exchanger'
  | 'can'
  | 'prop'
  | 'valve'
  | 'box'
  | 'tray'
  | 'drum'
  | 'pump'
  | 'cross';

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

export interface SectionLine {
  readonly kind: 'air' | 'refrigerant' | 'water' | 'gas' | 'field';
  readonly points: readonly (readonly [number, number])[];
  readonly word?: string;
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
}

export interface SectionRecord {
  readonly kind: UnitKind;
  readonly circuits: readonly { readonly number: number; readonly metering?: string | null }[];
  readonly details: MachineDetails;
}

interface Cell {
  readonly id: string;
  readonly word: string;
  readonly glyph: Glyph;
  readonly weight?: number;
  readonly of?: PartId;
  readonly circuit?: number;
  readonly readings?: readonly ReadingPoint[];
}

const WIDTH = 1000;
const PAD = 14;
const GAP = 10;
const ROW = 112;

const cell = (id: string, word: string, glyph: Glyph, more: Partial<Cell> = {}): Cell => ({
  id,
  word,
  glyph,
  ...more,
});

/** What is measured in the air before it is treated. */
const INTO_THE_COIL: readonly ReadingPoint[] = ['return air', 'return wet bulb'];
const SUPPLY = { readings: ['supply air', 'supply wet bulb', 'supply static'] as const };
const LEGS: readonly ReadingPoint[] = ['amps L1', 'amps L2', 'amps L3'];

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

const HEAT_PUMPS: readonly UnitKind[] = ['package heat pump', 'water-source heat pump'];

/** What the air meets on its way, left to right. */
function airCells({ kind, circuits, details }: SectionRecord): Cell[] {
  const outdoor = details.outdoorAir ?? (kind === 'make-up air' ? 'all outdoor air' : undefined);
  const belt =
    details.blower?.drive === 'belt' ||
    (details.blower?.drive === undefined && (details.blower?.belts?.length ?? 0) > 0);
  const unknownDrive =
    details.blower?.drive === undefined &&
    !belt &&
    (kind === 'package gas/electric' ||
      kind === 'package cooling only' ||
      kind === 'make-up air' ||
      kind === 'exhaust fan');
  const cells: Cell[] = [];
  if (outdoor === 'all outdoor air') cells.push(cell('outdoor-air mesh', 'Outdoor air, all of it', 'mesh'));
  else if (outdoor === 'economizer')
    cells.push(cell('economizer', 'Economizer', 'damper', { readings: INTO_THE_COIL }));
  else if (outdoor === 'manual damper' || outdoor === 'motorised damper')
    cells.push(cell('outdoor-air damper', 'Outdoor-air damper', 'damper', { of: 'economizer' }));
  if (kind !== 'exhaust fan' && kind !== 'unit heater')
    cells.push(
      cell('filter', 'Filters', 'filter', {
        weight: 0.6,
        readings: [
          ...(outdoor === 'economizer' ? [] : INTO_THE_COIL),
          'mixed air',
          'return static',
          'filter drop',
        ],
      }),
    );
  for (const { number } of circuits)
    cells.push(
      cell(
        `evaporator coil ${number}`,
        circuits.length > 1 ? `Evaporator ${number}` : HEAT_PUMPS.includes(kind) ? 'Air coil' : 'Evaporator',
        'coil',
        { of: 'evaporator coil', circuit: number, weight: 0.8, readings: ['coil drop'] },
      ),
    );
  cells.push(cell('blower motor', 'Blower motor', 'motor', { weight: 0.7, readings: ['blower amps'] }));
  if (belt || unknownDrive)
    cells.push(cell('blower belt', unknownDrive ? 'Belt, if it has one' : 'Belt', 'belt', { weight: 0.5 }));
  const heat = heatCells(kind, details);
  // The last thing the air meets is where its supply temperature belongs.
  const last = heat.length === 0 && kind !== 'exhaust fan' ? SUPPLY : {};
  cells.push(
    cell(
      'blower bearing',
      kind === 'exhaust fan' ? 'Fan wheel, bearings' : 'Blower, bearings',
      'wheel',
      last,
    ),
  );
  return [...cells, ...heat];
}

function heatCells(kind: UnitKind, { heat }: MachineDetails): Cell[] {
  const fuel =
    heat?.fuel ?? (kind === 'package gas/electric' || kind === 'make-up air' ? 'natural gas' : undefined);
  if (fuel === 'natural gas' || fuel === 'LP') {
    const direct = kind === 'make-up air';
    return [
      cell('burner', 'Burners, igniter, sensor', 'flame', { weight: 0.8, readings: [] }),
      ...(direct ? [] : [cell('heat exchanger', 'Heat exchanger', 'exchanger', SUPPLY)]),
      cell('gas valve', 'Gas valve', 'valve', { weight: 0.5, ...(direct ? SUPPLY : {}) }),
      ...(direct ? [] : [cell('inducer', 'Inducer', 'prop', { weight: 0.6 })]),
    ];
  }
  if (fuel === 'electric')
    return [cell('electric heat', 'Electric heat', 'element', { weight: 0.8, of: 'heat strip', ...SUPPLY })];
  if (fuel === 'hot water')
    return [cell('hot-water coil', 'Hot-water coil', 'coil', { weight: 0.8, of: 'pump or loop', ...SUPPLY })];
  return [];
}

/** One circuit from the compressor round to the metering device. */
function circuitCells(
  kind: UnitKind,
  number: number,
  many: boolean,
  metering: string | null | undefined,
  fans: boolean,
): Cell[] {
  const n = many ? ` ${number}` : '';
  const water = kind === 'water-source heat pump';
  return [
    cell(`circuit ${number} compressor`, `Compressor${n}`, 'can', {
      of: 'compressor',
      circuit: number,
      readings: ['suction pressure', 'suction line', 'discharge line', ...LEGS],
    }),
    cell(`crankcase heater ${number}`, `Crankcase heater${n}`, 'element', {
      of: 'crankcase heater',
      circuit: number,
      weight: 0.7,
    }),
    ...(HEAT_PUMPS.includes(kind) && number === 1
      ? [cell('reversing valve', 'Reversing valve', 'valve', { weight: 0.7 })]
      : []),
    cell(`condenser coil ${number}`, water ? `Water coil${n}` : `Condenser${n}`, water ? 'drum' : 'coil', {
      of: water ? 'pump or loop' : 'condenser coil',
      circuit: number,
      weight: 1.5,
      readings: ['liquid pressure', 'liquid line', 'condenser leaving air'],
    }),
    ...(fans
      ? [
          cell(
            number === 1 ? 'condenser fan motor' : `condenser fan motor ${number}`,
            `Condenser fan${n}`,
            'prop',
            { of: 'condenser fan motor', circuit: number, weight: 0.8 },
          ),
        ]
      : []),
    cell(`filter-drier ${number}`, `Filter-drier${n}`, 'drum', {
      of: 'filter-drier',
      readings: ['liquid after drier'],
      circuit: number,
      weight: 0.6,
    }),
    cell(
      `metering device ${number}`,
      metering ? `${metering.charAt(0).toUpperCase()}${metering.slice(1)}${n}` : `Metering device${n}`,
      'valve',
      { of: 'metering device', circuit: number, weight: 0.8 },
    ),
  ];
}

const controlCells = (kind: UnitKind): Cell[] => [
  cell('main board', 'Control board', 'box', { readings: [] }),
  cell('contactor', 'Contactors', 'box', {
    weight: 0.7,
    readings: ['volts L1-L2', 'volts L2-L3', 'volts L3-L1'],
  }),
  cell('capacitor', 'Capacitors', 'can', { weight: 0.6 }),
  cell('transformer', 'Transformer, control fuse', 'box', { weight: 0.7, readings: ['control volts'] }),
  cell('limit switch', kind === 'boiler' ? 'Limits, low water' : 'Safeties', 'cross', { weight: 0.7 }),
  ...(kind === 'package heat pump'
    ? [cell('defrost control', 'Defrost control', 'box', { weight: 0.7 })]
    : []),
  cell('disconnect or breaker', 'Disconnect', 'cross', { weight: 0.6 }),
];

/**
 * The cut through a machine, worked out from its record: as many circuits as it has, belt or direct drive,
 * gas or electric heat, economizer or all outdoor air. Air runs left to right along the bottom, refrigerant
 * right to left above it.
 */
export function sectionOf(record: SectionRecord): Section {
  if (record.kind === 'boiler') return boilerSection();
  if (record.kind === 'unit heater') return heaterSection();
  return airMachineSection(record);
}

/** Of the bottom row: the pan; what it leaves holds the controls with their words. */
const DRAIN_SHARE = 0.2;

function airMachineSection(record: SectionRecord): Section {
  const { kind, circuits } = record;
  const many = circuits.length > 1;
  const inner = WIDTH - 2 * PAD;
  const parts: SectionPart[] = [];
  const lines: SectionLine[] = [];
  const split = kind === 'split with air handler';
  let y = PAD + 22;
  const top = y;
  const fans = kind !== 'water-source heat pump';
  for (const { number, metering } of circuits) {
    parts.push(...row(circuitCells(kind, number, many, metering, fans), PAD + 6, y, inner - 12, ROW));
    y += ROW + GAP;
  }
  const outdoorBottom = y;
  if (split && circuits.length > 0) y += 38;
  const airTop = y;
  const air = row(airCells(record), PAD + 6, y, inner - 12, ROW + 16);
  parts.push(...air);
  y += ROW + 16 + GAP;
  if (circuits.length > 0 || kind === 'water-source heat pump') {
    parts.push(...row([cell('drain', 'Drain pan and trap', 'tray')], PAD + 6, y, inner * DRAIN_SHARE, 44));
  }
  const drainShown = parts.some((p) => p.id === 'drain');
  const controls = controlCells(kind).filter((c) => circuits.length > 0 || c.id !== 'capacitor');
  parts.push(
    ...row(
      controls,
      drainShown ? PAD + 6 + inner * DRAIN_SHARE + GAP : PAD + 6,
      y,
      drainShown ? inner * (1 - DRAIN_SHARE) - 12 - GAP : inner - 12,
      44,
    ),
  );
  y += 44 + 6;
  // Refrigerant: over each circuit from the compressor to its metering device, and down to its coil.
  for (const { number } of circuits) {
    const own = parts.filter((p) => p.circuit === number);
    const coil = own.find((p) => p.id.startsWith('evaporator'));
    const device = own.find((p) => p.id.startsWith('metering'));
    const compressor = own.find((p) => p.id.endsWith('compressor'));
    if (!coil || !device || !compressor) continue;
    const lane = compressor.y - 4;
    lines.push({
      kind: 'refrigerant',
      points: [
        [compressor.x + compressor.w / 2, lane],
        [device.x + device.w / 2, lane],
      ],
    });
    const drop = airTop - (split ? 26 : 5) + (number - 1) * 2;
    lines.push({
      kind: split ? 'field' : 'refrigerant',
      points: [
        [device.x + device.w / 2, device.y + device.h],
        [device.x + device.w / 2, drop],
        [coil.x + coil.w * 0.7, drop],
        [coil.x + coil.w * 0.7, coil.y],
      ],
    });
    lines.push({
      kind: split ? 'field' : 'refrigerant',
      points: [
        [coil.x + coil.w * 0.3, coil.y],
        [coil.x + coil.w * 0.3, drop + 3],
        [compressor.x + compressor.w * 0.4, drop + 3],
        [compressor.x + compressor.w * 0.4, compressor.y + compressor.h],
      ],
    });
  }
  const middle = airTop + (ROW + 16) / 2;
  lines.push({
    kind: 'air',
    points: [
      [-40, middle],
      [PAD + 2, middle],
    ],
    word:
      kind === 'exhaust fan'
        ? 'from the room'
        : record.details.outdoorAir === 'all outdoor air' || kind === 'make-up air'
          ? 'outdoor'
          : 'return',
  });
  lines.push({
    kind: 'air',
    points: [
      [WIDTH - PAD - 2, middle],
      [WIDTH + 40, middle],
    ],
    word: kind === 'exhaust fan' ? 'out' : 'supply',
  });
  const height = y + PAD;
  const cabinets =
    split && circuits.length > 0
      ? [
          { x: PAD, y: top - 8, w: inner, h: outdoorBottom - top + 8, word: 'Outdoor unit' },
          { x: PAD, y: airTop - 8, w: inner, h: height - airTop + 8 - 6, word: 'Air handler' },
        ]
      : [{ x: PAD, y: top - 8, w: inner, h: height - top + 2, word: '' }];
  return { width: WIDTH, height, cabinets, parts, lines };
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
    (top) => [{ kind: 'air', points: into(top + 70), word: 'room' }],
  );
