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

export interface FieldError {
  readonly path: string;
  readonly message: string;
}
