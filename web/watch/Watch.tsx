import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { besideFlag } from '#core/judging/history';
import { plural } from '#core/base/sentences';
import type { WatchRow } from '#contracts/watch';
import { useLazyWatchQuery, useWatchQuery, watchParams, type WatchAsk } from '../api/watch.ts';
import { Stories, UnitStory } from '../drawings/MiniStory.tsx';
import { useWho } from '../state/session.ts';
import { Button, pressed } from '../ui/frame/Button.tsx';
import { FlagList, FlagWord } from '../ui/marks/Flags.tsx';
import { Plate } from '../ui/marks/Plate.tsx';
import { Empty, Screen, Trouble } from '../ui/frame/Screen.tsx';
import { useWhole } from '../ui/lists/useWhole.ts';
import { decisionWords, useDeciding } from './deciding.tsx';
import { Filters } from './Filters.tsx';
import { standingTogether } from './together.ts';
import { WatchTabs } from './WatchTabs.tsx';

const PAGE = 50;
const NONE: readonly WatchRow[] = [];

/**
 * Units somebody has to decide about, worst first, each with its verdict and its reasons; those with one
 * cause together.
 */
export default function Watch() {
  const { can } = useWho();
  const [ask, setAsk] = useState<WatchAsk>({ q: '', offset: 0, group: 'to decide' });
  const { data, error, refetch } = useWatchQuery(ask);
  const [load] = useLazyWatchQuery();
  const [printing, setPrinting] = useState<readonly WatchRow[]>();
  const deciding = useDeciding();
  const change = (patch: Partial<WatchAsk>) => setAsk({ ...ask, offset: 0, ...patch });
  const filtered = Boolean(ask.q || ask.flag || ask.customer || ask.refrigerant || ask.age);

  const whole = useWhole({ label: 'watch list', ask, page: (next: WatchAsk) => load(next).unwrap() });

  const rows = printing ?? data?.rows ?? NONE;
  const units = useMemo(() => rows.map((row) => row.unitId), [rows]);
  const csv = `/api/exports/watch.csv?${new URLSearchParams(watchParams({ ...ask, offset: undefined }))}`;
  return (
    <Screen
      title="Watch"
      sentence={sentenceOf(ask, data?.total, data?.units, data?.rows[0], filtered)}
      waits={data || error ? undefined : 'the watch list'}
      actions={
        <>
          {can('export') ? (
            <a href={csv} download className={pressed()}>
              Export all as CSV
            </a>
          ) : null}
          {whole.trouble ? (
            <span role="alert" className="fault">
              {whole.trouble}
            </span>
          ) : null}
          <Button disabled={!data || whole.busy} onClick={() => void whole.print(setPrinting)}>
            Print all
          </Button>
        </>
      }
    >
      <WatchTabs />
      <Filters ask={ask} page={data} onChange={change} />
      {error ? <Trouble error={error} retry={refetch} /> : null}
      {data?.total === 0 ? (
        <Empty {...(filtered ? {} : { ghost: 'unit' as const })}>
          {filtered
            ? 'Take a filter off to see more.'
            : 'Hazards, repeats, callbacks, leaks and what was left open would stand here, worst first.'}
        </Empty>
      ) : null}
      <Stories units={units}>
        <ol className="border-b border-rule">
          {standingTogether(rows).map((group) => {
            const [first] = group;
            const own = group.map((row) => <Row key={row.unitId} row={row} deciding={deciding} />);
            return (
              <li key={first.unitId}>
                {first.together ? (
                  <section aria-label={causeWords(first, group.length)} className="my-3 border-2 border-ink">
                    <p className="px-3 py-1 font-semibold">{causeWords(first, group.length)}</p>
                    {own}
                  </section>
                ) : (
                  own
                )}
              </li>
            );
          })}
        </ol>
      </Stories>
      {data && data.total > PAGE ? (
        <nav aria-label="Pages of the watch list" className="no-print mt-3 flex items-center gap-2">
          <Button
            disabled={ask.offset === 0}
            onClick={() => setAsk({ ...ask, offset: Math.max(0, ask.offset - PAGE) })}
          >
            Previous
          </Button>
          <span>
            {ask.offset + 1} to {Math.min(data.total, ask.offset + PAGE)} of {data.total}
          </span>
          <Button
            disabled={ask.offset + PAGE >= data.total}
            onClick={() => setAsk({ ...ask, offset: ask.offset + PAGE })}
          >
            Next
          </Button>
        </nav>
      ) : null}
      {deciding.dialog}
    </Screen>
  );
}

/** What the units of a box have in common, and how many of them stand in it. */
function causeWords({ together, customer }: WatchRow, here: number): string {
  if (!together) return '';
  const all = plural(together.units, 'unit');
  return `Same cause: ${together.cause} on ${all} of ${customer} within a year${here === together.units ? '' : `, ${here} of them here`}`;
}

/** One unit in one line: tag, where, two years, the words; the reasons open beneath it. */
function Row({ row, deciding }: { row: WatchRow; deciding: ReturnType<typeof useDeciding> }) {
  const [open, setOpen] = useState(false);
  const [first] = row.flags;
  const [decision] = row.decisions;
  return (
    <div className="break-inside-avoid border-t border-rule bg-sheet px-3 py-1">
      <div className="unit-row">
        <span className="w-24 shrink-0">
          <Plate tag={row.tag} to={`/units/${row.unitId}`} flagKinds={row.flags.map((f) => f.kind)} />
        </span>
        <Link
          to={`/sites/${row.siteId}`}
          title={row.customer}
          className="reach content-center truncate hover:underline desk:w-44 desk:shrink-0"
        >
          {row.site}
        </Link>
        <UnitStory unitId={row.unitId} />
        <span className="flex min-w-0 grow items-baseline gap-2">
          {decision ? (
            <span className="min-w-0 truncate text-verdigris">
              <strong>Decided:</strong> {decisionWords(decision)}
            </span>
          ) : (
            <>
              {row.flags.map((flag) => (
                <FlagWord key={flag.kind} kind={flag.kind} />
              ))}
              <span className="unit-words min-w-0 truncate" title={first?.sentence}>
                {first && besideFlag(first.sentence)}
              </span>
            </>
          )}
        </span>
        <span className="no-print flex shrink-0 gap-2">
          <Button
            look="quiet"
            aria-expanded={open}
            aria-label={`Why ${row.tag} at ${row.site}`}
            onClick={() => setOpen(!open)}
          >
            why
          </Button>
          {deciding.button({ id: row.unitId, tag: row.tag }, row.flags)}
        </span>
      </div>
      <div className={open ? 'py-2 desk:pl-27' : 'print-only'}>
        <p className="text-sm text-soft">{row.customer}</p>
        <FlagList flags={row.flags} />
        {row.decisions.map((one) => (
          <p key={one.id} className="mt-1 flex flex-wrap items-center gap-x-2 text-verdigris">
            <strong>Decided:</strong> {decisionWords(one)} {deciding.takeBack(one)}
          </p>
        ))}
      </div>
    </div>
  );
}

function sentenceOf(
  ask: WatchAsk,
  total: number | undefined,
  units: number | undefined,
  worst: WatchRow | undefined,
  filtered: boolean,
): string {
  if (total === undefined || units === undefined) return 'The watch list';
  if (total === 0) return filtered ? 'No unit matches.' : NOTHING[ask.group ?? 'to decide'];
  const of = `${plural(total, 'unit')} of ${units}`;
  switch (ask.group) {
    case 'decided':
      return `${of} ${total === 1 ? 'is' : 'are'} decided about.`;
    case 'advice':
      return `${of} ${total === 1 ? 'wears' : 'wear'} out filters or belts too soon: a shorter interval helps.`;
    case 'plan':
      return `${of} ${total === 1 ? 'is' : 'are'} as old as their kind gets: a plan for the years ahead.`;
    default:
      return `${of} to decide about. Worst: ${worst?.tag} at ${worst?.site}.`;
  }
}

const NOTHING: Record<NonNullable<WatchAsk['group']>, string> = {
  'to decide': 'There is nothing to decide about.',
  decided: 'Nothing has been decided yet.',
  advice: 'Nothing wears out too soon.',
  plan: 'No unit is as old as its kind gets.',
};
