import { listed } from '#core/base/sentences';
import { AT_ALL, type Entry } from '#core/diagnosis';
import { restored } from '#core/imports';
import { decode, linesOfCsv, NoTable, sortOf } from '../ui/lists/readCsv.ts';
import { numberTyped } from '../ui/forms/numbers.ts';

const NEEDED = ['fault', 'circumstance', 'factor', 'source'] as const;

export interface FailuresRead {
  readonly rows: readonly Entry[];
  /** Lines of the file in which the rows stand. */
  readonly lines: readonly number[];
  readonly troubles: readonly string[];
}
const none = (trouble: string): FailuresRead => ({ rows: [], lines: [], troubles: [trouble] });

/**
 * The company's rows of a table of what fails when. Rows marked as Gradum's come with every table that was downloaded,
 * and are passed over.
 *
 * @param text of a CSV file with a heading line
 */
export function failuresIn(text: string): FailuresRead {
  const [head, ...body] = linesOfCsv(text).filter(({ cells }) => cells.some((cell) => cell.trim() !== ''));
  const headings = (head?.cells ?? []).map((cell) => cell.trim().toLowerCase());
  const missing = NEEDED.filter((name) => !headings.includes(name));
  if (missing.length > 0)
    return none(`The file has no ${missing.length === 1 ? 'column' : 'columns'} called ${listed(missing)}.`);
  const cell = (cells: readonly string[], name: string) => (cells[headings.indexOf(name)] ?? '').trim();
  const own = body.filter(({ cells }) => cell(cells, 'whose').toLowerCase() !== 'gradum');
  return {
    rows: own.map(({ cells }): Entry => ({
      fault: cell(cells, 'fault'),
      circumstance: (cell(cells, 'circumstance') || AT_ALL) as Entry['circumstance'],
      factor: numberTyped(cell(cells, 'factor')) ?? NaN,
      source: restored(cell(cells, 'source')),
    })),
    lines: own.map(({ line }) => line),
    troubles: [],
  };
}

/** The same of a file; what is no text says so. @see failuresIn */
export async function readFailures(file: File): Promise<FailuresRead> {
  try {
    const bytes = new Uint8Array(await file.arrayBuffer());
    if (sortOf(bytes) === 'xlsx') return none('Save the spreadsheet as CSV, and choose that.');
    return failuresIn(decode(bytes));
  } catch (error) {
    if (error instanceof NoTable) return none(error.message);
    throw error;
  }
}
