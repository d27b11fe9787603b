import Papa from 'papaparse';
import { AT_ALL, type Entry } from '#core/diagnosis';
import { numberTyped } from '../ui/forms/numbers.ts';

const NEEDED = ['fault', 'circumstance', 'factor', 'source'] as const;

/**
 * The company's rows of a table of what fails when. Rows marked as Gradum's come with every table that was downloaded,
 * and are passed over.
 *
 * @param text of a CSV file with a heading line
 */
export function failuresIn(text: string): {
  readonly rows: readonly Entry[];
  readonly troubles: readonly string[];
} {
  const { data, meta } = Papa.parse<Record<string, string>>(text, {
    ...{ header: true, skipEmptyLines: 'greedy' },
    transformHeader: (header) => header.trim().toLowerCase(),
  });
  const missing = NEEDED.filter((name) => !(meta.fields ?? []).includes(name));
  if (missing.length > 0)
    return { rows: [], troubles: [`The file has no column called ${missing.join(', ')}.`] };
  const own = data.filter(({ whose = '' }) => whose.trim().toLowerCase() !== 'gradum');
  const rows = own.map((row): Entry => ({
    fault: (row.fault ?? '').trim(),
    circumstance: ((row.circumstance ?? '').trim() || AT_ALL) as Entry['circumstance'],
    factor: numberTyped(row.factor) ?? NaN,
    source: (row.source ?? '').trim(),
  }));
  return { rows, troubles: [] };
}

/** @see failuresIn */
export const readFailures = async (file: File) => failuresIn(await file.text());
