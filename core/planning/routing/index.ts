/**
 * Routing: drive times through the day, and in fleet/ crews over days as problem, search, proof, plan and an
 * independent checker.
 */
export * from './fleet/index.ts';
export * from './travel.ts';
export { crossingShare, isNoWay, NO_WAY, withClosures, type Closure } from './closures.ts';
export { packProblem, unpackProblem, type PackedProblem } from './packed.ts';
export { estimatedMinutes, straightLineKm } from './estimate.ts';
