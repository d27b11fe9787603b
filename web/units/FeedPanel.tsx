import { useMemo } from 'react';
import { Link } from 'react-router';
import type { TraceView, UnitPage } from '#contracts/units';
import { SiteRoofs } from '../drawings/MiniRoof.tsx';
import { Sure } from '../tracing/Sure.tsx';
import { Empty, Panel } from '../ui/frame/Screen.tsx';

const LINK = 'link';

/** How the unit is fed and controlled, what it serves, where it stands. */
export function FeedPanel({ unit }: { unit: UnitPage }) {
  const { feeds, controls, serves, water } = unit.traces;
  const marked = useMemo(() => [unit.id], [unit.id]);
  const groups: readonly (readonly [string, readonly TraceView[]])[] = [
    ['Fed from', feeds],
    ['Controlled by', controls],
    ['Serves', serves],
    ['Water from', water],
  ];
  return (
    <Panel
      title="Where it is and what feeds it"
      actions={
        <Link to={`/sites/${unit.siteId}/feeds?trace=${unit.id}`} className={LINK}>
          feeds and controls
        </Link>
      }
    >
      {unit.roofs.length > 0 ? (
        <SiteRoofs siteId={unit.siteId} marked={marked} width={380} height={190} />
      ) : null}
      {unit.roofs.length === 0 ? <p>Not on a roof plan.</p> : null}
      {unit.roofs.map((roof) => (
        <Link
          key={roof.id}
          to={`/roofs/${roof.id}?unit=${unit.id}`}
          className={`reach mr-3 inline-block content-center font-semibold ${LINK}`}
        >
          On the plan: {roof.name}
        </Link>
      ))}
      {unit.feed ? <p className="mt-1 text-lg">{unit.feed}.</p> : null}
      {groups.every(([, list]) => list.length === 0) ? (
        <Empty ghost="panel">What feeds or controls it is not known yet.</Empty>
      ) : null}
      <dl className="mt-1 grid grid-cols-[auto_1fr] gap-x-3">
        {groups
          .filter(([, list]) => list.length > 0)
          .map(([name, list]) => (
            <div key={name} className="contents">
              <dt className="text-soft">{name}</dt>
              <dd>
                {list.map((t, i) => (
                  <span key={i} className="block">
                    {t.text} <Sure how={t.how} by={t.by} on={t.on} />
                  </span>
                ))}
              </dd>
            </div>
          ))}
      </dl>
    </Panel>
  );
}
