import type { ReactNode } from 'react';
import type { ListAsk } from '../../api/base.ts';

export interface ListColumn<Row> {
  readonly id: string;
  readonly header: string;
  /** Name of the server's sort order; a column without one cannot be sorted. */
  readonly sort?: string;
  /** What the cell shows; a list that draws its rows as lines has none. */
  readonly cell?: (row: Row) => ReactNode;
  readonly right?: boolean;
  /** Not shown on a phone, where a row stands in a few lines. */
  readonly wide?: boolean;
  /** What the cell says as text, for files; a column without one is left out of them. */
  readonly text?: (row: Row) => string | number | null;
}

export interface ListState extends ListAsk {
  readonly set: (patch: Partial<ListAsk>) => void;
}

/** A choice that narrows a list; the server knows it by its name and values. */
export interface ListFilter {
  readonly name: string;
  /** What is listed where nothing is chosen: "all kinds". */
  readonly all: string;
  readonly options: readonly (string | readonly [value: string, label: string])[];
}
