import { harmless } from '#core/imports';
import { saveText } from './saveText.ts';

/** A column of a file: its heading, and what a row says in it. */
export interface CsvColumn<Row> {
  readonly header: string;
  readonly text: (row: Row) => string | number | null;
}

/**
 * Rows as a CSV file. What a spreadsheet would run is made text, and stays what it was for whoever reads it.
 *
 * @param name of the file, without its ending
 */
export async function saveCsv<Row>(
  name: string,
  columns: readonly CsvColumn<Row>[],
  rows: readonly Row[],
): Promise<void> {
  const { default: Papa } = await import('papaparse');
  const cells = rows.map((row) => columns.map(({ text }) => harmless(String(text(row) ?? ''))));
  saveText(`${name}.csv`, Papa.unparse([columns.map(({ header }) => header), ...cells]));
}
