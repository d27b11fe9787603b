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
    step: ({ data, errors, meta }) => {
      const at = line;
      for (let i = text.indexOf('\n', cursor); i >= 0 && i < meta.cursor; i = text.indexOf('\n', i + 1))
        line++;
      cursor = meta.cursor;
      if (data.length === 1 && data[0]?.trim() === '') return;
      if (!columns) {
        columns = data.map((name) => name.trim().toLowerCase());
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
          cells: Object.fromEntries(columns.map((name, i) => [name, (data[i] as string).trim()])),
        });
    },
  });
  const heading = columns ?? [];
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

/**
 * Writes rows as CSV: a heading, CRLF line ends, quotes only where needed, empty cells for what is not known.
 */
export function writeCsv(columns: readonly string[], rows: readonly Record<string, string | null>[]): string {
  const lines = [[...columns], ...rows.map((row) => columns.map((name) => row[name] ?? ''))];
  return `${Papa.unparse(lines, { newline: '\r\n' })}\r\n`;
}
