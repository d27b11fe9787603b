import type { Cause, NotYet } from '#core/diagnosis';
import type { Held } from './evidence.ts';

/** From this share on a cause is as good as proven, where no gate stands before it. */
const PROVEN_FROM = 0.9;

/**
 * A cause as a finding: with its evidence, and no surer than the evidence and the gates let it be.
 *
 * @throws RangeError for a cause that is no part of the machine
 */
export function findingOf(cause: Cause, notYet: readonly NotYet[], held: readonly Held[]) {
  if (cause.part === null) throw new RangeError(`${cause.words} is no part`);
  const gate = notYet.find(({ part }) => part === cause.part);
  const proven = cause.share >= PROVEN_FROM && gate === undefined;
  return {
    component: cause.part,
    part: cause.part,
    failure: cause.failure,
    grade: proven ? ('proven' as const) : ('presumed' as const),
    text: [cause.words, gate && `Not done yet: ${gate.first.join(', ')}`].filter(Boolean).join('. '),
    evidence: [...new Set(held.map(({ lineId }) => lineId))].slice(0, 100),
  };
}
