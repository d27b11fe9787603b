/** The electrical side of a machine: what it does from a call on, sound and with something wrong. */
export { course, type Asked, type Moment } from './course.ts';
export { GROUND } from './elements.ts';
export { rooftop } from './rooftop.ts';
export type { AroundFault, Call, Condition, Effect, Fault, Ladder, Rung, RungFault } from './types.ts';
