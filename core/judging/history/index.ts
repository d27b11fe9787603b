/**
 * History: failures, callbacks, repeats, leakers, decisions, and the verdict that puts a unit on the watch
 * list.
 */
export * from './facts.ts';
export * from './failures.ts';
export * from './callback.ts';
export * from './repeat.ts';
export * from './leaker.ts';
export * from './decisions.ts';
export * from './verdict.ts';
export * from './story.ts';
export * from './brief.ts';
export * from './fromSheet.ts';
export * from './together.ts';
export type { FailureLine, HistoryReason, HistoryRules } from './rules.ts';
export { historyWords } from './wordings.ts';
