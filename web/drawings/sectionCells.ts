import type { PartId, MachineDetails } from '#core/machine';
import type { UnitKind } from '#core/base/vocabulary';
import type { ReadingPoint } from '#core/evidence';

/* What a machine is made of, by its record: the parts of its section before they have their places. */

/** How a part is drawn. */
export type Glyph =
  | 'damper'
  | 'mesh'
  | 'filter'
  | 'coil'
  | 'jacket'
  | 'scroll'
  | 'draft'
  | 'belt'
  | 'motor'
  | 'flame'
  | 'element'
  | 'exchanger'
  | 'sections'
  | 'can'
  | 'band'
  | 'prop'
  | 'four-way'
  | 'expansion'
  | 'orifice'
  | 'capillary'
  | 'drier'
  | 'gas-valve'
  | 'pump'
  | 'tray'
  | 'board'
  | 'contactor'
  | 'capacitor'
  | 'transformer'
  | 'switch'
  | 'disconnect';

export interface SectionRecord {
  readonly kind: UnitKind;
  readonly circuits: readonly { readonly number: number; readonly metering?: string | null }[];
  readonly details: MachineDetails;
}

export interface Cell {
  readonly id: string;
  readonly word: string;
  readonly glyph: Glyph;
  readonly weight?: number;
  readonly of?: PartId;
  readonly circuit?: number;
  readonly readings?: readonly ReadingPoint[];
}

export const cell = (id: string, word: string, glyph: Glyph, more: Partial<Cell> = {}): Cell => ({
  id,
  word,
  glyph,
  ...more,
});

/** What is measured in the air before it is treated. */
const INTO_THE_COIL: readonly ReadingPoint[] = ['return air', 'return wet bulb'];
const SUPPLY = { readings: ['supply air', 'supply wet bulb', 'supply static'] as const };
export const LEGS: readonly ReadingPoint[] = ['amps L1', 'amps L2', 'amps L3'];

export const HEAT_PUMPS: readonly UnitKind[] = ['package heat pump', 'water-source heat pump'];

/** Whether air goes through the machine itself: all but a boiler. */
export const hasAir = (kind: UnitKind): boolean => kind !== 'boiler';

/** What the air meets on its way, left to right. */
export function airCells({ kind, circuits, details }: SectionRecord): Cell[] {
  if (kind === 'unit heater')
    return [
      cell('blower motor', 'Fan', 'prop', { readings: ['return air', 'blower amps'] }),
      ...heatCells(kind, details),
    ];
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
  if (kind !== 'exhaust fan')
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
      'scroll',
      last,
    ),
  );
  return [...cells, ...heat];
}

/** Kinds that burn gas unless their record says otherwise. */
const FIRED: readonly UnitKind[] = ['package gas/electric', 'make-up air', 'unit heater'];
const fuelOf = (kind: UnitKind, { heat }: MachineDetails) =>
  heat?.fuel ?? (FIRED.includes(kind) ? 'natural gas' : undefined);
export const burnsGas = (kind: UnitKind, details: MachineDetails): boolean => {
  const fuel = fuelOf(kind, details);
  return fuel === 'natural gas' || fuel === 'LP';
};
/** Fired in the air itself, without an exchanger. */
export const direct = (kind: UnitKind): boolean => kind === 'make-up air';

/** What of the heat stands in the air. */
function heatCells(kind: UnitKind, details: MachineDetails): Cell[] {
  if (burnsGas(kind, details))
    return direct(kind)
      ? [cell('burner', 'Burner, igniter, sensor', 'flame', { weight: 0.8, ...SUPPLY })]
      : [cell('heat exchanger', 'Heat exchanger', 'exchanger', { weight: 1.1, ...SUPPLY })];
  switch (fuelOf(kind, details)) {
    case 'electric':
      return [
        cell('electric heat', 'Electric heat', 'element', { weight: 0.8, of: 'heat strip', ...SUPPLY }),
      ];
    case 'hot water':
      return [
        cell('hot-water coil', 'Hot-water coil', 'coil', { weight: 0.8, of: 'pump or loop', ...SUPPLY }),
      ];
    default:
      return [];
  }
}

export const controlCells = (kind: UnitKind): Cell[] => [
  cell('disconnect or breaker', 'Disconnect', 'disconnect'),
  cell('contactor', 'Contactors', 'contactor', { readings: ['volts L1-L2', 'volts L2-L3', 'volts L3-L1'] }),
  cell('capacitor', 'Capacitors', 'capacitor'),
  cell('transformer', 'Transformer, control fuse', 'transformer', { readings: ['control volts'] }),
  cell('main board', 'Control board', 'board', { readings: [] }),
  cell('limit switch', kind === 'boiler' ? 'Limits, low water' : 'Safeties', 'switch'),
  ...(kind === 'package heat pump' ? [cell('defrost control', 'Defrost control', 'board')] : []),
];
