/** The electrical side of a machine: what it does from a call on, sound and with something wrong. */
export { course, type Asked, type Moment } from './course.ts';
export { deadMeter } from './dead.ts';
export { GROUND } from './elements.ts';
export { keyOf, singleFaults, worksLoose, type FaultMet } from './faults.ts';
export { ladderOf } from './build.ts';
export { holdsOff } from './program.ts';
export { burns, heatedBy, HEATS, OWN_HEATS, SUPPLY_VOLTS, USUAL, type LadderPlate } from './plate.ts';
export { allTerminals, callsOf, effectsOf, lineTerminals, terminalsOf } from './terminals.ts';
export { signature, type Signature } from './signature.ts';
export { AROUND, CALLS, EFFECTS, EVERY_LEG, nth, stageOf, STAGES } from './types.ts';
export type {
  AroundFault,
  Call,
  Condition,
  Effect,
  Fault,
  Jumper,
  Ladder,
  Rung,
  RungFault,
  Stage,
} from './types.ts';
