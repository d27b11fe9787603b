/** The person whose words this device writes down now. */
export interface Writer {
  readonly id: string;
  readonly name: string;
}

export const NOBODY: Writer = { id: '', name: '' };
let now: Writer = NOBODY;

/** Somebody has signed in, or nobody is any more: what is written from now on is theirs. */
export function setWriter(writer: Writer): void {
  now = writer;
}

export const writer = (): Writer => now;

/** Drafts of two people on one device never meet. */
export const draftKey = (key: string, of: Writer = now): string => `${of.id} ${key}`;
