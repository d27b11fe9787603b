/** What a task needs of the weather, °F outdoors in some part of a working day. */
export interface TaskWeather {
  /** At least so warm at the warmest. */
  readonly fromF?: number;
  /** At most so warm when work begins. */
  readonly toF?: number;
}

/** A day as a forecast has it. */
export interface DayWeather {
  readonly highF: number;
  readonly lowF: number;
}

/** By the time that work begins a day has come so far from its low towards its high [common practice]. */
const MORNING_SHARE = 1 / 3;

/** How warm it is when work begins, °F: the low of a day lies before dawn, when nobody is on a roof. */
const morningF = ({ highF, lowF }: DayWeather): number => lowF + MORNING_SHARE * (highF - lowF);

/** Whether the weather of a day lets a task be done; a day that nobody has a forecast for forbids nothing. */
export const weatherAllows = (needs: TaskWeather | undefined, day: DayWeather | undefined): boolean =>
  needs === undefined ||
  day === undefined ||
  (day.highF >= (needs.fromF ?? -Infinity) && morningF(day) <= (needs.toF ?? Infinity));

/** @example weatherWords({ fromF: 60 }) // "60 °F outdoors or warmer" */
export function weatherWords({ fromF, toF }: TaskWeather): string {
  if (fromF !== undefined && toF !== undefined) return `${fromF} to ${toF} °F outdoors`;
  return fromF !== undefined ? `${fromF} °F outdoors or warmer` : `${toF} °F outdoors or colder`;
}
