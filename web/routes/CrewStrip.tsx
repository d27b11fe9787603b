import { useDraggable } from '@dnd-kit/core';
import { memo } from 'react';
import { plural } from '#core/base/sentences';
import { expectedDay, LATE_NOTICED } from '#core/planning/routing';
import { clockText, durationText } from '#core/base/time';
import type { BoardDay, BoardStop } from '#contracts/board';
import { clockOf } from '../ui/words/format.ts';
import { useWidth } from '../ui/frame/useWidth.ts';
import { underWay } from './behind.ts';

/** The hours a board shows, the same for every crew. */
export interface Hours {
  readonly from: number;
  readonly to: number;
}

export const share = (minute: number, { from, to }: Hours): number =>
  (Math.min(Math.max(minute, from), to) - from) / (to - from);
export const percent = (minute: number, hours: Hours): string => `${share(minute, hours) * 100}%`;

/** How a stop stands by the sheets: the one word that is said of it. */
export function progressOf(stop: BoardStop, today: boolean, now: number): { state: string; late: number } {
  if (stop.leftAt) return { state: 'left', late: 0 };
  if (stop.arrivedAt) return { state: 'there', late: 0 };
  if (stop.begun) return { state: 'begun', late: 0 };
  const late = today && stop.startAt !== null ? Math.floor(now - stop.startAt) : 0;
  return { state: stop.startAt === null ? 'not in order yet' : 'planned', late: Math.max(0, late) };
}

/** No block is drawn narrower, so that each can be hit. */
const LEAST_MINUTES = 22;
const LEAST_PX = 26;
/** Nor, narrower still, for a time: half of one misleads. */
const TIME_PX = 44;
/** What a name takes with its number before it, about. */
const nameRoom = (site: string): number => site.length * 7 + 26;
/** What the words of a state take; in less room they are said shorter. */
const STATE_PX = 112;
/** A few letters beside it say nothing. */
const BESIDE_PX = 48;

/** Where a stop is drawn: as it was where somebody has been, else when it can be expected. */
export interface Drawn {
  readonly stop: BoardStop;
  readonly start: number;
  readonly leave: number;
  /** Later than planned, because what comes before runs late. */
  readonly pushed: boolean;
}

/** The stops of a day as blocks that never cover each other, when they were or can be expected. */
export function drawn(
  day: BoardDay,
  zone: string,
  now: number | undefined,
  least: number = LEAST_MINUTES,
): Drawn[] {
  const stops = day.stops.map((stop) => ({ ...underWay(stop, day.day, zone), stop }));
  let end = 0;
  return expectedDay(stops, { begins: day.shift?.start ?? 480, now }).map(({ stop: own, ...at }) => {
    const start = Math.max(end, at.start);
    end = Math.max(at.leave, start + least);
    return { stop: own.stop, start, leave: end, pushed: at.pushed };
  });
}

const LOOKS: Record<string, string> = {
  left: 'border-verdigris bg-sheet text-verdigris',
  there: 'border-ink bg-ink text-paper',
  planned: 'border-copper bg-sheet text-ink',
  begun: 'border-ink bg-sheet text-ink',
  'not in order yet': 'border-dashed border-copper bg-sheet text-ink',
};

/** One stop as a block of time; it can be picked up by the pointer, or with M while it has the focus. */
function StopBlock({
  at: { stop, start, leave, pushed },
  order,
  day,
  hours,
  now,
  zone,
  selected,
  named,
  room,
  canMove,
  onSelect,
  onMove,
}: {
  at: Drawn;
  order: number;
  /** There is room for its name, and it does not stand beside it. */
  named: boolean;
  /** How wide it is, px. */
  room: number;
  day: BoardDay;
  hours: Hours;
  now: number | undefined;
  zone: string;
  selected: boolean;
  canMove: boolean;
  onSelect: (visitId: string) => void;
  onMove: (visitId: string) => void;
}) {
  const movable = canMove && !stop.begun;
  const { attributes, listeners, setNodeRef, isDragging } = useDraggable({
    id: stop.visitId,
    disabled: !movable,
    data: { visit: stop.visitId },
  });
  const { state, late } = progressOf(stop, now !== undefined, now ?? 0);
  const when = stop.leftAt
    ? `left ${clockOf(stop.leftAt, zone)}`
    : stop.arrivedAt
      ? `there since ${clockOf(stop.arrivedAt, zone)}`
      : stop.startAt === null
        ? 'in no order yet'
        : `${clockText(stop.startAt)} to ${clockText(stop.leaveAt ?? leave)}` +
          `${late >= LATE_NOTICED ? `, ${durationText(late)} late` : pushed ? `, expected at ${clockText(start)}` : ''}`;
  const inside =
    (stop.leftAt || stop.arrivedAt || stop.startAt === null
      ? room >= STATE_PX || stop.leftAt
        ? when
        : stop.arrivedAt
          ? `since ${clockOf(stop.arrivedAt, zone)}`
          : 'no order'
      : late >= LATE_NOTICED
        ? `${durationText(late)} late`
        : pushed
          ? `${clockText(stop.startAt)}, now ${clockText(start)}`
          : clockText(stop.startAt)) + (stop.troubles.length > 0 ? ` · ${stop.troubles[0]}` : '');
  const { role: _role, 'aria-roledescription': _described, 'aria-describedby': _by, ...aria } = attributes;
  return (
    <button
      ref={setNodeRef}
      {...aria}
      {...listeners}
      type="button"
      aria-pressed={selected}
      aria-label={
        `${order}. ${stop.site}, ${when}` +
        `${stop.locked ? ', locked' : ''}${stop.hazards.length > 0 ? `, hazard: ${stop.hazards.join(', ')}` : ''}` +
        `${stop.troubles.length > 0 ? `, ${stop.troubles.join(', ')}` : ''}, ${day.crew}`
      }
      title={`${stop.site}, ${stop.customer}: ${when}`}
      onClick={() => onSelect(stop.visitId)}
      onKeyDown={(event) => {
        if (event.key === 'm' && movable && !event.ctrlKey && !event.metaKey) {
          event.preventDefault();
          onMove(stop.visitId);
        }
      }}
      style={{
        left: percent(start, hours),
        width: `max(24px, ${(share(leave, hours) - share(start, hours)) * 100}%)`,
      }}
      className={`absolute top-1 bottom-1 overflow-hidden rounded-[2px] border-2 px-1 text-left text-sm leading-4 font-semibold ${LOOKS[state] ?? LOOKS.planned} ${selected ? 'outline-3 outline-offset-1 outline-ink' : ''} ${isDragging ? 'opacity-40' : ''} ${stop.locked ? 'border-double border-4' : ''} ${movable ? 'cursor-grab touch-none' : ''}`}
    >
      {stop.hazards.length > 0 ? <span aria-hidden="true" className="board-hazard" /> : null}
      <span className={`block truncate ${stop.hazards.length > 0 ? 'pr-3' : ''}`}>
        {named ? `${order} ${stop.site}` : order}
      </span>
      <span
        className={`block truncate font-normal ${late >= LATE_NOTICED || stop.troubles.length > 0 ? 'font-bold' : ''}`}
      >
        {room >= TIME_PX || late >= LATE_NOTICED || stop.troubles.length > 0 ? inside : null}
      </span>
    </button>
  );
}

/** One crew's day as a strip of hours: drives hatched, work solid, what is off its shift shaded. */
export const CrewStrip = memo(function CrewStrip({
  day,
  hours,
  now,
  zone,
  selected,
  canMove,
  onSelect,
  onMove,
}: {
  day: BoardDay;
  hours: Hours;
  /** The minute it is, where the day is today. */
  now: number | undefined;
  zone: string;
  selected: string | undefined;
  canMove: boolean;
  onSelect: (visitId: string) => void;
  onMove: (visitId: string) => void;
}) {
  // In a narrow strip a block needs more minutes to be wide enough to hit without lying on its neighbour.
  const [ref, room] = useWidth<HTMLDivElement>(1000);
  const blocks = drawn(day, zone, now, Math.max(LEAST_MINUTES, (LEAST_PX / room) * (hours.to - hours.from)));
  const px = (from: number, to: number) => (share(to, hours) - share(from, hours)) * room;
  const nextOf = (i: number) => blocks[i + 1]?.start ?? hours.to;
  // Too narrow for its name, which stands beside it where there is room for some of it.
  const isBeside = (i: number): boolean => {
    const { stop, start, leave } = blocks[i] as Drawn;
    const own = px(start, leave);
    return own < nameRoom(stop.site) && px(leave, nextOf(i)) > Math.max(BESIDE_PX, own);
  };
  const timed = blocks.flatMap(({ stop }) => (stop.startAt !== null && !stop.arrivedAt ? [stop] : []));
  const full = Array.from({ length: (hours.to - hours.from) / 60 + 1 }, (_, k) => hours.from + k * 60);
  return (
    <div
      ref={ref}
      className="absolute inset-0"
      role="group"
      aria-label={`${day.crew}, ${plural(day.stops.length, 'stop')}`}
    >
      {day.shift ? (
        <>
          <div
            className="hatch absolute inset-y-0 left-0"
            style={{ width: percent(day.restsUntil ?? day.shift.start, hours) }}
          />
          <div className="hatch absolute inset-y-0 right-0" style={{ left: percent(day.shift.end, hours) }} />
        </>
      ) : (
        <div className="hatch absolute inset-0" />
      )}
      {full.map((minute) => (
        <div
          key={minute}
          className="absolute inset-y-0 border-l border-rule"
          style={{ left: percent(minute, hours) }}
        />
      ))}
      {timed.map((stop) =>
        stop.driveMinutes !== null && stop.arriveAt !== null && !stop.arrivedAt ? (
          <div
            key={`drive ${stop.visitId}`}
            className="board-drive absolute top-1/2 h-2.5 -translate-y-1/2"
            style={{
              left: percent(stop.arriveAt - stop.driveMinutes, hours),
              width: `${(share(stop.arriveAt, hours) - share(stop.arriveAt - stop.driveMinutes, hours)) * 100}%`,
            }}
          />
        ) : null,
      )}
      {day.backAt !== null && timed.length > 0 ? (
        <div
          className="board-drive absolute top-1/2 h-2.5 -translate-y-1/2"
          style={{
            left: percent(timed.at(-1)?.leaveAt as number, hours),
            width: `${Math.max(0, share(day.backAt, hours) - share(timed.at(-1)?.leaveAt as number, hours)) * 100}%`,
          }}
        />
      ) : null}
      {blocks.map((at, i) =>
        isBeside(i) ? (
          <span
            key={`name ${at.stop.visitId}`}
            aria-hidden="true"
            style={{
              left: `calc(${percent(at.leave, hours)} + 3px)`,
              right: `calc(100% - ${percent(nextOf(i), hours)} + 2px)`,
            }}
            className="pointer-events-none absolute top-0 truncate text-sm leading-4"
          >
            {at.stop.site}
          </span>
        ) : null,
      )}
      {blocks.map((at, i) => (
        <StopBlock
          key={at.stop.visitId}
          at={at}
          order={i + 1}
          named={!isBeside(i) && px(at.start, at.leave) >= BESIDE_PX}
          room={px(at.start, at.leave)}
          day={day}
          hours={hours}
          now={now}
          zone={zone}
          selected={selected === at.stop.visitId}
          canMove={canMove}
          onSelect={onSelect}
          onMove={onMove}
        />
      ))}
      {now !== undefined && now > hours.from && now < hours.to ? (
        <div
          aria-hidden="true"
          className="pointer-events-none absolute inset-y-0 border-l-2 border-dashed border-ink"
          style={{ left: percent(now, hours) }}
        />
      ) : null}
    </div>
  );
});
