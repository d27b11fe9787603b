import { DndContext, PointerSensor, useSensor, useSensors, type DragMoveEvent } from '@dnd-kit/core';
import { useCallback, useMemo, useRef, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { groupBy } from '#core/base/collections';
import { plural } from '#core/base/sentences';
import { LATE_NOTICED } from '#core/planning/routing';
import { isPlainDate } from '#core/base/time';
import type { BoardDay, BoardView } from '#contracts/board';
import { useBoardQuery, useWeatherQuery } from '../api/routes.ts';
import { useWho } from '../state/session.ts';
import { DateInput } from '../ui/forms/DateInput.tsx';
import { day as dayText } from '../ui/words/format.ts';
import { Empty, Loading, Screen, Trouble } from '../ui/frame/Screen.tsx';
import { Behind } from './Behind.tsx';
import { Closures } from './Closures.tsx';
import { ClosureDialog } from './ClosureDialog.tsx';
import { CrewHead } from './CrewHead.tsx';
import { CrewLists } from './CrewLists.tsx';
import { CrewStrip, progressOf, type Hours } from './CrewStrip.tsx';
import { DayMap, placesOf } from './DayMap.tsx';
import { DaysAhead, forecastWords } from './DaysAhead.tsx';
import { MoveBar, placeWords } from './MoveBar.tsx';
import { bestOn, restRoute, whereNow } from './moving.ts';
import { ordersToKeep, placeAt, withJob } from './orders.ts';
import { OnHold } from './OnHold.tsx';
import { OutDialog } from './OutDialog.tsx';
import { Proposal } from './Proposal.tsx';
import { ChangedSince, PublishDay } from './PublishDay.tsx';
import { StopDetails } from './StopDetails.tsx';
import { ToldElsewhere } from './ToldElsewhere.tsx';
import { Axis, Ghost } from './StripMarks.tsx';
import { useMoveKeys } from './useMoveKeys.ts';
import { reach, useMoves, type Moving, type Picked, type Target } from './useMoves.ts';
import { Waiting } from './Waiting.tsx';
import { pressed } from '../ui/frame/Button.tsx';

/** The crews' hours of one day, the days ahead, and what waits for a place; everything on it can be moved. */
export default function Board() {
  const { today, can } = useWho();
  const [query, setQuery] = useSearchParams();
  const asked = query.get('day') ?? '';
  const shown = isPlainDate(asked) ? asked : today;
  const days = reach(today, shown);
  const board = useBoardQuery(days);
  const show = useCallback(
    (day: string) => setQuery(day === today ? {} : { day }, { replace: true, preventScrollReset: true }),
    [setQuery, today],
  );
  return (
    <Screen
      title="Board"
      sentence={board.data ? sentenceOf(board.data, shown) : dayText(shown)}
      actions={
        <>
          <DateInput
            aria-label="Day shown"
            value={shown}
            onChange={(event) => (isPlainDate(event.target.value) ? show(event.target.value) : undefined)}
            className="reach w-36 rounded-[3px] border-2 border-rule bg-sheet px-2"
          />
          {can('plan route') ? (
            <Link
              to="/routes/plan"
              className={pressed({ look: toPublish(board.data, shown) ? 'plain' : 'act' })}
            >
              Plan ahead
            </Link>
          ) : null}
        </>
      }
    >
      {board.error ? <Trouble error={board.error} retry={board.refetch} /> : null}
      {!board.data && !board.error ? <Loading what="the board" /> : null}
      {board.data ? (
        <BoardOf key={days.from} board={board.data} days={days} shown={shown} onShow={show} />
      ) : null}
    </Screen>
  );
}

/** The next thing to do on a day with stops that its crews do not see: publish it. */
const toPublish = (board: BoardView | undefined, shown: string): boolean =>
  board?.days.some(
    (day) =>
      day.day === shown &&
      day.routeId !== null &&
      day.stops.length > 0 &&
      (!day.publishedAt || day.changedSince),
  ) ?? false;

function sentenceOf({ days, waiting, today, now }: BoardView, shown: string): string {
  const own = days.filter((day) => day.day === shown);
  const stops = own.flatMap((day) => day.stops);
  const there = stops.filter((stop) => stop.arrivedAt && !stop.leftAt).length;
  const late = stops.filter((stop) => progressOf(stop, shown === today, now).late >= LATE_NOTICED).length;
  const working = own.filter((day) => day.works).length;
  return (
    `${dayText(shown)}: ${plural(stops.length, 'stop')} for ${plural(working, 'crew')} at work` +
    `${there > 0 ? `, ${there} being worked on` : ''}${late > 0 ? `, ${late} late` : ''}. ` +
    (waiting === 0
      ? 'No call waits for a place.'
      : `${plural(waiting, 'call')} ${waiting === 1 ? 'waits' : 'wait'} for a place.`)
  );
}

/** What a day that went wrong asks for: all crews, nothing new, and what stands may move. */
const WHAT_STANDS_MAY_MOVE = {
  crewIds: [],
  siteIds: [],
  calls: [],
  planned: 'may move' as const,
  keepFree: false,
};

/** Every crew's strip has the same hours: those of the shifts and of whatever runs past them. */
function hoursOf(days: readonly BoardDay[]): Hours {
  const starts = days.flatMap((day) => [
    day.shift?.start ?? 480,
    ...(day.departAt === null ? [] : [day.departAt]),
  ]);
  const ends = days.flatMap((day) => [day.shift?.end ?? 1020, ...(day.backAt === null ? [] : [day.backAt])]);
  return {
    from: Math.max(0, Math.floor(Math.min(...starts) / 60) * 60 - 60),
    to: Math.min(1500, Math.ceil(Math.max(...ends) / 60) * 60 + 60),
  };
}

function BoardOf({
  board,
  days,
  shown,
  onShow,
}: {
  board: BoardView;
  /** The days it has. */
  days: { from: string; days: number };
  shown: string;
  onShow: (day: string) => void;
}) {
  const { can } = useWho();
  const past = shown < board.today;
  const canPlan = can('plan route') && !past;
  const moves = useMoves(board, shown);
  const { moving, pick, aim, cancel, drop, prepare } = moves;
  const [selected, setSelected] = useState<string>();
  const [crewShown, setCrewShown] = useState<string>();
  const [zoom, setZoom] = useState(1);
  const [asking, setAsking] = useState<BoardDay>();
  const [out, setOut] = useState<{ day: BoardDay; days: readonly string[] }>();
  const [ordering, setOrdering] = useState<BoardDay>();
  const [repair, setRepair] = useState<'anew' | 'closed'>();
  const [closing, setClosing] = useState(false);
  const byDay = useMemo(() => groupBy(board.days, (day) => day.day), [board.days]);
  const own = useMemo(() => byDay.get(shown) ?? [], [byDay, shown]);
  const hours = useMemo(() => hoursOf(own), [own]);
  const now = shown === board.today ? board.now : undefined;
  const forecast = useWeatherQuery(board.today);
  const weather = useMemo(() => new Map(forecast.data?.map((day) => [day.day, day])), [forecast.data]);
  const shownWeather = weather.get(shown);
  const stands = useMemo(
    () => new Map(own.flatMap((day) => day.stops.map((stop) => [stop.visitId, stop.startAt] as const))),
    [own],
  );
  const all = own.flatMap((day) => day.stops.map((stop) => ({ stop, day })));
  const chosen = all.find(({ stop }) => stop.visitId === selected);
  const mapped =
    chosen?.day ?? own.find((day) => day.crewId === crewShown) ?? own.find((day) => day.stops.length > 0);

  const moveByHand = useCallback(
    async (picked: Picked) => {
      const next = await pick(picked);
      if (!next) return;
      const target = whereNow(next);
      if (target) {
        aim(target);
        onShow(next.view.shifts[target.shift]?.day as string);
      }
    },
    [aim, onShow, pick],
  );
  const moveVisit = useCallback((visit: string) => void moveByHand({ visit }), [moveByHand]);
  const finish = useCallback(
    (anyway: boolean) => {
      if (moving) void drop(moving, placeWords(moving), anyway);
    },
    [drop, moving],
  );
  useMoveKeys(moving, { aim, finish, cancel, onShow });

  const takeOff = async (visitId: string, site: string) => {
    const next = await pick({ visit: visitId });
    cancel();
    if (!next || !moves.asked) return;
    const { view, job } = next;
    const orders = ordersToKeep(moves.asked, view, view.orders, withJob(view.orders, job, undefined), true);
    if (await moves.keep(orders, `${site} is off the plan`)) setSelected(undefined);
  };

  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const dragged = useRef<Moving>(undefined);
  const overAt = ({ activatorEvent, delta }: DragMoveEvent): Target | undefined => {
    const held = dragged.current;
    if (!held || !(activatorEvent instanceof PointerEvent)) return undefined;
    const [x, y] = [activatorEvent.clientX + delta.x, activatorEvent.clientY + delta.y];
    for (const element of document.elementsFromPoint(x, y)) {
      if (!(element instanceof HTMLElement)) continue;
      const { strip, day } = element.dataset;
      if (strip !== undefined) {
        const box = element.getBoundingClientRect();
        const minute = hours.from + ((x - box.left) / box.width) * (hours.to - hours.from);
        const shift = held.view.shifts.findIndex((one) => one.crewId === strip && one.day === shown);
        return shift === -1 ? undefined : { shift, at: placeAt(restRoute(held, shift), minute) };
      }
      if (day !== undefined) return bestOn(held, day);
    }
    return undefined;
  };

  return (
    <DndContext
      sensors={sensors}
      autoScroll={false}
      accessibility={{ screenReaderInstructions: { draggable: '' } }}
      onDragStart={({ active }) => {
        dragged.current = undefined;
        void pick(active.data.current as Picked).then((next) => (dragged.current = next));
      }}
      onDragMove={(event) => aim(overAt(event))}
      onDragEnd={() => {
        dragged.current = undefined;
        if (!moving?.target) cancel();
        else void drop(moving, placeWords(moving), false);
      }}
      onDragCancel={() => {
        dragged.current = undefined;
        cancel();
      }}
    >
      {now !== undefined && canPlan ? (
        <Behind
          days={own}
          zone={board.timeZone}
          now={now}
          onRepair={() => setRepair('anew')}
          onClosed={() => setClosing(true)}
        />
      ) : null}
      <Closures zone={board.timeZone} canPlan={canPlan} />
      {canPlan ? <ChangedSince days={own} day={shown} /> : null}
      <ToldElsewhere {...days} canPlan={canPlan} onShow={onShow} />
      <DaysAhead days={byDay} weather={weather} shown={shown} today={board.today} onShow={onShow} />
      {/* Its room is kept: the forecast comes after the board. */}
      <p className="mb-2 min-h-6 text-soft desk:hidden">{shownWeather ? forecastWords(shownWeather) : ''}</p>
      <section
        aria-label="Crews"
        className="hidden border border-rule bg-sheet desk:block desk:overflow-x-auto"
        onPointerEnter={() => (canPlan ? void prepare()?.catch(() => undefined) : undefined)}
      >
        <div style={{ width: `calc(176px + (100% - 176px) * ${zoom})` }}>
          <div className="grid grid-cols-[176px_1fr] border-b border-rule">
            <label className="sticky left-0 z-20 flex items-center bg-sheet px-1 text-sm text-soft">
              <span className="sr-only">Hours drawn</span>
              <select
                value={zoom}
                onChange={(event) => setZoom(Number(event.target.value))}
                className="h-6 w-full bg-sheet"
              >
                <option value={1}>the whole day</option>
                <option value={2}>twice as wide</option>
                <option value={4}>four times as wide</option>
              </select>
            </label>
            <Axis hours={hours} />
          </div>
          {own.map((day) => (
            <div key={day.crewId} className="grid grid-cols-[176px_1fr] border-b border-rule last:border-b-0">
              <CrewHead
                day={day}
                canPlan={canPlan}
                chosen={mapped?.crewId === day.crewId}
                onChoose={() => {
                  setSelected(undefined);
                  setCrewShown(day.crewId);
                }}
                onOut={() => (day.works ? setAsking(day) : setOut({ day, days: [day.day] }))}
                onOrder={() => setOrdering(day)}
              />
              <div className="relative min-h-13" data-strip={day.crewId}>
                <CrewStrip
                  day={day}
                  hours={hours}
                  now={now}
                  zone={board.timeZone}
                  selected={selected}
                  canMove={canPlan}
                  onSelect={setSelected}
                  onMove={moveVisit}
                />
                <Ghost moving={moving} day={day} hours={hours} />
              </div>
            </div>
          ))}
          {own.length === 0 ? <Empty ghost="day">There is no crew yet.</Empty> : null}
        </div>
      </section>
      <CrewLists days={own} now={now} zone={board.timeZone} onSelect={setSelected} selected={selected} />
      {asking ? (
        <OutDialog
          key={`asking ${asking.crewId} ${asking.day}`}
          day={asking}
          onClose={() => setAsking(undefined)}
          onOut={({ all, from, until }) => {
            // Only the days on which nobody of it is left are shared out; with fewer people it goes on.
            const days = board.days.filter(
              (one) =>
                one.crewId === asking.crewId && one.day >= from && (until === null || one.day <= until),
            );
            setOut({ day: asking, days: all ? days.map((one) => one.day) : [] });
            setAsking(undefined);
          }}
        />
      ) : null}
      {out && moves.asked ? (
        <Proposal
          key={`out ${out.day.crewId} ${out.day.day} ${out.days.length}`}
          title={
            out.days.length > 1
              ? `${out.day.crew} is out from ${dayText(out.days[0] as string)} on: its stops go to others`
              : `${out.day.crew} is out on ${dayText(out.day.day)}: its stops go to others`
          }
          asked={{
            ...moves.asked,
            ...WHAT_STANDS_MAY_MOVE,
            repair: true,
            without: out.days.map((day) => ({ crewId: out.day.crewId, day })),
          }}
          onKept={() => setOut(undefined)}
          onClose={() => setOut(undefined)}
        />
      ) : null}
      {repair && moves.asked ? (
        <Proposal
          key={`repair ${repair}`}
          title={
            repair === 'closed'
              ? 'The rest of the day by the roads as they are now, with as little change as can be'
              : 'The rest of the day with as little change as can be'
          }
          asked={{ ...moves.asked, ...WHAT_STANDS_MAY_MOVE, repair: true, roadsAnew: true }}
          stands={stands}
          onKept={() => setRepair(undefined)}
          onClose={() => setRepair(undefined)}
        />
      ) : null}
      {closing && now !== undefined ? (
        <ClosureDialog
          today={board.today}
          now={now}
          zone={board.timeZone}
          known={placesOf(board.days)}
          onClosed={() => {
            setClosing(false);
            setRepair('closed');
          }}
          onClose={() => setClosing(false)}
        />
      ) : null}
      {ordering ? (
        <Proposal
          key={`order ${ordering.crewId} ${ordering.day}`}
          title={`${ordering.crew}, ${dayText(ordering.day)}, in the order that drives least`}
          asked={{
            from: ordering.day,
            days: 1,
            crewIds: [ordering.crewId],
            siteIds: [],
            calls: [],
            planned: 'stays',
            keepFree: false,
          }}
          onKept={() => setOrdering(undefined)}
          onClose={() => setOrdering(undefined)}
        />
      ) : null}
      {moving ? <MoveBar moving={moving} saving={moves.saving} onDrop={finish} onCancel={cancel} /> : null}
      <div className="mt-3 grid grid-cols-1 items-start gap-3 lg:grid-cols-2 xl:grid-cols-[minmax(0,5fr)_minmax(0,4fr)_minmax(0,4fr)]">
        <div>
          <Waiting
            board={board}
            canPlan={canPlan}
            moves={moves}
            onMove={(call) => void moveByHand({ call })}
          />
          <OnHold board={board} />
        </div>
        <div className="space-y-3">
          {chosen ? (
            <StopDetails
              key={chosen.stop.visitId}
              stop={chosen.stop}
              day={chosen.day}
              now={now}
              zone={board.timeZone}
              canPlan={canPlan}
              onMove={() => moveVisit(chosen.stop.visitId)}
              onTakeOff={() => void takeOff(chosen.stop.visitId, chosen.stop.site)}
            />
          ) : (
            <Empty>Choose a stop to see what is to be done there.</Empty>
          )}
          {canPlan ? <PublishDay days={own} day={shown} zone={board.timeZone} /> : null}
        </div>
        <DayMap days={own} day={mapped} />
      </div>
    </DndContext>
  );
}
