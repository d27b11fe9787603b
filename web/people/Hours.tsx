import { useState } from 'react';
import { addDays } from '#core/base/time';
import { hoursQuery } from '#contracts/people';
import { useWho } from '../state/session.ts';
import { DateInput } from '../ui/forms/DateInput.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { Button, pressed } from '../ui/frame/Button.tsx';
import { Panel } from '../ui/frame/Screen.tsx';

const TWO_WEEKS = 13;

/** Everybody's hours on site as a file for whoever pays wages. */
export function Hours() {
  const { today } = useWho();
  const [from, setFrom] = useState(() => addDays(today, -TWO_WEEKS));
  const [until, setUntil] = useState(today);
  const read = hoursQuery.safeParse({ from, until });
  const wrong = (field: string) => read.error?.issues.find(({ path }) => path[0] === field)?.message;
  const file = 'Save as CSV';
  return (
    <Panel title="Hours on site">
      <div className="flex flex-wrap items-end gap-2">
        <Field label="Hours from" error={wrong('from')}>
          <DateInput value={from} onChange={(event) => setFrom(event.target.value)} />
        </Field>
        <Field label="through" error={wrong('until')}>
          <DateInput value={until} onChange={(event) => setUntil(event.target.value)} />
        </Field>
        {read.success ? (
          <a
            href={`/api/exports/hours.csv?${new URLSearchParams(read.data)}`}
            download
            aria-label="Save the hours as CSV"
            className={pressed()}
          >
            {file}
          </a>
        ) : (
          <Button disabled>{file}</Button>
        )}
      </div>
      <p className="mt-1 text-sm text-soft">
        A line for each person and visit, from arriving to leaving. Who is away that day is left out; a visit
        that nobody has left has no end.
      </p>
    </Panel>
  );
}
