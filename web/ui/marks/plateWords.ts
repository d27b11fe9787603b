export interface PlateState {
  /** What speaks against the unit; undefined while nobody knows, which is not the same as nothing. */
  readonly flagKinds?: readonly string[] | undefined;
  readonly status?: string | undefined;
  /** False while only part of its state is here: what is shown stands, the rest may still come. */
  readonly known?: boolean | undefined;
}

/** Whether all of its state is here. */
export const isKnown = ({ flagKinds, known = flagKinds !== undefined }: PlateState): boolean => known;

/** The state of a unit in words, for people who do not see the outline. */
export function plateWords(state: PlateState): string {
  const { flagKinds = [], status = 'in service' } = state;
  const said = [...(status === 'in service' ? [] : [status]), ...flagKinds];
  if (!isKnown(state)) said.push('not known yet');
  return said.join(', ') || 'nothing open';
}
