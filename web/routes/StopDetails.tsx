import { Fragment, useState } from 'react';
import { Link } from 'react-router';
import { v7 as uuid } from 'uuid';
import { plural } from '#core/base/sentences';
import { LATE_NOTICED } from '#core/planning/routing';
import { clockText, durationText, weekday } from '#core/base/time';
import type { BoardDay, BoardStop } from '#contracts/board';
import { useKnownAtIntakeQuery } from '../api/calls.ts';
import { useSiteQuery } from '../api/sites.ts';
import { useLockStopMutation, useSplitStopMutation } from '../api/routes.ts';
import { Stories, UnitStory } from '../drawings/MiniStory.tsx';
import { UnitPlate } from '../drawings/UnitPlate.tsx';
import { Button } from '../ui/frame/Button.tsx';
import { clockOf, day as dayText } from '../ui/words/format.ts';
import { Panel } from '../ui/frame/Screen.tsx';
import { progressOf, toldWords } from './CrewStrip.tsx';
import { say, sayRefused } from '../ui/saying/say.ts';

/** A stop with what is to be done there, and what the desk can do with it. */
export function StopDetails({
  stop,
  day,
  now,
  zone,
  canPlan,
  onMove,
  onTakeOff,
}: {
  stop: BoardStop;
  day: BoardDay;
  now: number | undefined;
  zone: string;
  canPlan: boolean;
  onMove: () => void;
  onTakeOff: () => void;
}) {
  const [lock] = useLockStopMutation();
  const [splitting, setSplitting] = useState(false);
  const { state, late } = progressOf(stop, now !== undefined, now ?? 0);
  const { begun } = stop;
  return (
    <Panel
      title={
        <Link to={`/sites/${stop.siteId}`} className="hover:underline">
          {stop.site}
        </Link>
      }
      actions={
        <Link to={`/visits/${stop.visitId}`} className="link">
          the sheet
        </Link>
      }
    >
      {stop.acute.length > 0 ? (
        <p className="mb-1 flex flex-wrap gap-1">
          {stop.acute.map((kind) => (
            <span key={kind} className="hazard-notch text-sm">
              {kind}
            </span>
          ))}
        </p>
      ) : null}
      <p>
        {stop.customer}. {day.crew}, {dayText(day.day)}
        {stop.startAt !== null && stop.leaveAt !== null
          ? `, ${clockText(stop.startAt)} to ${clockText(stop.leaveAt)}`
          : ', in no order yet'}
        {stop.driveMinutes ? `, ${durationText(stop.driveMinutes)} on the road before` : ''}.{' '}
        <strong>
          {stop.leftAt
            ? `Left at ${clockOf(stop.leftAt, zone)}.`
            : stop.arrivedAt
              ? `There since ${clockOf(stop.arrivedAt, zone)}.`
              : late >= LATE_NOTICED
                ? `${durationText(late)} late.`
                : state === 'planned'
                  ? ''
                  : `It is ${state}.`}
        </strong>
      </p>
      {stop.troubles.length > 0 ? (
        <p className="font-bold">Does not hold: {stop.troubles.join(', ')}.</p>
      ) : null}
      {stop.told ? <p>The customer was told {toldWords(stop.told, day.day)}.</p> : null}
      <AtTheSite siteId={stop.siteId} day={day.day} />
      <Stories units={stop.calls.map((call) => call.unitId)}>
        <ul
          className="my-1 max-h-48 divide-y divide-rule overflow-y-auto"
          tabIndex={0}
          aria-label="What is to be done"
        >
          {stop.calls.map((call) => (
            <li key={call.id} className="unit-row-brief">
              {call.unit && call.unitId ? <UnitPlate unitId={call.unitId} tag={call.unit} /> : <span />}
              {call.unitId ? <UnitStory unitId={call.unitId} /> : null}
              <span>
                <Link to={`/calls/${call.id}`} className="link">
                  {call.complaint}
                </Link>
                {call.promisedAt ? <strong> promised by {clockOf(call.promisedAt, zone)}</strong> : null}
              </span>
            </li>
          ))}
        </ul>
      </Stories>
      {canPlan && !begun ? (
        <div className="flex flex-wrap gap-2">
          <Button onClick={onMove}>Move it</Button>
          <Button
            onClick={() =>
              void lock({ visitId: stop.visitId, locked: !stop.locked })
                .unwrap()
                .catch((error) => sayRefused(error))
            }
            disabled={stop.startAt === null}
          >
            {stop.locked ? 'Unlock' : 'Lock to this day'}
          </Button>
          {stop.calls.length > 1 && stop.startAt !== null ? (
            <Button onClick={() => setSplitting(!splitting)} aria-expanded={splitting}>
              Split
            </Button>
          ) : null}
          <Button onClick={onTakeOff}>Take it off</Button>
        </div>
      ) : null}
      {splitting && !begun ? (
        <Split key={stop.visitId} stop={stop} onDone={() => setSplitting(false)} />
      ) : null}
    </Panel>
  );
}

/** Hours of the day, who opens, key and permit, and who knows the place. */
function AtTheSite({ siteId, day }: { siteId: string; day: string }) {
  const site = useSiteQuery(siteId);
  const known = useKnownAtIntakeQuery(siteId);
  const { data: at } = site;
  if (!at) return <p className="min-h-12 text-sm text-soft">What is known of the site is loading.</p>;
  const hours = at.openingHours?.[String(weekday(day)) as '1'];
  const lines = [
    [
      'Open',
      at.openingHours === null ? 'not known' : hours?.map((pair) => pair.join(' to ')).join(', ') || 'closed',
    ],
    ['Contact', at.contact],
    ['Key', at.keyAt],
    ['Permit', at.permit],
    ['Conditions', at.hazards.join(', ')],
    ['Knows it', known.data?.knownTo.map(({ name, visits }) => `${name} (${visits})`).join(', ')],
  ].filter(([, words]) => words);
  return (
    <dl className="my-1 grid grid-cols-[5.5rem_minmax(0,1fr)] gap-x-2 text-sm">
      {lines.map(([name, words]) => (
        <Fragment key={name}>
          <dt className="text-soft">{name}</dt>
          <dd>{words}</dd>
        </Fragment>
      ))}
    </dl>
  );
}

/** Which of a visit's units go on a visit of their own. */
function Split({ stop, onDone }: { stop: BoardStop; onDone: () => void }) {
  const [split] = useSplitStopMutation();
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const whole = chosen.size === 0 || chosen.size === stop.calls.length;
  return (
    <fieldset className="mt-2 border border-rule p-2">
      <legend className="px-1 text-sm font-semibold">Which go on a visit of their own?</legend>
      <div className="grid max-h-40 grid-cols-2 overflow-y-auto">
        {stop.calls.map((call) => (
          <label key={call.id} className="flex items-center gap-2">
            <input
              type="checkbox"
              checked={chosen.has(call.id)}
              onChange={() => {
                const next = new Set(chosen);
                if (!next.delete(call.id)) next.add(call.id);
                setChosen(next);
              }}
            />
            {call.unit ?? call.ref}
          </label>
        ))}
      </div>
      <Button
        className="mt-1"
        disabled={whole}
        onClick={() =>
          void split({ id: uuid(), visitId: stop.visitId, calls: [...chosen] })
            .unwrap()
            .then(() => {
              say(
                `${plural(chosen.size, 'call')} of ${stop.site} on a visit of their own; put it in order now`,
              );
              onDone();
            })
            .catch((error) => sayRefused(error))
        }
      >
        {whole ? 'Some go, some stay' : `Split off ${chosen.size} of ${stop.calls.length}`}
      </Button>
    </fieldset>
  );
}
