import { groupBy } from '../collections/index.ts';
import type { Reason, ReasonInput } from '../reasons/index.ts';
import { HOWS } from './how.ts';
import { loopThrough, type SiteLink, type SiteNet, type SitePoint } from './net.ts';
import { pointName, polesText } from './trace.ts';

/** Two facts that cannot both be right, or a fact that the plate does not allow. */
export interface Contradiction {
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
  readonly reasons: readonly Reason[];
}

/** Supply and plate may differ by this share before they contradict each other: 208 on a 230 V plate is within it [values of the trade: ±10 %]. */
const VOLTAGE_SHARE = 0.1;

const fact = (link: SiteLink): ReasonInput => ({
  label: polesText(link) || link.kind,
  value: HOWS[link.how].words,
  source: `${link.by}, ${link.on}`,
});

/**
 * What in the feeds and controls of a site cannot be so. Nothing is corrected: both facts stay, and the one who knows decides.
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
        return [
          {
            kind: 'poles taken twice',
            sentence: `${nameIn(points, a.to)} and ${nameIn(points, b.to)} are both said to be on ${polesText({ poles: both })} of ${nameIn(points, panel)}.`,
            pointIds: [panel, a.to, b.to],
            linkIds: [a.id, b.id],
            reasons: [
              {
                rule: 'poles taken twice',
                text: 'One pole carries one breaker.',
                inputs: [fact(a), fact(b)],
                threshold: 'each pole once',
              },
            ],
          },
        ];
      }),
    ),
  );
}

function fedTwice(feeds: readonly SiteLink[], points: Points): Contradiction[] {
  return [...groupBy(feeds, (l) => l.to)].flatMap(([to, own]): Contradiction[] => {
    const from = new Set(own.map((l) => l.from));
    if (from.size < 2 || points.get(to)?.kind === 'service') return [];
    return [
      {
        kind: 'fed twice',
        sentence: `${nameIn(points, to)} is said to be fed from ${[...from].map((id) => nameIn(points, id)).join(' and from ')}.`,
        pointIds: [to, ...from],
        linkIds: own.map((l) => l.id),
        reasons: [
          {
            rule: 'fed twice',
            text: 'One of them may be a control or heat circuit of its own; until that is settled, lock out both.',
            inputs: own.map(fact),
            threshold: 'one feed',
          },
        ],
      },
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
    return [
      {
        kind: 'loop',
        sentence: `A loop: ${way.map((id) => nameIn(points, id)).join(' → ')}.`,
        pointIds: [...new Set(way)],
        linkIds: [link.id],
        reasons: [
          { rule: 'loop', text: 'Nothing feeds itself.', inputs: [fact(link)], threshold: 'no way back' },
        ],
      },
    ];
  });
}

/** What the panel and the plate say about one feed. */
function againstThePlate(link: SiteLink, feeds: readonly SiteLink[], points: Points): Contradiction[] {
  const [from, to] = [points.get(link.from), points.get(link.to)];
  if (!from || !to) return [];
  const found: Contradiction[] = [];
  const say = (
    kind: Contradiction['kind'],
    sentence: string,
    threshold: string,
    value: string,
    source: string,
  ) =>
    found.push({
      kind,
      sentence,
      pointIds: [from.id, to.id],
      linkIds: [link.id],
      reasons: [
        { rule: kind, text: sentence, inputs: [fact(link), { label: 'against', value, source }], threshold },
      ],
    });
  const poles = link.poles ?? [];
  const beyond = from.spaces === undefined ? [] : poles.filter((pole) => pole > (from.spaces as number));
  if (beyond.length > 0)
    say(
      'poles beyond the panel',
      `${pointName(to)} is said to be on ${polesText({ poles: beyond })} of ${from.name}, which has ${from.spaces} spaces.`,
      `at most ${from.spaces}`,
      `${from.spaces} spaces`,
      'the panel',
    );
  // Odd poles stand on one side, even ones on the other; a breaker of several poles takes neighbours on one side [common practice].
  if (
    poles.length > 1 &&
    poles.toSorted((a, b) => a - b).some((pole, i, sorted) => i > 0 && pole - (sorted[i - 1] as number) !== 2)
  )
    say(
      'poles not neighbours',
      `${pointName(to)}: poles ${poles.join('/')} are not neighbours on one side of the panel, such as 8/10/12.`,
      'two apart',
      'panel layout',
      'common practice',
    );
  const { unit } = to;
  if (!unit) return found;
  const volts = feedingVolts(link, feeds, points);
  if (
    volts !== undefined &&
    unit.volts !== undefined &&
    Math.abs(volts - unit.volts) > VOLTAGE_SHARE * unit.volts
  )
    say(
      'wrong voltage',
      `${pointName(to)} has a ${unit.volts} V plate and is said to be fed with ${volts} V.`,
      `±${VOLTAGE_SHARE * 100} % of the plate`,
      `${unit.volts} V`,
      'plate',
    );
  if (
    unit.phase !== undefined &&
    poles.length > 0 &&
    (unit.phase === 3 ? poles.length !== 3 : poles.length > 2)
  )
    say(
      'wrong phase',
      `${pointName(to)} is a ${unit.phase}-phase unit on ${poles.length} ${poles.length === 1 ? 'pole' : 'poles'}.`,
      unit.phase === 3 ? 'three poles' : 'one or two poles',
      `${unit.phase} phase`,
      'plate',
    );
  const breaker = link.breakerA ?? breakerAbove(link, feeds);
  if (breaker === undefined) return found;
  if (unit.mcaA !== undefined && breaker < unit.mcaA)
    say(
      'breaker below minimum',
      `${pointName(to)}: a ${breaker} A breaker is below the plate’s minimum circuit ampacity of ${unit.mcaA} A.`,
      `at least ${unit.mcaA} A`,
      `${unit.mcaA} A`,
      'plate',
    );
  if (unit.mocpA !== undefined && breaker > unit.mocpA)
    say(
      'breaker above maximum',
      `${pointName(to)}: a ${breaker} A breaker is above the plate’s maximum of ${unit.mocpA} A.`,
      `at most ${unit.mocpA} A`,
      `${unit.mocpA} A`,
      'plate',
    );
  return found;
}

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
      const text =
        dead.length > 0
          ? `${area.name} is served only by what is out of use.`
          : `Nobody has written down what serves ${area.name}.`;
      return {
        kind: 'area served by nobody' as const,
        sentence: text,
        pointIds: [area.id, ...dead.map((l) => l.from)],
        linkIds: dead.map((l) => l.id),
        reasons: [
          {
            rule: 'area served by nobody',
            text,
            inputs: dead.map(fact),
            threshold: 'at least one unit in use',
          },
        ],
      };
    });
}
