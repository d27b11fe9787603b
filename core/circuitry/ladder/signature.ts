import { across } from '#core/circuitry/network';
import { course, type Moment } from './course.ts';
import { deadMeter } from './dead.ts';
import type { Call, Condition, Effect, Fault, Jumper, Ladder } from './types.ts';

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

/**
 * @param faults what is wrong; none of it is the sound machine
 * @param jumper a wire that somebody put there
 */
export function signature(ladder: Ladder, faults: readonly Fault[], call: Call, jumper?: Jumper): Signature {
  const { seconds, settled } = ladder.watched[call];
  const power = call !== 'disconnect open';
  const moments = course(ladder, {
    ...{ calls: [call], faults, seconds, power },
    ...(jumper ? { jumper } : {}),
  });
  const late = met(moments, settled, seconds);
  const all = <T>(of: (moment: Moment) => ReadonlySet<T>, from: readonly Moment[]) =>
    new Set(from.flatMap((moment) => [...of(moment)]));
  const kept = new Map<string, readonly number[]>();
  // Moments that are alike have one solution.
  const [everSolved, lateSolved] = [moments, late].map((of) => [...new Set(of.map((m) => m.solution))]);
  let meter: ((a: string, b: string) => number) | undefined;
  return {
    ever: all((moment) => moment.running, moments),
    after: new Set(
      [...all((m) => m.running, late)].filter((effect) => late.every((m) => m.running.has(effect))),
    ),
    hums: all((moment) => moment.stalled, moments),
    felt: all((moment) => moment.conditions, moments),
    // What was held off for good was in before.
    pulled: all((moment) => moment.pulled, late.at(-1)?.lockedOut ? moments : late),
    flameS: longest(moments, ({ conditions }) => conditions.has('flame')),
    lockedOut: moments.some((moment) => moment.lockedOut),
    reads: (a, b) => remembered(kept, `${a} ${b}`, () => (lateSolved ?? []).map((one) => one.reads(a, b))),
    peak: (a, b) =>
      remembered(kept, `peak ${a} ${b}`, () => [
        Math.max(...(everSolved ?? []).map((one) => one.reads(a, b))),
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
