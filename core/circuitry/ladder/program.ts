import type { Go, Program, ProgramPhase } from './types.ts';

/** The phase in which a control waits until what called it is gone, after too many failures. */
export const LOCKED_OUT = 'lockout';
/** An automation that has seen no proof of its fan holds everything off until somebody acknowledges it. */
const HOLDS_OFF: ReadonlySet<string> = new Set([LOCKED_OUT, 'fan fail']);
export const holdsOff = (phase: string): boolean => HOLDS_OFF.has(phase);

export interface ProgramState {
  readonly phase: string;
  /** Seconds in this phase. */
  readonly since: number;
  readonly tries: number;
}

/** As it wakes up. */
export const awake = ({ phases }: Program): ProgramState => ({
  phase: phases[0]?.name ?? '',
  since: 0,
  tries: 0,
});

const phaseOf = ({ phases }: Program, { phase }: ProgramState): ProgramPhase | undefined =>
  phases.find(({ name }) => name === phase);

/** What is read allows it; how long it takes is not asked. */
const allowed = ({ yes = [], no = [] }: Go, reads: ReadonlySet<string>): boolean =>
  yes.every((one) => reads.has(one)) && (no.length === 0 || no.some((one) => !reads.has(one)));

/** The next phase by what is read now; the same state where it stays. Without power it wakes up anew. */
export function goOn(program: Program, state: ProgramState, powered: boolean, reads: ReadonlySet<string>) {
  const first = awake(program);
  if (!powered) return state.phase === first.phase && state.tries === 0 ? state : first;
  const go = phaseOf(program, state)?.goes.find(
    (one) => state.since >= (one.after ?? 0) && allowed(one, reads),
  );
  if (!go) return state;
  const tries = state.tries + (go.counts ? 1 : 0);
  if (go.counts && tries >= (program.tries ?? Infinity)) return { phase: LOCKED_OUT, since: 0, tries };
  return { phase: go.to, since: 0, tries: go.to === first.phase ? 0 : tries };
}

/** Seconds until it may do something by its clock; Infinity where it waits for what it reads. */
export const untilGo = (program: Program, state: ProgramState): number =>
  Math.min(
    ...(phaseOf(program, state)?.goes ?? []).flatMap(({ after = 0 }) =>
      after > state.since ? [after - state.since] : [],
    ),
    Infinity,
  );

export const relaysIn = (program: Program, state: ProgramState): readonly string[] =>
  phaseOf(program, state)?.pulls ?? [];
