import type { COMMANDERS } from '#core/machine';

/** How a machine makes heat, as far as its circuit is concerned. */
export const HEATS = [
  ...(['direct spark', 'hot surface', 'intermittent pilot', 'electric', 'heat pump', 'none'] as const),
  ...(['unit heater', 'water source', 'make-up air', 'boiler'] as const),
] as const;
/** Supplies a plate can name, V; 208/230 V plates stand for what is there. */
export const SUPPLY_VOLTS = [115, 208, 240, 480, 600] as const;

/** What of a machine decides its ladder. */
export interface LadderPlate {
  readonly volts: (typeof SUPPLY_VOLTS)[number];
  readonly phase: 1 | 3;
  readonly heat: (typeof HEATS)[number];
  /** Stages of cooling; none where it does not cool. */
  readonly stages: 0 | 1 | 2 | 3 | 4;
  /** Strips of electric heat. */
  readonly strips: 1 | 2 | 3;
  readonly drive: 'belt' | 'direct';
  /** A switch proves the blower before the compressor may start. */
  readonly proof: boolean;
  /** A phase monitor stands before the thermostat. */
  readonly monitor: boolean;
  /** A float in the drain pan stops it. */
  readonly float: boolean;
  /** Its first stage of cooling opens a damper while it is cool outdoors. */
  readonly economizer: boolean;
  readonly commanded: (typeof COMMANDERS)[number];
}

/** What is usual where nobody has read it off the machine [common practice]. */
export const USUAL: LadderPlate = {
  ...{ volts: 208, phase: 3, heat: 'direct spark', stages: 1, strips: 1 },
  ...{ drive: 'belt', proof: true, monitor: false, float: false },
  ...{ economizer: false, commanded: 'thermostat' },
};

/** Its heat comes from a gas flame in a section of the machine. */
export const burns = ({ heat }: Pick<LadderPlate, 'heat'>): boolean =>
  heat === 'direct spark' || heat === 'hot surface' || heat === 'intermittent pilot';
/** A refrigerant circuit of it heats as well. */
export const reverses = ({ heat }: Pick<LadderPlate, 'heat'>): boolean =>
  heat === 'heat pump' || heat === 'water source';

/** What goes with a way of heating that a kind of machine has alone. */
const GOES_WITH: Readonly<Partial<Record<LadderPlate['heat'], Partial<LadderPlate>>>> = {
  'unit heater': { volts: 115, phase: 1, stages: 0, drive: 'direct', proof: false },
  boiler: { volts: 115, phase: 1, stages: 0, drive: 'direct', proof: false },
  'make-up air': { stages: 0, proof: false },
  'water source': { stages: 1, drive: 'direct', proof: false, float: true },
};

/** Kinds of machine that heat in no other way: their kind says it, and nobody chooses it. */
export const OWN_HEATS: readonly LadderPlate['heat'][] = HEATS.filter(
  (heat) => GOES_WITH[heat] !== undefined,
);

/** The same machine heated in another way, with what goes with it. */
export function heatedBy(heat: LadderPlate['heat'], plate: LadderPlate): LadderPlate {
  const kind = GOES_WITH[heat];
  if (kind) return { ...plate, economizer: false, commanded: 'thermostat', ...kind, heat };
  const own = GOES_WITH[plate.heat] !== undefined;
  return own ? { ...USUAL, heat } : { ...plate, heat };
}

/** Where the call of a stage arrives: Y where there is one, else Y1, Y2 and so on. */
export const callTerminal = ({ stages }: Pick<LadderPlate, 'stages'>, stage: number): string =>
  stages === 1 ? 'Y' : `Y${stage}`;
