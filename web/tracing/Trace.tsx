import { useId, useState } from 'react';
import { Link } from 'react-router';
import {
  aroundUnit,
  feedOf,
  feedSentence,
  onPoles,
  pointName,
  polesText,
  reachedFrom,
  type SitePoint,
} from '#core/places/tracing';
import type { TracingView } from '#contracts/tracing';
import { SiteRoofs } from '../drawings/MiniRoof.tsx';
import { Panel } from '../ui/frame/Screen.tsx';
import { Sure } from './Sure.tsx';

/** Either way: from a breaker to what hangs on it, from a unit to the breaker that feeds it. */
export function Trace({
  net,
  traced,
  onTrace,
}: {
  net: TracingView;
  traced: string | undefined;
  onTrace: (id: string | undefined) => void;
}) {
  const [panel, setPanel] = useState('');
  const [poles, setPoles] = useState('');
  const listId = useId();
  const panels = net.points.filter((p) => p.kind === 'panel');
  const wanted = poles
    .split(/[^\d]+/)
    .filter(Boolean)
    .map(Number);
  const panelId = panel || panels[0]?.id;
  const hits = panelId && wanted.length > 0 ? onPoles(net, panelId, wanted) : [];
  const point = net.points.find((p) => p.id === traced);
  // Which units the answer is about, on the roof.
  const marked = [...hits.map(({ point: to }) => to), ...(point ? [point] : [])].flatMap((one) =>
    unitsBehind(net, one).map(({ id }) => id),
  );
  return (
    <Panel title="Trace">
      <div className="grid gap-2 sm:grid-cols-2">
        <label className="block text-sm font-semibold">
          Unit or point
          <select
            value={traced ?? ''}
            onChange={(e) => onTrace(e.target.value || undefined)}
            className="reach w-full rounded-[3px] border-2 border-rule bg-sheet px-2 text-base font-normal"
          >
            <option value="">choose</option>
            {[...net.points]
              .sort(
                (a, b) =>
                  Number(b.kind === 'unit') - Number(a.kind === 'unit') ||
                  a.name.localeCompare(b.name, 'en', { numeric: true }),
              )
              .map((p) => (
                <option key={p.id} value={p.id}>
                  {p.name}
                  {p.kind === 'unit' ? (p.where ? `, ${p.where}` : '') : ` (${p.kind})`}
                </option>
              ))}
          </select>
        </label>
        <div className="grid grid-cols-[1fr_5rem] gap-2">
          <label className="block text-sm font-semibold">
            or panel
            <select
              value={panelId ?? ''}
              onChange={(e) => setPanel(e.target.value)}
              className="reach w-full rounded-[3px] border-2 border-rule bg-sheet px-2 text-base font-normal"
            >
              {panels.map((p) => (
                <option key={p.id} value={p.id}>
                  {p.name}
                </option>
              ))}
            </select>
          </label>
          <label className="block text-sm font-semibold" htmlFor={listId}>
            poles
            <input
              id={listId}
              value={poles}
              inputMode="text"
              placeholder="8/10"
              onChange={(e) => setPoles(e.target.value)}
              className="reach w-full rounded-[3px] border-2 border-rule bg-sheet px-2 text-base font-normal"
            />
          </label>
        </div>
      </div>
      <div aria-live="polite" className="mt-3 space-y-2">
        {wanted.length > 0 && hits.length === 0 ? <p>Nothing is on record on those poles.</p> : null}
        {hits.map(({ link, point: to }) => (
          <div key={link.id} className="border border-rule px-3 py-1">
            <p className="text-lg">
              <strong>{polesText(link)}</strong> feed {behind(net, to)}.
            </p>
            <Sure how={link.how} by={link.by} on={link.on} />
          </div>
        ))}
        {point ? <Traced net={net} point={point} /> : null}
      </div>
      <div className="mt-3">
        <SiteRoofs siteId={net.siteId} marked={marked} width={340} height={170} />
      </div>
    </Panel>
  );
}

/** The units that hang on a point, by what feeds them; a unit is its own. */
const unitsBehind = (net: TracingView, point: SitePoint): SitePoint[] =>
  point.kind === 'unit' ? [point] : reachedFrom(net, point.id, ['feeds']).filter((p) => p.kind === 'unit');

/** A point with the units and areas behind it: "unit D, which serves Projection booth". */
function behind(net: TracingView, point: SitePoint): string {
  const units = unitsBehind(net, point);
  if (units.length === 0) return pointName(point);
  const named = units.map((u) => {
    const areas = aroundUnit(net, u.id).serves.map((s) => s.point.name);
    return `unit ${u.name}${areas.length > 0 ? `, ${areas.join(' and ')}` : u.where ? `, ${u.where}` : ''}`;
  });
  return point.kind === 'unit' ? named.join('; ') : `${pointName(point)}, and through it ${named.join('; ')}`;
}

function Traced({ net, point }: { net: TracingView; point: SitePoint }) {
  const feed = feedSentence(net, point.id);
  const { controls, serves, water } = aroundUnit(net, point.id);
  const steps = feedOf(net, point.id);
  const below = reachedFrom(net, point.id, ['feeds', 'controls', 'serves', 'circulates']);
  return (
    <div className="settled">
      <p className="text-lg">
        {point.kind === 'unit' ? (
          <Link to={`/units/${point.id}`} className="plate link">
            {point.name}
          </Link>
        ) : (
          <strong>{pointName(point)}</strong>
        )}
        :{' '}
        {feed ??
          (point.kind === 'unit' || point.kind === 'disconnect'
            ? 'its feed is not on record'
            : 'nothing above it is on record')}
        .
      </p>
      <ul className="mt-1 space-y-0.5">
        {[...steps, ...controls, ...water, ...serves].map(({ link, point: other }) => (
          <li key={link.id}>
            {link.kind === 'feeds'
              ? 'fed from '
              : link.kind === 'controls'
                ? 'controlled by '
                : link.kind === 'serves'
                  ? 'serves '
                  : 'water from '}
            {pointName(other)}
            {polesText(link) ? `, ${polesText(link)}` : ''}. <Sure how={link.how} by={link.by} on={link.on} />
          </li>
        ))}
      </ul>
      {point.kind !== 'unit' && below.length > 0 ? (
        <p className="mt-1">Leads to {below.map(pointName).join(', ')}.</p>
      ) : null}
    </div>
  );
}
