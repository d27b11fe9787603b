import { capital } from '#core/base/sentences';
import { surenessOf, type Sureness } from './how.ts';
import { POINT_KINDS, type LinkKind, type SiteLink, type SiteNet, type SitePoint } from './net.ts';

/** One step of a trace: the fact and the point it leads to. */
export interface TraceStep {
  readonly link: SiteLink;
  readonly point: SitePoint;
}

const WEIGHT: Record<Sureness, number> = { proven: 2, likely: 1, hearsay: 0 };
/** The surest fact first; among equals the newest. */
const surest = (a: SiteLink, b: SiteLink) =>
  WEIGHT[surenessOf(b.how)] - WEIGHT[surenessOf(a.how)] || b.on.localeCompare(a.on);

/** "poles 8/10/12", or nothing where nobody has noted them. */
export const polesText = (link: Pick<SiteLink, 'poles'>): string =>
  link.poles && link.poles.length > 0
    ? `${link.poles.length === 1 ? 'pole' : 'poles'} ${link.poles.join('/')}`
    : '';

/**
 * From a point up to where its current comes from, nearest first. Where two facts disagree, the surest is
 * followed.
 */
export function feedOf({ points, links }: SiteNet, pointId: string): TraceStep[] {
  const byId = new Map(points.map((p) => [p.id, p]));
  const steps: TraceStep[] = [];
  const seen = new Set([pointId]);
  for (let at = pointId; ;) {
    const [link] = links.filter((l) => l.kind === 'feeds' && l.to === at).sort(surest);
    const point = link && byId.get(link.from);
    if (!link || !point || seen.has(point.id)) return steps;
    steps.push({ link, point });
    seen.add(point.id);
    at = point.id;
  }
}

/**
 * The feed of a point as a sentence, with what hangs between.
 *
 * @example feedSentence(net, unit) // "Poles 8/10/12 in panel MZ-2, itself fed through MZ-1, then Service"
 */
export function feedSentence(net: SiteNet, pointId: string): string | undefined {
  const steps = feedOf(net, pointId);
  const [first] = steps;
  if (!first) return undefined;
  const panelAt = steps.findIndex((step) => step.point.kind === 'panel');
  const before = steps.slice(0, panelAt < 0 ? steps.length : panelAt).map((step) => step.point.name);
  const through = before.length > 0 ? `, through ${before.join(' and ')}` : '';
  if (panelAt < 0) return `Through ${before.join(', then ')}`;
  const step = steps[panelAt] as TraceStep;
  const poles = polesText(step.link);
  const above = steps
    .slice(panelAt + 1)
    .map((s) => `${s.point.name}${polesText(s.link) ? ` ${polesText(s.link)}` : ''}`);
  const where = step.point.where ? ` (${step.point.where})` : '';
  const head = poles
    ? `${capital(poles)} in panel ${step.point.name}${where}`
    : `Panel ${step.point.name}${where}, poles not known`;
  return `${head}${through}${above.length > 0 ? `, itself fed through ${above.join(', then ')}` : ''}`;
}

/**
 * One slot of a panel, and what is said to hang on its pole; several where the record contradicts itself, the
 * surest first.
 */
interface PanelSlot {
  readonly pole: number;
  readonly on: readonly TraceStep[];
}

/**
 * The slots of a panel in order of their poles: as many as it is known to have, else as far as something
 * hangs. A breaker of several poles holds a slot for each; what has no pole on record has no slot.
 */
export function slotsOfPanel({ points, links }: SiteNet, panel: SitePoint): PanelSlot[] {
  const byId = new Map(points.map((p) => [p.id, p]));
  const own = links.filter((link) => link.kind === 'feeds' && link.from === panel.id);
  const last = Math.max(panel.spaces ?? 0, ...own.flatMap((link) => link.poles ?? []));
  return Array.from({ length: last + (last % 2) }, (_, i) => ({
    pole: i + 1,
    on: own
      .flatMap((link) => {
        const point = byId.get(link.to);
        return point && link.poles?.includes(i + 1) ? [{ link, point }] : [];
      })
      .sort((a, b) => surest(a.link, b.link)),
  }));
}

/**
 * Everything a point leads to in the end, by any number of links of the given kinds: the units behind a
 * breaker, the areas behind a thermostat.
 */
export function reachedFrom(net: SiteNet, startId: string, kinds: readonly LinkKind[]): SitePoint[] {
  const byId = new Map(net.points.map((p) => [p.id, p]));
  const seen = new Set([startId]);
  const queue = [startId];
  while (queue.length > 0) {
    const at = queue.shift() as string;
    for (const link of net.links) {
      if (link.from !== at || !kinds.includes(link.kind) || seen.has(link.to)) continue;
      seen.add(link.to);
      queue.push(link.to);
    }
  }
  seen.delete(startId);
  return [...seen].flatMap((id) => byId.get(id) ?? []);
}

/** The facts that hang on one breaker: a panel with any of the poles. */
export function onPoles(net: SiteNet, panelId: string, poles: readonly number[]): TraceStep[] {
  const byId = new Map(net.points.map((p) => [p.id, p]));
  return net.links
    .filter(
      (l) => l.kind === 'feeds' && l.from === panelId && (l.poles ?? []).some((pole) => poles.includes(pole)),
    )
    .flatMap((link) => {
      const point = byId.get(link.to);
      return point ? [{ link, point }] : [];
    });
}

/** What controls, what it serves and how water reaches a unit, each with its fact. */
export function aroundUnit(
  net: SiteNet,
  unitId: string,
): { controls: TraceStep[]; serves: TraceStep[]; water: TraceStep[] } {
  const byId = new Map(net.points.map((p) => [p.id, p]));
  const step = (link: SiteLink, id: string): TraceStep[] => {
    const point = byId.get(id);
    return point ? [{ link, point }] : [];
  };
  const of = (kind: LinkKind, end: 'from' | 'to', other: 'from' | 'to') =>
    net.links
      .filter((l) => l.kind === kind && l[end] === unitId)
      .toSorted(surest)
      .flatMap((l) => step(l, l[other]));
  return {
    controls: of('controls', 'to', 'from'),
    serves: of('serves', 'from', 'to'),
    water: of('circulates', 'to', 'from'),
  };
}

export const pointName = (point: SitePoint): string =>
  point.kind === 'unit' ? `unit ${point.name}` : `${POINT_KINDS[point.kind].toLowerCase()} ${point.name}`;
