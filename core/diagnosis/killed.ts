import { stageOf, type FaultMet } from '#core/circuitry/ladder';

/*
 * Killer and victim: what takes another part with it and is still there when that one is found [common practice; how
 * often is from memory].
 */
interface Killed {
  /** A rung, or what is around the machine, without the number of its stage. */
  readonly killer: string;
  readonly how?: string;
  readonly victim: string;
  readonly victimHow: string;
  /** How often the killer has taken its victim by the time somebody comes. */
  readonly share: number;
}

const killed = (killer: string, how: string | undefined, victim: string, victimHow: string, share: number) =>
  ({ killer, ...(how === undefined ? {} : { how }), victim, victimHow, share }) as Killed;

const KILLED: readonly Killed[] = [
  killed('contactor', 'shorted', 'transformer', 'open', 0.3),
  killed('blower contactor', 'shorted', 'transformer', 'open', 0.2),
  killed('gas valve', 'shorted', 'transformer', 'open', 0.2),
  killed('reversing valve', 'shorted', 'transformer', 'open', 0.2),
  killed('cable R', 'grounded', 'transformer', 'open', 0.15),
  killed('cable W', 'grounded', 'transformer', 'open', 0.15),
  killed('contactor', 'shorted', 'anti-short-cycle timer', 'no output', 0.15),
  killed('condenser fan capacitor', 'weak', 'condenser fan motor', 'open', 0.1),
  killed('compressor capacitor', 'weak', 'compressor', 'open', 0.05),
  killed('blower capacitor', 'weak', 'blower motor', 'open', 0.1),
  killed('condenser dirty', undefined, 'compressor', 'open', 0.02),
  killed('low air', undefined, 'limit switch', 'open', 0.05),
  killed('flue blocked', undefined, 'inducer', 'stuck', 0.05),
];

const nameOf = ({ fault }: FaultMet): string =>
  'rung' in fault ? fault.rung : 'around' in fault ? fault.around : '';
const stageIn = (suspect: FaultMet): string | undefined => stageOf(nameOf(suspect)).stage;
const isIt = (suspect: FaultMet, name: string, how: string | undefined): boolean =>
  stageOf(nameOf(suspect)).name === name &&
  ('rung' in suspect.fault ? suspect.fault.how === how : how === undefined);

/** Which of these kills which, with how often it has when somebody comes. */
export function killedIn<T extends FaultMet>(
  singles: readonly T[],
): { readonly killer: T; readonly victim: T; readonly share: number }[] {
  return KILLED.flatMap((row) =>
    singles
      .filter((one) => isIt(one, row.killer, row.how))
      .flatMap((killer) =>
        singles
          .filter((one) => isIt(one, row.victim, row.victimHow))
          // Of a stage it takes what is of that stage; one transformer feeds all of them.
          .filter((one) => row.victim === 'transformer' || stageIn(one) === stageIn(killer))
          .map((victim) => ({ killer, victim, share: row.share })),
      ),
  );
}
