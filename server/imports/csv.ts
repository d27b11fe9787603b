import Papa from 'papaparse';
import type { RowProblem } from '#contracts/imports';

export interface CsvRow {
  /** Line of the file on which the row begins; the heading is line 1. */
  readonly line: number;
  readonly cells: Readonly<Record<string, string>>;
}

export interface CsvTable {
  readonly columns: readonly string[];
  readonly rows: readonly CsvRow[];
  readonly problems: readonly RowProblem[];
}

/** No list of units or calls has more; a heading of thousands is a mistake or malice. */
const MOST_COLUMNS = 200;

/**
 * Reads a CSV file (RFC 4180, comma or semicolon or tab) by its heading. Cells are trimmed. Rows with the
 * wrong number of cells or broken quotes are reported with their line and left out; an unknown or missing
 * column is reported on line 1.
 */
export function readCsv(content: string, known: readonly string[], required: readonly string[]): CsvTable {
  const text = content.replace(/^\uFEFF/, '');
  const problems: RowProblem[] = [];
  const rows: CsvRow[] = [];
  let columns: string[] | undefined;
  let line = 1;
  let cursor = 0;
  Papa.parse<string[]>(text, {
    delimiter: delimiterOf(text),
    skipEmptyLines: false,
    step: ({ data, errors, meta }, parser) => {
      const at = line;
      for (let i = text.indexOf('\n', cursor); i >= 0 && i < meta.cursor; i = text.indexOf('\n', i + 1))
        line++;
      cursor = meta.cursor;
      if (data.length === 1 && data[0]?.trim() === '') return;
      if (!columns) {
        columns = data.map((name) => name.trim().toLowerCase());
        if (columns.length > MOST_COLUMNS) parser.abort();
        return;
      }
      if (errors.length > 0)
        problems.push({
          line: at,
          column: '',
          value: '',
          reason: `broken quotes: ${errors[0]?.message ?? ''}`,
        });
      else if (data.length !== columns.length)
        problems.push({
          line: at,
          column: '',
          value: '',
          reason: `has ${data.length} cells, the heading has ${columns.length}`,
        });
      else
        rows.push({
          line: at,
          cells: Object.fromEntries(columns.map((name, i) => [name, restored((data[i] as string).trim())])),
        });
    },
  });
  const heading = columns ?? [];
  if (heading.length > MOST_COLUMNS) {
    const reason = `has ${heading.length.toLocaleString('en')} columns; at most ${MOST_COLUMNS} are read`;
    return { columns: [], rows: [], problems: [{ line: 1, column: '', value: '', reason }] };
  }
  const twice = heading.filter((name, i) => heading.indexOf(name) !== i);
  for (const name of heading.filter((n) => !known.includes(n)))
    problems.push({
      line: 1,
      column: name,
      value: name,
      reason: `is not a column of this file; known are ${known.join(', ')}`,
    });
  for (const name of twice)
    problems.push({ line: 1, column: name, value: name, reason: 'stands twice in the heading' });
  for (const name of required.filter((n) => !heading.includes(n)))
    problems.push({ line: 1, column: name, value: '', reason: 'this column is missing' });
  const usable = !problems.some((p) => p.line === 1);
  return { columns: heading, rows: usable ? rows : [], problems: problems.sort((a, b) => a.line - b.line) };
}

/** Comma, semicolon or tab: whichever stands most often in the heading, where no text hides it. */
function delimiterOf(text: string): string {
  const heading = text.slice(0, text.search(/\r?\n|$/));
  const count = (delimiter: string) => heading.split(delimiter).length;
  return [',', ';', '\t'].reduce((best, delimiter) => (count(delimiter) > count(best) ? delimiter : best));
}

const NUMBER = /^[-+]?\d+(\.\d+)?$/;
/** Text that a spreadsheet would run as a formula (OWASP, CSV injection). */
const runs = (text: string): boolean => /^[=+\-@\t\r]/.test(text) && !NUMBER.test(text);
const bare = (cell: string): string => cell.replace(/^'+/, '');

/**
 * A cell as a spreadsheet may open it: one that it would run gets an apostrophe before it, which makes it
 * text there. {@link restored} takes exactly that one away again.
 */
export const harmless = (cell: string): string => (runs(bare(cell)) ? `'${cell}` : cell);

/** A cell as it was before {@link harmless}. */
export const restored = (cell: string): string =>
  cell.startsWith("'") && runs(bare(cell)) ? cell.slice(1) : cell;

/**
 * Writes rows as CSV: a heading, CRLF line ends, quotes only where needed, empty cells for what is not known,
 * and nothing that a spreadsheet would run.
 */
export function writeCsv(columns: readonly string[], rows: readonly Record<string, string | null>[]): string {
  const lines = [[...columns], ...rows.map((row) => columns.map((name) => harmless(row[name] ?? '')))];
  return `${Papa.unparse(lines, { newline: '\r\n' })}\r\n`;
}
