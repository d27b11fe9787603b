/**
 * Evidence: what was observed, where and how far; what a set of readings says; what to ask before it is
 * believed.
 */
export * from './points.ts';
export * from './kinds.ts';
export * from './results.ts';
export * from './doubts.ts';
export * from './asked.ts';
