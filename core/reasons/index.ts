/** Reasons: the rules that speak, what they looked at, and the one place that puts it into words. */
export * from './plural.ts';
export * from './rules.ts';
export * from './wording.ts';
