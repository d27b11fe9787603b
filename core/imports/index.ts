/** Spreadsheets of others: which heading is which column, what a cell means, which names are one. */
export {
  CALL_COLUMNS,
  COLUMNS,
  columnsOf,
  SITE_COLUMNS,
  LINE_COLUMN,
  neededOf,
  UNIT_COLUMNS,
  type ImportKind,
} from './columns.ts';
export { guessKind, guessMapping, type Mapping, type RawTable, type Source } from './match.ts';
export {
  groupKey,
  NO_SUCH_UNIT,
  tagKey,
  translate,
  type Group,
  type KnownNames,
  type OnRecord,
  type PersonNamed,
  type Recipe,
  type Translated,
  type WordUse,
} from './translate.ts';
export { BOTH_WAYS, numberOfCell, type DateOrder } from './cells.ts';
export type { Double } from './doubles.ts';
export { harmless, restored } from './harmless.ts';
