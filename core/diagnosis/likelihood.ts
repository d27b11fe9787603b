import { isSo, ohmsAgree, voltsAgree, type Observed } from './evidence.ts';
import { predicted } from './predicted.ts';
import type { Suspect } from './suspects.ts';

/** Below this a winding lies on the frame; a sound one has megohms [common practice: ½ MΩ at least]. */
const ON_FRAME_OHMS = 500_000;
/** A capacitor below this share of its plate is weak [common practice: 6 % below]. */
const SOUND_SHARE = 0.94;
/** Amps below this are none; above so many times those expected the motor stands [from memory]. */
const NO_AMPS = 0.3;
const STANDS_TIMES = 2.5;
/** A code points at a part by what its board cannot read itself: how much likelier it makes it [from memory]. */
const CODE_ELSEWHERE = 0.4;

/** How likely something is seen where one thing is wrong, 0 to 1. */
export function likelihood(suspect: Suspect, seen: Observed): number {
  const would = predicted(suspect, seen);
  switch (seen.kind) {
    case 'volts': {
      const sign = suspect.on(seen.call);
      const [a, b] = seen.between;
      return voltsAgree(seen.watched ? [sign.peak(a, b)] : sign.reads(a, b), seen.reads);
    }
    case 'ohms':
      return ohmsAgree(suspect.on('nothing').ohms(...seen.between), seen.reads);
    case 'alone': {
      const of = (reads: number | null): boolean =>
        seen.to === 'its own leads' ? reads === null : reads !== null && reads < ON_FRAME_OHMS;
      return isSo(of((would as typeof seen).reads), of(seen.reads));
    }
    case 'microfarads': {
      const plate = suspect.ladder.rungs.find(({ id }) => id === seen.rung);
      const full = plate?.kind === 'capacitor' ? plate.microfarads : seen.reads;
      const weak = (reads: number): boolean => reads < SOUND_SHARE * full;
      return isSo(weak((would as typeof seen).reads), weak(seen.reads));
    }
    case 'amps':
      return ampsAgree((would as typeof seen).reads, seen.reads);
    case 'code':
      return suspect.part !== undefined && seen.points.includes(suspect.part) ? 1 : CODE_ELSEWHERE;
    case 'done':
    case 'changed':
      return 1;
    default:
      return isSo(sameAnswer(would, seen), true);
  }
}

/** None, what it should be, or what a motor draws that does not turn: no more is known without its plate. */
function ampsAgree(would: number, reads: number): number {
  if (would < NO_AMPS || reads < NO_AMPS) return isSo(would < NO_AMPS, reads < NO_AMPS);
  return isSo(Math.max(would, reads) / Math.min(would, reads) < STANDS_TIMES, true);
}

function sameAnswer(a: Observed, b: Observed): boolean {
  if (a.kind === 'pressures' && b.kind === 'pressures') return a.part === b.part;
  if ('how' in a && 'how' in b) return a.how === b.how;
  return 'yes' in a && 'yes' in b && a.yes === b.yes;
}

export interface Ranked {
  readonly suspect: Suspect;
  readonly share: number;
}

/** Before anything is seen, how likely it is none of what is in the table [from memory]. */
const NOT_IN_TABLE = 0.04;
/** What is not in the table is taken to show anything as readily as not. */
const ANYTHING = 0.35;
const says = ({ kind }: Observed): boolean => kind !== 'done' && kind !== 'changed';

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
  const other = NOT_IN_TABLE * ANYTHING ** seen.filter(says).length;
  const all = weighed.reduce((sum, { share }) => sum + share, other);
  return {
    ranked: weighed.map((one) => ({ ...one, share: one.share / all })).sort((a, b) => b.share - a.share),
    other: other / all,
  };
}
