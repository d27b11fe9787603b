import { useDraggable } from '@dnd-kit/core';
import { useDeferredValue, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { plural } from '#core/base/sentences';
import { PRIORITIES, type Priority } from '#core/base/vocabulary';
import { clockText, durationText } from '#core/base/time';
import type { BoardView, PlanProblem, Unplanned } from '#contracts/board';
import type { UnitInBrief } from '#contracts/units';
import { useLazyCallQuery, useUpdateCallMutation } from '../api/calls.ts';
import { MiniStory, useStories } from '../drawings/MiniStory.tsx';
import { Button } from '../ui/frame/Button.tsx';
import { day as dayText, instant } from '../ui/words/format.ts';
import { Plate } from '../ui/marks/Plate.tsx';
import { PriorityWord } from '../ui/marks/PriorityWord.tsx';
import { Empty, Panel } from '../ui/frame/Screen.tsx';
import { consequenceWords } from './orders.ts';
import {
  dueAnyway,
  placesOffered,
  WAITS_SORTS,
  waitsFound,
  type OfferedPlace,
  type WaitsAsked,
} from './waits.ts';
import { WaitsRow } from './WaitsRow.tsx';
import type { Moves, Moving } from './useMoves.ts';
import { say, sayRefused } from '../ui/saying/say.ts';

const OFFERED = 4;
/** Fewer are taken in at a glance. */
const MANY = 8;
const AT_ONCE = 40;

/**
 * Calls that stand on no plan, worst first; each can be dragged onto the board, or offered the places that
 * cost least.
 */
export function Waiting({
  board,
  canPlan,
  moves,
  onMove,
}: {
  board: BoardView;
  canPlan: boolean;
  moves: Moves;
  onMove: (callId: string) => void;
}) {
  const { unplanned, waiting } = board;
  const [offers, setOffers] = useState<{ moving: Moving; places: readonly OfferedPlace[] }>();
  const [shown, setShown] = useState(AT_ONCE);
  const [asked, setAsked] = useState<WaitsAsked>({ typed: '', priority: '', sort: 'worst first' });
  const found = waitsFound(unplanned, useDeferredValue(asked));
  const anyway = useMemo(() => dueAnyway(board.days), [board.days]);
  const stories = useStories(useMemo(() => unplanned.map((row) => row.call.unitId), [unplanned]));
  const offer = async (callId: string) => {
    const moving = await moves.pick({ call: callId });
    moves.cancel();
    if (moving) setOffers({ moving, places: placesOffered(moving.view, moving.job, OFFERED) });
  };
  const ask = (change: Partial<WaitsAsked>) => {
    setAsked({ ...asked, ...change });
    setShown(AT_ONCE);
  };
  return (
    <Panel title={waiting === 0 ? 'No call waits for a place' : `Waiting for a place: ${waiting}`}>
      {unplanned.length === 0 ? <Empty>Every open call has a crew and a day.</Empty> : null}
      {unplanned.length > MANY ? <WaitsAsk asked={asked} onAsk={ask} /> : null}
      {waiting > unplanned.length ? (
        <p className="text-sm">
          The {unplanned.length} that press most are listed; the others come up as these are planned.
        </p>
      ) : null}
      {found.length < unplanned.length ? (
        <p role="status" className="text-sm text-soft">
          {found.length === 0
            ? 'None of them fits.'
            : `${plural(found.length, 'call')} of ${unplanned.length}.`}
        </p>
      ) : null}
      <ul
        className="max-h-[46vh] divide-y divide-rule overflow-y-auto"
        tabIndex={0}
        aria-label="Calls that wait for a place"
        onScroll={({ currentTarget: list }) => {
          if (list.scrollTop + 2 * list.clientHeight > list.scrollHeight && shown < found.length)
            setShown(shown + AT_ONCE);
        }}
      >
        {found.slice(0, shown).map((row) => (
          <WaitingCall
            key={row.call.id}
            row={row}
            anyway={anyway.get(row.siteId)}
            story={row.call.unitId === null ? undefined : stories[row.call.unitId]}
            zone={board.timeZone}
            canPlan={canPlan}
            onOffer={() => void offer(row.call.id)}
            onMove={() => onMove(row.call.id)}
            offers={
              offers?.moving.view.jobs[offers.moving.job]?.calls[0]?.id === row.call.id ? offers : undefined
            }
            onTake={(place, said) => {
              if (!offers) return;
              const target = { shift: place.shift, at: place.at };
              void moves.take(offers.moving, target, said).then((kept) => kept && setOffers(undefined));
            }}
            onClose={() => setOffers(undefined)}
            onCall={onCallNow(board)}
            today={board.today}
          />
        ))}
      </ul>
      {found.length > shown ? (
        <Button look="quiet" onClick={() => setShown(shown + AT_ONCE)}>
          Show {found.length - shown} more
        </Button>
      ) : null}
    </Panel>
  );
}

/** What is looked for among the calls that wait, and in which order. */
function WaitsAsk({ asked, onAsk }: { asked: WaitsAsked; onAsk: (change: Partial<WaitsAsked>) => void }) {
  const field = 'reach rounded-[3px] border-2 border-rule bg-sheet px-1';
  return (
    <div className="mb-1 flex flex-wrap gap-2">
      <input
        type="search"
        aria-label="Search the calls that wait"
        placeholder="Site, unit, words"
        value={asked.typed}
        onChange={(event) => onAsk({ typed: event.target.value })}
        className={`${field} min-w-0 grow`}
      />
      <select
        aria-label="Priority of the calls that wait"
        value={asked.priority}
        onChange={(event) => onAsk({ priority: event.target.value as Priority | '' })}
        className={field}
      >
        <option value="">any priority</option>
        {PRIORITIES.map((priority) => (
          <option key={priority}>{priority}</option>
        ))}
      </select>
      <select
        aria-label="Order of the calls that wait"
        value={asked.sort}
        onChange={(event) => onAsk({ sort: event.target.value as WaitsAsked['sort'] })}
        className={field}
      >
        {WAITS_SORTS.map((sort) => (
          <option key={sort}>{sort}</option>
        ))}
      </select>
    </div>
  );
}

/** Somebody on call today and the crew that is sent then. */
interface OnCallNow {
  readonly name: string;
  readonly crewId: string;
  readonly crew: string;
}

/** Who is on call today; after hours nobody else is to be sent. */
const onCallNow = ({ days, today }: BoardView): OnCallNow[] =>
  days
    .filter((day) => day.day === today)
    .flatMap(({ onCall, crewId, crew }) => onCall.map((name) => ({ name, crewId, crew })));

/**
 * Gives a call to whoever is on call, for now and in no order: what is planned for the day stays as it is.
 */
function GiveToOnCall({ callId, today, onCall }: { callId: string; today: string; onCall: OnCallNow }) {
  const [ask] = useLazyCallQuery();
  const [update] = useUpdateCallMutation();
  const { name, crewId, crew } = onCall;
  const give = async () => {
    try {
      const call = await ask(callId).unwrap();
      const after = await update({
        id: callId,
        patch: { version: call.version, crewId, scheduledOn: today },
      }).unwrap();
      say(`${call.ref} goes to ${name} now`, {
        undo: () => update({ id: callId, patch: { version: after.version, scheduledOn: null } }),
      });
    } catch (refused) {
      sayRefused(refused);
    }
  };
  return (
    <Button look="act" onClick={() => void give()}>
      Give it to {name}, {crew}
    </Button>
  );
}

function WaitingCall({
  row,
  anyway,
  story,
  zone,
  canPlan,
  onOffer,
  onMove,
  offers,
  onTake,
  onClose,
  onCall,
  today,
}: {
  row: Unplanned;
  /** Who goes there anyway. */
  anyway: { crew: string; day: string } | undefined;
  story: UnitInBrief | undefined;
  zone: string;
  canPlan: boolean;
  onOffer: () => void;
  onMove: () => void;
  offers: { moving: Moving; places: readonly OfferedPlace[] } | undefined;
  onTake: (place: OfferedPlace, said: string) => void;
  onClose: () => void;
  onCall: readonly OnCallNow[];
  today: string;
}) {
  const { attributes, listeners, setNodeRef } = useDraggable({
    id: `call ${row.call.id}`,
    disabled: !canPlan,
    data: { call: row.call.id },
  });
  const { role: _role, tabIndex: _tab, ...aria } = attributes;
  return (
    <WaitsRow
      plate={row.call.unit ? <Plate tag={row.call.unit} flagKinds={story?.flagKinds ?? []} /> : undefined}
      head={
        <>
          <PriorityWord priority={row.call.priority} />
          <Link to={`/calls/${row.call.id}`} title={row.customer} className="font-semibold link">
            {row.site}
          </Link>
        </>
      }
      words={row.call.complaint}
      story={row.call.unit ? <MiniStory story={story} /> : undefined}
      foot={
        <p className="text-sm text-soft">
          since {instant(row.receivedAt, zone)}
          {row.call.promisedAt ? (
            <strong className="text-ink">, promised by {instant(row.call.promisedAt, zone)}</strong>
          ) : null}
          {row.missedOn ? (
            <strong className="text-ink">
              ; planned for {dayText(row.missedOn)}
              {row.missedBy ? ` with ${row.missedBy}` : ''}, nobody came
            </strong>
          ) : null}
          {anyway ? (
            <strong className="text-ink">
              ; {anyway.crew} is due there {dayText(anyway.day)}
            </strong>
          ) : null}
        </p>
      }
      dragged={{ ref: setNodeRef, ...aria, ...listeners, className: canPlan ? 'cursor-grab touch-none' : '' }}
      actions={
        canPlan ? (
          <>
            <Button
              look="quiet"
              onClick={onOffer}
              aria-expanded={offers !== undefined}
              aria-label={`Best places for ${row.site}`}
            >
              Best places
            </Button>
            <Button look="quiet" onClick={onMove} aria-label={`Place ${row.site} by hand`}>
              By hand
            </Button>
          </>
        ) : null
      }
    >
      {offers ? (
        <div className="col-span-2 mt-1 border border-ink p-2">
          {offers.places.length === 0 ? (
            <p>
              Nobody works any more today or tomorrow who may do it.
              {onCall.length > 0 ? ' Only who is on call is sent:' : ' Nobody is on call.'}
            </p>
          ) : null}
          {offers.places.length === 0
            ? onCall.map((one) => (
                <GiveToOnCall key={one.name} callId={row.call.id} today={today} onCall={one} />
              ))
            : null}
          <ul className="divide-y divide-rule">
            {offers.places.map((place) => (
              <Offer
                key={`${place.shift} ${place.at}`}
                view={offers.moving.view}
                place={place}
                onTake={onTake}
                site={row.site}
              />
            ))}
          </ul>
          {offers.places.length > 0 && row.call.priority === 'at once' && onCall.length > 0 ? (
            <p className="text-sm">On call today: {onCall.map(({ name }) => name).join(', ')}.</p>
          ) : null}
          <Button look="quiet" onClick={onClose}>
            Close
          </Button>
        </div>
      ) : null}
    </WaitsRow>
  );
}

/** One place for a call: who, when, what it costs, and what breaks. */
function Offer({
  view,
  place,
  onTake,
  site,
}: {
  view: PlanProblem;
  place: OfferedPlace;
  site: string;
  onTake: (place: OfferedPlace, said: string) => void;
}) {
  const shift = view.shifts[place.shift] as PlanProblem['shifts'][number];
  const stop = place.after.stops[place.at];
  const words = consequenceWords(place, view, view.problem.shifts[place.shift] as never);
  const when = `${shift.crew}, ${dayText(shift.day)}, ${clockText(stop?.startAt ?? 0)}`;
  return (
    <li className="flex flex-wrap items-baseline justify-between gap-2 py-1">
      <span className="grow">
        <strong>{when}</strong>
        {place.anyway ? ', is there anyway' : ''}: {durationText(Math.max(0, place.consequence.driveMinutes))}{' '}
        more on the road
        {words.also.filter((one) => / (later|earlier),/.test(one)).map((one) => `, ${one}`)}, back at{' '}
        {clockText(place.after.backAt)}.
        {words.against.length > 0 ? (
          <strong className="block">Does not hold: {words.against.join('; ')}.</strong>
        ) : null}
      </span>
      <Button
        look={words.against.length > 0 ? 'plain' : 'act'}
        aria-label={`${words.against.length > 0 ? 'Take it all the same' : 'Take it'}: ${when}`}
        onClick={() => onTake(place, `${site} to ${when}`)}
      >
        {words.against.length > 0 ? 'Take it all the same' : 'Take it'}
      </Button>
    </li>
  );
}
