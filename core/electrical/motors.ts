/** Motors and their circuits: windings, insulation, capacitors, control power. */

export interface Windings {
  readonly verdict: 'alike' | 'unlike' | 'open' | 'open on overload' | 'shorted';
  /** Greatest deviation from the mean of the pairs, %; undefined when a pair is open. */
  readonly spreadPct?: number | undefined;
  readonly text: string;
}

/** Pairs of a three-phase motor are alike within a few per cent [common practice]; five taken here. */
const ALIKE_PCT = 5;

/**
 * Judges the three pairs of windings. An open pair on a hot shell is the internal overload until it has
 * cooled: condemning it then is a costly mistake [common practice].
 *
 * @param ohms the three pairs; Infinity or undefined for open
 */
export function windings(ohms: readonly (number | undefined)[], shellHot: boolean): Windings {
  if (ohms.length !== 3) throw new RangeError('three pairs of windings are measured');
  const open = ohms.filter((r) => r === undefined || !Number.isFinite(r)).length;
  if (open > 0)
    return shellHot
      ? {
          verdict: 'open on overload',
          text:
            'Open and hot: the internal overload is out. Cool it, which takes hours, and measure ' +
            'again before anything is condemned.',
        }
      : {
          verdict: 'open',
          text:
            open === 3
              ? 'Open in all pairs and cold: a lead, a terminal or the overload itself.'
              : 'Open in a pair and cold: a winding is gone.',
        };
  const values = ohms as number[];
  if (values.some((r) => r < 0)) throw new RangeError('a resistance is not negative');
  const mean = values.reduce((sum, r) => sum + r, 0) / 3;
  if (mean === 0 || values.some((r) => r < 0.02))
    return {
      verdict: 'shorted',
      spreadPct: mean === 0 ? 0 : undefined,
      text:
        'A pair reads next to nothing: shorted, or the leads touch. Zero the meter with its own ' +
        'leads and measure at the contactor.',
    };
  const spreadPct = (100 * Math.max(...values.map((r) => Math.abs(r - mean)))) / mean;
  return spreadPct <= ALIKE_PCT
    ? { verdict: 'alike', spreadPct, text: 'Alike. To ground and under load it may still be bad.' }
    : {
        verdict: 'unlike',
        spreadPct,
        text:
          'Unlike: turns are shorted or a joint is bad. Measure again at the terminals with the ' +
          'leads off.',
      };
}

/**
 * Insulation resistance at 40 °C, MΩ: halves for each 10 °C above [M, IEEE 43, for thermoplastic windings R40
 * = R · 0.5^((40 − T)/10)].
 * @example insulationAt40C(40, 20) // 10
 */
export function insulationAt40C(megohms: number, windingC: number): number {
  if (!(megohms >= 0)) throw new RangeError('a resistance is not negative');
  return megohms * 0.5 ** ((40 - windingC) / 10);
}

/**
 * Least insulation after one minute at 40 °C, MΩ: 5 for low-voltage random windings [M, IEEE 43]; hermetic 1,
 * the maker's limit wins.
 */
export const LEAST_MEGOHMS = { motor: 5, 'hermetic compressor': 1 } as const;

/**
 * Capacitance from the current through a run capacitor, µF = 10⁶ · A / (2π · f · V) (text-book; 2,652 · A / V
 * at 60 Hz).
 * @throws RangeError without volts
 */
export function capacitanceFromAmps(amps: number, volts: number, hz = 60): number {
  if (!(volts > 0)) throw new RangeError('volts across the capacitor lie above zero');
  return (1e6 * amps) / (2 * Math.PI * hz * volts);
}

/** Run capacitors hold their marking within six per cent [common practice]. */
export const CAPACITOR_TOLERANCE_PCT = 6;

/**
 * Control volts of a transformer on another supply than its tap: 240 V tap on 208 V gives 20.8 V (turns
 * ratio).
 */
export function controlVolts(supplyV: number, tapV: number, secondaryV = 24): number {
  if (!(tapV > 0)) throw new RangeError('a tap has volts above zero');
  return (secondaryV * supplyV) / tapV;
}

/**
 * Current unbalance that a voltage unbalance causes in a motor: about six to ten times as much; derating by
 * NEMA MG 1 figure 14-1 [M].
 */
export function deratingFor(voltageUnbalancePct: number): number {
  const points = [
    [0, 1],
    [1, 1],
    [2, 0.95],
    [3, 0.88],
    [4, 0.82],
    [5, 0.75],
  ] as const;
  if (voltageUnbalancePct < 0) throw new RangeError('an unbalance is not negative');
  if (voltageUnbalancePct > 5) throw new RangeError('above 5 % a motor must not run');
  const i = Math.min(4, Math.floor(voltageUnbalancePct));
  const [a, b] = [points[i] as readonly [number, number], points[i + 1] as readonly [number, number]];
  return a[1] + ((b[1] - a[1]) * (voltageUnbalancePct - a[0])) / (b[0] - a[0]);
}
