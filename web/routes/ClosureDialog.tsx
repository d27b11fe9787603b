import { lazy, Suspense, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { listed, plural } from '#core/base/sentences';
import { clockText, clockTyped, durationText, instantAt, isPlainDate, minutesOfDay } from '#core/base/time';
import type { ClosureEffect } from '#contracts/closures';
import { newClosure, type NewClosure } from '#contracts/closures';
import { useChangeClosureMutation, useCloseRoadMutation } from '../api/closures.ts';
import { isClosed } from '../maps/closureWords.ts';
import type { Ends } from '../maps/LineMap.tsx';
import type { Known } from '../maps/PlaceMap.tsx';
import { positionSoFar, positionText } from '../maps/position.ts';
import { Button } from '../ui/frame/Button.tsx';
import { Dialog } from '../ui/frame/Dialog.tsx';
import { DateInput } from '../ui/forms/DateInput.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { numberTyped } from '../ui/forms/numbers.ts';
import { useTyped } from '../ui/forms/useTyped.ts';
import { say } from '../ui/saying/say.ts';

const LineMap = lazy(() => import('../maps/LineMap.tsx'));
const MAP_HEIGHT = 280;

/** What a closure does, as somebody at the desk would say it. */
export const effectWords = ({ crossing, ways, longest, cutOff }: ClosureEffect): string =>
  [
    `${crossing} of ${plural(ways, 'way')} between the places nearest to it ${crossing === 1 ? 'takes' : 'take'} longer`,
    longest
      ? `most of all ${longest.from} to ${longest.to}, by ${durationText(longest.minutes)} at most`
      : undefined,
    cutOff.length > 0 ? `no way is known to ${listed(cutOff)}` : undefined,
  ]
    .filter(Boolean)
    .join('; ') + '.';

/** When something is, from a day and a time of day; the text itself where it is neither, so that it is refused. */
const instantTyped = (day: string, time: string, zone: string): string => {
  const clock = clockTyped(time);
  return isPlainDate(day) && clock !== undefined
    ? instantAt(day, minutesOfDay(clock), zone).toISOString()
    : `${day} ${time}`;
};

const WHICH_END = { 0: 'one', 1: 'other' } as const;

/** A line is drawn across a road that is closed or slow; from then on every drive knows of it. */
export function ClosureDialog({
  today,
  now,
  zone,
  known,
  onClosed,
  onClose,
}: {
  today: string;
  /** Minutes of the day. */
  now: number;
  zone: string;
  known: readonly Known[];
  onClosed: () => void;
  onClose: () => void;
}) {
  const [closeRoad] = useCloseRoadMutation();
  const [change] = useChangeClosureMutation();
  // Minted when the dialog opens: sent twice it is one road.
  const [id] = useState(() => uuid());
  const form = useTyped(
    {
      ...{ name: '', one: '', other: '', closed: 'closed', minutes: '' },
      ...{ fromDay: today, fromTime: clockText(now), untilDay: today, untilTime: '' },
    },
    {
      schema: newClosure,
      toBody: (typed) => ({
        id,
        name: typed.name,
        line: [positionSoFar(typed.one), positionSoFar(typed.other)],
        minutes: typed.closed === 'closed' ? null : (numberTyped(typed.minutes) ?? null),
        from: instantTyped(typed.fromDay, typed.fromTime, zone),
        until: typed.untilTime.trim() === '' ? null : instantTyped(typed.untilDay, typed.untilTime, zone),
      }),
      fieldOf: ([name, which]) =>
        name === 'line' ? (which === undefined ? 'other' : WHICH_END[Number(which) as 0 | 1]) : String(name),
      also: ({ one, other, closed, minutes, fromTime, untilTime }) => [
        ...(positionSoFar(one) ? [] : [['one', 'where does the line begin?'] as const]),
        ...(positionSoFar(other) ? [] : [['other', 'where does it end?'] as const]),
        ...(closed === 'slow' && minutes.trim() === ''
          ? [['minutes', 'how many minutes more?'] as const]
          : []),
        ...(clockTyped(fromTime) === undefined ? [['from', 'a time such as 13:30'] as const] : []),
        ...(untilTime.trim() !== '' && clockTyped(untilTime) === undefined
          ? [['until', 'a time such as 13:30, or nothing'] as const]
          : []),
      ],
    },
  );
  const [one, other, closed] = form.watch(['one', 'other', 'closed']);
  const save = form.submit(async (body: NewClosure) => {
    const { effect, straight } = await closeRoad(body).unwrap();
    say(
      `${isClosed(body)}. ${effectWords(effect)}${straight ? ' Straight lines stand for roads here.' : ''}`,
      { undo: () => change({ id, until: body.from }).unwrap() },
    );
    onClosed();
  });
  const setEnds = ([a, b]: Ends) => {
    form.setValue('one', a ? positionText(a) : '');
    form.setValue('other', b ? positionText(b) : '');
  };
  return (
    <Dialog
      open
      wide
      onClose={onClose}
      title="Which road is closed or slow?"
      description="Two clicks draw a line across it. Drives that cross the line go round it, or take longer."
    >
      <form onSubmit={save} noValidate className="grid grid-cols-1 gap-3 lg:grid-cols-2">
        <div className="space-y-2">
          <Field label="What you call it" error={form.error('name')}>
            <input autoFocus autoComplete="off" placeholder="Market Bridge" {...form.register('name')} />
          </Field>
          <div className="grid grid-cols-2 gap-2">
            <Field label="It is">
              <select {...form.register('closed')}>
                <option value="closed">closed</option>
                <option value="slow">slow</option>
              </select>
            </Field>
            {closed === 'slow' ? (
              <Field label="Minutes more" error={form.error('minutes')}>
                <input inputMode="numeric" {...form.register('minutes')} />
              </Field>
            ) : null}
          </div>
          <div className="grid grid-cols-2 gap-2">
            <Field label="From" error={form.error('from')}>
              <DateInput {...form.register('fromDay')} />
            </Field>
            <Field label="At">
              <input {...form.register('fromTime')} />
            </Field>
            <Field label="Until" error={form.error('until')}>
              <DateInput {...form.register('untilDay')} />
            </Field>
            <Field label="At" hint="Empty until somebody opens it here.">
              <input {...form.register('untilTime')} />
            </Field>
          </div>
        </div>
        <div className="space-y-2">
          <Suspense fallback={<div style={{ height: MAP_HEIGHT }} className="hatch border border-rule" />}>
            <LineMap
              ends={[positionSoFar(one), positionSoFar(other)]}
              onEnds={setEnds}
              known={known}
              height={MAP_HEIGHT}
            />
          </Suspense>
          <div className="grid grid-cols-2 gap-2">
            <Field label="The line from" error={form.error('one')}>
              <input autoComplete="off" placeholder="41.6362, -70.9342" {...form.register('one')} />
            </Field>
            <Field label="to" error={form.error('other')}>
              <input autoComplete="off" placeholder="41.6362, -70.9301" {...form.register('other')} />
            </Field>
          </div>
        </div>
        {form.trouble ? (
          <p role="alert" className="fault lg:col-span-2">
            {form.trouble}
          </p>
        ) : null}
        <div className="flex gap-2 lg:col-span-2">
          <Button type="submit" look="act" disabled={form.isSubmitting}>
            {closed === 'closed' ? 'It is closed' : 'It is slow'}
          </Button>
          <Button onClick={onClose}>No road is</Button>
        </div>
      </form>
    </Dialog>
  );
}
