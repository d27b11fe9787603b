import { unitInHeading } from './headingUnits.ts';
import { bothWays } from './cells.ts';
import { columnsOf, type Column, type ImportKind } from './columns.ts';
import { plainWord, SURE, USUALLY } from './words.ts';

/** A table as it was read from a file: headings, and rows of cells by place. */
export interface RawTable {
  readonly headings: readonly string[];
  readonly rows: readonly (readonly string[])[];
  /** Line of the file on which each row begins. */
  readonly lines: readonly number[];
}

/** How many rows are looked at to tell what a column holds. */
const LOOKED_AT = 200;

/** What a column of ours is filled from: a heading of the file, or the same text in every row. */
export type Source = { readonly from: string } | { readonly all: string };
export type Mapping = Readonly<Record<string, Source>>;

const words = (heading: string): string =>
  plainWord(heading.replace(/([a-z])([A-Z])/g, '$1 $2').replace(/#/g, ' no ')).replace(
    /\b(number|num|nbr)\b/g,
    'no',
  );

/** How well a heading fits a column by its name: 3 the very name, 2 all its words, 0 not at all. */
function byName(heading: string, column: Column): number {
  const unit = unitInHeading(heading);
  // What its numbers are in is no part of what it is called.
  const bare = unit === undefined ? heading : heading.slice(0, heading.toLowerCase().lastIndexOf(unit));
  const text = words(bare.replace(/[[(,\s]+$/, ''));
  const names = column.called.map((name) => words(name));
  if (names.includes(text)) return 3;
  const own = new Set(text.split(' '));
  // Only names of two words and more: "date" stands in a dozen headings that are no date of receipt.
  return names.some((name) => name.includes(' ') && name.split(' ').every((word) => own.has(word))) ? 2 : 0;
}

/** Whether the contents speak for a column: 1 for, −1 against, 0 neither. */
function byContents(cells: readonly string[], { content }: Column): number {
  if (cells.length === 0) return 0;
  const share = (test: (cell: string) => boolean) => cells.filter(test).length / cells.length;
  const numeric = (cell: string) => /^[\s$]*[-+]?[\d.,]+\s*\D{0,6}$/.test(cell);
  switch (content) {
    case 'kind':
    case 'status':
    case 'system':
    case 'role':
    case 'told by':
    case 'call kind': {
      const known = { ...SURE[content], ...USUALLY[content] };
      return share((cell) => known[plainWord(cell)] !== undefined) > 0.3 ? 1 : -1;
    }
    case 'day':
    case 'time':
      return share((cell) => bothWays(cell) !== undefined || /\b(19|20)\d{2}\b/.test(cell)) > 0.5 ? 1 : -1;
    case 'latitude':
    case 'longitude':
    case 'tons':
    case 'pounds':
    case 'money':
      return share(numeric) > 0.5 ? 1 : -1;
    case 'e-mail':
      return share((cell) => cell.includes('@')) > 0.5 ? 1 : -1;
    case 'hours':
      return share((cell) => /\d|closed/i.test(cell)) > 0.5 ? 1 : -1;
    case 'volts':
      return share((cell) => /\d{3}/.test(cell)) > 0.5 ? 1 : -1;
    case 'refrigerant':
      return share((cell) => /^(r-?)?\d{2,4}[a-z]?$/i.test(cell.trim())) > 0.3 ? 1 : 0;
    default:
      return 0;
  }
}

/**
 * Which heading fills which column, by name first, then by contents. Each heading is taken once; what fits
 * nothing stays unmapped, to be done by hand.
 */
export function guessMapping(table: RawTable, kind: ImportKind): Mapping {
  const samples = table.headings.map((_, i) =>
    table.rows.slice(0, LOOKED_AT).flatMap((row) => (row[i]?.trim() ? [row[i].trim()] : [])),
  );
  const columns = Object.entries(columnsOf(kind));
  const fits = columns.flatMap(([name, column], order) =>
    table.headings.flatMap((heading, i) => {
      const named = byName(heading, column);
      if (named === 0) return [];
      const held = byContents(samples[i] as string[], column);
      return [{ name, heading, order, score: named * 2 + held }];
    }),
  );
  fits.sort((a, b) => b.score - a.score || a.order - b.order);
  const mapping: Record<string, Source> = {};
  const taken = new Set<string>();
  for (const { name, heading, score } of fits) {
    if (score < 3 || mapping[name] || taken.has(heading)) continue;
    mapping[name] = { from: heading };
    taken.add(heading);
  }
  return mapping;
}

/** Columns that only one kind of file has. */
const TELLING: Readonly<Record<ImportKind, readonly string[]>> = {
  units: ['manufacturer', 'model', 'serial', 'tons', 'built_on', 'installed_on', 'voltage'],
  calls: ['received_at', 'complaint', 'action', 'technician', 'completed_at', 'cost'],
  sites: [
    'billing_address',
    'hours',
    'contact',
    'role',
    'phone',
    'email',
    'told_by',
    'key',
    'way_up',
    'parking',
  ],
};

/** What a file holds: whichever kind has most of its telling columns named; units where none has more. */
export function guessKind(table: RawTable): ImportKind {
  const told = (kind: ImportKind): number =>
    Object.keys(guessMapping(table, kind)).filter((name) => TELLING[kind].includes(name)).length;
  let best: ImportKind = 'units';
  for (const kind of ['calls', 'sites'] as const) if (told(kind) > told(best)) best = kind;
  return best;
}

/** Dates that can be read both ways, and what speaks for an order: days above twelve in either place. */
export function dateOrderIn(cells: Iterable<string>): {
  readonly unclear: string[];
  readonly suggests: 'day first' | 'month first' | undefined;
} {
  const unclear: string[] = [];
  let [dayFirst, monthFirst] = [0, 0];
  for (const cell of cells) {
    const pair = bothWays(cell);
    if (!pair) continue;
    const [a, b] = pair;
    if (a > 12 && b <= 12) dayFirst++;
    else if (b > 12 && a <= 12) monthFirst++;
    else if (a !== b && unclear.length < 5) unclear.push(cell);
  }
  const suggests = dayFirst > monthFirst ? 'day first' : monthFirst > dayFirst ? 'month first' : undefined;
  return { unclear, suggests };
}
