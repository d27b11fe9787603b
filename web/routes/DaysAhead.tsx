import { plural } from '#core/base/sentences';
import { durationText, weekday } from '#core/base/time';
import type { BoardDay, ForecastDay } from '#contracts/board';
import { shortDay } from '../ui/words/format.ts';

const NAMES = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];

/** How full a day is: minutes on the road and at work against the hours of the crews that work. */
export function loadOf(days: readonly BoardDay[]): {
  planned: number;
  hours: number;
  stops: number;
  loose: number;
} {
  let [planned, hours, stops, loose] = [0, 0, 0, 0];
  for (const day of days) {
    if (day.shift) hours += day.shift.end - day.shift.start;
    stops += day.stops.length;
    loose += day.stops.filter((stop) => stop.startAt === null && !stop.begun).length;
    if (day.departAt !== null && day.backAt !== null) planned += day.backAt - day.departAt;
  }
  return { planned, hours, stops, loose };
}

const degrees = (f: number): number => Math.round(f);
/** @example forecastWords({ highF: 82, lowF: 61, … }) // "82 °F by day, 61 °F at night" */
export const forecastWords = ({ highF, lowF }: ForecastDay): string =>
  `${degrees(highF)} °F by day, ${degrees(lowF)} °F at night`;

/**
 * The days ahead, each as full as it is; one is shown. While something is in the hand it can be dropped on a
 * day.
 */
export function DaysAhead({
  days,
  weather,
  shown,
  today,
  onShow,
}: {
  days: ReadonlyMap<string, readonly BoardDay[]>;
  /** By day, as far as it is forecast. */
  weather: ReadonlyMap<string, ForecastDay>;
  shown: string;
  today: string;
  onShow: (day: string) => void;
}) {
  return (
    <nav
      aria-label="Days ahead"
      className="no-print mb-3 grid grid-cols-7 gap-1 desk:grid-cols-[repeat(14,minmax(0,1fr))]"
    >
      {[...days].map(([day, own]) => {
        const { planned, hours, stops, loose } = loadOf(own);
        const name = NAMES[weekday(day) - 1];
        const idle = hours === 0;
        const full = hours === 0 ? 0 : planned / hours;
        const forecast = weather.get(day);
        return (
          <button
            key={day}
            type="button"
            data-day={day}
            aria-current={day === shown ? 'date' : undefined}
            aria-label={
              `${name} ${shortDay(day)}${day === today ? ', today' : ''}: ${plural(stops, 'stop')}, ` +
              (idle ? 'nobody works' : `${durationText(planned)} of ${durationText(hours)} planned`) +
              (loose > 0 ? `, ${loose} in no order yet` : '') +
              (forecast ? `, ${forecastWords(forecast)}` : '')
            }
            onClick={() => onShow(day)}
            className={`relative min-h-12 border-2 px-1 pb-2 text-left text-sm ${day === shown ? 'border-ink bg-sheet' : 'border-rule'} ${idle ? 'hatch' : ''}`}
          >
            <span className="block leading-4 font-semibold">
              {day === today ? 'Today' : name} {Number(day.slice(8))}
            </span>
            <span className="flex gap-1 leading-4 text-soft">
              {stops > loose ? stops - loose : ''}
              {/* Dashed, as what is in no order yet stands on the strips. */}
              {loose > 0 ? <span className="border border-dashed border-ink px-0.5">{loose}</span> : ''}
              {forecast ? (
                <span className="ml-auto phone:hidden">
                  {degrees(forecast.highF)}/{degrees(forecast.lowF)}°
                </span>
              ) : null}
            </span>
            <span aria-hidden="true" className="absolute inset-x-1 bottom-1 h-1.5 border border-soft">
              <span
                className={`block h-full ${full > 1 ? 'bg-ink' : 'bg-soft'}`}
                style={{ width: `${Math.min(1, full) * 100}%` }}
              />
            </span>
          </button>
        );
      })}
    </nav>
  );
}
