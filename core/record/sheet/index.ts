/**
 * The fold: what stands on the sheets becomes everything that is derived from them. Nothing is ever undone.
 */
export * from './entries.ts';
export * from './standing.ts';
export * from './attribution.ts';
export * from './lines.ts';
export * from './conditions.ts';
export { actId, conditionOfRule, type AnswersOf } from './acts.ts';
export * from './findings.ts';
export * from './lives.ts';
export * from './movements.ts';
export * from './recommendations.ts';
export * from './tasks.ts';
export * from './subject.ts';
export * from './call.ts';
