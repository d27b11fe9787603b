import type { Call, FaultMet, Signature } from '#core/circuitry/ladder';
import { type FLAMES, isSo, ohmsAgree, voltsAgree, type Observed } from './evidence.ts';

/** One thing that may be wrong, with what the machine does then on each call. */
export interface Suspect extends FaultMet {
  readonly on: (call: Call) => Signature;
}

/** Below this a winding lies on the frame; a sound one has megohms [common practice: ½ MΩ at least]. */
const ON_FRAME_OHMS = 500_000;

/** How likely something is seen where one thing is wrong, 0 to 1. */
export function likelihood(suspect: Suspect, seen: Observed): number {
  switch (seen.kind) {
    case 'ran': {
      const { ever, hums } = suspect.on(seen.call);
      const does = ever.has(seen.what) ? 'yes' : hums.has(seen.what) ? 'hums' : 'no';
      return isSo(does === seen.how, true);
    }
    case 'locked out':
      return isSo(suspect.on(seen.call).lockedOut, seen.yes);
    case 'flame':
      return isSo(flameOf(suspect) === seen.how, true);
    case 'volts': {
      const sign = suspect.on(seen.call);
      const [a, b] = seen.between;
      return voltsAgree(seen.watched ? [sign.peak(a, b)] : sign.reads(a, b), seen.reads);
    }
    case 'ohms':
      return ohmsAgree(suspect.on('nothing').ohms(...seen.between), seen.reads);
    case 'alone': {
      const { fault } = suspect;
      const how = 'rung' in fault && fault.rung === seen.rung ? fault.how : undefined;
      // A winding is whole or not; how many ohms it has stands on no plate.
      return seen.to === 'its own leads'
        ? isSo(how === 'open', seen.reads === null)
        : isSo(how === 'grounded', seen.reads !== null && seen.reads < ON_FRAME_OHMS);
    }
    case 'after':
      return isSo(suspect.on(seen.call).after.has(seen.what), seen.yes);
    case 'done':
      return 1;
    case 'look':
      return isSo('around' in suspect.fault && suspect.fault.around === seen.at, seen.yes);
  }
}

/** What the flame does where one thing is wrong. */
export function flameOf(suspect: Suspect): (typeof FLAMES)[number] {
  const { felt, after } = suspect.on('heat');
  return !felt.has('flame') ? 'none' : after.has('gas valve') ? 'stays' : 'goes out';
}

export interface Ranked {
  readonly suspect: Suspect;
  readonly share: number;
}

/** Before anything is seen, how likely it is none of what is in the table [from memory]. */
const NOT_IN_TABLE = 0.04;
/** What is not in the table is taken to show anything as readily as not. */
const ANYTHING = 0.35;

/**
 * What it most likely is, the likeliest first; and how likely it is something that is not in the table.
 *
 * @param apt how well each suits what is complained of, 0 to 1
 */
export function rank(
  suspects: readonly Suspect[],
  seen: readonly Observed[],
  apt: (suspect: Suspect) => number = () => 1,
): { readonly ranked: readonly Ranked[]; readonly other: number } {
  const total = suspects.reduce((sum, { weight }) => sum + weight, 0);
  const weighed = suspects.map((suspect) => ({
    suspect,
    share: seen.reduce(
      (share, one) => share * likelihood(suspect, one),
      (suspect.weight / total) * (1 - NOT_IN_TABLE) * apt(suspect),
    ),
  }));
  const other = NOT_IN_TABLE * ANYTHING ** seen.filter(({ kind }) => kind !== 'done').length;
  const all = weighed.reduce((sum, { share }) => sum + share, other);
  return {
    ranked: weighed.map((one) => ({ ...one, share: one.share / all })).sort((a, b) => b.share - a.share),
    other: other / all,
  };
}
