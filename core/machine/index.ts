/** The machines of this trade: their parts and anatomy, and what a record says of one of them. */
export * from './parts.ts';
export { dangerOf, dangerSeen, ENDANGERING_FAILURES, mayEndanger } from './dangers.ts';
export * from './words.ts';
export * from './anatomy.ts';
export * from './details.ts';
