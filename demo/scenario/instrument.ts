import { workedOut, type CardEntries } from '#core/measuring/cards';
import type { MachineDetails } from '#core/machine';
import { DEFAULT_LIMITS } from '#core/measuring/answers';
import { normal, type Random } from '#core/base/random';
import {
  buildMachine,
  coolingState,
  heatState,
  powerState,
  RATING_SURROUNDINGS,
  readMachine,
  usualEer,
  USUAL_SPEC,
  type CircuitState,
  type Faults,
  type HeatState,
  type Machine,
  type SimFluid,
} from '#core/simulation';
import { daysBetween } from '#core/base/time';
import type { DemoUnit } from './fleet.ts';
import type { Line } from './writer.ts';

/* Every reading of the demo is taken on the simulated machine, in the weather and with the wear of its day. */

/** Outdoor temperature of the invented coast by day of the year, °F: mild summers, raw winters. */
export function outdoorF(date: string, random: Random): number {
  return Math.round(56 - 24 * Math.cos(season(date)) + 5 * normal(random));
}

const season = (date: string): number => {
  const day =
    (Date.UTC(2001, Number(date.slice(5, 7)) - 1, Number(date.slice(8, 10))) - Date.UTC(2001, 0, 1)) / 864e5;
  return ((day - 20) / 365) * 2 * Math.PI;
};

/** Below this nobody of Ironleaf judges a cooling circuit. */
export const COOLING_FROM_F = 60;

const monthsSince = (days: readonly string[], day: string): number => {
  const last = days.filter((d) => d < day).at(-1);
  return last === undefined ? 3 : daysBetween(last, day) / 30.4;
};

const atMost = (most: number, value: number): number => Math.min(most, Math.max(0, value));

/** A leak of strength 1 takes this share of the charge in a year. */
const LEAKED_SHARE = 0.35;

/** What ails a unit on a day, as it is found, before anybody has cleaned or topped up anything. */
export function asFound(unit: DemoUnit, day: string, today: string): Faults {
  const { wear } = unit;
  const full = wear.fullDays.filter((d) => d < day).at(-1) ?? String(unit.record.installed_on);
  const lacking = wear.airMendedOn !== undefined && day > wear.airMendedOn ? 0 : wear.airLost;
  return {
    'low indoor air': atMost(0.7, lacking + 0.5 * wear.dustPerMonth * monthsSince(wear.filterDays, day)),
    'condenser fouled': atMost(0.5, 0.5 * wear.dustPerMonth * monthsSince(wear.washDays, day)),
    'low charge': atMost(0.35, (LEAKED_SHARE * wear.leakPerYear * daysBetween(full, day)) / 365),
    'compressor leakage': atMost(0.5, wear.valvesWorn * (1 - daysBetween(day, today) / 3650)),
  };
}

/**
 * Temperatures and pressures do not depend on the size of a machine, so one of five tons is solved for each
 * kind of circuit.
 */
const MACHINES = new Map<string, Machine>();
function machineLike(unit: DemoUnit): Machine {
  if (!unit.refrigerant) throw new RangeError(`${unit.tag} has no refrigerant circuit`);
  const rejects = unit.kind === 'water-source heat pump' ? 'water' : 'air';
  const key = `${unit.refrigerant} ${unit.device} ${rejects}`;
  const known = MACHINES.get(key);
  if (known) return known;
  const refrigerant = unit.refrigerant as SimFluid;
  const machine = buildMachine({
    ...USUAL_SPEC,
    refrigerant,
    device: unit.device,
    rejects,
    eer: usualEer(refrigerant, rejects),
  });
  MACHINES.set(key, machine);
  return machine;
}

/**
 * States already solved, `null` where a safety ends it; faults are told apart in inSteps, a lost charge in
 * fiftieths, the weather in two degrees.
 */
const STATES = new Map<string, CircuitState | null>();
function solved(
  machine: Machine,
  outdoor: number,
  waterF: number,
  returnF: number,
  faults: Faults,
): CircuitState | null {
  const key = JSON.stringify([
    machine.spec.refrigerant,
    machine.spec.device,
    machine.spec.rejects,
    outdoor,
    waterF,
    returnF,
    faults,
  ]);
  const known = STATES.get(key);
  if (known !== undefined) return known;
  const found = coolingState(
    machine,
    { ...RATING_SURROUNDINGS, outdoorF: outdoor, waterF, returnF, returnWetF: returnF - 12 },
    faults,
  );
  const state = found.opens ? null : found;
  STATES.set(key, state);
  return state;
}

const inSteps = (faults: Faults): Faults =>
  Object.fromEntries(
    Object.entries(faults)
      .map(([name, value]) => {
        const parts = name === 'low charge' ? 50 : 20;
        return [name, Math.round(value * parts) / parts] as const;
      })
      .filter(([, value]) => value > 0),
  );
const even = (value: number): number => 2 * Math.round(value / 2);

/** The loop of a water-source site: cool in winter, warm in summer, held by boiler and tower. */
const loopF = (day: string): number => even(74 - 8 * Math.cos(season(day)));

/**
 * A set of cooling readings on a unit, running steadily as it is found; a note where it trips before anything
 * can be read.
 */
export function coolingReadings(
  unit: DemoUnit,
  day: string,
  outdoor: number,
  faults: Faults,
  random: Random,
): Line {
  const machine = machineLike(unit);
  const onto = even(outdoor);
  const found = inSteps(faults);
  const state = solved(machine, onto, loopF(day), 74 + Math.round(1.2 * normal(random)), found);
  if (!state)
    return { kind: 'note', body: { text: 'Trips on its safeties before it settles: no readings.' } };
  const circuits = Number(unit.record.tons) >= 7.5 ? 2 : 1;
  const share = Number(unit.record.tons) / circuits / machine.spec.tons;
  const power = powerState(
    { ...machine, spec: { ...machine.spec, volts: unit.volts } },
    { ...state, compressorW: state.compressorW * share },
    found,
  );
  return {
    kind: 'reading set',
    body: {
      mode: 'cooling',
      ...(circuits > 1 ? { circuit: 1 } : {}),
      outdoorF: onto,
      minutesRunning: 15,
      condenser: (found['condenser fouled'] ?? 0) > 0.15 ? 'dirty' : 'clean and dry',
      readings: readMachine(state, power, random),
    },
  };
}

/**
 * A bench card filled in on a visit, with its answers as the server would keep them. @throws RangeError for
 * what cannot be
 */
export function measured(card: string, entries: CardEntries): Line {
  const { inputs, answers, errors } = workedOut(card, entries);
  if (errors.length > 0)
    throw new RangeError(`${card}: ${errors.map((e) => `${e.input} ${e.why}`).join('; ')}`);
  return { kind: 'measurement', body: { card, inputs, answers, judgedBy: { limits: DEFAULT_LIMITS } } };
}

const tenth = (value: number) => Math.round(value * 10) / 10;

/** Gas heat of a unit as its plate says, or undefined where nobody has read the plate. */
function heatOf(unit: DemoUnit, faults: Faults): HeatState | undefined {
  const details = (unit.record.details ?? {}) as MachineDetails;
  const input = details.heat?.stagesBtuh?.at(-1);
  if (!input) return undefined;
  const tons = unit.record.tons as number | null;
  const usual = buildMachine(USUAL_SPEC);
  const ratedCfm = tons === null ? (input * 0.8) / (1.08 * 50) : tons * 400;
  return heatState(
    { ...usual, spec: { ...usual.spec, heatInputBtuh: input }, ratedCfm },
    { ...RATING_SURROUNDINGS, returnF: 66 },
    faults,
  );
}

/**
 * What a heating start-up measures: manifold, rise, combustion, flame signal. Nothing where the plate is not
 * known.
 */
export function heatMeasurements(unit: DemoUnit, faults: Faults, random: Random): Line[] {
  const details = (unit.record.details ?? {}) as MachineDetails;
  const state = heatOf(unit, faults);
  if (!state) return [];
  const air = (value: number) => ({ value: tenth(value + 0.5 * normal(random)), unit: '°F' });
  const plate = {
    ...(details.heat?.riseMinF ? { riseMin: { value: details.heat.riseMinF, unit: 'Δ°F' } } : {}),
    ...(details.heat?.riseMaxF ? { riseMax: { value: details.heat.riseMaxF, unit: 'Δ°F' } } : {}),
  };
  return [
    measured('gas-pressure', {
      gas: { value: 'natural gas' },
      manifold: { value: tenth(state.manifoldInWc + 0.05 * normal(random)), unit: 'in w.c.' },
    }),
    ...(unit.kind === 'boiler'
      ? []
      : [measured('rise', { returnAir: air(66), supplyAir: air(66 + state.riseF), ...plate })]),
    measured('combustion', {
      gas: { value: 'natural gas' },
      o2: { value: tenth(state.o2Pct + 0.2 * normal(random)), unit: '%' },
      co: { value: Math.max(0, Math.round(state.coPpm + 3 * normal(random))), unit: 'ppm' },
    }),
    flameSignal(faults, random),
  ];
}

/** The flame signal with a sound or a weak flame. */
export function flameSignal(faults: Faults, random: Random): Line {
  const state = heatState(buildMachine(USUAL_SPEC), RATING_SURROUNDINGS, faults);
  return measured('flame-signal', {
    signal: { value: tenth(Math.max(0.1, state.flameMicroAmps + 0.15 * normal(random))), unit: 'µA' },
  });
}

/** Water in and out of a water-source machine and what flow that means. */
export function loopReading(unit: DemoUnit, day: string, faults: Faults, random: Random): Line {
  const water = loopF(day);
  const state = solved(machineLike(unit), 76, water, 74, inSteps(faults));
  if (!state) throw new RangeError(`${unit.tag} does not run on its loop`);
  const f = (value: number) => ({ value: tenth(value + 0.3 * normal(random)), unit: '°F' });
  return measured('loop', {
    entering: f(water),
    leaving: f(state.leavingOutdoorF),
    tons: { value: Number(unit.record.tons) },
  });
}
