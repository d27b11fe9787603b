import { guessMapping, type RawTable } from '#core/imports';
import { NoTable, type Lines } from '../ui/lists/readCsv.ts';

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
