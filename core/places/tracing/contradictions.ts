import { groupBy } from '#core/base/collections';
import { HOWS } from './how.ts';
import { loopThrough, type SiteLink, type SiteNet, type SitePoint } from './net.ts';
import { because, type FactLine, type TracingReason, type TracingRules } from './rules.ts';
import { pointName, polesText } from './trace.ts';
import { contradictionWords } from './wordings.ts';

/** Two facts that cannot both be right, or a fact that the plate does not allow. */
interface Contradiction {
  readonly kind:
    | 'poles taken twice'
    | 'fed twice'
    | 'loop'
    | 'poles beyond the panel'
    | 'poles not neighbours'
    | 'breaker below minimum'
    | 'breaker above maximum'
    | 'wrong voltage'
    | 'wrong phase'
    | 'area served by nobody';
  readonly sentence: string;
  readonly pointIds: readonly string[];
  readonly linkIds: readonly string[];
  readonly reasons: readonly TracingReason[];
}

/**
 * Supply and plate may differ by this share before they contradict each other: 208 on a 230 V plate is within
 * it [values of the trade: ±10 %].
 */
const VOLTAGE_SHARE = 0.1;

const fact = (link: SiteLink): FactLine => ({
  what: polesText(link) || link.kind,
  how: HOWS[link.how].words,
  by: link.by,
  on: link.on,
});

/** A contradiction whose kind is the rule that speaks. */
function contradiction<K extends Contradiction['kind']>(
  kind: K,
  params: TracingRules[K],
  pointIds: readonly string[],
  linkIds: readonly string[],
): Contradiction {
  const reason = because(kind, params) as TracingReason;
  return { kind, sentence: contradictionWords(reason), pointIds, linkIds, reasons: [reason] };
}

/**
 * What in the feeds and controls of a site cannot be so. Nothing is corrected: both facts stay, and the one
 * who knows decides.
 */
export function contradictions(net: SiteNet): Contradiction[] {
  const byId = new Map(net.points.map((p) => [p.id, p]));
  const feeds = net.links.filter((l) => l.kind === 'feeds');
  return [
    ...polesTakenTwice(feeds, byId),
    ...fedTwice(feeds, byId),
    ...loops(net, byId),
    ...feeds.flatMap((link) => againstThePlate(link, feeds, byId)),
    ...unservedAreas(net),
  ];
}

type Points = ReadonlyMap<string, SitePoint>;
const nameIn = (points: Points, id: string) => {
  const point = points.get(id);
  return point ? pointName(point) : 'something unknown';
};

function polesTakenTwice(feeds: readonly SiteLink[], points: Points): Contradiction[] {
  return [...groupBy(feeds, (l) => l.from)].flatMap(([panel, own]) =>
    own.flatMap((a, i) =>
      own.slice(i + 1).flatMap((b): Contradiction[] => {
        const both = (a.poles ?? []).filter((pole) => b.poles?.includes(pole));
        if (both.length === 0 || a.to === b.to) return [];
        const names = { a: nameIn(points, a.to), b: nameIn(points, b.to), panel: nameIn(points, panel) };
        const params = { ...names, poles: polesText({ poles: both }), facts: [fact(a), fact(b)] };
        return [contradiction('poles taken twice', params, [panel, a.to, b.to], [a.id, b.id])];
      }),
    ),
  );
}

function fedTwice(feeds: readonly SiteLink[], points: Points): Contradiction[] {
  return [...groupBy(feeds, (l) => l.to)].flatMap(([to, own]): Contradiction[] => {
    const from = new Set(own.map((l) => l.from));
    if (from.size < 2 || points.get(to)?.kind === 'service') return [];
    const names = { to: nameIn(points, to), from: [...from].map((id) => nameIn(points, id)) };
    const params = { ...names, facts: own.map(fact) };
    return [
      contradiction(
        'fed twice',
        params,
        [to, ...from],
        own.map((l) => l.id),
      ),
    ];
  });
}

function loops({ links }: SiteNet, points: Points): Contradiction[] {
  const seen = new Set<string>();
  return links.flatMap((link): Contradiction[] => {
    const way = loopThrough(
      links.filter((l) => l.id !== link.id),
      link,
    );
    const key = way && [...new Set(way)].sort().join();
    if (!way || !key || seen.has(key)) return [];
    seen.add(key);
    const params = { way: way.map((id) => nameIn(points, id)), facts: [fact(link)] };
    return [contradiction('loop', params, [...new Set(way)], [link.id])];
  });
}

/** What the panel and the plate say about one feed. */
function againstThePlate(link: SiteLink, feeds: readonly SiteLink[], points: Points): Contradiction[] {
  const [from, to] = [points.get(link.from), points.get(link.to)];
  if (!from || !to) return [];
  const found: Contradiction[] = [];
  const say = <K extends Contradicting>(kind: K, more: Omit<TracingRules[K], 'facts' | 'to' | 'from'>) => {
    const params = { ...more, facts: [fact(link)], to: pointName(to), from: from.name };
    found.push(contradiction(kind, params as unknown as TracingRules[K], [from.id, to.id], [link.id]));
  };
  const poles = link.poles ?? [];
  const { spaces } = from;
  const beyond = spaces === undefined ? [] : poles.filter((pole) => pole > spaces);
  if (beyond.length > 0 && spaces !== undefined)
    say('poles beyond the panel', { poles: polesText({ poles: beyond }), spaces });
  // Odd poles stand on one side, even ones on the other; a breaker of several poles takes neighbours on one
  // side [common practice].
  if (
    poles.length > 1 &&
    poles.toSorted((a, b) => a - b).some((pole, i, sorted) => i > 0 && pole - (sorted[i - 1] as number) !== 2)
  )
    say('poles not neighbours', { poles });
  const { unit } = to;
  if (!unit) return found;
  const volts = feedingVolts(link, feeds, points);
  if (
    volts !== undefined &&
    unit.volts !== undefined &&
    Math.abs(volts - unit.volts) > VOLTAGE_SHARE * unit.volts
  )
    say('wrong voltage', { plateV: unit.volts, fedV: volts, sharePct: VOLTAGE_SHARE * 100 });
  if (
    unit.phase !== undefined &&
    poles.length > 0 &&
    (unit.phase === 3 ? poles.length !== 3 : poles.length > 2)
  )
    say('wrong phase', { phase: unit.phase, poles: poles.length });
  const breakerA = link.breakerA ?? breakerAbove(link, feeds);
  if (breakerA === undefined) return found;
  if (unit.mcaA !== undefined && breakerA < unit.mcaA)
    say('breaker below minimum', { breakerA, limitA: unit.mcaA });
  if (unit.mocpA !== undefined && breakerA > unit.mocpA)
    say('breaker above maximum', { breakerA, limitA: unit.mocpA });
  return found;
}

/** Contradictions between one feed and what it feeds. */
type Contradicting =
  | 'poles beyond the panel'
  | 'poles not neighbours'
  | 'wrong voltage'
  | 'wrong phase'
  | 'breaker below minimum'
  | 'breaker above maximum';

/** The breaker of a unit behind a disconnect is the one that feeds the disconnect. */
function breakerAbove(link: SiteLink, feeds: readonly SiteLink[]): number | undefined {
  return feeds.find((l) => l.to === link.from)?.breakerA;
}

/** The volts of the nearest point above that has any on record. */
function feedingVolts(link: SiteLink, feeds: readonly SiteLink[], points: Points): number | undefined {
  const seen = new Set<string>();
  for (
    let at: SiteLink | undefined = link;
    at && !seen.has(at.id);
    at = feeds.find((l) => l.to === at?.from)
  ) {
    seen.add(at.id);
    const volts = points.get(at.from)?.volts;
    if (volts !== undefined) return volts;
  }
  return undefined;
}

function unservedAreas({ points, links }: SiteNet): Contradiction[] {
  const running = new Set(
    points
      .filter(
        (p) =>
          p.kind === 'damper' || (p.unit && p.unit.status !== 'out of use' && p.unit.status !== 'retired'),
      )
      .map((p) => p.id),
  );
  return points
    .filter(
      (p) =>
        p.kind === 'area' && !links.some((l) => l.kind === 'serves' && l.to === p.id && running.has(l.from)),
    )
    .map((area) => {
      const dead = links.filter((l) => l.kind === 'serves' && l.to === area.id);
      const params = { area: area.name, facts: dead.map(fact) };
      return contradiction(
        'area served by nobody',
        params,
        [area.id, ...dead.map((l) => l.from)],
        dead.map((l) => l.id),
      );
    });
}
