/**
 * Whether every answer has come, good or bad. A screen that opens once all of them are there stands still
 * from then on: nothing arrives above what somebody is about to press.
 */
export const settled = (...answers: readonly { data?: unknown; error?: unknown }[]): boolean =>
  answers.every(({ data, error }) => data !== undefined || error !== undefined);
