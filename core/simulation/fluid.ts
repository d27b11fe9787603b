import {
  saturationPressure,
  saturationTemperature,
  STANDARD_ATMOSPHERE_PSI,
} from '#core/measuring/refrigerant';

const { exp, floor, log, max, min } = Math;

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
  /** Wet or superheated vapour of this heat content: the liquid in it takes next to no room, but weighs. */
  density(heatContent: number, saturationF: number): number;
  liquidDensity(tempF: number): number;
  readonly vapourCp: number;
  readonly liquidCp: number;
}

/**
 * Curves are used between these; above, straight on in ln p over 1/T, so that a search may look beyond a
 * trip.
 */
const [CURVE_FROM_F, CURVE_TO_F] = [-165, 149];
const HOTTEST_F = 330;
/** Up to here the heat content of liquid is taken as a straight line, °F. */
const STRAIGHT_TO_F = 60;
/** No search looks for less pressure. */
const LEAST_PSIA = 0.5;

/**
 * A smooth function kept at every degree with its slopes, cubic Hermite between: the search asks for the same
 * curves thousands of times.
 */
function tabulated(f: (tempF: number) => number): (tempF: number) => number {
  const count = HOTTEST_F - CURVE_FROM_F;
  const values = new Float64Array(count + 1);
  const slopes = new Float64Array(count + 1);
  for (let i = 0; i <= count; i++) {
    const at = CURVE_FROM_F + i;
    const [before, after] = [max(CURVE_FROM_F, at - 0.01), at + 0.01];
    values[i] = f(at);
    slopes[i] = (f(after) - f(before)) / (after - before);
  }
  return (tempF) => {
    const position = min(count, max(0, tempF - CURVE_FROM_F));
    const i = min(count - 1, floor(position));
    const s = position - i;
    const [a, b] = [values[i] as number, values[i + 1] as number];
    const [da, db] = [slopes[i] as number, slopes[i + 1] as number];
    return a + s * (da + s * (3 * (b - a) - 2 * da - db + s * (da + db - 2 * (b - a))));
  };
}

const known = new Map<SimFluid, Fluid>();

/** A refrigerant for the simulation, made once. */
export function fluidOf(name: SimFluid): Fluid {
  const made = known.get(name) ?? madeFluid(name);
  known.set(name, made);
  return made;
}

/**
 * Latent heat by Watson (1943), vapour density by a compressibility that follows reduced pressure,
 * 1 − 0.553 · p_r^0.706 at saturation, set by two published saturated vapour densities of R-22 and R-410A
 * [from memory].
 */
function madeFluid(name: SimFluid): Fluid {
  const c: Constants = SIM_FLUIDS[name];
  const watson = tabulated(
    (f) =>
      c.latent *
      (max(1e-6, 1 - rankine(f) / rankine(c.criticalF)) / (1 - rankine(c.boilingF) / rankine(c.criticalF))) **
        WATSON,
  );
  const onCurve = (f: number, curve: 'dew' | 'bubble') =>
    log(saturationPressure(name, curve, f) + STANDARD_ATMOSPHERE_PSI);
  const lnPressure = (curve: 'dew' | 'bubble') => {
    const top = onCurve(CURVE_TO_F, curve);
    const slope =
      (top - onCurve(CURVE_TO_F - 1, curve)) / (1 / rankine(CURVE_TO_F) - 1 / rankine(CURVE_TO_F - 1));
    return {
      top: exp(top),
      slope,
      of: tabulated((f) =>
        f > CURVE_TO_F ? top + slope * (1 / rankine(f) - 1 / rankine(CURVE_TO_F)) : onCurve(f, curve),
      ),
    };
  };
  const ln = { dew: lnPressure('dew'), bubble: lnPressure('bubble') };
  const psia = (f: number, curve: 'dew' | 'bubble') => exp(ln[curve].of(f));
  const compressibility = tabulated(
    (f) => min(0.8, 0.553 * (psia(f, 'dew') / c.criticalPsia) ** 0.706) * rankine(f) ** 3,
  );
  // Towards the critical point liquid takes up heat as vapour gives it away (law of rectilinear diameters):
  // both bend by half of what latent heat falls below its own straight line.
  const line = {
    at: watson(STRAIGHT_TO_F),
    slope: watson(STRAIGHT_TO_F + 0.5) - watson(STRAIGHT_TO_F - 0.5),
  };
  const liquid = tabulated((f) =>
    f <= STRAIGHT_TO_F
      ? c.liquidCp * f
      : c.liquidCp * f + max(0, line.at + line.slope * (f - STRAIGHT_TO_F) - watson(f)) / 2,
  );
  const liquidDensity = (f: number) => c.liquidDensity + c.densitySlope * (f - 100);
  const vapour = (f: number, satF: number) => liquid(satF) + watson(satF) + c.vapourCp * (f - satF);
  const vapourDensity = (f: number, satF: number) => {
    // Away from saturation a vapour comes closer to an ideal gas.
    const absolute = rankine(max(f, satF));
    const z = 1 - compressibility(satF) / absolute ** 3;
    return (psia(satF, 'dew') * c.molar) / (z * GAS_CONSTANT * absolute);
  };
  return {
    name,
    psia,
    saturationF: (p, curve) =>
      p > ln[curve].top
        ? 1 / (1 / rankine(CURVE_TO_F) + log(p / ln[curve].top) / ln[curve].slope) - 459.67
        : saturationTemperature(name, curve, max(LEAST_PSIA, p) - STANDARD_ATMOSPHERE_PSI),
    latent: watson,
    liquid,
    vapour,
    vapourDensity,
    density: (h, satF) => {
      const over = h - vapour(satF, satF);
      if (over >= 0) return vapourDensity(satF + over / c.vapourCp, satF);
      const quality = max(0.02, 1 + over / watson(satF));
      return 1 / (quality / vapourDensity(satF, satF) + (1 - quality) / liquidDensity(satF));
    },
    liquidDensity,
    vapourCp: c.vapourCp,
    liquidCp: c.liquidCp,
  };
}
