import { unitInHeading } from './headingUnits.ts';
import * as cells from './cells.ts';
import { columnsOf, neededOf, type Content, type ImportKind } from './columns.ts';
import { doublesIn, tagDoubles, type Double } from './doubles.ts';
import { likelyPerson } from './people.ts';
import { dateOrderIn, type Mapping, type RawTable, type Source } from './match.ts';
import { plainWord, saysUnknown, SURE, USUALLY } from './words.ts';

/** How a file is to be read: kept under a name, so that next year's file needs no second look. */
export interface Recipe {
  readonly kind: ImportKind;
  readonly columns: Mapping;
  readonly dateOrder: cells.DateOrder | null;
  /** For columns of words: what each word stands for; empty text leaves the cell empty. */
  readonly words: Readonly<Record<string, Readonly<Record<string, string>>>>;
  /** For what cannot be read, by {@link groupKey}: leave those cells empty, or leave those rows out. */
  readonly fixes: Readonly<Record<string, 'leave empty' | 'leave out'>>;
  /**
   * Names that are one: by column, the name in the file and what it is. For tags the site stands before it.
   */
  readonly joins: Readonly<Record<string, Readonly<Record<string, string>>>>;
}

/** What is on record already: customers with their sites with their tags. */
export type KnownNames = Readonly<Record<string, Readonly<Record<string, readonly string[]>>>>;

/** What names of a file are compared with. */
export interface OnRecord {
  readonly places: KnownNames;
  /** Of the company's own people. */
  readonly people: readonly string[];
  readonly makers: readonly string[];
}

/** A name of somebody who did work, and who it is where somebody has said so. */
export interface PersonNamed {
  readonly name: string;
  readonly uses: number;
  /** One of our people; the name itself where it is nobody of ours; undefined while nobody has said. */
  readonly is: string | undefined;
  readonly likely: string | undefined;
}

/** One kind of trouble in one column. */
export interface Group {
  readonly column: string;
  readonly cause: string;
  readonly count: number;
  readonly samples: readonly { readonly line: number; readonly value: string }[];
  /** The column is needed: its cells cannot be left empty. */
  readonly needed: boolean;
  readonly fix: 'leave empty' | 'leave out' | undefined;
}
export const groupKey = (column: string, cause: string): string => `${column}: ${cause}`;

/** A word of the file in a column of our words. */
export interface WordUse {
  readonly column: string;
  readonly word: string;
  readonly uses: number;
  /** What it stands for, once somebody has said so or nobody doubts it; empty text: leave the cell empty. */
  readonly means: string | undefined;
  /** What it usually is, to be confirmed. */
  readonly usually: string | undefined;
}

export interface Note {
  readonly column: string;
  readonly note: string;
  readonly count: number;
  readonly sample: string;
}

export interface Translated {
  readonly rows: readonly { readonly line: number; readonly cells: Readonly<Record<string, string>> }[];
  /** Rows that are not taken, as they stood in the file, with the first reason. */
  readonly left: readonly {
    readonly line: number;
    readonly reason: string;
    readonly row: readonly string[];
  }[];
  readonly groups: readonly Group[];
  readonly words: readonly WordUse[];
  readonly notes: readonly Note[];
  /** Dates that can be read both ways, and what the others suggest; null where the order does not matter. */
  readonly order: {
    readonly samples: readonly string[];
    readonly suggests: cells.DateOrder | undefined;
  } | null;
  readonly doubles: {
    readonly customer: readonly Double[];
    /** Of one customer each. */
    readonly site: readonly (Double & { readonly customer: string })[];
    /** Of one site each. */
    readonly unit: readonly (Double & { readonly site: string })[];
    readonly manufacturer: readonly Double[];
    /** Serial numbers that stand on several units: probably one unit twice. */
    readonly serial: readonly { readonly serial: string; readonly lines: readonly number[] }[];
  };
  /** People of the file who are nobody of ours by that name. */
  readonly people: readonly PersonNamed[];
}

/** A call about a unit that is not there: without its unit it can stay at the site. */
export const NO_SUCH_UNIT = 'is on no record at that site';

const WORDED: ReadonlySet<Content> = new Set([
  ...(['kind', 'status', 'system', 'call kind'] as const),
  ...(['role', 'told by'] as const),
]);
const SAMPLES = 4;
/** More than that nobody goes through one by one. */
const MOST_DOUBLES = 200;

/** A key under which a tag is joined: tags are one only within a site. */
export const tagKey = (site: string, tag: string): string => `${site} › ${tag}`;

type Readers = Readonly<
  Record<
    Exclude<Content, 'kind' | 'status' | 'system' | 'call kind' | 'role' | 'told by' | 'position'>,
    Reader
  >
>;
type Reader = (cell: string, order: cells.DateOrder | undefined) => cells.Read;
const READERS: Readers = {
  text: cells.line,
  latitude: cells.latitude,
  longitude: cells.longitude,
  day: cells.day,
  time: cells.time,
  tons: cells.tons,
  refrigerant: cells.refrigerant,
  pounds: cells.pounds,
  volts: cells.volts,
  phase: cells.phase,
  money: cells.money,
  hours: cells.hours,
  'e-mail': cells.email,
};

/**
 * Reads a table by a recipe into rows as our own files have them, and says what it could not read, what it
 * assumed and what it needs to be told. Nothing is guessed in silence: a row with a cell that cannot be read
 * is left out until somebody says what to do with such cells.
 *
 * @param positionIn reads a position written in one cell, or throws RangeError
 * @param progress told the share that is done
 */
export function translate(
  table: RawTable,
  recipe: Recipe,
  known: OnRecord,
  {
    positionIn,
    progress = () => {},
  }: {
    positionIn: (text: string) => { readonly lat: number; readonly lon: number };
    progress?: (share: number) => void;
  },
): Translated {
  const columns = columnsOf(recipe.kind);
  const places = new Map(table.headings.map((heading, i) => [heading, i]));
  const sources = Object.entries(recipe.columns).filter(([name]) => columns[name]);
  const order = askedOrder(table, recipe, places);
  const units = new Map(
    sources.flatMap(([name, source]) => {
      const unit = 'from' in source ? unitInHeading(source.from) : undefined;
      return unit === undefined ? [] : [[name, unit] as const];
    }),
  );
  const groups = new Map<
    string,
    { column: string; cause: string; count: number; samples: { line: number; value: string }[] }
  >();
  const notes = new Map<string, Note>();
  const words = new Map<string, Map<string, number>>();
  const good: { line: number; cells: Record<string, string>; row: readonly string[] }[] = [];
  const left: { line: number; reason: string; row: readonly string[] }[] = [];
  const needed = new Set(neededOf(recipe.kind));
  /** Rows in which names may be one although the row is not taken as it stands. */
  const looked: Row[] = [];

  /** Notes a trouble; true where the row can stay with this cell empty. */
  const trouble = (column: string, cause: string, line: number, value: string): boolean => {
    const key = groupKey(column, cause);
    const group = groups.get(key) ?? { column, cause, count: 0, samples: [] };
    group.count++;
    if (group.samples.length < SAMPLES) group.samples.push({ line, value });
    groups.set(key, group);
    return recipe.fixes[key] === 'leave empty' && !needed.has(column);
  };
  const noteThat = (column: string, note: string, sample: string) => {
    const key = groupKey(column, note);
    const before = notes.get(key);
    notes.set(key, before ? { ...before, count: before.count + 1 } : { column, note, count: 1, sample });
  };

  table.rows.forEach((row, i) => {
    if (i % 1000 === 0) progress((i / table.rows.length) * 0.8);
    const line = table.lines[i] as number;
    const out: Record<string, string> = {};
    let reason: string | undefined;
    const fail = (column: string, cause: string, value: string) => {
      if (!trouble(column, cause, line, value)) reason ??= `${column}: ${cause}`;
    };
    for (const [name, source] of sources) {
      const written = cellOf(row, source, places);
      const { content } = columns[name] as { content: Content };
      const unknown = saysUnknown(written);
      // What a needed word is where the cell is empty can be said once for all of them.
      if (unknown && !(needed.has(name) && WORDED.has(content))) continue;
      const raw = unknown ? '' : withUnit(written, units.get(name));
      try {
        if (WORDED.has(content)) {
          const uses = words.get(name) ?? new Map<string, number>();
          const word = plainWord(raw);
          uses.set(word, (uses.get(word) ?? 0) + 1);
          words.set(name, uses);
          const means = meaning(recipe, name, content, word);
          if (means === undefined)
            reason ??= unknown
              ? `${name}: is empty, and nobody has said what it is`
              : `${name}: nobody has said what “${raw}” stands for`;
          else if (means !== '') out[name] = means;
        } else if (content === 'position') {
          const { lat, lon } = positionIn(raw);
          out.lat ??= String(lat);
          out.lon ??= String(lon);
        } else {
          const read = READERS[content as keyof Readers](raw, recipe.dateOrder ?? undefined);
          out[name] = read.text;
          for (const [other, text] of Object.entries(read.also ?? {})) out[other] ??= text;
          if (read.note) noteThat(name, read.note, raw);
        }
      } catch (error) {
        if (!(error instanceof RangeError)) throw error;
        fail(name, error.message, raw);
      }
    }
    for (const name of needed) if (!out[name] && reason === undefined) fail(name, 'is missing', '');
    const own = joined(out, recipe);
    if (reason === undefined) looked.push({ line, cells: own, written: out.technician });
    if (reason === undefined && recipe.kind === 'calls' && own.unit && !isThere(own, known.places)) {
      fail('unit', NO_SUCH_UNIT, own.unit);
      if (reason === undefined) {
        // Nothing is lost: which unit was meant stands with the complaint.
        own.complaint = `${own.complaint} (written for ${own.unit})`;
        delete own.unit;
      }
    }
    if (reason === undefined) good.push({ line, cells: own, row });
    else left.push({ line, reason, row });
  });

  const doubles = doublesOf(looked, recipe, known);
  progress(0.95);
  const rows = recipe.kind === 'units' ? unitsOnce(good, left, noteThat) : good;
  return {
    rows: rows.map(({ line, cells: own }) => ({ line, cells: own })),
    left: left.sort((a, b) => a.line - b.line),
    groups: [...groups.values()]
      .map((group) => ({
        ...group,
        needed: needed.has(group.column),
        fix: recipe.fixes[groupKey(group.column, group.cause)],
      }))
      .sort((a, b) => b.count - a.count),
    words: [...words].flatMap(([column, uses]) =>
      [...uses].map(([word, count]): WordUse => {
        const { content } = columns[column] as { content: Content };
        return {
          column,
          word,
          uses: count,
          means: meaning(recipe, column, content, word),
          usually: USUALLY[content]?.[word],
        };
      }),
    ),
    notes: [...notes.values()],
    order,
    doubles,
    people: recipe.kind === 'calls' ? peopleOf(looked, recipe, known.people) : [],
  };
}

/** Whether the unit of a call is there, where its site is on record at all. */
function isThere({ customer = '', site = '', unit = '' }: Row['cells'], places: KnownNames): boolean {
  const tags = places[customer]?.[site];
  return tags === undefined || tags.includes(unit);
}

/** Whoever is not one of our people by that very name. */
function peopleOf(rows: readonly Row[], { joins }: Recipe, people: readonly string[]): PersonNamed[] {
  const said = joins.technician ?? {};
  const uses = new Map<string, number>();
  for (const { written } of rows) if (written) uses.set(written, (uses.get(written) ?? 0) + 1);
  return [...uses]
    .filter(([name]) => !people.includes(name))
    .map(([name, count]) => ({
      name,
      uses: count,
      is: Object.hasOwn(said, name) ? said[name] : undefined,
      likely: likelyPerson(name, people),
    }))
    .sort((a, b) => b.uses - a.uses);
}

/** A cell as it was before an export made it harmless to spreadsheets, see docs/formats.md. */
const restored = (cell: string): string => (/^'+[=+\-@]/.test(cell) ? cell.slice(1) : cell);

const cellOf = (row: readonly string[], source: Source, places: ReadonlyMap<string, number>): string =>
  restored(('all' in source ? source.all : (row[places.get(source.from) ?? -1] ?? '')).trim());

/** What a word stands for: as somebody said, or where nobody doubts it. */
function meaning(recipe: Recipe, column: string, content: Content, word: string): string | undefined {
  const said = recipe.words[column];
  if (said && Object.hasOwn(said, word)) return said[word];
  const sure = SURE[content];
  return sure && Object.hasOwn(sure, word) ? sure[word] : undefined;
}

function askedOrder(
  table: RawTable,
  recipe: Recipe,
  places: ReadonlyMap<string, number>,
): Translated['order'] {
  const columns = columnsOf(recipe.kind);
  const dated = Object.entries(recipe.columns).filter(([name]) =>
    ['day', 'time'].includes(columns[name]?.content ?? ''),
  );
  function* all() {
    for (const [, source] of dated) for (const row of table.rows) yield cellOf(row, source, places);
  }
  const { unclear, suggests } = dateOrderIn(all());
  return unclear.length === 0 ? null : { samples: unclear, suggests };
}

/** The row with names joined as somebody said. */
function joined(out: Record<string, string>, { joins }: Recipe): Record<string, string> {
  const own = (column: string, key: string) => {
    const of = joins[column];
    return of && Object.hasOwn(of, key) ? of[key] : undefined;
  };
  const customer = own('customer', out.customer ?? '') ?? out.customer;
  const site = own('site', tagKey(customer ?? '', out.site ?? '')) ?? out.site;
  const unit = own('unit', tagKey(site ?? '', out.unit ?? '')) ?? out.unit;
  const manufacturer = own('manufacturer', out.manufacturer ?? '') ?? out.manufacturer;
  const technician = own('technician', out.technician ?? '') ?? out.technician;
  return {
    ...out,
    ...(customer === undefined ? {} : { customer }),
    ...(site === undefined ? {} : { site }),
    ...(unit === undefined ? {} : { unit }),
    ...(manufacturer === undefined ? {} : { manufacturer }),
    ...(technician === undefined ? {} : { technician }),
  };
}

function counted<T>(rows: readonly T[], keyOf: (row: T) => string | undefined): Map<string, number> {
  const uses = new Map<string, number>();
  for (const row of rows) {
    const key = keyOf(row);
    if (key) uses.set(key, (uses.get(key) ?? 0) + 1);
  }
  return uses;
}

function grouped<T>(rows: readonly T[], keyOf: (row: T) => string): Map<string, T[]> {
  const groups = new Map<string, T[]>();
  for (const row of rows) {
    const key = keyOf(row);
    const group = groups.get(key);
    if (group) group.push(row);
    else groups.set(key, [row]);
  }
  return groups;
}

interface Row {
  readonly line: number;
  readonly cells: Readonly<Record<string, string>>;
  /** Who did the work, as the file has it. */
  readonly written?: string | undefined;
}

/** What is probably one, once what was joined before is one. */
function doublesOf(
  rows: readonly Row[],
  recipe: Recipe,
  { places: known, makers }: OnRecord,
): Translated['doubles'] {
  const asked = (column: string, key: string) => Object.hasOwn(recipe.joins[column] ?? {}, key);
  const customer = doublesIn(
    counted(rows, (row) => row.cells.customer),
    Object.keys(known),
  ).filter(({ name }) => !asked('customer', name));
  const site = [...grouped(rows, (row) => row.cells.customer ?? '')].flatMap(([of, own]) =>
    doublesIn(
      counted(own, (row) => row.cells.site),
      Object.keys(known[of] ?? {}),
    )
      .filter(({ name }) => !asked('site', tagKey(of, name)))
      .map((double) => ({ ...double, customer: of })),
  );
  const unit = [
    ...grouped(rows, (row) => JSON.stringify([row.cells.customer ?? '', row.cells.site ?? ''])),
  ].flatMap(([key, own]) => {
    const [of, at] = JSON.parse(key) as [string, string];
    return tagDoubles(
      counted(own, (row) => row.cells.unit),
      known[of]?.[at] ?? [],
    )
      .filter(({ name }) => !asked('unit', tagKey(at, name)))
      .map((double) => ({ ...double, site: at }));
  });
  const manufacturer = doublesIn(
    counted(rows, (row) => row.cells.manufacturer),
    makers,
  ).filter(({ name }) => !asked('manufacturer', name));
  const serials =
    recipe.kind !== 'units'
      ? []
      : [
          ...grouped(
            rows.filter((row) => row.cells.serial),
            (row) => (row.cells.serial ?? '').toUpperCase(),
          ),
        ]
          .filter(
            ([, own]) => new Set(own.map(({ cells: c }) => `${c.customer} ${c.site} ${c.unit}`)).size > 1,
          )
          .map(([serial, own]) => ({ serial, lines: own.map((row) => row.line) }));
  return {
    customer: customer.slice(0, MOST_DOUBLES),
    site: site.slice(0, MOST_DOUBLES),
    unit: unit.slice(0, MOST_DOUBLES),
    manufacturer: manufacturer.slice(0, MOST_DOUBLES),
    serial: serials.slice(0, MOST_DOUBLES),
  };
}

/** Rows that are one unit become one row: what the first does not say, a later one may. */
function unitsOnce<T extends { line: number; cells: Record<string, string>; row: readonly string[] }>(
  rows: readonly T[],
  left: { line: number; reason: string; row: readonly string[] }[],
  noteThat: (column: string, note: string, sample: string) => void,
): T[] {
  const first = new Map<string, T>();
  for (const row of rows) {
    const { customer, site, unit } = row.cells;
    const key = JSON.stringify([customer, site, unit]);
    const before = first.get(key);
    if (!before) {
      first.set(key, row);
      continue;
    }
    const differs = Object.entries(row.cells).find(
      ([name, text]) => before.cells[name] !== undefined && before.cells[name] !== text,
    );
    if (differs)
      left.push({
        line: row.line,
        reason: `${differs[0]}: “${differs[1]}” here, “${before.cells[differs[0]]}” on line ${before.line} of the same unit`,
        row: row.row,
      });
    else {
      Object.assign(before.cells, row.cells);
      noteThat('unit', 'stands on several lines that agree; they are one', unit ?? '');
    }
  }
  return [...first.values()];
}

/** A bare number with the unit of its heading; what has a unit of its own keeps it. */
const withUnit = (cell: string, unit: string | undefined): string =>
  unit !== undefined && /^[\d.,\s]+$/.test(cell) ? `${cell} ${unit}` : cell;
