import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { plural } from '#core/base/sentences';
import type { BoardDay } from '#contracts/board';
import { useNoticesQuery, usePublishMutation } from '../api/routes.ts';
import { Button } from '../ui/frame/Button.tsx';
import { day as dayText, shortDay } from '../ui/words/format.ts';
import { Panel } from '../ui/frame/Screen.tsx';
import { say, sayRefused } from '../ui/saying/say.ts';

/** Publishes a day to its crews and customers, and shows what waits in the outbox. */
export function PublishDay({ days, day }: { days: readonly BoardDay[]; day: string }) {
  const [publish, publishing] = usePublishMutation();
  const notices = useNoticesQuery(day);
  const [open, setOpen] = useState(false);
  const routes = days.filter((one) => one.routeId && (one.stops.length > 0 || one.publishedAt));
  const loose = days
    .flatMap((one) => one.stops)
    .filter((stop) => stop.startAt === null && !stop.begun).length;
  const told = routes.filter((one) => one.publishedAt && !one.changedSince).length;
  const own = (notices.data ?? []).filter((notice) => notice.day === day);
  const send = async () => {
    try {
      const done = await publish({ id: uuid(), from: day, days: 1, crewIds: [] }).unwrap();
      say(
        `${plural(done.routes, 'day')} published; ` +
          (done.notices === 0
            ? 'no customer has to be told anything new'
            : `${plural(done.notices, 'notice')} in the outbox`),
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
          : told === routes.length
            ? 'Crews and customers have been told; nothing has changed since.'
            : told === 0 && routes.every((one) => !one.publishedAt)
              ? 'Not published yet: crews see no times, and no customer has been told.'
              : `${plural(routes.length - told, 'crew’s day has', 'crews’ days have')} changed since it was published.`}
        {loose > 0
          ? ` ${plural(loose, 'stop')} ${loose === 1 ? 'is' : 'are'} in no order yet and will not be told.`
          : ''}
      </p>
      <div className="mt-1 flex flex-wrap gap-2">
        <Button
          disabled={routes.length === 0 || told === routes.length || publishing.isLoading}
          onClick={() => void send()}
        >
          Publish the day
        </Button>
        {own.length > 0 ? (
          <Button look="quiet" aria-expanded={open} onClick={() => setOpen(!open)}>
            {plural(own.length, 'notice')} in the outbox
          </Button>
        ) : null}
      </div>
      {open ? (
        <ul
          className="mt-1 max-h-60 divide-y divide-rule overflow-y-auto"
          tabIndex={0}
          aria-label={`Notices for ${shortDay(day)}`}
        >
          {own.map((notice) => (
            <li key={notice.id} className="py-1 text-sm">
              {notice.text}{' '}
              <span className="text-soft">
                To {notice.customer}
                {notice.contact ? `, ${notice.contact}` : ', whose contact is not on record'}.
              </span>
            </li>
          ))}
        </ul>
      ) : null}
    </Panel>
  );
}
