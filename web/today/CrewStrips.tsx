import { Fragment } from 'react';
import { Link } from 'react-router';
import { groupBy } from '#core/base/collections';
import { plural } from '#core/base/sentences';
import { expectedDay } from '#core/planning/routing';
import { clockText, localMinutes } from '#core/base/time';
import type { VisitRow } from '#contracts/visits';
import { now } from '../state/clock.ts';
import { useWidth } from '../ui/frame/useWidth.ts';
import { clockOf, day } from '../ui/words/format.ts';

const HOUR = 60;
/** A block can be hit where it is so wide and high, px [WCAG 2.2, 2.5.8]. */
const TARGET = 24;
const LANE = TARGET + 4;

interface Block {
  readonly visit: VisitRow;
  readonly from: number;
  readonly to: number;
  readonly state: 'planned' | 'there' | 'left';
}

/** Where the visits of a crew lie in its day, as the board has it; a visit without a time is in none. */
function blocksOf(visits: readonly VisitRow[], zone: string, minute: number): Block[] {
  const minutes = (at: string | null) => (at === null ? null : localMinutes(new Date(at), zone));
  const stops = visits
    .filter((visit) => visit.arrivedAt !== null || visit.startAt !== null)
    .map((visit) => ({
      ...{ id: visit.id, visit, driveMinutes: null, startAt: visit.startAt, leaveAt: visit.leaveAt },
      ...{ arrivedAt: minutes(visit.arrivedAt), leftAt: minutes(visit.leftAt) },
    }))
    .sort((a, b) => (a.startAt ?? a.arrivedAt ?? 0) - (b.startAt ?? b.arrivedAt ?? 0));
  return expectedDay(stops, { begins: minute, now: minute }).map(({ stop: { visit }, start, leave }) => ({
    visit,
    from: start,
    to: leave,
    state: visit.leftAt ? 'left' : visit.arrivedAt ? 'there' : 'planned',
  }));
}

/**
 * In which line each block stands, so that none lies where another is hit.
 *
 * @param lefts where blocks begin and how wide they are drawn, px, in the order in which they begin
 */
export function lanesOf(lefts: readonly { readonly left: number; readonly width: number }[]): number[] {
  const ends: number[] = [];
  return lefts.map(({ left, width }) => {
    const free = ends.findIndex((end) => end <= left);
    const lane = free === -1 ? ends.length : free;
    ends[lane] = left + Math.max(TARGET, width);
    return lane;
  });
}

const LOOK: Record<Block['state'], string> = {
  planned: 'border-2 border-ink bg-sheet text-ink',
  there: 'border-2 border-ink bg-ink text-paper',
  left: 'border-2 border-verdigris bg-sheet text-verdigris',
};
const WORD: Record<Block['state'], string> = { planned: 'planned', there: 'there since', left: 'left' };

/**
 * Today's visits by crew, each day a strip of hours: planned, there now, left. A visit without a time stands
 * behind its strip in words.
 */
export function CrewStrips({
  visits,
  today,
  zone,
}: {
  visits: readonly VisitRow[];
  today: string;
  zone: string;
}) {
  const minute = localMinutes(now(), zone);
  const byCrew = groupBy(visits, (visit) => visit.crew ?? 'no crew');
  const blocks = [...byCrew.values()].flatMap((own) => blocksOf(own, zone, minute));
  const from = Math.floor(Math.min(7 * HOUR, minute, ...blocks.map((b) => b.from)) / HOUR) * HOUR;
  const to = Math.ceil(Math.max(17 * HOUR, minute, ...blocks.map((b) => b.to)) / HOUR) * HOUR;
  const share = (at: number) => `${((at - from) / (to - from)) * 100}%`;
  const hours = Array.from(
    { length: Math.floor((to - from) / (2 * HOUR)) + 1 },
    (_, i) => from + i * 2 * HOUR,
  );
  const crews = [...byCrew.keys()].sort();
  const [list, across] = useWidth<HTMLUListElement>(250);
  const px = (minutes: number) => (minutes / (to - from)) * across;
  return (
    <ul ref={list}>
      {crews.map((crew) => {
        const own = byCrew.get(crew) ?? [];
        const timed = blocks.filter((block) => own.includes(block.visit)).sort((a, b) => a.from - b.from);
        const lanes = lanesOf(
          timed.map((block) => ({ left: px(block.from - from), width: px(block.to - block.from) })),
        );
        const deep = Math.max(0, ...lanes) + 1;
        const untimed = own.filter((visit) => !timed.some((block) => block.visit === visit));
        return (
          <li key={crew} className="border-t border-rule py-1 first:border-0">
            <p className="flex items-baseline justify-between gap-2">
              <strong>{crew}</strong>
              <span className="text-sm text-soft">{plural(own.length, 'visit')}</span>
            </p>
            {timed.length > 0 ? (
              <div className="relative border-b border-ink" style={{ height: deep * LANE + 8 }}>
                {hours.map((hour) => (
                  <span
                    key={hour}
                    aria-hidden="true"
                    style={{ left: share(hour) }}
                    className="absolute inset-y-0 border-l border-rule"
                  />
                ))}
                {timed.map(({ visit, from: start, to: end, state }, i) => (
                  <Fragment key={visit.id}>
                    <Link
                      to={`/visits/${visit.id}`}
                      aria-label={`${visit.site}, ${WORD[state]} ${clockText(state === 'left' ? end : start)}`}
                      title={`${visit.site}, ${clockText(start)} to ${clockText(end)}`}
                      style={{
                        left: share(start),
                        top: 4 + LANE * (lanes[i] as number),
                        minWidth: TARGET,
                        width: `calc(${share(end)} - ${share(start)})`,
                      }}
                      className="absolute h-6 hover:outline-2 hover:outline-copper roof:hidden"
                    >
                      {/* Drawn as long as it takes, however wide it can be hit. */}
                      <span
                        aria-hidden="true"
                        style={{ width: Math.max(12, px(end - start)) }}
                        className={`block h-full ${LOOK[state]}`}
                      />
                    </Link>
                    <span
                      aria-hidden="true"
                      style={{
                        left: share(start),
                        top: 4 + LANE * (lanes[i] as number),
                        width: `calc(${share(end)} - ${share(start)})`,
                      }}
                      className={`absolute h-6 min-w-3 desk:hidden ${LOOK[state]}`}
                    />
                    {deep === 1 ? (
                      <span
                        aria-hidden="true"
                        style={{
                          left: `calc(max(${share(end)}, ${share(start)} + ${TARGET}px) + 4px)`,
                          right: `calc(100% - ${share(timed[i + 1]?.from ?? to)} + 2px)`,
                        }}
                        className="pointer-events-none @container absolute inset-y-1 content-center text-sm roof:hidden"
                      >
                        {/* A few letters say nothing. */}
                        <span className="hidden truncate @min-[48px]:block">{visit.site}</span>
                      </span>
                    ) : null}
                  </Fragment>
                ))}
                <span
                  aria-hidden="true"
                  style={{ left: share(minute) }}
                  className="absolute -inset-y-0.5 border-l-2 border-dashed border-ink"
                />
              </div>
            ) : null}
            {timed.map(({ visit, from: start, to: end, state }) => (
              <p key={visit.id} className="flex flex-wrap items-center gap-x-2 desk:hidden">
                <Link to={`/visits/${visit.id}`} className="link reach content-center">
                  {visit.site}
                </Link>
                <span className="text-sm text-soft">
                  {WORD[state]} {clockText(state === 'left' ? end : start)}
                </span>
              </p>
            ))}
            {untimed.map((visit) => (
              <p key={visit.id} className="truncate">
                <Link to={`/visits/${visit.id}`} className="link reach content-center">
                  {visit.site}
                </Link>{' '}
                <span className="text-sm text-soft">
                  {visit.arrivedAt ? `there since ${clockOf(visit.arrivedAt, zone)}` : 'no time'}
                  {visit.plannedFor && visit.plannedFor < today ? `, since ${day(visit.plannedFor)}` : ''}
                </span>
              </p>
            ))}
          </li>
        );
      })}
      {blocks.length > 0 ? (
        <li aria-hidden="true" className="relative h-5 text-sm text-soft">
          {hours.slice(0, -1).map((hour) => (
            <span key={hour} style={{ left: share(hour) }} className="absolute">
              {hour / HOUR}
            </span>
          ))}
        </li>
      ) : null}
    </ul>
  );
}
