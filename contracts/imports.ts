import { z } from 'zod';
import {
  CALL_COLUMNS as CALL,
  SITE_COLUMNS as SITE,
  UNIT_COLUMNS as UNIT,
  type ImportKind,
  type Recipe,
} from '#core/imports';
import { id, name } from './common.ts';

export type { ImportKind, Recipe };
export const IMPORT_KINDS = ['units', 'calls', 'sites'] as const satisfies readonly ImportKind[];

export const UNIT_COLUMNS = Object.keys(UNIT) as (keyof typeof UNIT)[];
export const SITE_COLUMNS = Object.keys(SITE) as (keyof typeof SITE)[];
export const CALL_COLUMNS = Object.keys(CALL) as (keyof typeof CALL)[];

export const newImport = z.object({
  id,
  kind: z.enum(IMPORT_KINDS),
  fileName: z.string().max(300),
  content: z.string().min(1, 'the file is empty').max(30_000_000, 'at most 30 MB at once'),
});
export const applyImport = z.object({ mode: z.enum(['all or nothing', 'skip bad rows']) });
export type ApplyMode = z.infer<typeof applyImport>['mode'];

export interface RowProblem {
  readonly line: number;
  readonly column: string;
  readonly value: string;
  readonly reason: string;
}

/** What one row changes of what is on record. */
export interface RowChange {
  readonly line: number;
  readonly what: string;
  readonly column: string;
  readonly before: string | null;
  readonly after: string | null;
}

export interface ImportCounts {
  readonly rows: number;
  readonly created: number;
  readonly changed: number;
  readonly unchanged: number;
  readonly newCustomers: number;
  readonly newSites: number;
  /** Sites that get an address, a position or a number they did not have. */
  readonly changedSites: number;
}

export interface ImportPreview {
  readonly id: string;
  readonly kind: ImportKind;
  readonly fileName: string;
  readonly counts: ImportCounts;
  readonly problems: readonly RowProblem[];
  /** The first of what would change, row by row. */
  readonly changes: readonly RowChange[];
  readonly badRows: number;
  /** The first rows as they were understood. */
  readonly sample: readonly Record<string, string>[];
  readonly unmappedWords: readonly { word: string; uses: number }[];
}

/** One line of the streamed answer while an import runs. */
export type ImportProgress =
  | { readonly kind: 'progress'; readonly done: number; readonly of: number; readonly step: string }
  | { readonly kind: 'done'; readonly preview: ImportPreview }
  | { readonly kind: 'refused'; readonly detail: string };

const text = z.string().max(2000);
const byText = <T extends z.ZodType>(of: T) => z.record(text, of);
const source = z.union([z.strictObject({ from: text }), z.strictObject({ all: text })]);
const recipe = z.strictObject({
  kind: z.enum(IMPORT_KINDS),
  columns: byText(source),
  dateOrder: z.enum(['day first', 'month first']).nullable(),
  words: byText(byText(text)),
  fixes: byText(z.enum(['leave empty', 'leave out'])),
  joins: byText(byText(text)),
}) satisfies z.ZodType<Recipe>;

export const newRecipe = z.object({
  id,
  name: name.max(80),
  headings: z.array(text).max(200, 'at most 200 columns'),
  recipe,
});
export type NewRecipe = z.infer<typeof newRecipe>;
export interface RecipeView {
  readonly id: string;
  readonly name: string;
  readonly headings: readonly string[];
  readonly recipe: Recipe;
  readonly usedAt: string;
}

export interface ImportRow {
  readonly id: string;
  readonly kind: ImportKind;
  readonly fileName: string;
  readonly by: string | null;
  readonly appliedAt: string;
  readonly takenBackAt: string | null;
  readonly created: number;
  readonly changed: number;
}
