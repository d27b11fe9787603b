/** How a company plans its days; each of it a setting. */
export interface PlanningSettings {
  /** Minutes after a shift that may be worked where a day needs it. */
  readonly overtimeMinutes: number;
  /**
   * A break of so many minutes, at the first stop after this time of day; none where it is 0 minutes long.
   */
  readonly restFrom: number;
  readonly restMinutes: number;
  /** Customers are told a window of so many minutes in which the crew comes. */
  readonly windowMinutes: number;
}

/** Half an hour at noon, an hour over at most, and two hours told [common practice]. */
export const DEFAULT_PLANNING: PlanningSettings = {
  overtimeMinutes: 60,
  restFrom: 690,
  restMinutes: 30,
  windowMinutes: 120,
};

/**
 * The window a customer is told for an arrival: so long, begun on a full half hour, with the arrival in it
 * and at least a quarter of it still to come, since days run late more often than early [our choice].
 *
 * @returns minutes since midnight
 */
export function toldWindow(
  arriveAt: number,
  minutes: number,
): { readonly from: number; readonly until: number } {
  const from = Math.floor((arriveAt - minutes / 4) / 30) * 30;
  return { from: Math.max(0, from), until: Math.min(1440, Math.max(0, from) + minutes) };
}
