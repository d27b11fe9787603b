/**
 * A verdict's reason, as data: the interface renders reasons, it never computes them.
 *
 * `rule` names the rule or formula, `text` says in one sentence what it found, `inputs` are the values it used with where
 * each came from, `threshold` is what they were compared with, and `changedBy` is what would change the verdict.
 */
export interface Reason {
  readonly rule: string;
  readonly text: string;
  readonly inputs: readonly ReasonInput[];
  readonly threshold?: string;
  readonly changedBy?: string;
}

export interface ReasonInput {
  readonly label: string;
  readonly value: string;
  /** Where the value came from: "call C-00012", "plate", "company setting", "default". */
  readonly source: string;
}

/**
 * Counts in words as people say them.
 *
 * @example plural(1, 'day') // "1 day"
 * @example plural(3, 'day') // "3 days"
 */
export function plural(count: number, noun: string, many = `${noun}s`): string {
  return `${count} ${count === 1 ? noun : many}`;
}
