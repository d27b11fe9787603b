export interface PlateState {
  readonly flagKinds?: readonly string[];
  readonly status?: string;
}

/** The state of a unit in words, for people who do not see the outline. */
export function plateWords({ flagKinds = [], status = 'in service' }: PlateState): string {
  return [...(status === 'in service' ? [] : [status]), ...flagKinds].join(', ') || 'nothing open';
}
