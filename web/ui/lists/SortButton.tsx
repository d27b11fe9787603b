import type { ReactNode } from 'react';

export type SortDir = 'asc' | 'desc';

/** What a heading says of its order to who hears the page. */
export const ARIA_SORT = { asc: 'ascending', desc: 'descending' } as const;

/** A heading that sorts: once the one way, again the other. */
export function SortButton({
  dir,
  onSort,
  children,
}: {
  /** The way it is sorted by now; undefined where something else sorts. */
  dir: SortDir | undefined;
  onSort: (dir: SortDir) => void;
  children: ReactNode;
}) {
  return (
    <button
      type="button"
      className="reach font-semibold underline-offset-4 hover:underline"
      onClick={() => onSort(dir === 'asc' ? 'desc' : 'asc')}
    >
      {children}
      <span aria-hidden="true">{dir === undefined ? '' : dir === 'asc' ? ' ↑' : ' ↓'}</span>
    </button>
  );
}
