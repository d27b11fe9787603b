/**
 * Several crews over several days: problem, search, plan, an independent checker, and classical instances.
 */
export * from './problem.ts';
export { fleetPlanOf } from './plan.ts';
export { routeOf } from './route.ts';
export { fleetViolations } from './checker.ts';
export { searchFleet, type FleetOptions, type FleetProgress } from './search.ts';
export { classicalProblem, readClassical, type ClassicalPoint } from './classical.ts';
