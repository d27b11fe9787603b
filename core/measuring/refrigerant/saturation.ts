import { REFRIGERANTS, type EquationCurve, type RefrigerantName, type TableCurve } from './curves.ts';

const { abs, exp, floor, log, max, min } = Math;

/** Standard sea-level atmosphere, psi (101.325 kPa by definition). */
export const STANDARD_ATMOSPHERE_PSI = 14.696;

/**
 * Curves are used between these temperatures; above, some blends run past their critical pressure. They go
 * down far enough to answer for an empty circuit in a vacuum of 0.7 psi absolute and less.
 */
const LOWEST_F = -170;
const HIGHEST_F = 150;
const KPA_PER_PSI = 6.894757293168361;
/** Table nodes for the inverse; Hermite between them reproduces the equation to better than 1e-5 K. */
const NODES = 512;

export type SaturationCurve = 'dew' | 'bubble';

const toKelvin = (f: number) => (f + 459.67) / 1.8;

/** ln of absolute pressure in psi at a temperature, and its slope per °F. */
type LnPressure = (tempF: number) => { lnP: number; slope: number };

function equation(curve: EquationCurve): LnPressure {
  const lnPc = log(curve.pcKpa / KPA_PER_PSI);
  return (tempF) => {
    const t = toKelvin(tempF);
    const theta = 1 - t / curve.tcK;
    let sum = 0;
    let dSum = 0;
    for (const [c, k] of curve.terms) {
      const power = c * theta ** k;
      sum += power;
      dSum += (k * power) / theta;
    }
    const lnP = lnPc + (curve.tcK / t) * sum;
    // d/dT of (Tc/T)·Σ: −(Tc/T²)·Σ − (1/T)·Σ', as dθ/dT = −1/Tc.
    return { lnP, slope: (-(curve.tcK / (t * t)) * sum - dSum / t) / 1.8 };
  };
}

function table(curve: TableCurve): LnPressure {
  const x = curve.points.map(([f]) => 1 / toKelvin(f));
  const y = curve.points.map(([, psig]) => log(psig + STANDARD_ATMOSPHERE_PSI));
  return (tempF) => {
    // ln p is close to a straight line in 1/T (Clausius–Clapeyron), so straight pieces in that plane follow
    // the curve.
    const at = 1 / toKelvin(tempF);
    let i = 0;
    while (i < x.length - 2 && at < (x[i + 1] as number)) i++;
    const rise = ((y[i + 1] as number) - (y[i] as number)) / ((x[i + 1] as number) - (x[i] as number));
    return { lnP: (y[i] as number) + rise * (at - (x[i] as number)), slope: (rise * -at * at) / 1.8 };
  };
}

interface Solved {
  readonly lowF: number;
  readonly forward: LnPressure;
  readonly lnLow: number;
  readonly lnHigh: number;
  readonly step: number;
  readonly temps: Float64Array;
  readonly slopes: Float64Array;
}

const solved = new Map<string, Solved>();

function curveOf(refrigerant: RefrigerantName, which: SaturationCurve): Solved {
  const key = `${refrigerant} ${which}`;
  const known = solved.get(key);
  if (known) return known;
  const data = REFRIGERANTS[refrigerant];
  if (!data) throw new RangeError(`no saturation curve for "${refrigerant}"`);
  const curve: EquationCurve | TableCurve = data[which];
  const forward = curve.kind === 'equation' ? equation(curve) : table(curve);
  const made = invert(forward, LOWEST_F);
  solved.set(key, made);
  return made;
}

/** Tabulates temperature over equal steps of ln p, so that a look-up needs one logarithm and no iteration. */
function invert(forward: LnPressure, lowF: number): Solved {
  const lnLow = forward(lowF).lnP;
  const lnHigh = forward(HIGHEST_F).lnP;
  const step = (lnHigh - lnLow) / (NODES - 1);
  const temps = new Float64Array(NODES);
  const slopes = new Float64Array(NODES);
  let t = lowF;
  for (let i = 0; i < NODES; i++) {
    const target = lnLow + step * i;
    for (let pass = 0; pass < 30; pass++) {
      const { lnP, slope } = forward(t);
      const correction = (lnP - target) / slope;
      t -= correction;
      if (abs(correction) < 1e-10) break;
    }
    temps[i] = t;
    slopes[i] = 1 / forward(t).slope;
  }
  return { lowF, forward, lnLow, lnHigh, step, temps, slopes };
}

/**
 * Saturation pressure in psig.
 *
 * @param which `dew` for evaporating temperature and superheat, `bubble` for condensing temperature and
 *   subcooling
 * @param atmospherePsi local barometer, psi; sea level unless given
 * @throws RangeError outside the curve
 * @example saturationPressure('R-410A', 'dew', 40) // 118.4
 */
export function saturationPressure(
  refrigerant: RefrigerantName,
  which: SaturationCurve,
  tempF: number,
  atmospherePsi = STANDARD_ATMOSPHERE_PSI,
): number {
  const { forward, lowF } = curveOf(refrigerant, which);
  if (!(tempF >= lowF && tempF <= HIGHEST_F)) {
    throw new RangeError(
      `${refrigerant} saturation at ${tempF} °F is outside the curve (${lowF} to ${HIGHEST_F} °F)`,
    );
  }
  return exp(forward(tempF).lnP) - atmospherePsi;
}

/**
 * Saturation temperature in °F of a gauge pressure.
 *
 * @throws RangeError outside the curve
 * @example saturationTemperature('R-22', 'dew', 68.6) // 40.0
 */
export function saturationTemperature(
  refrigerant: RefrigerantName,
  which: SaturationCurve,
  psig: number,
  atmospherePsi = STANDARD_ATMOSPHERE_PSI,
): number {
  const { lnLow, lnHigh, step, temps, slopes } = curveOf(refrigerant, which);
  const lnP = log(psig + atmospherePsi);
  if (!(lnP >= lnLow - 1e-9 && lnP <= lnHigh + 1e-9)) {
    const least = (exp(lnLow) - atmospherePsi).toFixed(1);
    const most = (exp(lnHigh) - atmospherePsi).toFixed(1);
    throw new RangeError(`${refrigerant} at ${psig} psig is outside the curve (${least} to ${most} psig)`);
  }
  const position = min(max((lnP - lnLow) / step, 0), NODES - 1);
  const i = min(floor(position), NODES - 2);
  // Cubic Hermite between nodes, from the exact values and slopes at both ends.
  const s = position - i;
  const s2 = s * s;
  const s3 = s2 * s;
  return (
    (2 * s3 - 3 * s2 + 1) * (temps[i] as number) +
    (s3 - 2 * s2 + s) * step * (slopes[i] as number) +
    (-2 * s3 + 3 * s2) * (temps[i + 1] as number) +
    (s3 - s2) * step * (slopes[i + 1] as number)
  );
}
