import { useEffect, useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { clockText } from '#core/base/time';
import { agreedBody, type AgreedBody, type ToldElsewhere as Elsewhere } from '#contracts/telling';
import { useContactsQuery, useAgreeMutation, useToldElsewhereQuery } from '../api/telling.ts';
import { Button } from '../ui/frame/Button.tsx';
import { Dialog } from '../ui/frame/Dialog.tsx';
import { Panel, Trouble } from '../ui/frame/Screen.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { FormTrouble } from '../ui/forms/FormTrouble.tsx';
import { useTyped } from '../ui/forms/useTyped.ts';
import { say } from '../ui/saying/say.ts';
import { day as dayText } from '../ui/words/format.ts';

/**
 * Visits that stand elsewhere than their customers were told: the told place and, beside it, where the visit
 * stands now. Crews and customers have the told one until somebody at the site agrees or the day is published.
 */
export function ToldElsewhere({
  from,
  days,
  canPlan,
  onShow,
}: {
  from: string;
  days: number;
  canPlan: boolean;
  onShow: (day: string) => void;
}) {
  const { data, error, refetch } = useToldElsewhereQuery({ from, days });
  const [asking, setAsking] = useState<Elsewhere>();
  const list = useRef<HTMLUListElement>(null);
  const answered = useRef(false);
  const count = data?.length ?? 0;
  // The row that was answered goes, and with it the button the keyboard stood on: it goes on in the list, or at
  // the top of the page where that was the last one.
  useEffect(() => {
    if (answered.current && document.activeElement === document.body)
      (list.current ?? document.querySelector<HTMLElement>('main'))?.focus();
    answered.current = false;
  }, [count]);
  if (error && !data) return <Trouble error={error} retry={refetch} />;
  if (!data || data.length === 0) return null;
  return (
    <Panel title={`Not where the customer was told: ${data.length}`} className="mb-2">
      <p className="text-sm">
        Customers and crews have what they were told. Ask and note who agreed, or publish the day: then they
        are told.
      </p>
      <ul
        className="mt-1 desk:max-h-64 divide-y divide-rule overflow-y-auto"
        tabIndex={0}
        ref={list}
        aria-label="Visits that are not where the customer was told"
      >
        {data.map((one) => (
          <li key={one.visitId} className="flex flex-wrap items-center gap-x-3 py-1">
            <span className="min-w-0 grow basis-96">
              <strong>{one.site}</strong>, {one.customer}
              <span className="block text-sm">
                told <strong>{windowWords(one.told)}</strong>; now <strong>{nowWords(one)}</strong>
              </span>
              <span className="block text-sm text-soft">{one.contact ?? 'nobody is on record there'}</span>
            </span>
            {one.now ? (
              <Button look="quiet" onClick={() => onShow(one.now?.day as string)}>
                Show {dayText(one.now.day)}
              </Button>
            ) : null}
            {canPlan && (one.window || !one.now) ? (
              <Button aria-label={`${one.site} agreed`} onClick={() => setAsking(one)}>
                They agreed
              </Button>
            ) : null}
          </li>
        ))}
      </ul>
      {asking ? (
        <Agreed
          key={asking.visitId}
          about={asking}
          onAgreed={() => (answered.current = true)}
          onClose={() => setAsking(undefined)}
        />
      ) : null}
    </Panel>
  );
}

/** @example "Thu 4 Jun 2026, 09:30 to 11:30" */
const windowWords = ({ day, from, until }: Elsewhere['told']): string =>
  `${dayText(day)}, ${clockText(from)} to ${clockText(until)}`;

function nowWords({ now, window }: Elsewhere): string {
  if (!now) return 'off the plan';
  if (!window) return `${dayText(now.day)}, ${now.crew}, in no order yet`;
  return `${windowWords(window)}, ${now.crew}`;
}

/** Who at the site agreed to where the visit stands now. */
function Agreed({
  about,
  onAgreed,
  onClose,
}: {
  about: Elsewhere;
  onAgreed: () => void;
  onClose: () => void;
}) {
  const [agree] = useAgreeMutation();
  const contacts = useContactsQuery(about.siteId);
  const [id] = useState(() => uuid());
  const form = useTyped<{ who: string }, AgreedBody>(
    { who: '' },
    {
      schema: agreedBody,
      toBody: ({ who }) => ({ id, visitId: about.visitId, window: about.window, who: who.trim() }),
    },
  );
  const names = (contacts.data ?? []).map(({ name }) => name);
  const save = form.submit(async (body) => {
    await agree(body).unwrap();
    say(`${body.who} agreed: ${about.site}`);
    onAgreed();
    onClose();
  });
  return (
    <Dialog
      open
      onClose={onClose}
      title={`Who at ${about.site} agreed?`}
      description={`Told ${windowWords(about.told)}. Agreed to: ${about.window ? windowWords(about.window) : 'we do not come'}.`}
    >
      <form onSubmit={save} noValidate className="space-y-2">
        <Field label="Who agreed" error={form.error('who')}>
          <input autoFocus list="who-may-agree" {...form.register('who')} />
        </Field>
        <datalist id="who-may-agree">
          {names.map((name) => (
            <option key={name} value={name} />
          ))}
        </datalist>
        <p className="text-sm text-soft">
          It is on record with your name and the time, and no message is sent.{' '}
          {names.length > 0 ? `On record there: ${names.join(', ')}.` : 'Nobody is on record there.'}
        </p>
        <FormTrouble text={form.trouble} />
        <div className="flex gap-2">
          <Button type="submit" look="act" disabled={form.isSubmitting}>
            They agreed
          </Button>
          <Button onClick={onClose}>Cancel</Button>
        </div>
      </form>
    </Dialog>
  );
}
