/**
 * Several crews over several days: problem, search, plan, an independent checker, and classical instances.
 */
export * from './problem.ts';
export { fleetPlanOf, ordersOf } from './plan.ts';
export { DECIDED, keepPlanned } from './planned.ts';
export { exactShift, MOST_JOBS_FOR_PROOF } from './exact.ts';
export { routeOf } from './route.ts';
export { timedRoute, STOP_TROUBLES, type StopTrouble, type TimedRoute, type TimedStop } from './timed.ts';
export { bestPlaces, consequenceOf, placeAfter, type Consequence, type Place } from './insert.ts';
export {
  dayMoney,
  DEFAULT_PLANNING,
  startAfterNight,
  toldWindow,
  weightsOf,
  type DayMoney,
  type PlanningSettings,
} from './planning.ts';
export {
  expectedDay,
  LATE_NOTICED,
  lateness,
  type Expected,
  type Lateness,
  type StopUnderWay,
} from './running.ts';
export { planSums, type PlanSums } from './sums.ts';
export { isUrgent, latestFor, type Latest } from './wanted.ts';
export { callsExpected, typicalLength, type DayOfCalls, type TypicalLength } from './demand.ts';
export { changesBetween, type Change } from './changes.ts';
export { LIMIT_PRICES, type Limit } from './limits.ts';
export { fleetViolations, limitsMissed, type LimitMissed } from './checker.ts';
export { searchFleet, searchToEnd, type FleetOptions, type FleetProgress } from './search.ts';
export { searchByClock, searchMs, VERY_LARGE, type SearchTold, type Solved } from './clocked.ts';
export { classicalProblem, readClassical, type ClassicalPoint } from './classical.ts';
