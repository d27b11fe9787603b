/**
 * Which panel feeds it, what controls it, what it serves: facts with who, how and when, and what contradicts
 * what.
 */
export * from './how.ts';
export * from './net.ts';
export * from './trace.ts';
export * from './contradictions.ts';
export * from './hunt.ts';
export * from './tricks.ts';
export type { FactLine, TracingReason, TracingRules } from './rules.ts';
export { tracingWords } from './wordings.ts';
