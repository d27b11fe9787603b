import { Link } from 'react-router';
import { plural } from '#core/base/sentences';
import { LATE_NOTICED } from '#core/planning/routing';
import { clockText, durationText } from '#core/base/time';
import type { BoardDay } from '#contracts/board';
import { clockOf } from '../ui/words/format.ts';
import { Panel } from '../ui/frame/Screen.tsx';
import { progressOf } from './CrewStrip.tsx';

/** The same days as lists, for a phone. */
export function CrewLists({
  days,
  now,
  zone,
  selected,
  onSelect,
}: {
  days: readonly BoardDay[];
  now: number | undefined;
  zone: string;
  selected: string | undefined;
  onSelect: (visitId: string) => void;
}) {
  return (
    <div className="space-y-2 desk:hidden">
      {days.map((day) => (
        <Panel
          key={day.crewId}
          title={
            <>
              {day.crew} <span className="font-normal text-soft">{plural(day.stops.length, 'stop')}</span>
            </>
          }
          actions={
            day.routeId ? (
              <Link to={`/routes/${day.routeId}`} className="link">
                the day
              </Link>
            ) : null
          }
        >
          {day.restsUntil === null ? null : (
            <p>Was out in the night, rests until {clockText(day.restsUntil)}.</p>
          )}
          {day.works ? null : <p className="text-soft">Not at work: {day.why}</p>}
          <ol>
            {day.stops.map((stop, i) => {
              const { state, late } = progressOf(stop, now !== undefined, now ?? 0);
              return (
                <li key={stop.visitId}>
                  <button
                    type="button"
                    aria-pressed={selected === stop.visitId}
                    onClick={() => onSelect(stop.visitId)}
                    className={`flex min-h-12 w-full items-center gap-2 border-b border-rule text-left ${selected === stop.visitId ? 'bg-zinc' : ''}`}
                  >
                    <span className="w-12 shrink-0 font-bold">
                      {stop.startAt === null ? '–' : clockText(stop.startAt)}
                    </span>
                    <span className="grow py-1">
                      {i + 1} {stop.site}
                      <span className="flex flex-wrap items-center gap-x-2 text-sm text-soft">
                        {stop.leftAt
                          ? `left ${clockOf(stop.leftAt, zone)}`
                          : late >= LATE_NOTICED
                            ? `${durationText(late)} late`
                            : state}
                        {stop.troubles.length > 0 ? (
                          <strong className="text-ink">{stop.troubles.join(', ')}</strong>
                        ) : null}
                        {stop.acute.map((kind) => (
                          <span key={kind} className="hazard-notch">
                            {kind}
                          </span>
                        ))}
                        {stop.hazards.length > 0 ? <span>{stop.hazards.join(', ')}</span> : null}
                      </span>
                    </span>
                  </button>
                </li>
              );
            })}
          </ol>
        </Panel>
      ))}
    </div>
  );
}
