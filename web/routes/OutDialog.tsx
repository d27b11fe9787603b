import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { listed, plural } from '#core/base/sentences';
import { ABSENCE_KINDS } from '#core/planning/crews';
import type { BoardDay, BoardStop } from '#contracts/board';
import { plainDate } from '#contracts/common';
import type { NewAbsence } from '#contracts/crews';
import { useAddToCalendarMutation, useCrewsQuery, useTakeFromCalendarMutation } from '../api/crews.ts';
import { useCreateVisitMutation } from '../api/visits.ts';
import { Button } from '../ui/frame/Button.tsx';
import { Dialog } from '../ui/frame/Dialog.tsx';
import { Loading, Trouble } from '../ui/frame/Screen.tsx';
import { DateInput } from '../ui/forms/DateInput.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { useTyped } from '../ui/forms/useTyped.ts';
import { say } from '../ui/saying/say.ts';
import { day as dayText } from '../ui/words/format.ts';

/** Who of a crew is out, as it was put on record. */
export interface Out {
  /** Nobody of it is left. */
  readonly all: boolean;
  readonly from: string;
  /** Null where nobody knows. */
  readonly until: string | null;
}

const shape = z
  .object({
    who: z.array(z.string()).min(1, 'who is out?'),
    kind: z.enum(ABSENCE_KINDS),
    from: plainDate,
    until: plainDate.nullable(),
  })
  .refine(({ from, until }) => until === null || from <= until, {
    path: ['until'],
    message: 'the last day lies before the first',
  });
type Asked = z.infer<typeof shape>;

/**
 * Puts on record who of a crew is out and until when; what it has begun and not left is planned to be
 * resumed. Its stops are shared out afterwards, where that can be looked at before it is kept.
 */
export function OutDialog({
  day,
  onOut,
  onClose,
}: {
  day: BoardDay;
  onOut: (out: Out) => void;
  onClose: () => void;
}) {
  const crews = useCrewsQuery(day.day);
  const members = crews.data?.find((crew) => crew.id === day.crewId)?.members;
  return (
    <Dialog
      open
      onClose={onClose}
      title={`Who of ${day.crew} is out?`}
      description="It goes on the calendar; then you see where its stops would go before anything moves."
    >
      {crews.error ? <Trouble error={crews.error} retry={crews.refetch} /> : null}
      {members ? (
        <OutForm day={day} members={members} onOut={onOut} onClose={onClose} />
      ) : crews.error ? null : (
        <Loading what="who is in the crew" />
      )}
    </Dialog>
  );
}

function OutForm({
  day,
  members,
  onOut,
  onClose,
}: {
  day: BoardDay;
  members: readonly { readonly id: string; readonly displayName: string }[];
  onOut: (out: Out) => void;
  onClose: () => void;
}) {
  const [add] = useAddToCalendarMutation();
  const [take] = useTakeFromCalendarMutation();
  const [plan] = useCreateVisitMutation();
  const halfDone = day.stops.filter((stop) => stop.begun && !stop.leftAt);
  const [resume, setResume] = useState(true);
  // Minted when the dialog opens: where it is sent again, nobody is out twice.
  const [ids] = useState(
    () => new Map([...members, ...halfDone.map(({ visitId: id }) => ({ id }))].map(({ id }) => [id, uuid()])),
  );
  const form = useTyped<{ who: string[]; kind: string; from: string; until: string }, Asked>(
    // One person is the crew; of several nobody is chosen beforehand.
    {
      who: members.length === 1 ? members.map(({ id }) => id) : [],
      kind: 'ill',
      from: day.day,
      until: day.day,
    },
    { schema: shape, toBody: (typed) => ({ ...typed, until: typed.until || null }) },
  );
  const who = form.watch('who');
  const toggle = (id: string) =>
    form.setValue('who', who.includes(id) ? who.filter((one) => one !== id) : [...who, id]);
  const save = form.submit(async ({ who: out, kind, from, until }) => {
    const bodies: NewAbsence[] = out.map((userId) => ({
      id: ids.get(userId) as string,
      userId,
      kind,
      from,
      until,
    }));
    for (const body of bodies) await add({ part: 'absences', body }).unwrap();
    if (resume)
      for (const stop of halfDone) await plan(toResume(ids.get(stop.visitId) as string, stop, day)).unwrap();
    const names = members.filter(({ id }) => out.includes(id)).map(({ displayName }) => displayName);
    say(
      `${listed(names)} ${names.length === 1 ? 'is' : 'are'} out ${until === null ? 'until further notice' : until === from ? `on ${dayText(from)}` : `until ${dayText(until)}`}`,
      {
        undo: async () => {
          for (const { id } of bodies) await take({ part: 'absences', id }).unwrap();
        },
      },
    );
    onOut({ all: members.every(({ id }) => out.includes(id)), from, until });
  });
  return (
    <form onSubmit={save} noValidate className="space-y-2">
      <fieldset>
        <legend className="text-sm font-semibold">Who</legend>
        {members.map(({ id, displayName }) => (
          <label key={id} className="reach flex items-center gap-2">
            <input
              type="checkbox"
              checked={who.includes(id)}
              onChange={() => toggle(id)}
              className="h-4 w-4"
            />
            {displayName}
          </label>
        ))}
        {form.error('who') ? (
          <p role="alert" className="text-sm fault">
            {form.error('who')}
          </p>
        ) : null}
      </fieldset>
      <div className="grid grid-cols-1 gap-2 sm:grid-cols-3">
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
        <Field label="Last day" hint="Empty where nobody knows." error={form.error('until')}>
          <DateInput {...form.register('until')} />
        </Field>
      </div>
      {halfDone.length > 0 ? (
        <label className="flex items-start gap-2">
          <input
            type="checkbox"
            checked={resume}
            onChange={() => setResume(!resume)}
            className="mt-1 h-4 w-4"
          />
          <span>
            {listed(halfDone.map(({ site }) => site))} {halfDone.length === 1 ? 'is' : 'are'} half done: plan{' '}
            {plural(halfDone.length, 'visit')} to go on with it. What is on the sheet stays.
          </span>
        </label>
      ) : null}
      {form.trouble ? (
        <p role="alert" className="fault">
          {form.trouble}
        </p>
      ) : null}
      <div className="flex gap-2">
        <Button type="submit" look="act" disabled={form.isSubmitting}>
          Record it, and share out the stops
        </Button>
        <Button onClick={onClose}>Nobody is out</Button>
      </div>
    </form>
  );
}

/** A visit for what a crew has begun and not left, planned as if nobody had come. */
const toResume = (id: string, stop: BoardStop, day: BoardDay) => ({
  id,
  siteId: stop.siteId,
  callIds: stop.calls.map((call) => call.id),
  crewId: day.crewId,
  plannedFor: day.day,
});
