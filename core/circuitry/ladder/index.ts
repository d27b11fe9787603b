/** The electrical side of a machine: what it does from a call on, sound and with something wrong. */
export { course, type Asked, type Moment } from './course.ts';
export { deadOhms } from './dead.ts';
export { GROUND } from './elements.ts';
export { keyOf, singleFaults, type FaultMet } from './faults.ts';
export { rooftop } from './rooftop.ts';
export { signature, type Signature } from './signature.ts';
export { AROUND, CALLS, EFFECTS } from './types.ts';
export type { AroundFault, Call, Condition, Effect, Fault, Ladder, Rung, RungFault } from './types.ts';
