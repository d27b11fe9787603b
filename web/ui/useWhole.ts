import { useState } from 'react';
import { flushSync } from 'react-dom';
import { problemOf } from '../api/base.ts';
import { everyRow, type AskPage } from './everyRow.ts';
import type { ListColumn, ListState } from './listShape.ts';
import { saveCsv } from './saveCsv.ts';

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
      run((rows) =>
        saveCsv(
          label,
          columns.flatMap(({ header, text }) => (text ? [{ header, text }] : [])),
          rows,
        ),
      ),
    print: (show: (rows: Row[] | undefined) => void) =>
      run((rows) => {
        flushSync(() => show(rows));
        window.print();
        show(undefined);
      }),
  };
}
