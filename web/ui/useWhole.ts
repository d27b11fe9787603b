import { useState } from 'react';
import { flushSync } from 'react-dom';
import { problemOf } from '../api/base.ts';
import { everyRow, type AskPage } from './everyRow.ts';
import type { ListColumn, ListState } from './listShape.ts';
import { saveText } from './saveText.ts';

/** All rows of a list, as they are searched and sorted: on paper, and as a file for a spreadsheet. */
export function useWhole<Row extends { id: string }>({
  label,
  state: { set: _set, ...ask },
  columns,
  page,
}: {
  label: string;
  state: ListState;
  columns: readonly ListColumn<Row>[];
  page: AskPage<Row>;
}) {
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<string>();
  const run = async (work: (rows: Row[]) => Promise<void> | void) => {
    setBusy(true);
    setTrouble(undefined);
    try {
      await work(await everyRow(ask, page));
    } catch (error) {
      setTrouble(problemOf(error).title);
    } finally {
      setBusy(false);
    }
  };
  return {
    busy,
    trouble,
    save: () =>
      run(async (rows) => {
        const { default: Papa } = await import('papaparse');
        const texts = columns.flatMap(({ header, text }) => (text ? [{ header, text }] : []));
        const cells = rows.map((row) => texts.map(({ text }) => text(row) ?? ''));
        // What a spreadsheet would run is made text, and stays what it was for whoever reads it.
        const csv = Papa.unparse([texts.map(({ header }) => header), ...cells], { escapeFormulae: true });
        saveText(`${label}.csv`, csv);
      }),
    print: (show: (rows: Row[] | undefined) => void) =>
      run((rows) => {
        flushSync(() => show(rows));
        window.print();
        show(undefined);
      }),
  };
}
