import { EVERY_LEG } from '#core/circuitry/ladder';
import { isSo, ohmsAgree, sisterAgrees, voltsAgree, type Observed } from './evidence.ts';
import { AT_ALL, entriesWith, factorOf, type Entry } from './circumstances.ts';
import { predicted } from './predicted.ts';
import { soundFor, type Suspect } from './suspects.ts';

/** Below this a winding lies on the frame; a sound one has megohms [common practice: ½ MΩ at least]. */
const ON_FRAME_OHMS = 500_000;
/** A capacitor below this share of its plate is weak [common practice: 6 % below]. */
const SOUND_SHARE = 0.94;
/** Amps below this are none; above so many times those expected the motor stands [from memory]. */
const NO_AMPS = 0.3;
const STANDS_TIMES = 2.5;
/** A code points at a part by what its board cannot read itself: how much likelier it makes it [from memory]. */
const CODE_ELSEWHERE = 0.4;

/** What makes and breaks is found as it breaks so often, when somebody has come because of it [from memory]. */
const BREAKS_SHARE = 0.75;

/** How likely something is seen where one thing is wrong, 0 to 1. */
export function likelihood(suspect: Suspect, seen: Observed): number {
  const { otherwise } = suspect;
  if (!otherwise || ALWAYS.has(seen.kind)) return likely(suspect, seen);
  return BREAKS_SHARE * likely(suspect, seen) + (1 - BREAKS_SHARE) * likely(otherwise, seen);
}
/** What is true of a thing that makes and breaks whether it makes or not. */
const ALWAYS: ReadonlySet<Observed['kind']> = new Set([
  'comes and goes',
  'wiggled',
  'done',
  'changed',
  'code',
]);

function likely(suspect: Suspect, seen: Observed): number {
  const would = predicted(suspect, seen);
  switch (seen.kind) {
    case 'volts': {
      const sign = suspect.on(seen.call, seen);
      const [a, b] = seen.between;
      return voltsAgree(seen.watched ? [sign.peak(a, b)] : sign.reads(a, b), seen.reads);
    }
    case 'supply':
      return atPanel(suspect, seen);
    case 'ohms':
      if (seen.sister !== undefined) return sisterAgrees(besideSound(suspect, seen), seen.reads, seen.sister);
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
      if (seen.sister !== undefined && seen.sister >= NO_AMPS)
        return sisterAgrees(besideSound(suspect, seen), seen.reads, seen.sister);
      return ampsAgree((would as typeof seen).reads, seen.reads);
    case 'code':
      return suspect.part !== undefined && seen.points.includes(suspect.part) ? 1 : CODE_ELSEWHERE;
    case 'done':
    case 'circumstance':
    case 'changed':
      return 1;
    default:
      return isSo(sameAnswer(would, seen), true);
  }
}

/** What is lost at the machine is lost before the panel that feeds it as often as behind it [from memory]. */
const BEFORE_PANEL = 0.5;
/** The wrong breaker was measured [from memory]. */
const MISREAD = 0.003;

/** A leg that is dead at the panel is dead at every machine on it; one that is there may be lost on the way. */
function atPanel(
  { fault, ladder }: Suspect,
  { between, reads }: Extract<Observed, { kind: 'supply' }>,
): number {
  const lost = 'leg' in fault && (fault.leg === EVERY_LEG || between.includes(fault.leg));
  const there = reads >= PANEL_SHARE * ladder.supply.volts;
  if (!lost) return there ? 1 : MISREAD;
  return there ? 1 - BEFORE_PANEL : BEFORE_PANEL;
}
/** Volts at a panel below this share of the plate are none [from memory]. */
const PANEL_SHARE = 0.7;

/** What a suspect and the sound machine would show where this was read. */
function besideSound(suspect: Suspect, seen: Observed): { here: number | null; sound: number | null } {
  const reads = (one: Suspect): number | null => {
    const would = predicted(one, seen);
    return would.kind === 'ohms' || would.kind === 'amps' ? would.reads : null;
  };
  return { here: reads(suspect), sound: reads(soundFor(suspect.ladder)) };
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
/** What tells of the machine; the rest tells of what was done, or of the day. */
export const says = ({ kind }: Observed): boolean =>
  kind !== 'done' && kind !== 'changed' && kind !== 'circumstance';

/**
 * What it most likely is, the likeliest first; and how likely it is something that is not in the table.
 *
 * @param apt how well each suits what is complained of, 0 to 1
 * @param entries how often each is met, in what circumstances
 */
export function rank(
  suspects: readonly Suspect[],
  seen: readonly Observed[],
  apt: (suspect: Suspect) => number = () => 1,
  entries: ReadonlyMap<string, Entry> = entriesWith([]),
): { readonly ranked: readonly Ranked[]; readonly other: number } {
  const so = seen.flatMap((one) => (one.kind === 'circumstance' && one.yes ? [one.what] : []));
  const weightOf = (suspect: Suspect): number =>
    [AT_ALL, ...so].reduce(
      (all, one) => all * factorOf(entries, suspect, one as typeof AT_ALL),
      suspect.weight,
    );
  const total = suspects.reduce((sum, suspect) => sum + weightOf(suspect), 0);
  const weighed = suspects.map((suspect) => ({
    suspect,
    share: seen.reduce(
      (share, one) => share * likelihood(suspect, one),
      (weightOf(suspect) / total) * (1 - NOT_IN_TABLE) * apt(suspect),
    ),
  }));
  const other = NOT_IN_TABLE * ANYTHING ** seen.filter(says).length;
  const all = weighed.reduce((sum, { share }) => sum + share, other);
  return {
    ranked: weighed.map((one) => ({ ...one, share: one.share / all })).sort((a, b) => b.share - a.share),
    other: other / all,
  };
}
