import { nth, STAGES, type Call, type Fault } from '#core/circuitry/ladder';
import type { BLOWS, FLAMES, Observed } from './evidence.ts';
import { howOf, type Suspect } from './suspects.ts';

/** What a sound capacitor and one that has lost its strength show, as shares of its plate. */
const WEAK_SHARE = 0.6;
const rounded = (volts: number): number => Math.round(volts);

/** A flame that nobody sees is shut off within the trial; one that trips a limit burns on for longer. */
const IN_SECONDS_S = 20;

/** What the flame does where one thing is wrong. */
export function flameOf(suspect: Suspect): (typeof FLAMES)[number] {
  const { felt, after, flameS } = suspect.on('heat');
  if (!felt.has('flame')) return felt.has('pilot flame') ? 'pilot only' : 'none';
  if (after.has('gas valve')) return 'stays';
  return flameS < IN_SECONDS_S ? 'goes out in seconds' : 'goes out after minutes';
}

/** What comes out of the registers where one thing is wrong. */
function airOf(suspect: Suspect, call: Call): (typeof BLOWS)[number] {
  const { felt, after } = suspect.on(call);
  if (!after.has('blower') || !felt.has('air')) return 'no air';
  if (after.has('gas valve') && felt.has('flame')) return 'warm';
  if (call === 'free cooling' && felt.has('damper open')) return 'cool';
  if (STAGES.some((stage) => after.has(nth('heater', stage)))) return 'warm';
  const pumps = STAGES.some(
    (stage) => after.has(nth('compressor', stage)) && felt.has(nth('pressures part', stage)),
  );
  if (!pumps) return 'as the room';
  const reverses = suspect.ladder.rungs.some((rung) => rung.id === 'reversing valve');
  return reverses && !after.has('reversing valve') ? 'warm' : 'cool';
}

/** It starts and stops by itself: what ran is not what runs. */
function cycles(suspect: Suspect, call: Call): boolean {
  const { ever, after } = suspect.on(call);
  return [...ever].some((what) => what !== 'spark' && what !== 'igniter' && !after.has(what));
}

/** What somebody who asks this would be shown where one thing is wrong. */
export function predicted(suspect: Suspect, asks: Observed): Observed {
  switch (asks.kind) {
    case 'ran': {
      const { ever, hums } = suspect.on(asks.call, asks);
      return { ...asks, how: ever.has(asks.what) ? 'yes' : hums.has(asks.what) ? 'hums' : 'no' };
    }
    case 'after':
      return { ...asks, yes: suspect.on(asks.call).after.has(asks.what) };
    case 'locked out':
      return { ...asks, yes: suspect.on(asks.call).lockedOut };
    case 'flame':
      return { ...asks, how: flameOf(suspect) };
    case 'blows':
      return { ...asks, how: airOf(suspect, asks.call) };
    case 'volts': {
      const sign = suspect.on(asks.call, asks);
      const [a, b] = asks.between;
      return { ...asks, reads: rounded(asks.watched ? sign.peak(a, b) : (sign.reads(a, b)[0] ?? 0)) };
    }
    case 'supply':
      return { ...asks, reads: suspect.ladder.supply.volts };
    case 'ohms': {
      const reads = suspect.on('nothing').ohms(...asks.between);
      return { ...asks, reads: reads === Infinity ? null : reads };
    }
    case 'alone': {
      const how = howOf(suspect, asks.rung);
      // A winding is whole or not; how many ohms it has stands on no plate.
      const whole = how === 'open' ? null : 1;
      return { ...asks, reads: asks.to === 'the frame' ? (how === 'grounded' ? 0.5 : null) : whole };
    }
    case 'microfarads': {
      const plate = suspect.ladder.rungs.find(({ id }) => id === asks.rung);
      const full = plate?.kind === 'capacitor' ? plate.microfarads : 0;
      return { ...asks, reads: howOf(suspect, asks.rung) === 'weak' ? full * WEAK_SHARE : full };
    }
    case 'pulled':
      return { ...asks, yes: suspect.on(asks.call).pulled.has(asks.rung) };
    case 'amps':
      return { ...asks, reads: suspect.on(asks.call).amps(asks.rung) };
    case 'pressures':
      return { ...asks, part: suspect.on('cool').felt.has(nth('pressures part', asks.stage)) };
    case 'look': {
      const is = (fault: Fault | undefined): boolean =>
        fault !== undefined && 'around' in fault && fault.around === asks.at;
      const iced = asks.at === 'outdoor coil iced' && suspect.on('heat').felt.has('outdoor coil iced');
      return { ...asks, yes: iced || is(suspect.fault) || is(suspect.behind) };
    }
    case 'comes and goes':
      return { ...asks, yes: suspect.otherwise !== undefined || cycles(suspect, asks.call) };
    case 'wiggled':
      return { ...asks, yes: howOf(suspect, asks.rung) === 'loose' };
    case 'done':
    case 'circumstance':
    case 'code':
    case 'changed':
      return asks;
  }
}
