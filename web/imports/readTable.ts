import Papa from 'papaparse';
import { guessMapping, type RawTable } from '#core/imports';

/** A file that is no table, in words for whoever chose it. */
export class NoTable extends Error {}

const starts = (bytes: Uint8Array, ...magic: number[]): boolean =>
  magic.every((byte, i) => bytes[i] === byte);

/** What a file is by its first bytes, whatever its name says. */
export function sortOf(bytes: Uint8Array): 'xlsx' | 'text' {
  if (bytes.length === 0) throw new NoTable('The file is empty.');
  if (starts(bytes, 0x50, 0x4b, 0x03, 0x04)) return 'xlsx';
  if (starts(bytes, 0xd0, 0xcf, 0x11, 0xe0))
    throw new NoTable(
      'This is a spreadsheet of the old kind (.xls). Save it as .xlsx or as CSV, and choose that.',
    );
  if (
    starts(bytes, 0x89, 0x50, 0x4e, 0x47) ||
    starts(bytes, 0xff, 0xd8, 0xff) ||
    starts(bytes, 0x47, 0x49, 0x46, 0x38)
  )
    throw new NoTable('This is a picture. Choose the spreadsheet itself, as CSV or .xlsx.');
  if (starts(bytes, 0x25, 0x50, 0x44, 0x46))
    throw new NoTable('This is a PDF. Choose the spreadsheet it was printed from, as CSV or .xlsx.');
  return 'text';
}

/** Share of NUL bytes at even or odd places above which text is UTF-16 without a mark. */
const MANY = 0.3;

/**
 * Text of a file: by its byte order mark, else UTF-8 where it is valid, else Windows-1252, which is what
 * spreadsheets write on older machines.
 */
export function decode(bytes: Uint8Array): string {
  if (starts(bytes, 0xff, 0xfe)) return new TextDecoder('utf-16le').decode(bytes);
  if (starts(bytes, 0xfe, 0xff)) return new TextDecoder('utf-16be').decode(bytes);
  const head = bytes.subarray(0, 2000);
  const nuls = (rest: number) =>
    head.filter((byte, i) => i % 2 === rest && byte === 0).length / (head.length / 2);
  if (nuls(1) > MANY) return new TextDecoder('utf-16le').decode(bytes);
  if (nuls(0) > MANY) return new TextDecoder('utf-16be').decode(bytes);
  if (head.includes(0)) throw new NoTable('This is no text and no spreadsheet that can be read here.');
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}

type Lines = { cells: string[]; line: number }[];

/** Comma, semicolon, tab or bar: whichever parts the first lines most evenly. */
function separatorOf(text: string): string {
  const head = text.slice(0, 20_000);
  const widths = (separator: string) =>
    Papa.parse<string[]>(head, { delimiter: separator, preview: 20 }).data.map((row) => row.length);
  const score = (separator: string) => {
    const all = widths(separator);
    const usual = [...all].sort((a, b) => a - b)[Math.floor(all.length / 2)] ?? 1;
    return usual < 2 ? 0 : usual * all.filter((width) => width === usual).length;
  };
  return [',', ';', '\t', '|'].reduce((best, one) => (score(one) > score(best) ? one : best));
}

export function linesOfCsv(text: string): Lines {
  const bare = text.replace(/^\uFEFF/, '');
  const lines: Lines = [];
  let line = 1;
  let cursor = 0;
  Papa.parse<string[]>(bare, {
    delimiter: separatorOf(bare),
    step: ({ data, meta }) => {
      const at = line;
      for (let i = bare.indexOf('\n', cursor); i >= 0 && i < meta.cursor; i = bare.indexOf('\n', i + 1))
        line++;
      cursor = meta.cursor;
      lines.push({ cells: data.map((cell) => cell.trim()), line: at });
    },
  });
  return lines;
}

/** A cell of a spreadsheet as text: its days are days, not numbers. */
export function cellText(cell: unknown): string {
  if (cell === null || cell === undefined) return '';
  if (cell instanceof Date) {
    const iso = cell.toISOString();
    return iso.endsWith('T00:00:00.000Z') ? iso.slice(0, 10) : iso.slice(0, 16);
  }
  if (typeof cell === 'boolean') return cell ? 'yes' : 'no';
  // What a spreadsheet computes is not 2.3000000000000003.
  if (typeof cell === 'number') return String(Number(cell.toPrecision(12)));
  return String(cell).trim();
}

/** Units as a second line of headings writes them, in brackets or bare. */
const UNITS: ReadonlySet<string> = new Set(
  'kw btuh btu/h btu/hr mbh kbtuh tons ton kg g oz lb lbs v volts ph a amps °f °c f c psi psig hz'.split(' '),
);
const isUnitLine = (cells: readonly string[]): boolean => {
  const filled = cells
    .map((cell) =>
      cell
        .trim()
        .replace(/^[([]|[)\]]$/g, '')
        .toLowerCase(),
    )
    .filter(Boolean);
  return filled.length > 0 && filled.every((cell) => UNITS.has(cell));
};

/** Rows above the heading: a title, the date of the list. */
const MOST_ABOVE = 15;
const MOST_COLUMNS = 200;

/**
 * The table in the lines of a file: the heading is the line whose cells name most of our columns, empty
 * lines and columns without a name fall away.
 */
export function tableIn(lines: Lines): RawTable & { readonly headingLine: number } {
  const filled = lines.filter(({ cells }) => cells.some((cell) => cell !== ''));
  const widest = Math.max(0, ...filled.slice(0, 200).map(({ cells }) => cells.filter(Boolean).length));
  if (filled.length < 2 || widest < 2)
    throw new NoTable('There is no table in this file: a line of headings and rows below it are needed.');
  let [best, most] = [0, -1];
  filled.slice(0, MOST_ABOVE).forEach(({ cells }, i) => {
    const names = cells.filter(Boolean);
    if (names.length < Math.max(2, widest / 2) || names.some((name) => /^[\d.,$]+$/.test(name))) return;
    const bare = { headings: cells, rows: [], lines: [] };
    const named = Math.max(
      Object.keys(guessMapping(bare, 'units')).length,
      Object.keys(guessMapping(bare, 'calls')).length,
    );
    if (named > most) [best, most] = [i, named];
  });
  const heading = filled[best] as Lines[number];
  if (heading.cells.length > MOST_COLUMNS)
    throw new NoTable(`The heading has ${heading.cells.length} columns; at most ${MOST_COLUMNS} are read.`);
  const seen = new Map<string, number>();
  const places: number[] = [];
  const headings: string[] = [];
  heading.cells.forEach((name, i) => {
    const bare = name.replace(/\s+/g, ' ').trim();
    const rows = filled.slice(best + 1);
    if (bare === '' && !rows.slice(0, 200).some(({ cells }) => cells[i])) return;
    const text = bare || `column ${i + 1}`;
    const times = (seen.get(text) ?? 0) + 1;
    seen.set(text, times);
    places.push(i);
    headings.push(times === 1 ? text : `${text} (${times})`);
  });
  // A line of nothing but units beneath the heading says what the numbers are in.
  const beneath = filled[best + 1];
  const hasUnits = beneath !== undefined && isUnitLine(beneath.cells);
  if (hasUnits)
    places.forEach((place, k) => {
      const unit = beneath.cells[place]?.trim();
      if (unit) headings[k] = `${headings[k]} (${unit.replace(/^[([]|[)\]]$/g, '')})`;
    });
  const body = filled.slice(best + (hasUnits ? 2 : 1));
  return {
    headings,
    rows: body.map(({ cells }) => places.map((i) => cells[i] ?? '')),
    lines: body.map(({ line }) => line),
    headingLine: heading.line,
  };
}
