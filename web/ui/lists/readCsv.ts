import Papa from 'papaparse';

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

export type Lines = { cells: string[]; line: number }[];

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
