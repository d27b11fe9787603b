import { z } from 'zod';
import { id } from './common.ts';

const IMPORT_KINDS = ['units', 'calls'] as const;
export type ImportKind = (typeof IMPORT_KINDS)[number];

export const UNIT_COLUMNS = [
  'customer',
  'site',
  'ref',
  'address',
  'lat',
  'lon',
  'unit',
  'kind',
  'manufacturer',
  'model',
  'serial',
  'built_on',
  'installed_on',
  'tons',
  'refrigerant',
  'charge_lb',
  'voltage',
  'phase',
  'area_served',
  'status',
] as const;
export const CALL_COLUMNS = [
  'customer',
  'site',
  'unit',
  'ref',
  'received_at',
  'complaint',
  'system',
  'component',
  'failure',
  'action',
  'completed_at',
  'technician',
  'refrigerant',
  'refrigerant_added_lb',
  'refrigerant_recovered_lb',
  'cost',
  'kind',
] as const;

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

export interface ImportCounts {
  readonly rows: number;
  readonly created: number;
  readonly changed: number;
  readonly unchanged: number;
  readonly newCustomers: number;
  readonly newSites: number;
}

export interface ImportPreview {
  readonly id: string;
  readonly kind: ImportKind;
  readonly fileName: string;
  readonly counts: ImportCounts;
  readonly problems: readonly RowProblem[];
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
