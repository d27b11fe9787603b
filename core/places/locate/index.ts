/** Find the unit: from words, a tag, a serial, a breaker or an alarm point to a ranked list with reasons. */
export * from './words.ts';
export * from './rank.ts';
export * from './site.ts';
export * from './tags.ts';
export type { LocateReason, LocateRules } from './rules.ts';
export { locateWords } from './wordings.ts';
