import {
  buildMachine,
  coolingState,
  heatState,
  powerState,
  type CoolingState,
  type Faults,
  type HeatState,
  type MachineSpec,
  type PowerState,
  type Surroundings,
} from '#core/simulation';

/** A machine as it runs sound and with its faults, or why it does not. */
export interface Played {
  readonly sound: CoolingState;
  readonly now?: CoolingState;
  readonly power?: PowerState;
  readonly heat?: HeatState;
  readonly soundHeat?: HeatState;
  readonly trips?: string;
  readonly chargeLb: number;
}

/** Solves both states off the main thread, so that the sliders never stick. */
export function play(spec: MachineSpec, around: Surroundings, faults: Faults): Played {
  const machine = buildMachine(spec);
  const sound = coolingState(machine, around);
  const heats =
    spec.heatInputBtuh > 0
      ? { heat: heatState(machine, around, faults), soundHeat: heatState(machine, around) }
      : {};
  try {
    const now = coolingState(machine, around, faults);
    return { sound, now, power: powerState(machine, now, faults), chargeLb: machine.chargeLb, ...heats };
  } catch (error) {
    if (!(error instanceof RangeError)) throw error;
    return { sound, trips: error.message, chargeLb: machine.chargeLb, ...heats };
  }
}
