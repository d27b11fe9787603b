import { DEFAULT_LIMITS, type Advice, type Position } from '../measurement/index.ts';
import { coAirFree } from './gas.ts';

/** Where carbon monoxide lies and what is to be done, in words. */
export interface CoJudged {
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

/** No burner of these units burns well with less oxygen than this in its flue, % [common practice: 3 to 9]. */
const LEAST_O2_PCT = 3;
/** From here the probe is in room air, %. */
const ROOM_AIR_O2_PCT = 20;

export interface FlueCo extends CoJudged {
  readonly ppm: number;
  /** True where the oxygen is not known: it is that much or more. */
  readonly atLeast: boolean;
}

/**
 * CO of the flue. Without a usable oxygen reading it counts as at least its own value, since taking the dilution air
 * out can only raise it; low is then not low. With less oxygen than a burner can have, any CO is too much.
 */
export function judgeFlueCo(coPpm: number, o2Pct: number | undefined, actPpm: number): FlueCo {
  if (o2Pct === undefined || !(o2Pct >= 0 && o2Pct < ROOM_AIR_O2_PCT)) {
    const judged = judgeCo(coPpm, actPpm);
    return judged.advice === 'act'
      ? { ...judged, ppm: coPpm, atLeast: true }
      : {
          ppm: coPpm,
          atLeast: true,
          position: null,
          advice: 'measure first',
          text: 'It is at least this much air-free: measure the oxygen with it before it is called low.',
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

/**
 * CO in the room, ppm: 9 investigate [M, US EPA, eight hours], 35 off and ventilate [M, US EPA, one hour; NIOSH], 70
 * leave [M, UL 2034 alarms within hours].
 *
 * @param investigatePpm the company's own; it may be stricter, never laxer
 */
export function judgeAmbientCo(ppm: number, investigatePpm = DEFAULT_LIMITS.coRoomPpm): CoJudged {
  if (ppm >= 70)
    return {
      position: 'above',
      advice: 'act',
      text: 'Leave now and take everybody with you; call from outside.',
    };
  if (ppm >= 35)
    return { position: 'above', advice: 'act', text: 'Off and ventilate; nobody stays until it is found.' };
  if (ppm >= investigatePpm)
    return { position: 'above', advice: 'act', text: 'Find where it comes from before going on.' };
  return { position: 'inside', advice: null, text: '' };
}

/**
 * Two readings of an analyser differ for certain only beyond this, ppm: each is good to 5 ppm or 5 %, whichever is more
 * [common practice, data sheets of hand-held analysers], and errors of two readings add up in squares.
 */
export const coError = (a: number, b: number): number =>
  Math.hypot(Math.max(5, 0.05 * a), Math.max(5, 0.05 * b));

export interface AirStreams {
  readonly returnPpm: number;
  readonly supplyPpm: number;
  /** The same, read once more. */
  readonly again?: { readonly returnPpm: number; readonly supplyPpm: number } | undefined;
}

/**
 * CO in the air before and behind the exchanger. Both streams high is somebody else's gas as well: leave and find the
 * source. A rise counts beyond the analyser's error and when it comes again.
 */
export function judgeAirStreams(
  { returnPpm, supplyPpm, again }: AirStreams,
  investigatePpm = DEFAULT_LIMITS.coRoomPpm,
): CoJudged & { readonly risePpm: number } {
  const risePpm = supplyPpm - returnPpm;
  const beyond = (from: number, to: number) => to - from > coError(from, to);
  const rises = beyond(returnPpm, supplyPpm);
  if (rises && again && beyond(again.returnPpm, again.supplyPpm))
    return {
      risePpm,
      position: 'above',
      advice: 'act',
      text: 'Heat off now: flue gas gets into the supply air. Tag it, tell occupant and owner in writing.',
    };
  if (Math.min(returnPpm, supplyPpm) >= investigatePpm)
    return {
      risePpm,
      position: 'above',
      advice: 'act',
      text: 'CO in both air streams: leave, find the source. It need not be this unit.',
    };
  if (rises)
    return {
      risePpm,
      position: null,
      advice: 'measure first',
      text: again
        ? 'It did not come again. Heat off, let it air, and read both once more from the start.'
        : 'Beyond what the analyser can be wrong by: heat off, and read both once more.',
    };
  const high = Math.max(returnPpm, supplyPpm);
  if (high >= investigatePpm) return { ...judgeAmbientCo(high, investigatePpm), risePpm };
  return {
    risePpm,
    position: 'inside',
    advice: null,
    text: 'No rise beyond what the analyser can be wrong by; that alone clears nothing.',
  };
}
