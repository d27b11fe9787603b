/** How a machine makes heat, as far as its circuit is concerned. */
export const HEATS = ['direct spark', 'hot surface', 'electric', 'heat pump', 'unit heater', 'none'] as const;
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
}

/** What is usual where nobody has read it off the machine [common practice]. */
export const USUAL: LadderPlate = {
  ...{ volts: 208, phase: 3, heat: 'direct spark', stages: 1, strips: 1 },
  ...{ drive: 'belt', proof: true, monitor: false, float: false },
};

/** Where the call of a stage arrives: Y where there is one, else Y1, Y2 and so on. */
export const callTerminal = ({ stages }: Pick<LadderPlate, 'stages'>, stage: number): string =>
  stages === 1 ? 'Y' : `Y${stage}`;
