import Papa from 'papaparse';
import { harmless, restored } from '#core/imports';
import type { RowProblem } from '#contracts/imports';

interface CsvRow {
  /** Line of the file on which the row begins; the heading is line 1. */
  readonly line: number;
  readonly cells: Readonly<Record<string, string>>;
}

interface CsvTable {
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
export async function readCsv(
  content: string,
  known: readonly string[],
  required: readonly string[],
): Promise<CsvTable> {
  const text = content.replace(/^\uFEFF/, '');
  const problems: RowProblem[] = [];
  const rows: CsvRow[] = [];
  let columns: string[] | undefined;
  let line = 1;
  await parsedInTurns(text, delimiterOf(text), (data, broken) => {
    const at = line;
    // A quoted cell may go over several lines.
    line += 1 + data.reduce((ends, cell) => ends + cell.split('\n').length - 1, 0);
    if (data.length === 1 && data[0]?.trim() === '') return true;
    if (!columns) {
      columns = data.map((name) => name.trim().toLowerCase());
      return columns.length <= MOST_COLUMNS;
    }
    if (broken !== undefined)
      problems.push({ line: at, column: '', value: '', reason: `broken quotes: ${broken}` });
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
    return true;
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

/** So much is parsed before others have their turn: some milliseconds of work. */
const A_TURN = 256 * 1024;

/**
 * Parses a file that may be long, a piece at a time.
 *
 * @param take gets each row, with what is wrong with its quotes; false ends it
 */
function parsedInTurns(
  text: string,
  delimiter: string,
  take: (row: string[], broken: string | undefined) => boolean,
): Promise<void> {
  return new Promise((resolve) => {
    // Its types know of pieces only for files, it cuts texts as well.
    const config: Papa.ParseLocalConfig<string[], File> = {
      delimiter,
      skipEmptyLines: false,
      chunkSize: A_TURN,
      chunk: ({ data, errors }, parser) => {
        const broken = new Map(errors.map((error) => [error.row, error.message]));
        if (!data.every((row, i) => take(row, broken.get(i)))) return parser.abort();
        parser.pause();
        setImmediate(() => parser.resume());
      },
      complete: () => resolve(),
    };
    Papa.parse<string[]>(text, config as unknown as Papa.ParseConfig<string[]>);
  });
}

/** Comma, semicolon or tab: whichever stands most often in the heading, where no text hides it. */
function delimiterOf(text: string): string {
  const heading = text.slice(0, text.search(/\r?\n|$/));
  const count = (delimiter: string) => heading.split(delimiter).length;
  return [',', ';', '\t'].reduce((best, delimiter) => (count(delimiter) > count(best) ? delimiter : best));
}

/**
 * Writes rows as CSV: a heading, CRLF line ends, quotes only where needed, empty cells for what is not known,
 * and nothing that a spreadsheet would run.
 */
export function writeCsv(columns: readonly string[], rows: readonly Record<string, string | null>[]): string {
  const lines = [[...columns], ...rows.map((row) => columns.map((name) => harmless(row[name] ?? '')))];
  return `${Papa.unparse(lines, { newline: '\r\n' })}\r\n`;
}
