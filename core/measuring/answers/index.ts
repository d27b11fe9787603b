/** What a measurement says, the company's limits it is judged by, and the sister machine beside it. */
export * from './answer.ts';
export * from './limits.ts';
export * from './sisters.ts';
export * from './rules.ts';
