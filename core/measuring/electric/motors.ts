/** Motors and their circuits: windings, insulation, capacitors, control power. */

type ShellTemperature = 'cool' | 'hot';

export type WindingVerdict =
  | 'alike'
  | 'unlike'
  | 'shorted'
  /** Two pairs open: a wye phase is gone. */
  | 'open wye phase'
  /** One pair about twice the others: a delta leg is gone. */
  | 'open delta leg'
  | 'all open'
  /** One pair open and the others not: no winding does that. */
  | 'no winding does that'
  /** Hot, or nobody knows: perhaps the internal overload. */
  | 'perhaps the overload'
  /** The difference is no more than the meter's own step. */
  | 'within the meter';

export interface Windings {
  readonly verdict: WindingVerdict;
  /** Greatest deviation from the mean of the pairs, %; undefined when a pair is open. */
  readonly spreadPct?: number | undefined;
  readonly text: string;
}

/** Pairs of a three-phase motor are alike within a few per cent [common practice]; five taken here. */
const ALIKE_PCT = 5;
/** What an ordinary meter tells apart, Ω. */
const METER_DIGIT_OHM = 0.1;

/** The finest step in which readings were written, Ω, and no coarser than an ordinary meter's. */
const digitOf = (values: readonly number[]): number =>
  Math.min(METER_DIGIT_OHM, ...values.map((r) => 10 ** -(String(r).split('.')[1]?.length ?? 0)));

/** Two readings of one step each may differ by two of them and be the same. */
const STEPS_APART = 2;

/** Less than this is no winding but a short, or the leads, Ω. */
const SHORTED_OHM = 0.02;
/** With a leg of a delta open the pair across it reads twice the others [series and parallel circuit]. */
const DELTA_OPEN = { times: 2, within: 0.2 } as const;

const OVERLOAD =
  'perhaps only the internal overload. Let it cool, which takes hours, and measure again before anything is condemned.';

/** An open that may be the overload waits: only a shell that is known to be cool speaks of the winding. */
const unlessCool = (
  shell: ShellTemperature | undefined,
  cool: { verdict: WindingVerdict; text: string },
): Windings =>
  shell === 'cool'
    ? cool
    : {
        verdict: 'perhaps the overload',
        text: `${shell === 'hot' ? 'Open and hot' : 'Open, and nobody knows how hot the shell is'}: ${OVERLOAD}`,
      };

/**
 * Judges the three pairs of windings of a three-phase motor. An open wye phase opens two pairs, an open delta
 * leg raises one [series and parallel circuit]. An open on a shell that is hot, or whose temperature nobody
 * knows, may be the internal overload: condemning it then is a costly mistake [common practice].
 *
 * @param ohms the three pairs; Infinity or undefined for open
 * @throws RangeError unless there are three, or for a negative one
 */
export function windings(
  ohms: readonly (number | undefined)[],
  shell: ShellTemperature | undefined,
): Windings {
  if (ohms.length !== 3) throw new RangeError('three pairs of windings are measured');
  if (ohms.some((r) => r !== undefined && r < 0)) throw new RangeError('a resistance is not negative');
  const values = ohms.filter((r): r is number => r !== undefined && Number.isFinite(r));
  const open = 3 - values.length;
  if (open === 3)
    return unlessCool(shell, {
      verdict: 'all open',
      text: 'Open in all pairs and cool: a lead, a terminal, the overload itself, or the winding.',
    });
  if (open === 2)
    return unlessCool(shell, {
      verdict: 'open wye phase',
      text: 'Two pairs open and cool: a phase of a wye is gone, or its lead. The pair that still reads is sound.',
    });
  if (open === 1)
    return {
      verdict: 'no winding does that',
      text: 'One pair open and the others not: no winding does that. Measure again, at the contactor, leads off.',
    };
  const mean = values.reduce((sum, r) => sum + r, 0) / 3;
  if (values.some((r) => r < SHORTED_OHM))
    return {
      verdict: 'shorted',
      spreadPct: mean === 0 ? 0 : undefined,
      text:
        'A pair reads next to nothing: shorted, or the leads touch. Zero the meter with its own ' +
        'leads and measure at the contactor.',
    };
  const spreadPct = (100 * Math.max(...values.map((r) => Math.abs(r - mean)))) / mean;
  if (spreadPct <= ALIKE_PCT)
    return { verdict: 'alike', spreadPct, text: 'Alike. To ground and under load it may still be bad.' };
  const digit = digitOf(values);
  if (Math.max(...values) - Math.min(...values) <= STEPS_APART * digit + 1e-9)
    return {
      verdict: 'within the meter',
      spreadPct,
      text:
        `They differ by no more than a meter that shows ${digit} Ω can be wrong by: nobody can say whether they are alike. ` +
        'Measure with a milliohm meter, or compare amps per leg, before anything is condemned.',
    };
  const [low, middle, high] = values.toSorted((a, b) => a - b) as [number, number, number];
  const othersAlike = (middle - low) / middle < 2 * (ALIKE_PCT / 100);
  if (othersAlike && Math.abs(high / ((low + middle) / 2) / DELTA_OPEN.times - 1) < DELTA_OPEN.within)
    return {
      verdict: 'open delta leg',
      spreadPct,
      text: 'One pair reads about twice the others: a leg of a delta is open.',
    };
  return {
    verdict: 'unlike',
    spreadPct,
    text:
      'Unlike: turns are shorted or a joint is bad. Measure again at the terminals with the ' + 'leads off.',
  };
}

/** Start and run winding in series make the largest pair, within this and what a meter leaves open. */
const SERIES = { share: 0.1, ohm: 0.2 } as const;

/**
 * Judges the three pairs of a single-phase compressor: start to run is common to run and common to start in
 * series, so R–S = C–R + C–S (published, series circuit), and the run winding has the fewer ohms. Common open
 * to both with start to run whole is the overload in the common lead.
 *
 * @throws RangeError for a negative one
 */
export function singlePhaseWindings(
  { commonRun, commonStart, runStart }: SinglePhaseOhms,
  shell: ShellTemperature | undefined,
): Windings {
  const all = [commonRun, commonStart, runStart];
  if (all.some((r) => r !== undefined && r < 0)) throw new RangeError('a resistance is not negative');
  const whole = (r: number | undefined): r is number => r !== undefined && Number.isFinite(r);
  if (!whole(commonRun) && !whole(commonStart) && whole(runStart))
    return unlessCool(shell, {
      verdict: 'all open',
      text: 'Common is open to both and start to run is whole, cool: the overload stays open, or the common lead.',
    });
  if (!whole(commonRun) || !whole(commonStart) || !whole(runStart))
    return unlessCool(shell, { verdict: 'unlike', text: 'Open and cool: a winding or its lead is gone.' });
  if (all.some((r) => (r as number) < SHORTED_OHM))
    return { verdict: 'shorted', text: 'A pair reads next to nothing: shorted, or the leads touch.' };
  const sum = commonRun + commonStart;
  const off = Math.abs(runStart - sum);
  const spreadPct = (100 * off) / sum;
  if (off > SERIES.share * sum + SERIES.ohm)
    return {
      verdict: 'unlike',
      spreadPct,
      text: 'Run to start is not the sum of the other two: turns are shorted, or a lead is on another terminal.',
    };
  return {
    verdict: 'alike',
    spreadPct,
    text:
      commonRun < commonStart
        ? 'Run to start is the sum of the other two, and run has the fewer ohms: they fit.'
        : 'They add up, but run should have fewer ohms than start: are R and S named the wrong way round?',
  };
}

interface SinglePhaseOhms {
  readonly commonRun: number | undefined;
  readonly commonStart: number | undefined;
  readonly runStart: number | undefined;
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
 * Least insulation after one minute, MΩ: 5 at 40 °C for low-voltage random windings [M, IEEE 43]; hermetic
 * compressors as measured and never corrected, by the maker's limit, often 0.5 to 1 [common practice].
 */
export const LEAST_MEGOHMS = { motor: 5, 'hermetic compressor': 1 } as const;
export type Insulated = keyof typeof LEAST_MEGOHMS;

/** Below this a winding lies on ground, whatever it is and however warm, MΩ [common practice]. */
const GROUNDED_MEGOHM = 0.1;

/**
 * What low insulation asks for; undefined where it is high enough. Nothing below its limit is energised: what
 * lies on ground opens the breaker at best; what is merely low may be wet, or liquid refrigerant in the
 * shell.
 *
 * @param megohms as it is judged: a motor at 40 °C, a hermetic compressor as measured
 */
export function lowInsulation(
  megohms: number,
  what: Insulated | undefined,
): { readonly advice: 'act' | 'wait'; readonly text: string } | undefined {
  if (megohms < GROUNDED_MEGOHM)
    return {
      advice: 'act',
      text:
        'Grounded: do not energise. Lock it out, take the leads off and measure each load alone; a lead or a heater may be ' +
        'what lies on ground.',
    };
  if (megohms >= LEAST_MEGOHMS[what ?? 'hermetic compressor']) return undefined;
  if (what === 'hermetic compressor')
    return {
      advice: 'wait',
      text:
        'Do not energise it yet. Low may be liquid in the shell: crankcase heat for 12 to 24 h, then test again before ' +
        'anything is condemned.',
    };
  return {
    advice: 'act',
    text: 'Do not energise: it is below its limit. Leads off, dry and clean it, test again; the maker decides.',
  };
}

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
