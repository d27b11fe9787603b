import { useMemo, useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { contradictions, gapsOf, POINT_KINDS, polesText, type SiteLink } from '#core/places/tracing';
import type { TracingView } from '#contracts/tracing';
import { useEndLinkMutation, useRestoreLinkMutation } from '../api/tracing.ts';
import { useWho } from '../state/session.ts';
import { Waiting } from '../waiting/Waiting.tsx';
import { Button, pressed } from '../ui/frame/Button.tsx';
import { Reasons } from '../ui/marks/Reasons.tsx';
import { Empty, Panel, Screen } from '../ui/frame/Screen.tsx';
import { FeedTable } from './FeedTable.tsx';
import { Gaps } from './Gaps.tsx';
import { LinkForm, type LinkStart } from './LinkForm.tsx';
import { PanelPicture } from './PanelPicture.tsx';
import { PlanFile } from './PlanFile.tsx';
import { PointForm } from './PointForm.tsx';
import { Sure } from './Sure.tsx';
import { Trace } from './Trace.tsx';
import { WithNet } from './WithNet.tsx';
import { say } from '../ui/saying/say.ts';

/** How the units of a site are fed and controlled and what they serve: every fact with who, how and when. */
export default function TracingScreen() {
  const { id = '' } = useParams();
  return <WithNet siteId={id}>{(net, stale) => <TracingOf net={net} stale={stale} />}</WithNet>;
}

function TracingOf({ net, stale }: { net: TracingView; stale: boolean }) {
  const { can } = useWho();
  const [params, setParams] = useSearchParams();
  const [linking, setLinking] = useState<LinkStart>();
  const [point, setPoint] = useState<string>();
  const [end] = useEndLinkMutation();
  const [restore] = useRestoreLinkMutation();
  const found = useMemo(() => contradictions(net), [net]);
  const gaps = useMemo(() => gapsOf(net), [net]);
  const write = can('map site');
  const traced = params.get('trace') ?? undefined;
  const trace = (next: string | undefined) => setParams(next ? { trace: next } : {}, { replace: true });
  const endFact = async (link: SiteLink) => {
    await end(link.id).unwrap();
    say('That is no longer so', { undo: () => restore(link.id) });
  };
  const units = net.points.filter((p) => p.kind === 'unit').length;
  const panels = net.points
    .filter((p) => p.kind === 'panel')
    .toSorted((a, b) => a.name.localeCompare(b.name, 'en', { numeric: true }));
  const sentence = `${net.site}: ${found.length === 0 ? 'nothing contradicts itself' : found.length === 1 ? 'one contradiction' : `${found.length} contradictions`}, ${gaps.length === 0 ? `all ${units} units traced` : `${gaps.length} of ${units} units not fully traced`}.`;
  return (
    <Screen
      title={`Feeds and controls, ${net.site}`}
      sentence={sentence}
      actions={
        <>
          <Button onClick={() => window.print()}>Print</Button>
          <a href={`/api/sites/${net.siteId}/plan.json`} className={pressed()}>
            Save as file
          </a>
          {write ? (
            <>
              <Button onClick={() => setPoint('new')}>New panel, thermostat, area</Button>
              <Button look="act" onClick={() => setLinking({})}>
                Add a fact
              </Button>
            </>
          ) : null}
        </>
      }
    >
      <p className="mb-2 text-soft">
        <Link to={`/sites/${net.siteId}`} className="link">
          {net.site}
        </Link>
        , {net.customer}
        {stale ? <strong> · No signal: as last seen on this phone</strong> : ''}
      </p>
      <Waiting about={net.siteId} />
      {found.length > 0 ? (
        <Panel title="This cannot all be so" className="mb-4 border-2 border-ink">
          <ul className="space-y-1">
            {found.map((c, i) => (
              <li key={i} className="tied">
                <strong>{c.kind}.</strong> {c.sentence}
                <Reasons reasons={c.reasons} />
              </li>
            ))}
          </ul>
        </Panel>
      ) : null}
      <div className="grid grid-cols-1 gap-4 items-start lg:grid-cols-[minmax(0,1fr)_380px] 2xl:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
        <Panel title="Units: feed, control, area">
          {units === 0 ? <Empty ghost="unit">No unit is on record here.</Empty> : null}
          <FeedTable net={net} traced={traced} onTrace={trace} onEnd={write ? endFact : undefined} />
        </Panel>
        <div className="max-lg:order-first">
          <Trace net={net} traced={traced} onTrace={trace} />
        </div>
        {/* What is traced is marked in them: they stand across the page, and last on a phone. */}
        <div className="min-w-0 max-lg:order-last lg:col-span-2">
          <Panel title="Panels, doors open">
            {panels.length === 0 ? (
              <Empty ghost="panel">
                No panel is on record. Start there: which breaker, which poles, what hangs on it?
              </Empty>
            ) : null}
            <div className="grid items-start gap-3 sm:grid-cols-[repeat(auto-fill,minmax(240px,1fr))]">
              {panels.map((panel) => (
                <PanelPicture
                  key={panel.id}
                  net={net}
                  panel={panel}
                  traced={traced}
                  onTrace={trace}
                  onChange={write ? () => setPoint(panel.id) : undefined}
                />
              ))}
            </div>
          </Panel>
        </div>
        <div className="grid min-w-0 grid-cols-1 items-start gap-4 lg:col-span-2 lg:grid-cols-2">
          <Gaps
            gaps={gaps}
            onTrick={
              write
                ? (unitId, trick) =>
                    setLinking(unitId && trick ? { kind: trick.settles, unitId, how: trick.how } : {})
                : undefined
            }
          />
          <OtherFacts net={net} onEnd={write ? endFact : undefined} onPoint={write ? setPoint : undefined} />
          <Loose net={net} onPoint={write ? setPoint : undefined} />
          {can('edit record') ? <PlanFile siteId={net.siteId} /> : null}
        </div>
      </div>
      {linking ? (
        <LinkForm
          net={net}
          start={linking}
          onClose={() => setLinking(undefined)}
          onPoint={() => setPoint('new')}
        />
      ) : null}
      {point ? (
        <PointForm
          net={net}
          pointId={point === 'new' ? undefined : point}
          onClose={() => setPoint(undefined)}
        />
      ) : null}
    </Screen>
  );
}

const WORDS = {
  feeds: 'feeds',
  controls: 'controls',
  serves: 'serves',
  circulates: 'brings water to',
} as const;

/**
 * Facts no unit stands at the end of: a panel behind a panel, a damper of a zone panel, a loop and its
 * tower.
 */
function OtherFacts({
  net,
  onEnd,
  onPoint,
}: {
  net: TracingView;
  onEnd: ((link: SiteLink) => Promise<void>) | undefined;
  onPoint: ((id: string) => void) | undefined;
}) {
  const point = new Map(net.points.map((one) => [one.id, one]));
  const others = net.links.filter(
    ({ from, to }) => point.get(from)?.kind !== 'unit' && point.get(to)?.kind !== 'unit',
  );
  const joined = new Set(net.links.flatMap(({ from, to }) => [from, to]));
  const rest = net.points.filter(({ id, kind }) => kind !== 'unit' && kind !== 'panel' && joined.has(id));
  if (others.length + rest.length === 0) return null;
  return (
    <Panel title="Between panels, thermostats and areas">
      <ul className="divide-y divide-rule">
        {others.map((link) => (
          <li key={link.id} className="flex flex-wrap items-center gap-x-3 py-1">
            <span>
              <strong>{point.get(link.from)?.name}</strong> {WORDS[link.kind]}{' '}
              <strong>{point.get(link.to)?.name}</strong>
              {polesText(link) ? `, ${polesText(link)}` : ''}
            </span>
            <Sure how={link.how} by={link.by} on={link.on} />
            {onEnd ? (
              <Button
                look="quiet"
                className="no-print"
                aria-label={`${point.get(link.from)?.name} to ${point.get(link.to)?.name}: no longer so`}
                onClick={() => void onEnd(link)}
              >
                no longer so
              </Button>
            ) : null}
          </li>
        ))}
      </ul>
      {onPoint && rest.length > 0 ? (
        <p className="no-print mt-2 flex flex-wrap items-center gap-x-3">
          <span className="text-soft">Change:</span>
          {rest.map((one) => (
            <button key={one.id} type="button" className="link" onClick={() => onPoint(one.id)}>
              {one.name}
            </button>
          ))}
        </p>
      ) : null}
    </Panel>
  );
}

/** Points nothing is known about yet. */
function Loose({ net, onPoint }: { net: TracingView; onPoint: ((id: string) => void) | undefined }) {
  const joined = new Set(net.links.flatMap((l) => [l.from, l.to]));
  const loose = net.points.filter((p) => p.kind !== 'unit' && !joined.has(p.id));
  if (loose.length === 0) return null;
  return (
    <Panel title="On record, joined to nothing yet">
      <ul>
        {loose.map((p) => (
          <li key={p.id}>
            {onPoint ? (
              <button type="button" className="font-semibold link" onClick={() => onPoint(p.id)}>
                {p.name}
              </button>
            ) : (
              <strong>{p.name}</strong>
            )}{' '}
            <span className="text-soft">{POINT_KINDS[p.kind].toLowerCase()}</span>
          </li>
        ))}
      </ul>
    </Panel>
  );
}
