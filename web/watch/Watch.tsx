import { useState } from 'react';
import { Link } from 'react-router';
import { FLAG_KINDS, type FlagKind } from '#core/history';
import { useWatchQuery } from '../api/watch.ts';
import { Button } from '../ui/Button.tsx';
import { FlagList } from '../ui/Flags.tsx';
import { Plate } from '../ui/Plate.tsx';
import { Empty, Loading, Screen, Trouble } from '../ui/Screen.tsx';
import { useSettingAside } from './settingAside.tsx';
import { WatchTabs } from './WatchTabs.tsx';

const PAGE = 50;

/** Units that need repair or replacement, worst first, each with its verdict and its reasons. */
export default function Watch() {
  const [flag, setFlag] = useState<FlagKind>();
  const [q, setQ] = useState('');
  const [offset, setOffset] = useState(0);
  const { data, error, refetch } = useWatchQuery({ ...(flag ? { flag } : {}), q, offset });
  const settingAside = useSettingAside();
  const worst = data?.rows[0];
  const sentence = !data
    ? 'The watch list'
    : data.total === 0
      ? flag || q
        ? 'No unit matches.'
        : 'No unit is on the watch list.'
      : `${data.total} ${data.total === 1 ? 'unit' : 'units'} to decide about. Worst: ${worst?.tag} at ${worst?.site}.`;
  return (
    <Screen title="Watch" sentence={sentence} actions={<Button onClick={() => window.print()}>Print</Button>}>
      <WatchTabs />
      <div className="no-print mb-3 flex flex-wrap items-center gap-2">
        <input
          type="search"
          aria-label="Search the watch list"
          placeholder="Search the watch list"
          value={q}
          onChange={(e) => {
            setQ(e.target.value);
            setOffset(0);
          }}
          className="min-h-8 w-64 rounded-[3px] border-2 border-rule bg-sheet px-2 focus:border-copper"
        />
        <div role="group" aria-label="Show only" className="flex flex-wrap gap-1">
          <Button
            aria-pressed={flag === undefined}
            look={flag === undefined ? 'act' : 'plain'}
            onClick={() => setFlag(undefined)}
          >
            all
          </Button>
          {FLAG_KINDS.map((kind) => (
            <Button
              key={kind}
              aria-pressed={flag === kind}
              look={flag === kind ? 'act' : 'plain'}
              onClick={() => {
                setFlag(flag === kind ? undefined : kind);
                setOffset(0);
              }}
            >
              {kind}
            </Button>
          ))}
        </div>
      </div>
      {error ? <Trouble error={error} retry={refetch} /> : null}
      {!data && !error ? <Loading what="the watch list" /> : null}
      {data?.total === 0 ? (
        <Empty>
          {flag || q
            ? 'Take a filter off to see more.'
            : 'Hazards, repeats, callbacks, leaks and old age would stand here, worst first.'}
        </Empty>
      ) : null}
      <ol className="space-y-2" start={offset + 1}>
        {data?.rows.map((row) => (
          <li
            key={row.unitId}
            className="grid break-inside-avoid gap-x-4 gap-y-1 border border-rule bg-sheet p-3 md:grid-cols-[190px_minmax(0,1fr)]"
          >
            <div>
              <Plate tag={row.tag} to={`/units/${row.unitId}`} flagKinds={row.flags.map((f) => f.kind)} />
              <p className="mt-1">
                <Link to={`/sites/${row.siteId}`} className="hover:underline">
                  {row.site}
                </Link>
              </p>
              <p className="text-sm text-soft">{row.customer}</p>
            </div>
            <FlagList flags={row.flags} act={(flag) => settingAside.act(row.unitId, flag)} />
          </li>
        ))}
      </ol>
      {data && data.total > PAGE ? (
        <nav aria-label="Pages of the watch list" className="no-print mt-3 flex items-center gap-2">
          <Button disabled={offset === 0} onClick={() => setOffset(Math.max(0, offset - PAGE))}>
            Worse
          </Button>
          <span>
            {offset + 1}–{Math.min(data.total, offset + PAGE)} of {data.total}
          </span>
          <Button disabled={offset + PAGE >= data.total} onClick={() => setOffset(offset + PAGE)}>
            Less bad
          </Button>
        </nav>
      ) : null}
      {settingAside.dialog}
    </Screen>
  );
}
