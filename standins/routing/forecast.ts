import { seededRandom } from '#core/base/random';

/** As far as anybody forecasts. */
const DAYS = 10;
/**
 * A temperate coast: the mean of a day through the year, how far it swings, and how one day differs from the
 * next, °F.
 */
const COAST = { mean: 54, swing: 21, coldest: 25, day: 17, weather: 7 } as const;

/**
 * A made-up forecast of a temperate coast, the same for the same day whenever it is asked for: highs and lows
 * of ten days from a day on.
 */
export function forecastFrom(from: string): { date: string; highF: number; lowF: number }[] {
  const first = Date.parse(`${from}T00:00Z`);
  return Array.from({ length: DAYS }, (_, k) => {
    const at = first + k * 86_400_000;
    const dayOfYear = (at - Date.UTC(new Date(at).getUTCFullYear(), 0, 1)) / 86_400_000;
    const season = COAST.mean - COAST.swing * Math.cos(((dayOfYear - COAST.coldest) / 365.25) * 2 * Math.PI);
    const random = seededRandom(Math.round(at / 86_400_000));
    const mean = season + COAST.weather * (2 * random() - 1);
    return {
      date: new Date(at).toISOString().slice(0, 10),
      highF: Math.round(mean + COAST.day / 2),
      lowF: Math.round(mean - COAST.day / 2),
    };
  });
}
