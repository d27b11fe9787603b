import { z } from 'zod';
import type { DayWeather } from '#core/upkeep/maintenance';
import type { PlainPosition } from '#core/planning/routing';
import type { PlainDate } from '#core/base/time';
import { healthOf } from './health.ts';

const answer = z.object({
  days: z.array(z.object({ date: z.iso.date(), highF: z.number(), lowF: z.number() })).max(60),
});

const KEPT_MS = 30 * 60_000;

/**
 * Client of a weather forecast: `GET` of an address with `{lat}`, `{lon}` and `{from}` in it, answered with
 * `days`, each a `date` with `highF` and `lowF`. Without one nothing is known of the weather, and nothing is
 * put off.
 */
export class Forecast {
  private readonly template: string | undefined;
  private kept:
    | { readonly address: string; readonly until: number; readonly days: Map<PlainDate, DayWeather> }
    | undefined;

  constructor(template: string | undefined) {
    for (const part of ['{lat}', '{lon}'])
      if (template !== undefined && !template.includes(part))
        throw new RangeError(`GRADUM_FORECAST_URL must contain ${part}`);
    this.template = template;
  }

  /**
   * The weather of the days ahead as far as it is forecast; empty where nobody forecasts it.
   *
   * @param at the company's yard
   * @param notes is added to where the forecast should have answered and did not
   */
  async days(
    at: PlainPosition | undefined,
    from: PlainDate,
    notes: string[],
  ): Promise<ReadonlyMap<PlainDate, DayWeather>> {
    if (this.template === undefined || at === undefined) return new Map();
    const address = this.template
      .replace('{lat}', String(at.lat))
      .replace('{lon}', String(at.lon))
      .replace('{from}', from);
    if (this.kept?.address === address && this.kept.until > Date.now()) return this.kept.days;
    try {
      const response = await fetch(address, { signal: AbortSignal.timeout(5000) });
      const { days } = answer.parse(await response.json());
      const read = new Map(days.map(({ date, highF, lowF }) => [date, { highF, lowF }]));
      this.kept = { address, until: Date.now() + KEPT_MS, days: read };
      return read;
    } catch {
      notes.push('The weather forecast does not answer: nothing is put off for the weather.');
      return new Map();
    }
  }

  health = () => healthOf(this.template);
}
