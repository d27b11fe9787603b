import type { PartId } from '#core/machine';
import type { Faults, MachineSpec, Surroundings } from '#core/simulation';

/** What the readings of a set cannot part, whatever is read: told as one, with the look that parts them. */
export type Group =
  | 'too little charge'
  | 'too much in the condenser'
  | 'fed too little'
  | 'fed too much'
  | 'compressor weak'
  | 'turns backwards'
  | 'does not run'
  | 'condenser gives off too little'
  | 'too little indoor air'
  | 'outdoor air'
  | 'water';

export interface CauseRow {
  readonly group: Group;
  /** As a technician would say it. */
  readonly words: string;
  readonly part: PartId;
  /** What is wrong with the part, as a finding says it. */
  readonly failure: string;
  /** How often it is met where something is wrong [from memory], in comparison with the others. */
  readonly met: number;
  /** From light to heavy, as the simulated machine has it. */
  readonly levels: readonly number[];
  readonly faults: (level: number) => Faults;
  /** What it stands in is otherwise than read. */
  readonly around?: (around: Surroundings, level: number) => Surroundings;
  readonly only?: MachineSpec['rejects'];
}

const rows = {
  'low charge': {
    failure: 'low on charge',
    ...{ group: 'too little charge', words: 'part of the charge is gone', part: 'refrigerant circuit' },
    ...{ met: 0.16, levels: [0.1, 0.2, 0.3, 0.42] },
    faults: (level) => ({ 'low charge': level }),
  },
  overcharge: {
    failure: 'overcharged',
    ...{ group: 'too much in the condenser', words: 'too much charge', part: 'refrigerant circuit' },
    ...{ met: 0.05, levels: [0.1, 0.2, 0.32] },
    faults: (level) => ({ overcharge: level }),
  },
  'foreign gas': {
    failure: 'air or nitrogen in it',
    ...{
      group: 'too much in the condenser',
      words: 'air or nitrogen in the circuit',
      part: 'refrigerant circuit',
    },
    ...{ met: 0.02, levels: [0.2, 0.5, 0.9] },
    faults: (level) => ({ 'non-condensables': level }),
  },
  restriction: {
    failure: 'restricted',
    ...{ group: 'fed too little', words: 'something is in the way of the liquid', part: 'filter-drier' },
    ...{ met: 0.04, levels: [0.5, 0.7, 0.85, 1] },
    faults: (level) => ({ 'liquid-line restriction': level }),
  },
  'feeds too little': {
    failure: 'feeds too little',
    ...{ group: 'fed too little', words: 'the metering device feeds too little', part: 'metering device' },
    ...{ met: 0.04, levels: [0.35, 0.65, 1] },
    faults: (level) => ({ 'valve stuck shut': level }),
  },
  'feeds too much': {
    failure: 'feeds too much',
    ...{ group: 'fed too much', words: 'the metering device feeds too much', part: 'metering device' },
    ...{ met: 0.03, levels: [0.25, 0.6, 1] },
    faults: (level) => ({ 'valve stuck open': level }),
  },
  'no metering device': {
    failure: 'missing',
    ...{ group: 'fed too much', words: 'nothing meters at all', part: 'metering device' },
    ...{ met: 0.005, levels: [0.7] },
    faults: (level) => ({ 'valve missing': level }),
  },
  'compressor weak': {
    failure: 'moves too little',
    ...{ group: 'compressor weak', words: 'the compressor moves too little', part: 'compressor' },
    ...{ met: 0.03, levels: [0.25, 0.55, 1] },
    faults: (level) => ({ 'compressor leakage': level }),
  },
  'turns backwards': {
    failure: 'two legs swapped',
    ...{ group: 'turns backwards', words: 'the compressor turns backwards', part: 'wiring' },
    ...{ met: 0.01, levels: [1] },
    faults: () => ({ 'reversed rotation': 1 }),
  },
  'does not run': {
    failure: 'does not run',
    ...{ group: 'does not run', words: 'the compressor does not run', part: 'compressor' },
    ...{ met: 0.02, levels: [1] },
    faults: () => ({ 'open overload': 1 }),
  },
  'condenser fouled': {
    failure: 'dirty',
    ...{ group: 'condenser gives off too little', words: 'the condenser is dirty', part: 'condenser coil' },
    ...{ met: 0.13, levels: [0.3, 0.6, 0.9], only: 'air' },
    faults: (level) => ({ 'condenser fouled': level }),
  },
  'condenser fan': {
    failure: 'stands or is slow',
    ...{
      group: 'condenser gives off too little',
      words: 'a condenser fan stands or is slow',
      part: 'condenser fan motor',
    },
    ...{ met: 0.07, levels: [0.3, 0.55, 0.8], only: 'air' },
    faults: (level) => ({ 'condenser fan dead': level }),
  },
  recirculates: {
    failure: 'draws its own warm air',
    ...{
      group: 'condenser gives off too little',
      words: 'the condenser draws its own warm air again',
      part: 'condenser coil',
    },
    ...{ met: 0.02, levels: [8, 16, 24], only: 'air' },
    faults: () => ({}),
    around: (around, level) => ({ ...around, outdoorF: around.outdoorF + level }),
  },
  'low indoor air': {
    failure: 'too little air over the coil',
    ...{ group: 'too little indoor air', words: 'too little air over the indoor coil', part: 'filter' },
    ...{ met: 0.2, levels: [0.3, 0.5, 0.7, 0.9] },
    faults: (level) => ({ 'low indoor air': level }),
  },
  'outdoor air': {
    failure: 'too much outdoor air',
    ...{ group: 'outdoor air', words: 'too much outdoor air is mixed in', part: 'economizer' },
    ...{ met: 0.05, levels: [0.25, 0.55] },
    faults: () => ({}),
    around: (around, level) => ({ ...around, outdoorAirShare: level }),
  },
  'low water flow': {
    failure: 'too little water',
    ...{ group: 'water', words: 'too little water through the coil', part: 'pump or loop' },
    ...{ met: 0.15, levels: [0.4, 0.65, 0.85], only: 'water' },
    faults: (level) => ({ 'low water flow': level }),
  },
} as const satisfies Record<string, CauseRow>;

export type CauseId = keyof typeof rows;
export const CAUSES: Readonly<Record<CauseId, CauseRow>> = rows;
const CAUSE_IDS = Object.keys(rows) as CauseId[];

/** What can be wrong with a machine of this build. */
export const causesOf = ({ rejects }: Pick<MachineSpec, 'rejects'>): CauseId[] =>
  CAUSE_IDS.filter((id) => {
    const { only } = CAUSES[id];
    return only === undefined || only === rejects;
  });

/** How often nothing is wrong, and how often something that is not in the table [from memory]. */
export const MET = { sound: 0.4, other: 0.03 } as const;

/** As it is said of the whole of a group. */
export const GROUP_WORDS: Readonly<Record<Group | 'sound' | 'none of these', string>> = {
  'too little charge': 'part of the charge is gone',
  'too much in the condenser': 'too much in the condenser: charge, or air or nitrogen',
  'fed too little': 'the coil is fed too little: something in the way of the liquid, or the metering device',
  'fed too much': 'the coil is fed too much: the metering device or its bulb',
  'compressor weak': 'the compressor moves too little',
  'turns backwards': 'the compressor turns backwards',
  'does not run': 'the compressor does not run',
  'condenser gives off too little': 'the condenser gives off too little heat',
  'too little indoor air': 'too little air over the indoor coil',
  'outdoor air': 'too much outdoor air is mixed in',
  water: 'too little water through the coil',
  sound: 'nothing wrong with the refrigerant circuit',
  'none of these': 'something that is not in the table',
};
