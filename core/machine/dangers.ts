import type { ConditionKind } from '#core/base/vocabulary';
import type { Failure, PartId } from './parts.ts';

/*
 * What can hurt somebody in the way a part has failed, and as which open condition it then stands [common
 * practice]. Whoever finds it has found the condition: nobody has to write it a second time.
 */
const DANGERS: Readonly<Partial<Record<PartId, Readonly<Partial<Record<Failure, ConditionKind>>>>>> = {
  'heat exchanger': {
    cracked: 'exchanger holed or cracked',
    leak: 'exchanger holed or cracked',
    broken: 'exchanger holed or cracked',
    burnt: 'exchanger holed or cracked',
    // What cannot leave by the flue comes out at the burners.
    plugged: 'flame rolls out',
  },
  'gas valve': { leak: 'gas leak suspected' },
  burner: { leak: 'gas leak suspected' },
  'limit switch': { missing: 'safety bypassed', shorted: 'safety bypassed' },
  'rollout switch': { missing: 'safety bypassed', shorted: 'safety bypassed' },
  wiring: { burnt: 'burnt wiring' },
  'disconnect or breaker': { burnt: 'burnt wiring' },
};

/** As which condition a part that failed so stands open; undefined where it endangers nobody. */
export const dangerOf = (part: PartId | null, failure: string): ConditionKind | undefined =>
  part === null ? undefined : DANGERS[part]?.[failure as Failure];

/** What is seen at a part and is the failure itself, not a trace of one. */
export const dangerSeen = (part: PartId, sign: string): ConditionKind | undefined =>
  part === 'heat exchanger' && sign === 'crack or hole' ? 'exchanger holed or cracked' : undefined;

/** Ways of failing by which some part endangers somebody. */
export const ENDANGERING_FAILURES: readonly string[] = [
  ...new Set(Object.values(DANGERS).flatMap((by) => Object.keys(by))),
];
const ENDANGERING: ReadonlySet<string> = new Set(ENDANGERING_FAILURES);
/** False where a failure of this kind endangers nobody, whatever part it is. */
export const mayEndanger = (failure: string): boolean => ENDANGERING.has(failure);
