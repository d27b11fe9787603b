import { DEFAULT_LIMITS, type Advice, type Position } from '#core/measuring/answers';
import { coAirFree } from './gas.ts';

/** Where carbon monoxide lies and what is to be done, in words. */
interface CoJudged {
  readonly position: Position | null;
  readonly advice: Advice | null;
  readonly text: string;
}

/** Heat goes off from here, ppm air-free [M, ANSI Z21.47]. */
const HEAT_OFF_PPM = 400;

/** What air-free CO asks for: act from 100 ppm [common practice], heat off from 400 [M, ANSI Z21.47]. */
export function judgeCo(airFreePpm: number, actPpm = DEFAULT_LIMITS.coActPpm): CoJudged {
  if (airFreePpm >= HEAT_OFF_PPM)
    return {
      position: 'above',
      advice: 'act',
      text: 'Heat off until the cause is found, repaired and proven. Tell occupant and owner in writing.',
    };
  if (airFreePpm >= actPpm)
    return {
      position: 'above',
      advice: 'act',
      text: 'Find out why before leaving it: input, air, burner alignment, exchanger.',
    };
  return {
    position: 'inside',
    advice: null,
    text: 'Low CO never clears an exchanger: look inside all the same.',
  };
}

/**
 * No burner of these units burns well with less oxygen than this in its flue, % [common practice: 3 to 9].
 */
const LEAST_O2_PCT = 3;
/**
 * From here the sample is so diluted that the error of the oxygen reading decides the answer: 0.3 % of
 * oxygen, a good analyser's own error, changes it by a tenth and more [common practice].
 */
const DILUTED_O2_PCT = 18;

interface FlueCo extends CoJudged {
  readonly ppm: number;
  /** True where the oxygen is not known: it is that much or more. */
  readonly atLeast: boolean;
}

/**
 * CO of the flue. Without a usable oxygen reading, none or one of diluted gas, it counts as at least its own
 * value, since taking the dilution air out can only raise it; low is then not low. With less oxygen than a
 * burner can have, any CO is too much.
 */
export function judgeFlueCo(coPpm: number, o2Pct: number | undefined, actPpm: number): FlueCo {
  if (o2Pct === undefined || !(o2Pct >= 0 && o2Pct < DILUTED_O2_PCT)) {
    const judged = judgeCo(coPpm, actPpm);
    return judged.advice === 'act'
      ? { ...judged, ppm: coPpm, atLeast: true }
      : {
          ppm: coPpm,
          atLeast: true,
          position: null,
          advice: 'measure first',
          text:
            o2Pct === undefined
              ? 'It is at least this much air-free: measure the oxygen with it before it is called low.'
              : 'Too diluted to judge: it is at least this much air-free. Bring the probe into the undiluted flue gas and read again.',
        };
  }
  const ppm = coAirFree(coPpm, o2Pct);
  const judged = judgeCo(ppm, actPpm);
  if (o2Pct < LEAST_O2_PCT && coPpm > 0 && judged.advice === null)
    return {
      ppm,
      atLeast: false,
      position: 'above',
      advice: 'act',
      text: `Only ${o2Pct} % oxygen: the burner lacks air, and CO climbs steeply from here. Air and input first.`,
    };
  return { ...judged, ppm, atLeast: false };
}

/** CO in a room from which everything goes off, and from which everybody leaves, ppm; sources below. */
const OFF_PPM = 35;
const LEAVE_PPM = 70;

/**
 * CO in the room, ppm: 9 investigate [M, US EPA, eight hours], 35 off and ventilate [M, US EPA, one hour;
 * NIOSH], 70 leave [M, UL 2034 alarms within hours].
 *
 * @param investigatePpm the company's own; it may be stricter, never laxer
 */
export function judgeAmbientCo(ppm: number, investigatePpm = DEFAULT_LIMITS.coRoomPpm): CoJudged {
  if (ppm >= LEAVE_PPM)
    return {
      position: 'above',
      advice: 'act',
      text: 'Leave now and take everybody with you; call from outside.',
    };
  if (ppm >= OFF_PPM)
    return { position: 'above', advice: 'act', text: 'Off and ventilate; nobody stays until it is found.' };
  if (ppm >= investigatePpm)
    return { position: 'above', advice: 'act', text: 'Find where it comes from before going on.' };
  return { position: 'inside', advice: null, text: '' };
}

/**
 * Two readings of an analyser differ for certain only beyond this, ppm: each is good to 5 ppm or 5 %,
 * whichever is more [common practice, data sheets of hand-held analysers], and errors of two readings add up
 * in squares.
 */
export const coError = (a: number, b: number): number =>
  Math.hypot(Math.max(5, 0.05 * a), Math.max(5, 0.05 * b));

/** CO of return and supply air, ppm, read at one moment. */
interface AirPair {
  readonly returnPpm: number;
  readonly supplyPpm: number;
}

interface AirStreams extends AirPair {
  /** The same, read once more. */
  readonly again?: AirPair | undefined;
}

const HEAT_OFF_STREAMS =
  'Heat off now: flue gas gets into the supply air. Tag it, tell occupant and owner in writing.';

/**
 * CO in the air before and behind the exchanger. Both streams high is somebody else's gas as well: leave and
 * find the source. A rise counts beyond the analyser's error and when it comes again; but what people breathe
 * counts at once, and a pair that shows nothing takes nothing back of one that did.
 */
export function judgeAirStreams(
  { again, ...first }: AirStreams,
  investigatePpm = DEFAULT_LIMITS.coRoomPpm,
): CoJudged & { readonly risePpm: number } {
  const pairs = again ? [first, again] : [first];
  const rises = pairs.filter(
    (pair) => pair.supplyPpm - pair.returnPpm > coError(pair.returnPpm, pair.supplyPpm),
  );
  const risePpm = Math.max(...pairs.map((pair) => pair.supplyPpm - pair.returnPpm));
  const worst = Math.max(...pairs.flatMap((pair) => [pair.returnPpm, pair.supplyPpm]));
  const act = (text: string) => ({ risePpm, position: 'above', advice: 'act', text }) as const;
  const breathed = judgeAmbientCo(worst, investigatePpm);
  const comesAgain = rises.length > 1;
  if (worst >= OFF_PPM)
    return act(
      `${breathed.text} ${rises.length > 0 ? HEAT_OFF_STREAMS : 'Heat off: it is in the air that people breathe.'}`,
    );
  if (comesAgain) return act(HEAT_OFF_STREAMS);
  if (pairs.some((pair) => Math.min(pair.returnPpm, pair.supplyPpm) >= investigatePpm))
    return act('CO in both air streams: leave, find the source. It need not be this unit.');
  if (rises.length > 0)
    return {
      risePpm,
      position: null,
      advice: 'measure first',
      text: again
        ? 'One of two pairs shows it, and it counts: heat off, let it air, and read both once more from the start.'
        : 'Beyond what the analyser can be wrong by: heat off, and read both once more.',
    };
  if (worst >= investigatePpm) return { ...breathed, risePpm };
  return {
    risePpm,
    position: 'inside',
    advice: null,
    text: 'No rise beyond what the analyser can be wrong by; that alone clears nothing.',
  };
}

/** CO in one air stream alone: what people breathe counts, and low says nothing of a rise. */
export function judgeOneStream(
  ppm: number,
  which: 'return' | 'supply',
  investigatePpm = DEFAULT_LIMITS.coRoomPpm,
): CoJudged {
  const judged = judgeAmbientCo(ppm, investigatePpm);
  if (judged.advice === 'act')
    return ppm >= OFF_PPM ? { ...judged, text: `${judged.text} Heat off.` } : judged;
  return {
    position: null,
    advice: 'measure first',
    text: `Read the ${which === 'supply' ? 'return' : 'supply'} air with it: alone it shows no rise.`,
  };
}
