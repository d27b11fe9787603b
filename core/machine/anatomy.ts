import { compareText } from '#core/base/collections';
import { UNIT_KINDS, type System, type UnitKind } from '#core/base/vocabulary';
import type { DRIVES, MachineDetails } from './details.ts';
import { isPart, partOf, type PartId } from './parts.ts';

/*
 * What a machine of each kind is made of. The drawing, the places for components, maintenance and the find
 * box refer to it by the identifiers of the parts.
 */

/** A place for a component: which part, and of which circuit where each circuit has its own. */
export interface Slot {
  readonly part: PartId;
  /** Null for a part the machine has once. */
  readonly circuit: number | null;
}

const AIR: readonly PartId[] = ['blower motor', 'filter'];
const BELT: readonly PartId[] = ['blower belt', 'pulley', 'blower bearing'];
const CONTROL: readonly PartId[] = ['main board', 'contactor', 'transformer', 'control fuse', 'thermostat'];
const OUTDOOR: readonly PartId[] = ['condenser fan motor', 'capacitor'];
const GAS: readonly PartId[] = [
  'heat exchanger',
  'burner',
  'igniter',
  'flame sensor',
  'inducer',
  'combustion-air proof',
  'gas valve',
  'limit switch',
  'rollout switch',
  'ignition control',
];
const CIRCUIT: readonly PartId[] = [
  'compressor',
  'crankcase heater',
  'high-pressure switch',
  'low-pressure switch',
  'evaporator coil',
  'metering device',
  'filter-drier',
  'refrigerant circuit',
];
const AIR_COOLED: readonly PartId[] = [...CIRCUIT, 'condenser coil'];

interface Anatomy {
  /** Parts the machine has once. */
  readonly once: readonly PartId[];
  /** Parts each refrigerant circuit has; none where the machine has no circuit. */
  readonly circuit: readonly PartId[];
}

export const ANATOMY: Readonly<Record<UnitKind, Anatomy>> = {
  'package gas/electric': {
    once: [...AIR, ...BELT, ...GAS, ...OUTDOOR, ...CONTROL, 'economizer', 'damper actuator', 'drain'],
    circuit: AIR_COOLED,
  },
  'package heat pump': {
    once: [
      ...AIR,
      ...OUTDOOR,
      ...CONTROL,
      'reversing valve',
      'defrost control',
      'heat strip',
      'economizer',
      'drain',
    ],
    circuit: [...AIR_COOLED, 'check valve'],
  },
  'package cooling only': {
    once: [...AIR, ...BELT, ...OUTDOOR, ...CONTROL, 'economizer', 'damper actuator', 'drain'],
    circuit: AIR_COOLED,
  },
  'split with air handler': {
    once: [...AIR, ...OUTDOOR, ...CONTROL, 'heat strip', 'drain', 'float switch'],
    circuit: AIR_COOLED,
  },
  'make-up air': {
    once: [
      ...AIR,
      ...BELT,
      ...CONTROL,
      'burner',
      'gas valve',
      'flame sensor',
      'ignition control',
      'fan proof',
      'limit switch',
      'outdoor-air mesh',
    ],
    circuit: [],
  },
  'water-source heat pump': {
    once: [...AIR, ...CONTROL, 'reversing valve', 'drain', 'float switch', 'pump or loop', 'flow switch'],
    circuit: CIRCUIT,
  },
  boiler: {
    once: [
      'burner',
      'gas valve',
      'igniter',
      'flame sensor',
      'ignition control',
      'heat exchanger',
      'pump or loop',
      'low-water cutoff',
      'limit switch',
      'main board',
      'transformer',
    ],
    circuit: [],
  },
  'unit heater': { once: [...GAS, 'blower motor', 'thermostat', 'transformer'], circuit: [] },
  'exhaust fan': { once: ['blower motor', ...BELT, 'contactor'], circuit: [] },
};

const partsOf = (kind: UnitKind): readonly PartId[] => [...ANATOMY[kind].once, ...ANATOMY[kind].circuit];

/** Kinds of machine that have all of some parts and none of others. */
export const kindsWith = (parts: readonly PartId[], without: readonly PartId[] = []): UnitKind[] =>
  UNIT_KINDS.filter((kind) => {
    const own = partsOf(kind);
    return parts.every((id) => own.includes(id)) && !without.some((id) => own.includes(id));
  });

/** A machine as far as its record says what is in it; what is left out is as usual for its kind. */
export interface MachineThere {
  readonly kind: UnitKind;
  /** True where it has a refrigerant circuit on record, whatever its kind. */
  readonly cools?: boolean | undefined;
  readonly outdoorAir?: MachineDetails['outdoorAir'] | null;
  readonly smokeDetectors?: MachineDetails['smokeDetectors'] | null;
  readonly drive?: (typeof DRIVES)[number] | null | undefined;
}

const BELT_ONLY: readonly PartId[] = ['blower belt', 'pulley'];

/** The parts of a machine: those of its kind, with what its record says otherwise. */
export function partsThere({
  kind,
  cools,
  outdoorAir,
  smokeDetectors,
  drive,
}: MachineThere): ReadonlySet<PartId> {
  const { circuit } = ANATOMY[kind];
  const there = new Set(partsOf(kind));
  if (cools && circuit.length === 0)
    for (const id of [...AIR_COOLED, ...OUTDOOR, 'drain' as const]) there.add(id);
  if (outdoorAir === 'economizer') there.add('economizer');
  else if (outdoorAir) there.delete('economizer');
  if (smokeDetectors && smokeDetectors !== 'none') there.add('duct smoke detector');
  if (drive === 'direct') for (const id of BELT_ONLY) there.delete(id);
  if (drive === 'belt') for (const id of BELT) there.add(id);
  return there;
}

/** What a kind of machine does: the systems its parts belong to. */
export const systemsOf = (kind: UnitKind): ReadonlySet<System> =>
  new Set(partsOf(kind).map((id) => partOf(id).system));

/** The circuits of a unit: those on record, else the one that every cooling machine has. */
export const circuitsOf = (kind: UnitKind, recorded: readonly number[]): readonly number[] =>
  recorded.length > 0 ? recorded : ANATOMY[kind].circuit.length > 0 ? [1] : [];

/** Every place for a component in a unit, by name. */
export function slotsOf(kind: UnitKind, recorded: readonly number[]): Slot[] {
  const { once, circuit } = ANATOMY[kind];
  return [
    ...once.map((id) => ({ part: id, circuit: null })),
    ...circuitsOf(kind, recorded).flatMap((number) => circuit.map((id) => ({ part: id, circuit: number }))),
  ].sort((a, b) => compareText(slotName(a), slotName(b)));
}

/** True when a unit has that place. */
export const hasSlot = (kind: UnitKind, recorded: readonly number[], slot: Slot): boolean =>
  slotsOf(kind, recorded).some((own) => sameSlot(own, slot));

export const sameSlot = (a: Slot, b: Slot): boolean => a.part === b.part && a.circuit === b.circuit;

/**
 * The name of a place as people say it.
 * @example slotName({ part: 'compressor', circuit: 2 }) // "circuit 2 compressor"
 */
export const slotName = ({ part, circuit }: Slot): string =>
  circuit === null ? part : `circuit ${circuit} ${part}`;

/**
 * A part in a sentence, with its circuit where one is known.
 * @example partOnCircuit('compressor', 2) // "compressor on circuit 2"
 */
export const partOnCircuit = (part: string, circuit: number | null): string => {
  if (circuit === null) return part;
  return part === 'refrigerant circuit' ? `${part} ${circuit}` : `${part} on circuit ${circuit}`;
};

/** One text for a place, for keys and choices; {@link slotOfKey} reads it back. */
export const slotKey = ({ part, circuit }: Slot): string => `${part}@${circuit ?? ''}`;

/** @returns undefined where the text is no key of a place */
export function slotOfKey(key: string): Slot | undefined {
  const [part, circuit] = key.split('@');
  if (part === undefined || circuit === undefined || !isPart(part)) return undefined;
  const number = circuit === '' ? null : Number(circuit);
  return number === null || (Number.isInteger(number) && number > 0) ? { part, circuit: number } : undefined;
}

/** A place for a part: its circuit counts only where each circuit has one. */
export const slotFor = (part: PartId, circuit: number | null | undefined): Slot => ({
  part,
  circuit: partOf(part).perCircuit ? (circuit ?? null) : null,
});
