import { useState, type ReactNode } from 'react';
import { v7 as uuid } from 'uuid';
import { ABSENCE_KINDS } from '#core/planning/crews';
import {
  newAbsence,
  newHoliday,
  newOnCall,
  type NewAbsence,
  type NewHoliday,
  type NewOnCall,
} from '#contracts/crews';
import {
  useAddToCalendarMutation,
  useCalendarQuery,
  useCrewsQuery,
  useTakeFromCalendarMutation,
  type Added,
} from '../api/crews.ts';
import { useWho } from '../state/session.ts';
import { DateInput } from '../ui/forms/DateInput.tsx';
import { Button } from '../ui/frame/Button.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { shortDay } from '../ui/words/format.ts';
import { FormTrouble } from '../ui/forms/FormTrouble.tsx';
import { Empty, Loading, Panel, Trouble } from '../ui/frame/Screen.tsx';
import { useTyped } from '../ui/forms/useTyped.ts';
import { say } from '../ui/saying/say.ts';

type Part = 'absences' | 'on-call' | 'holidays';

const span = (from: string, until: string | null): string =>
  until === null
    ? `from ${shortDay(from)}, end not known`
    : from === until
      ? shortDay(from)
      : `${shortDay(from)} to ${shortDay(until)}`;

/** Who is away, who is on call, and on which days nobody works; from today on. */
export function Calendar() {
  const calendar = useCalendarQuery();
  const [adding, setAdding] = useState<Part>();
  const [take] = useTakeFromCalendarMutation();
  const [put] = useAddToCalendarMutation();
  if (calendar.error) return <Trouble error={calendar.error} retry={calendar.refetch} />;
  if (!calendar.data) return <Loading what="the calendar" />;
  const { absences, onCall, holidays } = calendar.data;
  const close = () => setAdding(undefined);
  const remove = async (id: string, what: string, again: Added) => {
    await take({ part: again.part, id }).unwrap();
    say(`${what} is taken off`, { undo: () => put(again) });
  };
  /** @param again what puts it there once more, under an identity of its own */
  const line = (id: string, what: string, text: ReactNode, again: Added) => (
    <li key={id} className="flex items-center gap-2 py-1">
      <span className="grow">{text}</span>
      <Button look="quiet" aria-label={`Take off: ${what}`} onClick={() => void remove(id, what, again)}>
        Take off
      </Button>
    </li>
  );
  const add = (part: Part, label: string) => (
    <Button onClick={() => setAdding(adding === part ? undefined : part)} aria-expanded={adding === part}>
      {label}
    </Button>
  );
  return (
    <>
      <Panel title="Away" actions={add('absences', 'Somebody is away')}>
        {adding === 'absences' ? <AbsenceForm done={close} /> : null}
        {absences.length === 0 ? <Empty>Nobody is ill or on holiday.</Empty> : null}
        <ul className="divide-y divide-rule">
          {absences.map((a) =>
            line(
              a.id,
              `${a.displayName}, ${a.kind}`,
              <>
                <strong>{a.displayName}</strong> {a.kind}, {span(a.from, a.until)}
                {a.note ? <span className="block text-sm text-soft">{a.note}</span> : null}
              </>,
              {
                part: 'absences',
                body: {
                  id: uuid(),
                  userId: a.userId,
                  kind: a.kind,
                  from: a.from,
                  until: a.until,
                  note: a.note,
                },
              },
            ),
          )}
        </ul>
      </Panel>
      <Panel title="On call after hours" actions={add('on-call', 'Put somebody on call')}>
        {adding === 'on-call' ? <OnCallForm done={close} /> : null}
        {onCall.length === 0 ? <Empty>Nobody is on call. Who takes the calls at night?</Empty> : null}
        <ul className="divide-y divide-rule">
          {onCall.map((o) =>
            line(
              o.id,
              `${o.displayName}, ${span(o.from, o.until)}`,
              <>
                {span(o.from, o.until)}: <strong>{o.displayName}</strong>
              </>,
              { part: 'on-call', body: { id: uuid(), userId: o.userId, from: o.from, until: o.until } },
            ),
          )}
        </ul>
      </Panel>
      <Panel title="Company holidays" actions={add('holidays', 'Add a holiday')}>
        {adding === 'holidays' ? <HolidayForm done={close} /> : null}
        {holidays.length === 0 ? <Empty>None yet.</Empty> : null}
        <ul className="divide-y divide-rule">
          {holidays.map((h) =>
            line(
              h.id,
              h.name,
              <>
                {shortDay(h.on)}: <strong>{h.name}</strong>
              </>,
              { part: 'holidays', body: { id: uuid(), on: h.on, name: h.name } },
            ),
          )}
        </ul>
      </Panel>
    </>
  );
}

function People() {
  const crews = useCrewsQuery();
  const people = (crews.data ?? []).flatMap((crew) => crew.members.map((m) => ({ ...m, crew: crew.name })));
  return (
    <>
      <option value="">choose</option>
      {people.map((person) => (
        <option key={person.id} value={person.id}>
          {person.displayName}, {person.crew}
        </option>
      ))}
    </>
  );
}

const FORM = 'mb-2 grid grid-cols-2 gap-2 border-b border-rule pb-2';

function AbsenceForm({ done }: { done: () => void }) {
  const { today } = useWho();
  const [add] = useAddToCalendarMutation();
  const form = useTyped(
    { userId: '', kind: 'ill', from: today, until: today, note: '' },
    {
      schema: newAbsence,
      toBody: ({ until, note, ...typed }) => ({
        ...typed,
        id: uuid(),
        until: until || null,
        note: note || null,
      }),
    },
  );
  const save = form.submit(async (body: NewAbsence) => {
    await add({ part: 'absences', body }).unwrap();
    done();
  });
  return (
    <form onSubmit={save} noValidate className={FORM}>
      <Field label="Who" error={form.error('userId') ? 'choose somebody' : undefined}>
        <select {...form.register('userId')}>{<People />}</select>
      </Field>
      <Field label="Why">
        <select {...form.register('kind')}>
          {ABSENCE_KINDS.map((kind) => (
            <option key={kind}>{kind}</option>
          ))}
        </select>
      </Field>
      <Field label="From" error={form.error('from')}>
        <DateInput {...form.register('from')} />
      </Field>
      <Field label="Last day" hint="Leave it empty where nobody knows." error={form.error('until')}>
        <DateInput {...form.register('until')} />
      </Field>
      <Field label="Note for the desk" error={form.error('note')}>
        <input {...form.register('note')} />
      </Field>
      <Save form={form} done={done} />
    </form>
  );
}

function OnCallForm({ done }: { done: () => void }) {
  const { today } = useWho();
  const [add] = useAddToCalendarMutation();
  const form = useTyped(
    { userId: '', from: today, until: today },
    { schema: newOnCall, toBody: (typed) => ({ ...typed, id: uuid() }) },
  );
  const save = form.submit(async (body: NewOnCall) => {
    await add({ part: 'on-call', body }).unwrap();
    done();
  });
  const who = form.error('userId');
  return (
    <form onSubmit={save} noValidate className={FORM}>
      <Field label="Who" error={who && form.watch('userId') === '' ? 'choose somebody' : who}>
        <select {...form.register('userId')}>{<People />}</select>
      </Field>
      <span />
      <Field label="From" error={form.error('from')}>
        <DateInput {...form.register('from')} />
      </Field>
      <Field label="Last day" error={form.error('until')}>
        <DateInput {...form.register('until')} />
      </Field>
      <Save form={form} done={done} />
    </form>
  );
}

function HolidayForm({ done }: { done: () => void }) {
  const [add] = useAddToCalendarMutation();
  const form = useTyped(
    { on: '', name: '' },
    { schema: newHoliday, toBody: (typed) => ({ ...typed, id: uuid() }) },
  );
  const save = form.submit(async (body: NewHoliday) => {
    await add({ part: 'holidays', body }).unwrap();
    done();
  });
  return (
    <form onSubmit={save} noValidate className={FORM}>
      <Field label="Day" error={form.error('on')}>
        <DateInput {...form.register('on')} />
      </Field>
      <Field label="What it is" error={form.error('name')}>
        <input {...form.register('name')} />
      </Field>
      <Save form={form} done={done} />
    </form>
  );
}

function Save({
  form,
  done,
}: {
  form: { trouble: string | undefined; isSubmitting: boolean };
  done: () => void;
}) {
  return (
    <div className="col-span-2">
      <FormTrouble text={form.trouble} />
      <div className="flex gap-2">
        <Button type="submit" look="act" disabled={form.isSubmitting}>
          Write it down
        </Button>
        <Button onClick={done}>Cancel</Button>
      </div>
    </div>
  );
}
