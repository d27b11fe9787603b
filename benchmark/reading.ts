import { translate, type RawTable, type Recipe } from '#core/imports';
import type { Row } from './table.ts';

const NOTHING = { places: {}, people: [], makers: [] };

const HEADINGS = [
  'customer',
  'site',
  'unit',
  'kind',
  'installed_on',
  'tons',
  'voltage',
  'refrigerant',
  'charge_lb',
];
const RECIPE: Recipe = {
  kind: 'units',
  columns: Object.fromEntries(HEADINGS.map((name) => [name, { from: name }])),
  dateOrder: 'month first',
  words: { kind: { rtu: 'package gas/electric' } },
  fixes: {},
  joins: {},
};

/** A list as an office keeps it: many customers, units in the cells, dates that can be read both ways. */
function list(rows: number): RawTable {
  return {
    headings: HEADINGS,
    rows: Array.from({ length: rows }, (_, i) => [
      `Customer ${i % 3000} Inc`,
      `Site ${i % 9000}`,
      `RTU-${i}`,
      'RTU',
      `${(i % 12) + 1}/${(i % 28) + 1}/20${10 + (i % 14)}`,
      `${(i % 20) + 1} tons`,
      '208/230-3',
      'R410A',
      '10 lb 4 oz',
    ]),
    lines: Array.from({ length: rows }, (_, i) => i + 2),
  };
}

/** Reading a spreadsheet by a recipe; the yardstick is splitting the same cells out of one text. */
export function benchReading(rows: number): Row {
  const table = list(rows);
  const text = table.rows.map((row) => row.join('\t')).join('\n');
  const split = performance.now();
  text.split('\n').forEach((line) => line.split('\t'));
  const plain = performance.now() - split;
  const began = performance.now();
  const { rows: good } = translate(table, RECIPE, NOTHING, { positionIn: () => ({ lat: 0, lon: 0 }) });
  const took = performance.now() - began;
  if (good.length !== rows) throw new Error(`${rows - good.length} of ${rows} rows were not read`);
  return {
    what: `reading a spreadsheet of ${rows.toLocaleString('en')} rows`,
    figure: `${(took / 1000).toFixed(1)} s`,
    yardstick: `splitting its cells ${plain.toFixed(0)} ms`,
    wanted: rows <= 10_000 ? '≤ 2 s' : 'in a worker, with progress',
    met: rows > 10_000 || took <= 2000,
  };
}
