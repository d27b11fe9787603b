import * as Comlink from 'comlink';
import Papa from 'papaparse';
import {
  COLUMNS,
  guessKind,
  guessMapping,
  LINE_COLUMN,
  translate,
  type ImportKind,
  type Mapping,
  type OnRecord,
  type RawTable,
  type Recipe,
  type Translated,
} from '#core/imports';
import { positionIn } from '../maps/position.ts';
import { decode, linesOfCsv, sortOf } from '../ui/lists/readCsv.ts';
import { cellText, tableIn } from './readTable.ts';

/** What was found in a file before anything is decided. */
export interface Opened {
  readonly headings: readonly string[];
  readonly headingLine: number;
  readonly rows: number;
  /** The first filled cells of each column. */
  readonly samples: readonly (readonly string[])[];
  readonly kind: ImportKind;
  readonly mapping: Mapping;
}

/** A translation without its rows, which stay here. */
export type Looked = Omit<Translated, 'rows' | 'left'> & {
  readonly good: number;
  readonly left: number;
  readonly leftSample: readonly { readonly line: number; readonly says: string; readonly reason: string }[];
};

const SAMPLES = 3;
/** So many rows that are not taken are listed; the file of them has them all. */
const LISTED = 500;

let table: RawTable = { headings: [], rows: [], lines: [] };
let text = '';
let last: Translated | undefined;

const worker = {
  /** Reads a file. @throws an Error in words, where it is no table */
  async open(file: File): Promise<Opened> {
    const bytes = new Uint8Array(await file.arrayBuffer());
    let found: ReturnType<typeof tableIn>;
    if (sortOf(bytes) === 'xlsx') {
      const { default: readSheets } = await import('read-excel-file/web-worker');
      const sheets = await readSheets(file).catch(() => {
        throw new Error('This .xlsx file cannot be read. Save it anew, or as CSV.');
      });
      // The sheet with most rows is the list; the others are covers and notes.
      const [sheet] = [...sheets].sort((a, b) => b.data.length - a.data.length);
      const lines = (sheet?.data ?? []).map((row, i) => ({ cells: row.map(cellText), line: i + 1 }));
      text = Papa.unparse(lines.map(({ cells }) => cells));
      found = tableIn(lines);
    } else {
      text = decode(bytes);
      found = tableIn(linesOfCsv(text));
    }
    const { headingLine, ...raw } = found;
    table = raw;
    last = undefined;
    const kind = guessKind(raw);
    return {
      headings: raw.headings,
      headingLine,
      rows: raw.rows.length,
      samples: raw.headings.map((_, i) => {
        const cells: string[] = [];
        for (const row of raw.rows) {
          const cell = row[i];
          if (cell && !cells.includes(cell)) cells.push(cell);
          if (cells.length === SAMPLES) break;
        }
        return cells;
      }),
      kind,
      mapping: guessMapping(raw, kind),
    };
  },

  /** The file as text, for one of our own, which is taken as it stands. */
  text: (): string => text,

  /** The mapping that would be guessed for the other kind of file. */
  guess: (kind: ImportKind): Mapping => guessMapping(table, kind),

  look(recipe: Recipe, known: OnRecord, progress: (share: number) => void): Looked {
    last = translate(table, recipe, known, { positionIn, progress });
    const { rows, left, ...rest } = last;
    return {
      ...rest,
      good: rows.length,
      left: left.length,
      leftSample: left
        .slice(0, LISTED)
        .map(({ line, reason, row }) => ({ ...{ line, reason }, says: row.filter(Boolean).join(' · ') })),
    };
  },

  /** The rows that were understood, as a file of ours that says on which line of the other each stood. */
  ours(kind: ImportKind): string {
    const all = Object.keys(COLUMNS[kind]);
    const rows = last?.rows ?? [];
    const columns = all.filter((name) => rows.some((row) => row.cells[name]));
    return Papa.unparse([
      [...columns, LINE_COLUMN],
      ...rows.map(({ line, cells }) => [...columns.map((name) => cells[name] ?? ''), String(line)]),
    ]);
  },

  /**
   * The rows that are not taken, as they stood in the file, with the reason behind; it can be imported
   * again.
   */
  rejected: (refused: readonly { line: number; reason: string }[]): string => {
    const place = new Map(table.lines.map((line, i) => [line, i]));
    const ours = refused.flatMap(({ line, reason }) => {
      const row = table.rows[place.get(line) ?? -1];
      return row ? [{ line, reason, row }] : [];
    });
    const all = [...(last?.left ?? []), ...ours].sort((a, b) => a.line - b.line);
    return Papa.unparse(
      [[...table.headings, 'why not taken'], ...all.map(({ row, reason }) => [...row, reason])],
      { escapeFormulae: true },
    );
  },
};
export type ImportWorker = typeof worker;

Comlink.expose(worker);
