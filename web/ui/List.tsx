import { tableFeatures, useTable, type ColumnDef } from '@tanstack/react-table';
import { useDeferredValue, useEffect, useState, type ReactNode } from 'react';
import { Button } from './Button.tsx';
import { Empty, Loading, Trouble } from './Screen.tsx';
import type { ListAsk } from '../api/base.ts';
import type { AskPage } from './everyRow.ts';
import type { ListColumn, ListState } from './listShape.ts';
import { useWhole } from './useWhole.ts';

const features = tableFeatures({});

const PAGE = 50;

/** Search text, order and page of a list. Typing starts again at the first page. */
export function useListState(sort: string, dir: 'asc' | 'desc' = 'asc'): ListState {
  const [state, setState] = useState<ListAsk>({ q: '', sort, dir, offset: 0, limit: PAGE });
  const q = useDeferredValue(state.q);
  return { ...state, q, set: (patch) => setState((before) => ({ ...before, offset: 0, ...patch })) };
}

/** A list the server searches, sorts and cuts into pages. */
export function List<Row extends { id: string }>({
  label,
  state,
  columns,
  answer,
  empty,
  actions,
  page,
}: {
  label: string;
  state: ListState;
  columns: readonly ListColumn<Row>[];
  answer: {
    data?: { rows: Row[]; total: number } | undefined;
    error?: unknown;
    isFetching: boolean;
    refetch: () => void;
  };
  empty: ReactNode;
  actions?: ReactNode;
  /** Asks for any stretch of the list, so that all of it can be printed and saved. */
  page: AskPage<Row>;
}) {
  const [typed, setTyped] = useState(state.q);
  const { set } = state;
  useEffect(() => {
    const timer = setTimeout(() => set({ q: typed }), 120);
    return () => clearTimeout(timer);
    // set is made anew on each render; only the text counts.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [typed]);
  const [printing, setPrinting] = useState<Row[]>();
  const definitions: ColumnDef<typeof features, Row>[] = columns.map((column) => ({
    id: column.id,
    header: column.header,
    cell: ({ row }) => column.cell(row.original),
  }));
  const table = useTable({
    features,
    columns: definitions,
    data: printing ?? answer.data?.rows ?? [],
    getRowId: (row) => row.id,
  });
  const total = answer.data?.total ?? 0;
  const whole = useWhole({ label, state, columns, page });
  const limit = state.limit ?? PAGE;
  return (
    <div>
      <div className="no-print mb-2 flex flex-wrap items-center gap-2">
        <input
          type="search"
          aria-label={`Search ${label}`}
          placeholder={`Search ${label}`}
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          className="min-h-8 w-64 max-w-full rounded-[3px] border-2 border-rule bg-sheet px-2 focus:border-copper"
        />
        <span role="status" className="text-sm text-soft">
          {answer.data ? `${total} ${total === 1 ? 'row' : 'rows'}` : ''}{' '}
          {answer.isFetching && answer.data ? '…' : ''}
        </span>
        <span className="grow" />
        {total > 0 ? (
          <>
            <Button look="quiet" disabled={whole.busy} onClick={() => void whole.save()}>
              Save as CSV
            </Button>
            <Button look="quiet" disabled={whole.busy} onClick={() => void whole.print(setPrinting)}>
              Print all
            </Button>
          </>
        ) : null}
        {whole.trouble ? (
          <span role="alert" className="font-semibold text-ember">
            {whole.trouble}
          </span>
        ) : null}
        {actions}
      </div>
      {answer.error ? <Trouble error={answer.error} retry={answer.refetch} /> : null}
      {!answer.data && !answer.error ? <Loading what={label} /> : null}
      {answer.data && total === 0 ? <Empty>{state.q ? `Nothing matches “${state.q}”.` : empty}</Empty> : null}
      {total > 0 ? (
        <div
          className="overflow-x-auto border border-rule bg-sheet"
          tabIndex={0}
          role="region"
          aria-label={label}
        >
          <table className="w-full border-collapse text-left">
            <thead>
              {table.getHeaderGroups().map((group) => (
                <tr key={group.id} className="border-b-2 border-ink">
                  {group.headers.map((header, i) => {
                    const column = columns[i] as ListColumn<Row>;
                    const active = column.sort !== undefined && column.sort === state.sort;
                    return (
                      <th
                        key={header.id}
                        scope="col"
                        aria-sort={active ? (state.dir === 'asc' ? 'ascending' : 'descending') : undefined}
                        className={`px-2 py-1 text-sm ${column.right ? 'text-right' : ''}`}
                      >
                        {column.sort ? (
                          <button
                            type="button"
                            className="font-semibold underline-offset-4 hover:underline"
                            onClick={() =>
                              set({
                                sort: column.sort as string,
                                dir: active && state.dir === 'asc' ? 'desc' : 'asc',
                              })
                            }
                          >
                            {column.header}
                            <span aria-hidden="true">
                              {active ? (state.dir === 'asc' ? ' ↑' : ' ↓') : ''}
                            </span>
                          </button>
                        ) : (
                          column.header
                        )}
                      </th>
                    );
                  })}
                </tr>
              ))}
            </thead>
            <tbody>
              {table.getRowModel().rows.map((row) => (
                <tr key={row.id} className="border-b border-rule last:border-0 hover:bg-paper">
                  {row.getAllCells().map((cell, i) => (
                    <td
                      key={cell.id}
                      className={`px-2 py-1 align-top ${columns[i]?.right ? 'text-right' : ''}`}
                    >
                      <table.FlexRender cell={cell} />
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      ) : null}
      {total > limit ? (
        <nav aria-label={`Pages of ${label}`} className="no-print mt-2 flex items-center gap-2">
          <Button
            disabled={state.offset === 0}
            onClick={() => set({ offset: Math.max(0, state.offset - limit) })}
          >
            Previous
          </Button>
          <span className="text-sm">
            {state.offset + 1}–{Math.min(total, state.offset + limit)} of {total}
          </span>
          <Button
            disabled={state.offset + limit >= total}
            onClick={() => set({ offset: state.offset + limit })}
          >
            Next
          </Button>
        </nav>
      ) : null}
    </div>
  );
}
