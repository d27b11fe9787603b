import { useMemo, useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { toast } from 'sonner';
import {
  contradictions,
  gapsOf,
  POINT_KINDS,
  polesText,
  treesOf,
  type Branch,
  type LinkKind,
  type SiteLink,
} from '#core/tracing';
import type { TracingView } from '#contracts/tracing';
import { useEndLinkMutation, useRestoreLinkMutation, useTracingQuery } from '../api/tracing.ts';
import { useKept } from '../state/kept.ts';
import { useWho } from '../state/session.ts';
import { Waiting } from '../outbox/Waiting.tsx';
import { Button } from '../ui/Button.tsx';
import { Reasons } from '../ui/Reasons.tsx';
import { Empty, Loading, Panel, Screen, Trouble } from '../ui/Screen.tsx';
import { Gaps } from './Gaps.tsx';
import { LinkForm, type LinkStart } from './LinkForm.tsx';
import { PlanFile } from './PlanFile.tsx';
import { PointForm } from './PointForm.tsx';
import { Sure } from './Sure.tsx';
import { Trace } from './Trace.tsx';

const TREES: readonly (readonly [LinkKind, string, string])[] = [
  [
    'feeds',
    'What feeds what',
    'No feed is on record. Start at the panel: which breaker, which poles, what hangs on it?',
  ],
  ['controls', 'What controls what', 'No thermostat is on record.'],
  ['serves', 'Which unit serves which area', 'No area is on record.'],
  ['circulates', 'Where the water goes round', ''],
];

/** How the units of a site are fed and controlled and what they serve: every fact with who, how and when. */
export default function TracingScreen() {
  const { id = '' } = useParams();
  const { data, error, refetch } = useTracingQuery(id);
  const net = useKept<TracingView>(`tracing ${id}`, data);
  if (!net)
    return (
      <div className="p-4">
        {error ? <Trouble error={error} retry={refetch} /> : <Loading what="feeds and controls" />}
      </div>
    );
  return <TracingOf net={net} stale={error !== undefined} />;
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
    toast('That is no longer so', { action: { label: 'Undo', onClick: () => void restore(link.id) } });
  };
  const units = net.points.filter((p) => p.kind === 'unit').length;
  const sentence = `${net.site}: ${found.length === 0 ? 'nothing contradicts itself' : found.length === 1 ? 'one contradiction' : `${found.length} contradictions`}, ${gaps.length === 0 ? `all ${units} units traced` : `${gaps.length} of ${units} units not fully traced`}.`;
  return (
    <Screen
      title={`Feeds and controls, ${net.site}`}
      sentence={sentence}
      actions={
        <>
          <Button onClick={() => window.print()}>Print</Button>
          <a
            href={`/api/sites/${net.siteId}/plan.json`}
            className="inline-flex min-h-8 items-center rounded-[3px] border-2 border-rule bg-sheet px-3 font-semibold hover:border-copper"
          >
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
        <Link to={`/sites/${net.siteId}`} className="text-copper underline underline-offset-4">
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
      <div className="grid gap-4 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
        <div className="order-2 space-y-4 lg:order-1">
          {TREES.map(([kind, title, empty]) => {
            const trees = treesOf(net, kind);
            if (trees.length === 0 && empty === '') return null;
            return (
              <Panel key={kind} title={title}>
                {trees.length === 0 ? <Empty>{empty}</Empty> : null}
                <ul>
                  {trees.map((tree) => (
                    <Twig
                      key={tree.point.id}
                      branch={tree}
                      onTrace={trace}
                      traced={traced}
                      onEnd={write ? endFact : undefined}
                      onPoint={write ? setPoint : undefined}
                    />
                  ))}
                </ul>
              </Panel>
            );
          })}
          <Loose net={net} onPoint={write ? setPoint : undefined} />
        </div>
        <div className="order-1 space-y-4 lg:order-2">
          <Trace net={net} traced={traced} onTrace={trace} />
          <Gaps
            gaps={gaps}
            onTrick={
              write
                ? (unitId, trick) =>
                    setLinking(unitId && trick ? { kind: trick.settles, unitId, how: trick.how } : {})
                : undefined
            }
          />
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

/** One point of a tree with what hangs below it. */
function Twig({
  branch,
  onTrace,
  traced,
  onEnd,
  onPoint,
}: {
  branch: Branch;
  onTrace: (id: string) => void;
  traced: string | undefined;
  onEnd: ((link: SiteLink) => Promise<void>) | undefined;
  onPoint: ((id: string) => void) | undefined;
}) {
  const { point, link, below } = branch;
  const plate = [
    point.volts ? `${point.volts} V` : '',
    point.phase ? `${point.phase} phase` : '',
    point.ratingA ? `${point.ratingA} A` : '',
    point.spaces ? `${point.spaces} spaces` : '',
  ]
    .filter(Boolean)
    .join(', ');
  return (
    <li className={link ? 'ml-3 border-l border-rule pl-3' : ''}>
      <div className={`flex flex-wrap items-baseline gap-x-2 py-1 ${traced === point.id ? 'bg-paper' : ''}`}>
        {link && (link.poles?.length || link.breakerA) ? (
          <span className="font-semibold tabular-nums">
            {polesText(link)}
            {link.breakerA ? `${link.poles?.length ? ', ' : ''}${link.breakerA} A` : ''}
          </span>
        ) : null}
        <button
          type="button"
          onClick={() => onTrace(point.id)}
          className={`text-left underline-offset-4 hover:underline ${point.kind === 'unit' ? 'plate border-2 border-ink bg-sheet px-1.5 text-sm' : 'font-semibold text-copper'}`}
        >
          {point.name}
        </button>
        <span className="text-sm text-soft">
          {point.kind === 'unit'
            ? (point.where ?? '')
            : [POINT_KINDS[point.kind].toLowerCase(), point.where, plate].filter(Boolean).join(' · ')}
          {point.unit && point.unit.status !== 'in service' ? ` · ${point.unit.status}` : ''}
        </span>
        {onPoint && point.kind !== 'unit' ? (
          <Button look="quiet" className="no-print !min-h-[26px] text-sm" onClick={() => onPoint(point.id)}>
            change
          </Button>
        ) : null}
      </div>
      {link ? (
        <div className="-mt-1 flex flex-wrap items-baseline gap-x-2">
          <Sure how={link.how} by={link.by} on={link.on} />
          {link.note ? <span className="text-sm">{link.note}</span> : null}
          {onEnd ? (
            <Button
              look="quiet"
              className="no-print !min-h-[26px] text-sm"
              onClick={() => void onEnd(link)}
              aria-label={`${point.name}: no longer so`}
            >
              no longer so
            </Button>
          ) : null}
        </div>
      ) : null}
      {below.length > 0 ? (
        <ul>
          {below.map((b) => (
            <Twig
              key={b.link?.id ?? b.point.id}
              branch={b}
              onTrace={onTrace}
              traced={traced}
              onEnd={onEnd}
              onPoint={onPoint}
            />
          ))}
        </ul>
      ) : null}
    </li>
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
              <button
                type="button"
                className="font-semibold text-copper underline underline-offset-4"
                onClick={() => onPoint(p.id)}
              >
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
