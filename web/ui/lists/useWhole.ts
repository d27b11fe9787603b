import { useState } from 'react';
import { flushSync } from 'react-dom';
import { problemOf } from '../../api/base.ts';
import { everyRow, type AskPage } from './everyRow.ts';
import { saveCsv, type CsvColumn } from './saveCsv.ts';

/**
 * All rows of a list, as they are searched and sorted: on paper, and as a file for a spreadsheet. What went
 * wrong on the way is said in `trouble`.
 */
export function useWhole<Row, Ask>({
  label,
  ask,
  columns = [],
  page,
}: {
  label: string;
  ask: Ask;
  columns?: readonly CsvColumn<Row>[];
  page: AskPage<Row, Ask>;
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
    save: () => run((rows) => saveCsv(label, columns, rows)),
    print: (show: (rows: Row[] | undefined) => void) =>
      run((rows) => {
        flushSync(() => show(rows));
        window.print();
        show(undefined);
      }),
  };
}
