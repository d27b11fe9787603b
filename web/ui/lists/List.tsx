import { tableFeatures, useTable, type ColumnDef } from '@tanstack/react-table';
import { useDeferredValue, useEffect, useState, type ReactNode } from 'react';
import { useSearchParams } from 'react-router';
import { plural } from '#core/base/sentences';
import type { GhostOf } from '../frame/Ghost.tsx';
import { Button } from '../frame/Button.tsx';
import { Empty, Loading, Trouble } from '../frame/Screen.tsx';
import type { ListAsk } from '../../api/base.ts';
import type { AskPage } from './everyRow.ts';
import type { ListColumn, ListFilter, ListState } from './listShape.ts';
import { ARIA_SORT, SortButton } from './SortButton.tsx';
import { useWhole } from './useWhole.ts';
import { SearchField } from '../forms/SearchField.tsx';

const features = tableFeatures({});

const PAGE = 50;

/**
 * Search text, order, filters and page of a list. Typing and choosing start again at the first page.
 *
 * @param filters those the address may name, so that a link can open the list narrowed
 */
export function useListState(
  sort: string,
  dir: 'asc' | 'desc' = 'asc',
  filters: readonly ListFilter[] = [],
): ListState {
  const [params] = useSearchParams();
  const [state, setState] = useState<ListAsk>(() => {
    const only = filters.flatMap(({ name, options }) => {
      const value = params.get(name);
      return options.some((option) => valueOf(option) === value) ? [[name, value]] : [];
    });
    return { q: '', sort, dir, offset: 0, limit: PAGE, only: Object.fromEntries(only) };
  });
  const q = useDeferredValue(state.q);
  return { ...state, q, set: (patch) => setState((before) => ({ ...before, offset: 0, ...patch })) };
}

const valueOf = (option: ListFilter['options'][number]): string =>
  typeof option === 'string' ? option : option[0];
const labelOf = (option: ListFilter['options'][number]): string =>
  typeof option === 'string' ? option : option[1];

/** One choice for each filter of a list. */
function Filters({ filters, state }: { filters: readonly ListFilter[]; state: ListState }) {
  return filters.map(({ name, all, options }) => {
    const value = state.only?.[name] ?? '';
    return (
      <select
        key={name}
        aria-label={`Show ${all}, or only`}
        className={`reach max-w-52 rounded-[3px] border-2 bg-sheet px-2 ${value ? 'border-ink font-semibold' : 'border-rule'}`}
        value={value}
        onChange={(event) => {
          const { [name]: _before, ...others } = state.only ?? {};
          state.set({ only: event.target.value ? { ...others, [name]: event.target.value } : others });
        }}
      >
        <option value="">{all}</option>
        {options.map((option) => (
          <option key={valueOf(option)} value={valueOf(option)}>
            {labelOf(option)}
          </option>
        ))}
      </select>
    );
  });
}

/** What the rows are ordered by, where no heading can be pressed. */
function Order<Row>({ columns, state }: { columns: readonly ListColumn<Row>[]; state: ListState }) {
  return (
    <>
      <select
        aria-label="Order by"
        className="reach rounded-[3px] border-2 bg-sheet px-2"
        value={state.sort}
        onChange={(event) => state.set({ sort: event.target.value })}
      >
        {columns.map((column) =>
          column.sort ? (
            <option key={column.id} value={column.sort}>
              by {column.header.toLowerCase()}
            </option>
          ) : null,
        )}
      </select>
      <Button onClick={() => state.set({ dir: state.dir === 'asc' ? 'desc' : 'asc' })}>
        {state.dir === 'asc' ? 'first to last' : 'last to first'}
      </Button>
    </>
  );
}

/** What is said of a list that is empty for what was asked of it. */
function narrowed({ q, only = {} }: ListState): string | undefined {
  const chosen = Object.values(only);
  if (q === '' && chosen.length === 0) return undefined;
  return `Nothing matches ${[...(q ? [`“${q}”`] : []), ...chosen].join(' and ')}.`;
}

/** A list the server searches, sorts and cuts into pages. */
export function List<Row extends { id: string }>({
  label,
  counted = label,
  state,
  columns,
  answer,
  empty,
  ghost,
  actions,
  filters = [],
  page,
  line,
}: {
  label: string;
  /** What its rows are, in the plural. */
  counted?: string;
  state: ListState;
  columns: readonly ListColumn<Row>[];
  answer: {
    data?: { rows: Row[]; total: number } | undefined;
    error?: unknown;
    isFetching: boolean;
    refetch: () => void;
  };
  empty: ReactNode;
  /** What will stand there. */
  ghost?: GhostOf;
  actions?: ReactNode;
  filters?: readonly ListFilter[];
  /** Asks for any stretch of the list, so that all of it can be printed and saved. */
  page: AskPage<Row>;
  /**
   * Draws a row as a line of its own in place of cells; search and order then open from a word above the
   * lines.
   */
  line?: (row: Row) => ReactNode;
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
  // On a phone choices stand open where one is made.
  const [more, setMore] = useState(() => Object.keys(state.only ?? {}).length > 0);
  const definitions: ColumnDef<typeof features, Row>[] = columns.map((column) => ({
    id: column.id,
    header: column.header,
    cell: ({ row }) => column.cell?.(row.original),
  }));
  const table = useTable({
    features,
    columns: definitions,
    data: printing ?? answer.data?.rows ?? [],
    getRowId: (row) => row.id,
  });
  const total = answer.data?.total ?? 0;
  const { set: _set, ...ask } = state;
  const whole = useWhole({
    label,
    ask,
    columns: columns.flatMap(({ header, text }) => (text ? [{ header, text }] : [])),
    page,
  });
  const limit = state.limit ?? PAGE;
  const tools = (
    <>
      <SearchField
        label={`Search ${label}`}
        hint={`Search ${label}`}
        value={typed}
        onChange={setTyped}
        className="w-64 roof:w-44"
      />
      {line ? null : (
        <Button className="desk:hidden" aria-expanded={more} onClick={() => setMore(!more)}>
          {more ? 'Fewer choices' : 'Filter and order'}
        </Button>
      )}
      <span className={`flex-wrap gap-2 desk:contents ${line || more ? 'flex' : 'hidden'}`}>
        <Filters filters={filters} state={state} />
        <span className={`flex flex-wrap gap-2 ${line ? '' : 'desk:hidden'}`}>
          <Order columns={columns} state={state} />
        </span>
      </span>
      <span role="status" className="text-sm text-soft">
        {answer.data ? plural(total, counted.replace(/s$/, ''), counted) : ''}{' '}
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
        <span role="alert" className="fault">
          {whole.trouble}
        </span>
      ) : null}
      {actions}
    </>
  );
  const rows = table.getRowModel().rows;
  return (
    <div>
      {line ? (
        <details className="no-print mb-1" open={narrowed(state) !== undefined || undefined}>
          <summary className="link w-fit cursor-pointer">Search and order</summary>
          <div className="mb-2 flex flex-wrap items-center gap-2">{tools}</div>
        </details>
      ) : (
        <div className="no-print mb-2 flex flex-wrap items-center gap-2">{tools}</div>
      )}
      {answer.error ? <Trouble error={answer.error} retry={answer.refetch} /> : null}
      {!answer.data && !answer.error ? <Loading what={label} /> : null}
      {answer.data && total === 0 ? (
        <Empty {...(ghost && !narrowed(state) ? { ghost } : {})}>{narrowed(state) ?? empty}</Empty>
      ) : null}
      {total > 0 && line ? (
        <ul aria-label={label} className="border-b border-rule bg-sheet">
          {rows.map((row) => (
            <li key={row.id} className="unit-row row-apart border-t border-rule px-3 py-1">
              {line(row.original)}
            </li>
          ))}
        </ul>
      ) : null}
      {total > 0 && !line ? (
        <div
          className="overflow-x-auto border border-rule bg-sheet"
          tabIndex={0}
          role="region"
          aria-label={label}
        >
          <table className="in-lines w-full border-collapse text-left">
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
                        aria-sort={active ? ARIA_SORT[state.dir] : undefined}
                        className={`px-2 py-1 text-sm ${column.right ? 'text-right' : ''}`}
                      >
                        {column.sort ? (
                          <SortButton
                            dir={active ? state.dir : undefined}
                            onSort={(dir) => set({ sort: column.sort as string, dir })}
                          >
                            {column.header}
                          </SortButton>
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
              {rows.map((row) => (
                <tr
                  key={row.id}
                  className="row-apart border-b border-rule last:border-0 hover:bg-paper roof:px-3"
                >
                  {row.getAllCells().map((cell, i) => (
                    <td
                      key={cell.id}
                      className={
                        'h-10 px-2 whitespace-nowrap ' +
                        (columns[i]?.right ? 'text-right ' : '') +
                        (columns[i]?.wide ? 'phone:hidden' : '')
                      }
                    >
                      {columns[i]?.right ? <span className="line-word">{columns[i]?.header}: </span> : null}
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
