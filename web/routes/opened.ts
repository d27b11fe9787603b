import { unpackProblem } from '#core/planning/routing';
import type { PlanProblem, SentProblem } from '#contracts/board';

/** A problem as the arithmetic takes it, from how it was sent. */
export const opened = ({ problem, ...view }: SentProblem): PlanProblem => ({
  ...view,
  problem: unpackProblem(problem),
});
