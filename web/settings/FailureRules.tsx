import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import type { z } from 'zod';
import { AT_ALL, entriesWith, OURS, tableTroubles, type Entry } from '#core/diagnosis';
import { newSetting } from '#contracts/settings';
import { useChangeSettingMutation, useFailuresSettingsQuery } from '../api/settings.ts';
import { useWho } from '../state/session.ts';
import { Button } from '../ui/frame/Button.tsx';
import { Loading, Panel, Trouble } from '../ui/frame/Screen.tsx';
import { useTyped } from '../ui/forms/useTyped.ts';
import { saveCsv, type CsvColumn } from '../ui/lists/saveCsv.ts';
import { say } from '../ui/saying/say.ts';
import { shortDay } from '../ui/words/format.ts';
import { HoldsFrom } from './HoldsFrom.tsx';
import { readFailures } from './readFailures.ts';

type Row = Entry & { readonly whose: string };
const COLUMNS: readonly CsvColumn<Row>[] = [
  { header: 'fault', text: ({ fault }) => fault },
  { header: 'circumstance', text: ({ circumstance }) => circumstance },
  { header: 'factor', text: ({ factor }) => factor },
  { header: 'source', text: ({ source }) => source },
  { header: 'whose', text: ({ whose }) => whose },
];

/** What fails when: the rows that come with Gradum, and the company's own beside them. */
export function FailureRules() {
  const { can, today } = useWho();
  const { data, error, refetch } = useFailuresSettingsQuery();
  if (error) return <Trouble error={error} retry={refetch} />;
  if (!data) return <Loading what="what fails when" />;
  const own: readonly Entry[] = data.current;
  // The company's rows in place of those that come with it, as the ranking takes them.
  const rows: Row[] = [...entriesWith(own).values()].map((row) => ({
    ...row,
    whose: own.includes(row) ? 'ours' : 'Gradum',
  }));
  return (
    <Panel title="What fails when">
      <p className="mb-2 text-soft">
        How many times likelier a fault is in a circumstance; “{AT_ALL}” is how often it is met at all. It
        says where to look first; what is measured decides. The company’s rows take the place of those that
        come with it.
      </p>
      <p className="mb-2">
        {own.length === 0
          ? `No rows of the company yet; ${OURS.length} come with it.`
          : `${own.length} ${own.length === 1 ? 'row' : 'rows'} of the company beside ${rows.length - own.length}.`}
      </p>
      <details>
        <summary className="reach content-center cursor-pointer font-semibold text-copper">
          Show the table
        </summary>
        <div className="max-h-96 overflow-auto" tabIndex={0} role="region" aria-label="What fails when">
          <table className="w-full text-left text-sm">
            <thead>
              <tr className="text-soft">
                {COLUMNS.map(({ header }) => (
                  <th key={header} scope="col" className="pr-2 font-normal">
                    {header}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {rows.map((row) => (
                <tr key={`${row.fault} ${row.circumstance}`} className="border-t border-rule align-top">
                  {COLUMNS.map(({ header, text }) => (
                    <td key={header} className={`pr-2 ${row.whose === 'ours' ? 'font-semibold' : ''}`}>
                      {text(row)}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      </details>
      <Button className="my-2" onClick={() => void saveCsv('what-fails-when', COLUMNS, rows)}>
        Download as CSV
      </Button>
      {can('change setting') ? (
        <FromFile key={JSON.stringify(own)} own={own} today={today} />
      ) : (
        <p className="text-soft">Only a manager can change these.</p>
      )}
      {data.rows.length > 0 ? <h3 className="mt-4 text-sm">History of these rows</h3> : null}
      <ul>
        {data.rows.map((row) => (
          <li key={row.id}>
            From {shortDay(row.validFrom)}, set by {row.by ?? 'the system'}: {row.value.length}{' '}
            {row.value.length === 1 ? 'row' : 'rows'}
          </li>
        ))}
      </ul>
    </Panel>
  );
}

/** The company's rows from a file, looked through before anything is saved. */
function FromFile({ own, today }: { own: readonly Entry[]; today: string }) {
  const [save] = useChangeSettingMutation();
  const [rows, setRows] = useState<readonly Entry[]>();
  const [troubles, setTroubles] = useState<readonly string[]>([]);
  const form = useTyped<{ validFrom: string }, z.output<typeof newSetting.failures>>(
    { validFrom: today },
    {
      schema: newSetting.failures,
      toBody: ({ validFrom }) => ({ id: uuid(), validFrom, value: [...(rows ?? own)] }),
    },
  );
  const read = async (file: File | undefined) => {
    if (!file) return;
    setRows(undefined);
    const found = await readFailures(file);
    const wrong =
      found.troubles.length > 0
        ? found.troubles
        : tableTroubles(found.rows).map(({ row, trouble }) => `Line ${found.lines[row - 1]}: ${trouble}`);
    setTroubles(wrong);
    if (wrong.length === 0) setRows(found.rows);
  };
  const submit = form.submit(async (body) => {
    await save({ name: 'failures', body }).unwrap();
    say(`Holds from ${shortDay(body.validFrom)}`);
  });
  return (
    <form onSubmit={submit} noValidate className="grid items-end gap-2 sm:grid-cols-2">
      <label className="block sm:col-span-2">
        <span className="block text-sm font-semibold">Rows of the company, from a CSV file</span>
        <input
          type="file"
          accept=".csv,text/csv"
          className="mt-1 block w-full"
          onChange={(event) => void read(event.target.files?.[0])}
        />
      </label>
      {troubles.length > 0 ? (
        <ul role="alert" className="fault sm:col-span-2">
          {troubles.slice(0, 8).map((words) => (
            <li key={words}>{words}</li>
          ))}
          {troubles.length > 8 ? <li>and {troubles.length - 8} more</li> : null}
        </ul>
      ) : null}
      {rows ? (
        <>
          <p role="status" className="sm:col-span-2">
            {rows.length === 0
              ? 'The file has no rows of the company: those you have now would go.'
              : `${rows.length} ${rows.length === 1 ? 'row' : 'rows'} of the company, in place of ${own.length} now.`}
          </p>
          <HoldsFrom
            field={form.register('validFrom')}
            error={form.error('validFrom') ?? form.trouble}
            mayEdit
            changed
            word="Save the rows"
          />
        </>
      ) : null}
    </form>
  );
}
