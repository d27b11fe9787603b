import type { z } from 'zod';
import { plainNumber } from '#core/base/quantities';

/** RFC 9457 problem details: how every error leaves the server. `errors` names each wrong field by path. */
export interface ProblemDetails {
  readonly type: string;
  readonly title: string;
  readonly status: number;
  readonly detail?: string;
  readonly errors?: readonly FieldError[];
  /** On 409 of a stale write: what is stored now. */
  readonly current?: unknown;
}

/** Type of the problem where an identity was used before for something else; others are `about:blank`. */
export const IDENTITY_USED = 'urn:gradum:identity-used';

export interface FieldError {
  readonly path: string;
  readonly message: string;
}

/**
 * What a contract complains of, in words for people: Zod's own wording of the plain cases is for programmers.
 */
export function issueText(
  issue: Pick<z.core.$ZodIssue, 'code' | 'message'> & {
    readonly expected?: string;
    readonly keys?: readonly string[];
    /** What was given, where the contract was asked to tell. */
    readonly input?: unknown;
  },
): string {
  if (issue.code === 'invalid_type' && issue.message.startsWith('Invalid input')) {
    if (issue.message.includes('received undefined')) return 'is missing';
    return unreadable(issue) ?? `must be a ${issue.expected ?? 'value'}`;
  }
  if (issue.code === 'unrecognized_keys') return `does not know ${(issue.keys ?? []).join(', ')}`;
  return issue.message;
}

/** Why what somebody typed is no number, by the one reader of numbers. */
function unreadable({ expected, input }: { readonly expected?: string; readonly input?: unknown }) {
  if (typeof input !== 'string' || (expected !== 'number' && expected !== 'int')) return undefined;
  try {
    plainNumber(input);
    return undefined;
  } catch (error) {
    return (error as RangeError).message;
  }
}
