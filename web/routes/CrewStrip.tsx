import { useDraggable } from '@dnd-kit/core';
import { memo } from 'react';
import { plural } from '#core/base/sentences';
import { expectedDay, LATE_NOTICED } from '#core/planning/routing';
import { clockText, durationText } from '#core/base/time';
import type { BoardDay, BoardStop, ToldWindow } from '#contracts/board';
import { clockOf, shortDay } from '../ui/words/format.ts';
import { useWidth } from '../ui/frame/useWidth.ts';
import { underWay } from './behind.ts';
import { placeLabels, type LabelAsked } from './lanes.ts';

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
/** What words take at the size of a block's, about, px. */
const wordsRoom = (words: string): number => words.length * 6.7 + 12;
/** How high a strip is without labels, and each lane of them, px. */
const STRIP_PX = 52;
const LANE_PX = 17;
/** Names in more lanes than this make the board longer than they help. */
const NAME_LANES = 3;
/** Priorities that a block wears; the others are what a day is full of. */
const soonOf = (stop: BoardStop): string | undefined =>
  ['at once', 'today'].find((soon) => stop.calls.some(({ priority }) => priority === soon));

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

/** What is said of a stop on the board: when, and what does not hold. */
function wordsOf({ stop, leave, start, pushed }: Drawn, now: number | undefined, zone: string) {
  const { state, late } = progressOf(stop, now !== undefined, now ?? 0);
  const isLate = late >= LATE_NOTICED;
  const warns = [...(isLate ? [`${durationText(late)} late`] : []), ...stop.troubles].join(', ');
  const long = stop.leftAt
    ? `left ${clockOf(stop.leftAt, zone)}`
    : stop.arrivedAt
      ? `there since ${clockOf(stop.arrivedAt, zone)}`
      : stop.startAt === null
        ? 'in no order yet'
        : `${clockText(stop.startAt)} to ${clockText(stop.leaveAt ?? leave)}` +
          `${pushed && !isLate ? `, expected at ${clockText(start)}` : ''}`;
  const short = stop.leftAt
    ? `left ${clockOf(stop.leftAt, zone)}`
    : stop.arrivedAt
      ? `since ${clockOf(stop.arrivedAt, zone)}`
      : stop.startAt === null
        ? 'no order'
        : pushed && !isLate
          ? `${clockText(stop.startAt)}, now ${clockText(start)}`
          : clockText(stop.startAt);
  return { state, warns, long, short };
}

/** One stop as a block of time; it can be picked up by the pointer, or with M while it has the focus. */
function StopBlock({
  at,
  order,
  day,
  hours,
  now,
  zone,
  selected,
  words,
  canMove,
  onSelect,
  onMove,
}: {
  at: Drawn;
  order: number;
  /** What there is room for in it; the rest stands beneath. */
  words: { readonly name: boolean; readonly time: boolean; readonly warns: boolean; readonly soon: boolean };
  day: BoardDay;
  hours: Hours;
  now: number | undefined;
  zone: string;
  selected: boolean;
  canMove: boolean;
  onSelect: (visitId: string) => void;
  onMove: (visitId: string) => void;
}) {
  const { stop, start, leave } = at;
  const movable = canMove && !stop.begun;
  const { attributes, listeners, setNodeRef, isDragging } = useDraggable({
    id: stop.visitId,
    disabled: !movable,
    data: { visit: stop.visitId },
  });
  const { state, warns, long, short } = wordsOf(at, now, zone);
  const soon = soonOf(stop);
  const { role: _role, 'aria-roledescription': _described, 'aria-describedby': _by, ...aria } = attributes;
  const said = [
    `${order}. ${stop.site}`,
    ...(warns ? [warns] : []),
    long,
    ...(soon ? [`a call for ${soon}`] : []),
    ...(stop.told ? [`told ${toldWords(stop.told, day.day)}`] : []),
    ...(stop.locked ? ['locked'] : []),
    ...stop.acute.map((kind) => `danger: ${kind}`),
    ...stop.hazards,
    day.crew,
  ].join(', ');
  return (
    <button
      ref={setNodeRef}
      {...aria}
      {...listeners}
      type="button"
      aria-pressed={selected}
      aria-label={said}
      title={said}
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
        height: STRIP_PX - 8,
      }}
      className={`absolute top-1 overflow-hidden rounded-[2px] border-2 px-1 text-left text-sm leading-4 font-semibold ${LOOKS[state] ?? LOOKS.planned} ${selected ? 'outline-3 outline-offset-1 outline-ink' : ''} ${isDragging ? 'opacity-40' : ''} ${stop.locked ? 'border-double border-4' : ''} ${movable ? 'cursor-grab touch-none' : ''}`}
    >
      {stop.acute.length > 0 ? <span aria-hidden="true" className="board-hazard" /> : null}
      <span className={`block truncate ${stop.acute.length > 0 ? 'pr-3' : ''}`}>
        {soon && words.soon ? <SoonPlate soon={soon} /> : null}
        {words.name ? `${order} ${stop.site}` : order}
      </span>
      <span className={`block truncate font-normal ${words.warns && warns ? 'font-bold' : ''}`}>
        {words.warns && warns ? warns : words.time ? short : null}
      </span>
    </button>
  );
}

/** A plate of its own for how soon; for the ear the block says it in words. */
const SoonPlate = ({ soon }: { soon: string }) => (
  <span className={`board-soon ${soon === 'at once' ? 'at-once' : ''}`}>
    {soon === 'at once' ? 'NOW' : 'TODAY'}
  </span>
);
const SOON_PX = 48;

/** A told window in words; its day where it is another one. */
export const toldWords = (told: ToldWindow, day: string): string =>
  `${told.day === day ? '' : `${shortDay(told.day)}, `}${clockText(told.from)} to ${clockText(told.until)}`;

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
  const px = (minute: number) => share(minute, hours) * room;
  const inside = blocks.map((at) => {
    const own = Math.max(24, px(at.leave) - px(at.start)) - (at.stop.acute.length > 0 ? 14 : 0);
    const { warns, short } = wordsOf(at, now, zone);
    const plate = soonOf(at.stop) ? SOON_PX : 0;
    return {
      soon: wordsRoom('00') + plate <= own,
      warns: warns !== '' && wordsRoom(warns) <= own,
      name: wordsRoom(`00 ${at.stop.site}`) + plate <= own,
      time: wordsRoom(short) <= own,
    };
  });
  const labelOf = (i: number) => {
    const at = blocks[i] as Drawn;
    const { warns, short } = wordsOf(at, now, zone);
    const out = inside[i] as (typeof inside)[number];
    const cut = warns !== '' && !out.warns;
    return {
      // What warns says when and where by itself.
      warns: cut ? `${short} ${warns}` : '',
      name: out.name && !cut ? '' : `${i + 1} ${at.stop.site}`,
      soon: out.soon ? undefined : soonOf(at.stop),
    };
  };
  const asked = blocks.flatMap((at, i): LabelAsked[] => {
    const { warns, name, soon } = labelOf(i);
    const words = [name, warns].filter(Boolean).join(': ');
    return words === ''
      ? []
      : [
          {
            id: String(i),
            x: px(at.start),
            width: wordsRoom(words) - 6 + (soon ? SOON_PX : 0),
            warns: warns !== '',
          },
        ];
  });
  const labels = placeLabels(asked, room, NAME_LANES);
  const lanes = Math.max(0, ...labels.map(({ lane }) => lane + 1));
  const timed = blocks.flatMap(({ stop }) => (stop.startAt !== null && !stop.arrivedAt ? [stop] : []));
  const full = Array.from({ length: (hours.to - hours.from) / 60 + 1 }, (_, k) => hours.from + k * 60);
  return (
    <div
      ref={ref}
      className="relative"
      style={{ height: STRIP_PX + lanes * LANE_PX + (lanes > 0 ? 3 : 0) }}
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
            className="board-drive absolute h-2.5"
            style={{
              top: STRIP_PX / 2 - 5,
              left: percent(stop.arriveAt - stop.driveMinutes, hours),
              width: `${(share(stop.arriveAt, hours) - share(stop.arriveAt - stop.driveMinutes, hours)) * 100}%`,
            }}
          />
        ) : null,
      )}
      {day.backAt !== null && timed.length > 0 ? (
        <div
          className="board-drive absolute h-2.5"
          style={{
            top: STRIP_PX / 2 - 5,
            left: percent(timed.at(-1)?.leaveAt as number, hours),
            width: `${Math.max(0, share(day.backAt, hours) - share(timed.at(-1)?.leaveAt as number, hours)) * 100}%`,
          }}
        />
      ) : null}
      {blocks.map(({ stop }) =>
        // All of them at once lie over each other and say nothing.
        stop.told?.day === day.day &&
        (selected === stop.visitId || stop.troubles.includes('outside what was told')) ? (
          <div
            key={`told ${stop.visitId}`}
            aria-hidden="true"
            className={`board-told ${stop.troubles.includes('outside what was told') ? 'border-ink' : 'border-soft'}`}
            style={{
              left: percent(stop.told.from, hours),
              width: `${(share(stop.told.until, hours) - share(stop.told.from, hours)) * 100}%`,
              top: STRIP_PX - 4,
            }}
          />
        ) : null,
      )}
      {labels.map(({ id, x, width, lane }) => {
        const { warns, name, soon } = labelOf(Number(id));
        return (
          <span
            key={`label ${id}`}
            aria-hidden="true"
            style={{ left: x, width: width + 4, top: STRIP_PX + lane * LANE_PX }}
            className="pointer-events-none absolute truncate bg-sheet text-sm leading-4"
          >
            {soon ? <SoonPlate soon={soon} /> : null}
            {name}
            {warns ? (
              <strong>
                {name ? ': ' : ''}
                {warns}
              </strong>
            ) : null}
          </span>
        );
      })}
      {blocks.map((at, i) => (
        <StopBlock
          key={at.stop.visitId}
          at={at}
          order={i + 1}
          words={inside[i] as (typeof inside)[number]}
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
