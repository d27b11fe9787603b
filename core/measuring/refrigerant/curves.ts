import { deltaF, say, type Said } from '#core/base/quantities';
/**
 * Saturation curves. Pure coefficient tables; the equations that use them are in saturation.ts.
 *
 * `equation` curves: ln(p/pc) = (Tc/T) · Σ cᵢ·θ^kᵢ, θ = 1 − T/Tc, T in K, p in kPa absolute. Sources: for
 * pure fluids the auxiliary vapour-pressure equations published with the reference equations of state; for
 * R-410A, R-404A, R-407C and R-507A, E. W. Lemmon, "Pseudo-pure fluid equations of state for the refrigerant
 * blends R-410A, R-404A, R-507A, and R-407C", Int. J. Thermophysics 24 (2003). Coefficients from memory,
 * checked against published boiling points and chart pressures.
 *
 * `table` curves: estimates from a Peng–Robinson mixture fitted to the pure curves (bubble ±1.5 %, dew −1/+3
 * %; superheat may read 1.5 °F low). The maker's chart wins.
 */
export interface EquationCurve {
  readonly kind: 'equation';
  readonly tcK: number;
  readonly pcKpa: number;
  readonly terms: readonly (readonly [coefficient: number, exponent: number])[];
}

export interface TableCurve {
  readonly kind: 'table';
  /** [°F, psig at 14.696 psi] pairs, rising. */
  readonly points: readonly (readonly [tempF: number, psig: number])[];
}

interface RefrigerantData {
  readonly dew: EquationCurve | TableCurve;
  readonly bubble: EquationCurve | TableCurve;
  /** ASHRAE 34 safety group [from memory]. */
  readonly safety: 'A1' | 'A2L';
  /** 100-year global warming potential, IPCC AR4 [from memory]; undefined where none is at hand. */
  readonly gwp?: number;
  /** Ozone depleting: no longer made, only reclaimed. */
  readonly phasedOut?: true;
  readonly estimate?: Said;
}

const R22: EquationCurve = {
  kind: 'equation',
  tcK: 369.295,
  pcKpa: 4990.0,
  terms: [
    [-7.078, 1],
    [1.7211, 1.5],
    [-1.6379, 2.2],
    [-3.7952, 4.8],
    [0.86937, 6.2],
  ],
};
const R134a: EquationCurve = {
  kind: 'equation',
  tcK: 374.21,
  pcKpa: 4059.28,
  terms: [
    [-7.7513, 1],
    [2.9263, 1.5],
    [-2.6622, 1.9],
    [-3.9711, 4.25],
  ],
};
const R32: EquationCurve = {
  kind: 'equation',
  tcK: 351.255,
  pcKpa: 5782.0,
  terms: [
    [-7.4883, 1],
    [1.9697, 1.5],
    [-1.7496, 2.2],
    [-4.0224, 4.8],
    [1.5209, 6.2],
  ],
};
const R125: EquationCurve = {
  kind: 'equation',
  tcK: 339.173,
  pcKpa: 3617.7,
  terms: [
    [-7.5295, 1],
    [1.9026, 1.5],
    [-2.2966, 2.3],
    [-3.448, 4.6],
  ],
};
const R143a: EquationCurve = {
  kind: 'equation',
  tcK: 345.857,
  pcKpa: 3761.0,
  terms: [
    [-7.3938, 1],
    [1.9948, 1.5],
    [-1.8487, 2.2],
    [-4.1927, 4.8],
    [1.4862, 6.2],
  ],
};
const R1234yf: EquationCurve = {
  kind: 'equation',
  tcK: 367.85,
  pcKpa: 3382.2,
  terms: [
    [-7.4697, 1],
    [2.7915, 1.5],
    [-2.1312, 1.8],
    [-2.9531, 3.8],
  ],
};
const R410A_bubble: EquationCurve = {
  kind: 'equation',
  tcK: 344.494,
  pcKpa: 4901.2,
  terms: [
    [-7.2818, 1],
    [2.5093, 1.8],
    [-3.2695, 2.4],
    [-2.8022, 4.9],
  ],
};
const R410A_dew: EquationCurve = {
  kind: 'equation',
  tcK: 344.494,
  pcKpa: 4901.2,
  terms: [
    [-7.4411, 1],
    [1.9883, 1.6],
    [-2.4925, 2.4],
    [-3.2633, 5],
  ],
};
const R407C_bubble: EquationCurve = {
  kind: 'equation',
  tcK: 359.345,
  pcKpa: 4631.7,
  terms: [
    [0.48722, 0.54],
    [-6.6959, 0.925],
    [-1.4165, 2.7],
    [-2.5109, 4.7],
  ],
};
const R407C_dew: EquationCurve = {
  kind: 'equation',
  tcK: 359.345,
  pcKpa: 4631.7,
  terms: [
    [-0.086077, 0.4],
    [-6.6364, 0.965],
    [-2.4648, 3.1],
    [-3.4776, 5],
  ],
};
const R404A_bubble: EquationCurve = {
  kind: 'equation',
  tcK: 345.27,
  pcKpa: 3734.8,
  terms: [
    [0.061067, 0.54],
    [-6.5646, 0.965],
    [-3.6162, 3.7],
    [-3.9771, 9],
  ],
};
const R404A_dew: EquationCurve = {
  kind: 'equation',
  tcK: 345.27,
  pcKpa: 3734.8,
  terms: [
    [-0.00026863, 0.1],
    [-6.5757, 0.972],
    [-4.1802, 3.8],
    [-7.9102, 9],
  ],
};
const R507A: EquationCurve = {
  kind: 'equation',
  tcK: 343.765,
  pcKpa: 3704.9,
  terms: [
    [-7.4853, 1],
    [2.0115, 1.5],
    [-2.0141, 2.2],
    [-3.7763, 4.6],
  ],
};
const R454B_bubble: TableCurve = {
  kind: 'table',
  points: [
    [-40, 10.0],
    [-20, 24.9],
    [0, 46.0],
    [10, 59.4],
    [20, 74.8],
    [30, 92.7],
    [40, 113.0],
    [50, 136.2],
    [60, 162.3],
    [70, 191.7],
    [80, 224.6],
    [90, 261.3],
    [100, 301.9],
    [110, 346.9],
    [120, 396.4],
    [130, 450.9],
    [140, 510.6],
    [150, 575.8],
  ],
};
const R454B_dew: TableCurve = {
  kind: 'table',
  points: [
    [-40, 8.4],
    [-20, 22.5],
    [0, 42.4],
    [10, 55.1],
    [20, 69.8],
    [30, 86.8],
    [40, 106.2],
    [50, 128.3],
    [60, 153.4],
    [70, 181.6],
    [80, 213.4],
    [90, 248.9],
    [100, 288.4],
    [110, 332.4],
    [120, 381.1],
    [130, 435.1],
    [140, 494.8],
    [150, 560.9],
  ],
};
const R421A_bubble: TableCurve = {
  kind: 'table',
  points: [
    [-40, 0.5],
    [-20, 10.1],
    [0, 23.9],
    [10, 32.7],
    [20, 43.0],
    [30, 54.8],
    [40, 68.4],
    [50, 83.9],
    [60, 101.5],
    [70, 121.3],
    [80, 143.6],
    [90, 168.4],
    [100, 196.1],
    [110, 226.8],
    [120, 260.7],
    [130, 298.1],
    [140, 339.4],
    [150, 385.0],
  ],
};
const R421A_dew: TableCurve = {
  kind: 'table',
  points: [
    [-40, -3.0],
    [-20, 5.2],
    [0, 17.2],
    [10, 25.1],
    [20, 34.3],
    [30, 45.2],
    [40, 57.7],
    [50, 72.2],
    [60, 88.7],
    [70, 107.5],
    [80, 128.8],
    [90, 152.8],
    [100, 179.6],
    [110, 209.6],
    [120, 243.1],
    [130, 280.3],
    [140, 321.6],
    [150, 367.8],
  ],
};

export const REFRIGERANTS = {
  'R-22': { dew: R22, bubble: R22, safety: 'A1', gwp: 1810, phasedOut: true },
  'R-134a': { dew: R134a, bubble: R134a, safety: 'A1', gwp: 1430 },
  'R-32': { dew: R32, bubble: R32, safety: 'A2L', gwp: 675 },
  'R-125': { dew: R125, bubble: R125, safety: 'A1' },
  'R-143a': { dew: R143a, bubble: R143a, safety: 'A2L' },
  'R-1234yf': { dew: R1234yf, bubble: R1234yf, safety: 'A2L' },
  'R-410A': { dew: R410A_dew, bubble: R410A_bubble, safety: 'A1', gwp: 2088 },
  'R-407C': { dew: R407C_dew, bubble: R407C_bubble, safety: 'A1', gwp: 1774 },
  'R-404A': { dew: R404A_dew, bubble: R404A_bubble, safety: 'A1', gwp: 3922 },
  'R-507A': { dew: R507A, bubble: R507A, safety: 'A1', gwp: 3985 },
  'R-454B': {
    dew: R454B_dew,
    bubble: R454B_bubble,
    safety: 'A2L',
    gwp: 466,
    estimate: say`estimated curve: bubble ±1.5 %, dew −1/+3 %, superheat may read ${deltaF(1.5)} low; the maker's chart wins`,
  },
  'R-421A': {
    dew: R421A_dew,
    bubble: R421A_bubble,
    safety: 'A1',
    gwp: 2631,
    estimate: say`estimated curve: bubble ±1.5 %, dew −1/+3 %, superheat may read ${deltaF(1.5)} low; the maker's chart wins`,
  },
} as const satisfies Record<string, RefrigerantData>;

export type RefrigerantName = keyof typeof REFRIGERANTS;
