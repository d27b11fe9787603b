import {
  faultsOf,
  HEATING_SURROUNDINGS,
  RATING_SURROUNDINGS,
  usualEer,
  USUAL_SPEC,
  type Device,
  type Fault,
  type Faults,
  type MachineSpec,
  type SimFluid,
  type Surroundings,
} from '#core/simulation';
import type { Call, Wish } from './play.ts';

export const BUILDS = {
  gas: 'package unit with gas heat',
  'heat pump': 'package heat pump',
  loop: 'water-source heat pump',
} as const;
export type Build = keyof typeof BUILDS;

/** A fault that the machine was given and does not tell. */
interface Hidden {
  readonly fault: Fault;
  readonly strength: number;
  /** What somebody took it for, once they have said so. */
  readonly guess?: Fault;
}

/** What is set on the screen; it survives a reload. */
export interface Setting {
  readonly refrigerant: SimFluid;
  readonly device: Device;
  readonly build: Build;
  readonly tons: number;
  readonly call: Call;
  readonly around: Surroundings;
  readonly frost: number;
  readonly faults: Faults;
  readonly hidden?: Hidden | undefined;
}

/** Weather to begin with: a warm afternoon, or a raw day that lets frost grow. */
export const WEATHER_OF: Readonly<Record<Call, Surroundings>> = {
  cooling: { ...RATING_SURROUNDINGS, outdoorF: 90, returnF: 76, returnWetF: 63 },
  heating: { ...HEATING_SURROUNDINGS, outdoorF: 34 },
};

export const START: Setting = {
  refrigerant: 'R-410A',
  device: 'expansion valve',
  build: 'gas',
  tons: 5,
  call: 'cooling',
  around: WEATHER_OF.cooling,
  frost: 0,
  faults: {},
};

/** The machine of a setting. Strips of a heat pump: 1.5 kW a ton [common practice]. */
function specOf({ refrigerant, device, build, tons }: Setting): MachineSpec {
  const rejects = build === 'loop' ? 'water' : 'air';
  return {
    ...USUAL_SPEC,
    refrigerant,
    device,
    rejects,
    tons,
    eer: usualEer(refrigerant, rejects),
    heatPump: build !== 'gas',
    stripKw: build === 'heat pump' ? 1.5 * tons : 0,
    heatInputBtuh: build === 'gas' ? 22_000 * tons : 0,
  };
}

/** What is asked of the simulation: the hidden fault alone where there is one. */
export const wishOf = (setting: Setting): Wish => ({
  spec: specOf(setting),
  call: setting.call,
  around: setting.around,
  faults: setting.hidden ? { [setting.hidden.fault]: setting.hidden.strength } : setting.faults,
  frost: setting.call === 'heating' && setting.build === 'heat pump' ? setting.frost : 0,
});

/** Faults that show in no reading of the mode, or only by chance: nobody is asked to find them blind. */
const NOT_TO_BE_SEEN: readonly Fault[] = ['clogged drain', 'unbalanced supply'];
const ONLY_IN: Readonly<Partial<Record<Fault, Call>>> = {
  'high gas pressure': 'heating',
  'low combustion air': 'heating',
  'holed exchanger': 'heating',
  'reversing valve stuck': 'heating',
  'check valve leaking': 'heating',
  'check valve stuck shut': 'heating',
  'defrost not working': 'heating',
  'strip heat out': 'heating',
  'tower fan dead': 'cooling',
};
/** With gas heat the circuit stands and its faults do not show. */
const WITH_GAS: readonly Fault[] = [
  'high gas pressure',
  'low combustion air',
  'holed exchanger',
  'low indoor air',
  'weak flame',
];

/** Faults that do something to the machine as it is set; with gas heat the circuit stands. */
export const possibleFaults = (setting: Setting): Fault[] =>
  faultsOf(specOf(setting)).filter(
    (fault) => setting.build !== 'gas' || setting.call !== 'heating' || WITH_GAS.includes(fault),
  );

/** Faults that can be told from what the machine shows as it is set. */
export const faultsToFind = (setting: Setting): Fault[] =>
  possibleFaults(setting).filter(
    (fault) => !NOT_TO_BE_SEEN.includes(fault) && (ONLY_IN[fault] ?? setting.call) === setting.call,
  );
