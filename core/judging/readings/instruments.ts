import { SHOWN, SHOWN_MANY, vectorOf, type Seen, type Shown } from './shown.ts';

/** What ordinary instruments are off by [common practice]: one standard deviation of bias and of noise. */
const INSTRUMENT = {
  pressureShare: 0.009,
  pipe: { bias: 0.8, noise: 0.8 },
  air: { bias: 0.4, noise: 0.5 },
  wetBulb: 1,
  ampsShare: 0.02,
} as const;
const PIPES: readonly Shown[] = ['suction line', 'liquid line', 'after drier', 'discharge'];
const AIRS: readonly Shown[] = ['condenser leaving', 'supply', 'supply wet bulb'];
const CLAMP = vectorOf(Object.fromEntries(PIPES.map((shown) => [shown, INSTRUMENT.pipe.bias])));

/** What a wet bulb is off by that nobody read: rooms differ, °F [common practice: 30 to 70 % humidity]. */
const WET_UNREAD_OFF = 3.2;
const CONDITION_OFF = [0.6, 0.6, INSTRUMENT.wetBulb] as const;

/** What may be off, as it shows: each by itself, and what moves several together. */
export interface Off {
  readonly alone: Float64Array;
  readonly together: readonly Float64Array[];
}

/**
 * What the readings of a set are off by: gauges in proportion, one clamp on every pipe, one probe in every air, and
 * the conditions themselves, through what they do to the expectation.
 *
 * @param slopes how what is shown moves with each condition
 * @param wetRead whether anybody read the wet bulb
 */
export function instrumentsOff(seen: Seen, slopes: readonly Float64Array[], wetRead: boolean): Off {
  const alone = new Float64Array(SHOWN_MANY);
  SHOWN.forEach((shown, i) => {
    if (shown === 'amps') alone[i] = INSTRUMENT.ampsShare * Math.max(20, Math.abs(seen.values[i]! || 0));
    else if (seen.psia[i]! > 0) alone[i] = INSTRUMENT.pressureShare * seen.psia[i]! * seen.perPsi[i]!;
    else if (PIPES.includes(shown)) alone[i] = INSTRUMENT.pipe.noise;
    else alone[i] = INSTRUMENT.air.noise;
  });
  const [outdoors, onto, wet] = slopes as [Float64Array, Float64Array, Float64Array];
  // The probe that is off in the supply is off in the return and outdoors as well.
  const probe = Float64Array.from(
    SHOWN,
    (shown, i) => INSTRUMENT.air.bias * ((AIRS.includes(shown) ? 1 : 0) - outdoors[i]! - onto[i]!),
  );
  const by = (slope: Float64Array, off: number) => slope.map((value) => value * off);
  return {
    alone,
    together: [
      ...[CLAMP, probe, by(outdoors, CONDITION_OFF[0]), by(onto, CONDITION_OFF[1])],
      by(wet, wetRead ? CONDITION_OFF[2] : WET_UNREAD_OFF),
    ],
  };
}

/** A reading that was misread or miswritten: how often, and over what range, °F or % [from memory]. */
export const WRONG = { share: 0.02, over: 70, conditionF: 18 } as const;
