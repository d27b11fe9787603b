import {
  atRest,
  buildMachine,
  coolingState,
  defrost,
  frostAfter,
  heatPumpState,
  heatState,
  powerState,
  type CircuitState,
  type Defrost,
  type Faults,
  type HeatState,
  type MachineSpec,
  type PowerState,
  type Surroundings,
} from '#core/simulation';

/** What the thermostat asks for. */
export type Call = 'cooling' | 'heating';

/** A machine, what it stands in and what is wrong with it. */
export interface Wish {
  readonly spec: MachineSpec;
  readonly call: Call;
  readonly around: Surroundings;
  readonly faults: Faults;
  /** Share of the outdoor coil of a heat pump that frost closes. */
  readonly frost: number;
}

/** A machine as it runs sound and with its faults. */
export interface Played {
  readonly sound: CircuitState;
  readonly now: CircuitState;
  readonly power: PowerState;
  /** Gas heat, where it has any and heating is asked for. */
  readonly heat?: HeatState;
  readonly soundHeat?: HeatState;
  /** What an hour of heating leaves on the outdoor coil, as a share of it, and what melts it again. */
  readonly frostInAnHour?: number;
  readonly defrost?: Defrost;
}

/** Solves both states off the main thread, so that the sliders never stick. */
export function play({ spec, call, around, faults, frost }: Wish): Played {
  const machine = buildMachine(spec);
  if (call === 'cooling') {
    const now = coolingState(machine, around, faults);
    return { sound: coolingState(machine, around), now, power: powerState(machine, now, faults) };
  }
  if (spec.heatPump) {
    const now = heatPumpState(machine, around, faults, frost);
    return {
      sound: heatPumpState(machine, around),
      now,
      power: powerState(machine, now, faults),
      ...(spec.rejects === 'air' ? { frostInAnHour: frostAfter(machine, now, 60) } : {}),
      ...(frost > 0 ? { defrost: defrost(machine, around, faults, frost) } : {}),
    };
  }
  // Gas heats while the circuit stands.
  const rest = atRest(machine, around, faults);
  return {
    sound: atRest(machine, around, {}),
    now: rest,
    power: powerState(machine, rest, faults),
    heat: heatState(machine, around, faults),
    soundHeat: heatState(machine, around),
  };
}
