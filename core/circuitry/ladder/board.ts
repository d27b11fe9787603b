import type { BoardRelay, BoardTimes } from './types.ts';

/*
 * A heating control as a state machine: check, draft, purge, the glow where it has an igniter, trial, run, and what it
 * does when a step does not come [common practice; the standard for such controls is ANSI Z21.20].
 */

export const PHASES = [
  'off',
  'check',
  'draft',
  'purge',
  'warm',
  'trial',
  'run',
  'between',
  'limit',
  'lockout',
] as const;
export type Phase = (typeof PHASES)[number];

export interface BoardState {
  readonly phase: Phase;
  /** Seconds in this phase. */
  readonly since: number;
  readonly tries: number;
  readonly blower: boolean;
  /** Seconds since the flame was there, or since it went, for the blower. */
  readonly blowerSince: number;
}
export const OFF: BoardState = { phase: 'off', since: 0, tries: 0, blower: false, blowerSince: 0 };

/** What it reads. */
export interface BoardReads {
  readonly powered: boolean;
  readonly called: boolean;
  readonly proof: boolean;
  readonly limits: boolean;
  readonly flame: boolean;
}

const to = (state: BoardState, phase: Phase, more: Partial<BoardState> = {}): BoardState => ({
  ...state,
  ...{ phase, since: 0 },
  ...more,
});

/** The next phase by what is read now; the same state where it stays. */
export function next(state: BoardState, reads: BoardReads, times: BoardTimes): BoardState {
  if (!reads.powered) return state.phase === 'off' && state.tries === 0 && !state.blower ? state : OFF;
  const after = phaseAfter(state, reads, times);
  const heats = after.phase === 'run';
  // Off its limit the fan carries the heat away at once.
  const wanted =
    after.phase === 'limit' ||
    (heats
      ? after.blowerSince >= times.blowerOn || after.blower
      : after.blower && after.blowerSince < times.blowerOff);
  return wanted === after.blower ? after : { ...after, blower: wanted, blowerSince: 0 };
}

function phaseAfter(state: BoardState, reads: BoardReads, times: BoardTimes): BoardState {
  const { phase, since, tries } = state;
  if (!reads.called) return phase === 'off' ? state : to(state, 'off', { tries: 0, blowerSince: 0 });
  if (phase === 'lockout') return state;
  if (!reads.limits) return phase === 'limit' ? state : to(state, 'limit');
  const failed = (): BoardState =>
    tries + 1 >= times.tries
      ? to(state, 'lockout', { tries: tries + 1, blowerSince: 0 })
      : to(state, 'between', { tries: tries + 1, blowerSince: 0 });
  switch (phase) {
    case 'off':
    case 'limit':
      return to(state, 'check');
    case 'check':
      // A proof that is there before anything runs is stuck: it waits.
      return reads.proof ? state : to(state, 'draft');
    case 'draft':
      return reads.proof ? to(state, 'purge') : state;
    case 'purge':
    case 'between':
      if (!reads.proof) return to(state, 'draft');
      return since >= (phase === 'purge' ? times.purge : times.between)
        ? to(state, times.warm === undefined ? 'trial' : 'warm')
        : state;
    case 'warm':
      if (!reads.proof) return to(state, 'draft');
      return since >= (times.warm ?? 0) ? to(state, 'trial') : state;
    case 'trial':
      if (!reads.proof) return to(state, 'draft');
      if (reads.flame) return to(state, 'run', { blowerSince: 0 });
      return since >= times.trial ? failed() : state;
    case 'run':
      return !reads.flame || !reads.proof ? failed() : state;
  }
}

/** Seconds until it does something by its clock; Infinity where it waits for what it reads. */
export function untilNext({ phase, since, blower, blowerSince }: BoardState, times: BoardTimes): number {
  const phases: Partial<Record<Phase, number>> = {
    purge: times.purge,
    warm: times.warm ?? 0,
    between: times.between,
    trial: times.trial,
  };
  const own = (phases[phase] ?? Infinity) - since;
  const fan =
    phase === 'run'
      ? blower
        ? Infinity
        : times.blowerOn
      : blower && phase !== 'limit'
        ? times.blowerOff
        : Infinity;
  return Math.max(0, Math.min(own, fan - blowerSince));
}

export const elapsed = (state: BoardState, seconds: number): BoardState => ({
  ...state,
  since: state.since + seconds,
  blowerSince: state.blowerSince + seconds,
});

/** Whether a relay of it is pulled in. */
export function pulls({ phase, blower }: BoardState, relay: BoardRelay, { pilot }: BoardTimes): boolean {
  if (relay === 'blower') return blower;
  if (relay === 'igniter') return phase === 'warm' || phase === 'trial';
  if (relay === 'pilot valve') return pilot === true && (phase === 'trial' || phase === 'run');
  // The burners have gas once the pilot is proved.
  if (relay === 'gas valve') return phase === 'run' || (phase === 'trial' && pilot !== true);
  return ['draft', 'purge', 'warm', 'trial', 'run', 'between', 'limit'].includes(phase);
}

export const sparks = ({ phase }: BoardState, times: BoardTimes): boolean =>
  phase === 'trial' && times.warm === undefined;
