import { across } from '#core/circuitry/network';
import { course, type Moment } from './course.ts';
import { deadMeter } from './dead.ts';
import type { Call, Condition, Effect, Fault, Ladder } from './types.ts';

/** How long a call is watched, and from when on it has come to what it comes to, seconds. */
const WATCHED: Readonly<Record<Call, { readonly seconds: number; readonly settled: number }>> = {
  heat: { seconds: 420, settled: 100 },
  // A coil takes its time to ice.
  cool: { seconds: 1500, settled: 195 },
  fan: { seconds: 60, settled: 15 },
  nothing: { seconds: 30, settled: 5 },
  'disconnect open': { seconds: 5, settled: 1 },
};
/** What it is in for a shorter share of that time nobody is sure to meet. */
const MET_FROM_SHARE = 0.06;

/** What a machine with one thing wrong does on a call, and what a meter would show. */
export interface Signature {
  /** What ran at any time, and what runs once it has come to rest in what it does. */
  readonly ever: ReadonlySet<Effect>;
  readonly after: ReadonlySet<Effect>;
  /** What tries to turn and does not. */
  readonly hums: ReadonlySet<Effect>;
  readonly felt: ReadonlySet<Condition>;
  readonly lockedOut: boolean;
  /** The longest a flame burns without going out, seconds. */
  readonly flameS: number;
  /** Coils and relays that are in at any time once it has come to what it comes to. */
  readonly pulled: ReadonlySet<string>;
  /** Volts between two terminals that are met once it has come to what it comes to. */
  readonly reads: (a: string, b: string) => readonly number[];
  /** The most that is shown between them while it is watched from the call on. */
  readonly peak: (a: string, b: string) => number;
  /** Amps a motor or heating element draws: the most that lasts. */
  readonly amps: (rung: string) => number;
  /** Ohms between two terminals with the power off. */
  readonly ohms: (a: string, b: string) => number;
}

/** @param faults what is wrong; none of it is the sound machine */
export function signature(ladder: Ladder, faults: readonly Fault[], call: Call): Signature {
  const lit = ladder.rungs.some(({ kind }) => kind === 'board');
  // Without a flame heat comes by timers one behind the other, as cooling does.
  const { seconds, settled } = call === 'heat' && !lit ? WATCHED.cool : WATCHED[call];
  const moments = course(ladder, { calls: [call], faults, seconds, power: call !== 'disconnect open' });
  const late = met(moments, settled, seconds);
  const all = <T>(of: (moment: Moment) => ReadonlySet<T>, from: readonly Moment[]) =>
    new Set(from.flatMap((moment) => [...of(moment)]));
  const kept = new Map<string, readonly number[]>();
  let meter: ((a: string, b: string) => number) | undefined;
  return {
    ever: all((moment) => moment.running, moments),
    after: new Set(
      [...all((m) => m.running, late)].filter((effect) => late.every((m) => m.running.has(effect))),
    ),
    hums: all((moment) => moment.stalled, moments),
    felt: all((moment) => moment.conditions, moments),
    pulled: all((moment) => moment.pulled, late),
    flameS: longest(moments, ({ conditions }) => conditions.has('flame')),
    lockedOut: moments.some(({ board }) => board?.phase === 'lockout'),
    reads: (a, b) => remembered(kept, `${a} ${b}`, () => late.map(({ solution }) => solution.reads(a, b))),
    peak: (a, b) =>
      remembered(kept, `peak ${a} ${b}`, () => [
        Math.max(...moments.map(({ solution }) => solution.reads(a, b))),
      ])[0] ?? 0,
    amps: (rung) =>
      remembered(kept, `amps ${rung}`, () => [
        Math.max(...late.map((moment) => ampsOf(ladder, moment, rung))),
      ])[0] ?? 0,
    ohms: (a, b) =>
      remembered(kept, `ohms ${a} ${b}`, () => [(meter ??= deadMeter(ladder, faults))(a, b)])[0] ?? Infinity,
  };
}

/** The longest stretch in which something is so, seconds. */
function longest(moments: readonly Moment[], is: (moment: Moment) => boolean): number {
  let [most, own] = [0, 0];
  for (const moment of moments) {
    own = is(moment) ? own + moment.until - moment.from : 0;
    most = Math.max(most, own);
  }
  return most;
}

/** The states that somebody who comes later meets. */
function met(moments: readonly Moment[], from: number, until: number): Moment[] {
  const share = (m: Moment) => (Math.min(until, m.until) - Math.max(from, m.from)) / (until - from);
  const late = moments.filter((moment) => share(moment) >= MET_FROM_SHARE);
  return late.length > 0 ? late : moments.slice(-1);
}

function remembered(
  kept: Map<string, readonly number[]>,
  key: string,
  work: () => readonly number[],
): readonly number[] {
  const known = kept.get(key) ?? work();
  kept.set(key, known);
  return known;
}

/** Amps into the first leg of a load. */
function ampsOf({ rungs }: Ladder, { elements, solution }: Moment, id: string): number {
  const rung = rungs.find((one) => one.id === id);
  const from = rung?.kind === 'motor' ? rung.legs[0] : rung?.kind === 'heater' ? rung.a : undefined;
  const to = rung?.kind === 'motor' ? (rung.legs.length > 2 ? `inside ${id}` : rung.legs[1]) : undefined;
  const own = elements.find(
    (element) =>
      element.kind === 'impedance' &&
      element.a === from &&
      (rung?.kind === 'heater' ? element.b === rung.b : element.b === to),
  );
  return own ? across(solution.amps(own)) : 0;
}
