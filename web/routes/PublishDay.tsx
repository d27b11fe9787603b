import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { listed, plural } from '#core/base/sentences';
import type { BoardDay } from '#contracts/board';
import type { MessageRow } from '#contracts/telling';
import { usePublishMutation } from '../api/routes.ts';
import { useMessagesQuery, useSendWhatWaitsMutation, useStepMessageMutation } from '../api/telling.ts';
import { Button } from '../ui/frame/Button.tsx';
import { dayOf, day as dayText, shortDay } from '../ui/words/format.ts';
import { Panel } from '../ui/frame/Screen.tsx';
import { say, sayRefused } from '../ui/saying/say.ts';
import { HEARD, toldWords } from './toldSums.ts';

/** Publishes a day to its crews and customers, and shows what became of each message. */
export function PublishDay({ days, day, zone }: { days: readonly BoardDay[]; day: string; zone: string }) {
  const [publish, publishing] = usePublishMutation();
  const [send] = useSendWhatWaitsMutation();
  const told = useMessagesQuery(day, { pollingInterval: 5000 });
  const [open, setOpen] = useState(false);
  const routes = days.filter((one) => one.routeId && (one.stops.length > 0 || one.publishedAt));
  const loose = days
    .flatMap((one) => one.stops)
    .filter((stop) => stop.startAt === null && !stop.begun).length;
  const published = routes.filter((one) => one.publishedAt && !one.changedSince).length;
  const own = (told.data?.messages ?? []).filter((message) => message.day === day);
  const tell = async () => {
    try {
      const done = await publish({ id: uuid(), from: day, days: 1, crewIds: [] }).unwrap();
      say(
        `${plural(done.routes, 'day')} published; ` +
          (done.notices === 0
            ? 'no customer has to be told anything new'
            : `${plural(done.notices, 'customer')} to be told`),
      );
    } catch (error) {
      sayRefused(error);
    }
  };
  return (
    <Panel title={`Tell crews and customers: ${dayText(day)}`}>
      <p>
        {routes.length === 0
          ? 'Nothing is planned on this day.'
          : published === routes.length
            ? `Crews have their day; nothing has changed since. ${toldWords(own)}`
            : published === 0 && routes.every((one) => !one.publishedAt)
              ? 'Not published yet: crews see no times, and no customer has been told.'
              : `${plural(routes.length - published, 'crew’s day has', 'crews’ days have')} changed since it was published.`}
        {loose > 0
          ? ` ${plural(loose, 'stop')} ${loose === 1 ? 'is' : 'are'} in no order yet and will not be told.`
          : ''}
      </p>
      {told.data &&
      own.some(({ state, way }) => state === 'waits' && way && !told.data?.ways.includes(way)) ? (
        <p className="font-bold">No mail server is set for this company yet: what waits does not go out.</p>
      ) : null}
      {told.data?.heldAt ? (
        <p className="font-bold">
          The record was restored on {dayOf(told.data.heldAt, zone)}: nothing goes out until you send it.
        </p>
      ) : null}
      <div className="mt-1 flex flex-wrap gap-2">
        <Button
          look={routes.length > 0 && routes.every((one) => !one.publishedAt) ? 'act' : 'plain'}
          disabled={routes.length === 0 || published === routes.length || publishing.isLoading}
          onClick={() => void tell()}
        >
          Publish the day
        </Button>
        {told.data?.heldAt ? (
          <Button onClick={() => void send().unwrap().catch(sayRefused)}>Send what waits</Button>
        ) : null}
        {own.length > 0 ? (
          <Button look="quiet" aria-expanded={open} onClick={() => setOpen(!open)}>
            {plural(own.length, 'message')} for this day
          </Button>
        ) : null}
      </div>
      {open ? (
        <ul
          className="mt-1 max-h-72 divide-y divide-rule overflow-y-auto"
          tabIndex={0}
          aria-label={`Messages for ${shortDay(day)}`}
        >
          {own.map((message) => (
            <Message key={message.id} message={message} />
          ))}
        </ul>
      ) : null}
    </Panel>
  );
}

/** A day that is published has changed: its crew does not see it before it is published again. */
export function ChangedSince({ days, day }: { days: readonly BoardDay[]; day: string }) {
  const [publish, { isLoading }] = usePublishMutation();
  const changed = days.filter((one) => one.changedSince);
  if (changed.length === 0) return null;
  const names = listed(changed.map(({ crew }) => crew));
  const now = () =>
    void publish({ id: uuid(), from: day, days: 1, crewIds: changed.map(({ crewId }) => crewId) })
      .unwrap()
      .then(() => say(`${names} ${changed.length === 1 ? 'sees' : 'see'} the day as it is now`))
      .catch(sayRefused);
  return (
    <div
      role="status"
      className="no-print mb-2 flex flex-wrap items-center gap-x-3 border-2 border-ink bg-sheet p-2"
    >
      <span className="grow">
        <strong>{names}</strong> {changed.length === 1 ? 'does' : 'do'} not see yet what has changed since the
        day was published. Publish now?
      </span>
      <Button look="act" disabled={isLoading} onClick={now}>
        Publish {changed.length === 1 ? `the day of ${names}` : `these ${changed.length} days`}
      </Button>
    </div>
  );
}

/** One message: to whom and how, where it stands, what it says, and what can be done where it did not go. */
function Message({ message }: { message: MessageRow }) {
  const [step] = useStepMessageMutation();
  const { id, site, customer, contact, way, address, state, reply, text, by } = message;
  const take = (what: 'again' | 'told by telephone', said: string) =>
    void step({ id, step: what })
      .unwrap()
      .then(() => say(said))
      .catch(sayRefused);
  const stuck = state === 'refused' || state === 'not known whether it went';
  return (
    <li className="py-1 text-sm">
      <p className="flex flex-wrap items-baseline gap-x-2">
        <strong>{site}</strong>
        <span className={HEARD.has(state) ? 'text-verdigris' : 'font-bold'}>
          {state}
          {by && (state === 'told by telephone' || state === 'agreed') ? `, noted by ${by}` : ''}
        </span>
        <span className="text-soft">
          {state === 'agreed'
            ? `with ${reply ?? ''}`
            : contact
              ? `${contact}, ${way === 'telephone' ? 'by telephone' : `by ${way ?? ''}`}, ${address ?? ''}`
              : `nobody at ${customer} is on record to be told`}
        </span>
      </p>
      <p>{text}</p>
      {reply && state !== 'agreed' ? <p className="text-soft">Answered: {reply}</p> : null}
      {HEARD.has(state) || state === 'going' ? null : (
        <p className="flex flex-wrap gap-2">
          <Button
            look="quiet"
            aria-label={`${site} was told by telephone`}
            onClick={() => take('told by telephone', `${site} was told by telephone`)}
          >
            I told them by telephone
          </Button>
          {stuck ? (
            <Button
              look="quiet"
              aria-label={`Send it again to ${site}`}
              onClick={() => take('again', `It goes to ${site} once more`)}
            >
              Send it again
            </Button>
          ) : null}
        </p>
      )}
    </li>
  );
}
