/** History: failures, callbacks, repeats, leakers and the verdict that puts a unit on the watch list. */
export * from './facts.ts';
export * from './failures.ts';
export * from './callback.ts';
export * from './repeat.ts';
export * from './leaker.ts';
export * from './verdict.ts';
export * from './story.ts';
