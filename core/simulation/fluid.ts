import { saturationPressure, saturationTemperature, STANDARD_ATMOSPHERE_PSI } from '../refrigerant/index.ts';

const { max, min } = Math;

/**
 * Refrigerants of the simulated machine: saturation from the published curves, the rest from constants and
 * three textbook relations. Constants are published values from memory, rounded; they are not fitted to any
 * diagnosis.
 */
interface Constants {
  /** Molar mass, lb/lbmol. */
  readonly molar: number;
  readonly criticalF: number;
  readonly criticalPsia: number;
  readonly boilingF: number;
  /** Latent heat at the normal boiling point, Btu/lb. */
  readonly latent: number;
  /** Specific heat of liquid and of vapour, Btu/lb·°F. */
  readonly liquidCp: number;
  readonly vapourCp: number;
  /** Saturated liquid at 100 °F, lb/ft³, and its change with temperature. */
  readonly liquidDensity: number;
  readonly densitySlope: number;
}

export const SIM_FLUIDS = {
  'R-22': {
    molar: 86.47,
    criticalF: 205.1,
    criticalPsia: 723.7,
    boilingF: -41.5,
    latent: 100.5,
    liquidCp: 0.31,
    vapourCp: 0.19,
    liquidDensity: 71.2,
    densitySlope: -0.13,
  },
  'R-410A': {
    molar: 72.58,
    criticalF: 160.4,
    criticalPsia: 710.9,
    boilingF: -60.5,
    latent: 117.4,
    liquidCp: 0.43,
    vapourCp: 0.28,
    liquidDensity: 61.5,
    densitySlope: -0.17,
  },
  'R-32': {
    molar: 52.02,
    criticalF: 172.6,
    criticalPsia: 838.6,
    boilingF: -61,
    latent: 164.2,
    liquidCp: 0.48,
    vapourCp: 0.32,
    liquidDensity: 56.2,
    densitySlope: -0.15,
  },
  'R-454B': {
    molar: 62.6,
    criticalF: 171.5,
    criticalPsia: 763,
    boilingF: -59.5,
    latent: 133,
    liquidCp: 0.45,
    vapourCp: 0.29,
    liquidDensity: 57.5,
    densitySlope: -0.16,
  },
  'R-407C': {
    molar: 86.2,
    criticalF: 187.2,
    criticalPsia: 671.8,
    boilingF: -46.4,
    latent: 107,
    liquidCp: 0.38,
    vapourCp: 0.22,
    liquidDensity: 67.5,
    densitySlope: -0.16,
  },
} as const satisfies Record<string, Constants>;
export type SimFluid = keyof typeof SIM_FLUIDS;

/** Gas constant, psia·ft³ per lbmol·°R. */
const GAS_CONSTANT = 10.7316;
const WATSON = 0.38;
const rankine = (f: number) => f + 459.67;

/**
 * Properties of one refrigerant: °F, psia, lb/ft³, Btu/lb. Heat content counts from saturated liquid at 0 °F.
 */
export interface Fluid {
  readonly name: SimFluid;
  psia(tempF: number, curve: 'dew' | 'bubble'): number;
  saturationF(psia: number, curve: 'dew' | 'bubble'): number;
  latent(tempF: number): number;
  liquid(tempF: number): number;
  vapour(tempF: number, saturationF: number): number;
  vapourDensity(tempF: number, saturationF: number): number;
  liquidDensity(tempF: number): number;
  readonly vapourCp: number;
  readonly liquidCp: number;
}

/** Curves end at 150 °F; the solver is kept inside. */
const clampF = (f: number) => min(148, max(-38, f));

/**
 * A refrigerant for the simulation. Latent heat by Watson (1943), vapour density by a compressibility that
 * follows reduced pressure, 1 − 0.553 · p_r^0.706 at saturation, set by two published saturated vapour
 * densities of R-22 and R-410A [from memory].
 */
export function fluidOf(name: SimFluid): Fluid {
  const c: Constants = SIM_FLUIDS[name];
  const watson = (f: number) =>
    c.latent *
    (max(0.02, 1 - rankine(f) / rankine(c.criticalF)) / (1 - rankine(c.boilingF) / rankine(c.criticalF))) **
      WATSON;
  const psia = (f: number, curve: 'dew' | 'bubble') =>
    saturationPressure(name, curve, clampF(f)) + STANDARD_ATMOSPHERE_PSI;
  const liquid = (f: number) => c.liquidCp * f;
  return {
    name,
    psia,
    saturationF: (p, curve) => saturationTemperature(name, curve, p - STANDARD_ATMOSPHERE_PSI),
    latent: watson,
    liquid,
    vapour: (f, satF) => liquid(satF) + watson(satF) + c.vapourCp * (f - satF),
    vapourDensity: (f, satF) => {
      const p = psia(satF, 'dew');
      const saturated = 0.553 * (p / c.criticalPsia) ** 0.706;
      // Away from saturation a vapour comes closer to an ideal gas.
      const z = 1 - saturated * (rankine(satF) / rankine(max(f, satF))) ** 3;
      return (p * c.molar) / (z * GAS_CONSTANT * rankine(max(f, satF)));
    },
    liquidDensity: (f) => c.liquidDensity + c.densitySlope * (f - 100),
    vapourCp: c.vapourCp,
    liquidCp: c.liquidCp,
  };
}
