/**
 * Routing: one crew's day as problem, exact proof, search, and an independent checker; several crews over
 * several days in fleet/.
 */
export * from './fleet/index.ts';
export * from './travel.ts';
export * from './problem.ts';
export { costOf, planOf, returnTime } from './evaluate.ts';
export { exactPlan, MOST_STOPS_FOR_PROOF } from './exact.ts';
export { searchDay, solveDay, type Progress, type SearchOptions } from './search.ts';
export { violationsOf } from './checker.ts';
export { estimatedMinutes, straightLineKm } from './estimate.ts';
