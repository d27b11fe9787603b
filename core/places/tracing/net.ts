import type { UnitKind, UnitStatus } from '#core/base/vocabulary';
import type { How } from './how.ts';

/** What a building is wired, ducted and piped with, as far as finding a unit goes. */
export const POINT_KINDS = {
  service: 'Service entrance',
  panel: 'Panel',
  disconnect: 'Disconnect',
  thermostat: 'Thermostat',
  'controller point': 'Controller point',
  'zone panel': 'Zone panel',
  damper: 'Zone damper',
  area: 'Area',
  loop: 'Water loop',
  tower: 'Tower',
  'boiler plant': 'Boiler plant',
  unit: 'Unit',
} as const;
export type PointKind = keyof typeof POINT_KINDS;

export interface SitePoint {
  readonly id: string;
  readonly kind: PointKind;
  readonly name: string;
  readonly where?: string | undefined;
  /** Volts between legs. */
  readonly volts?: number | undefined;
  readonly phase?: 1 | 3 | undefined;
  /** Main rating of a panel, rating or fuse of a disconnect, A. */
  readonly ratingA?: number | undefined;
  /** Pole spaces of a panel. */
  readonly spaces?: number | undefined;
  /** Facts of the plate that the feed has to suit; for points of kind unit. */
  readonly unit?:
    | {
        readonly kind: UnitKind;
        readonly status: UnitStatus;
        readonly volts?: number | undefined;
        readonly phase?: 1 | 3 | undefined;
        /** Minimum circuit ampacity of the plate, A. */
        readonly mcaA?: number | undefined;
        /** Maximum overcurrent protection of the plate, A. */
        readonly mocpA?: number | undefined;
      }
    | undefined;
}

/** How points hang together. The table says what may be joined to what. */
export const LINK_KINDS = {
  feeds: {
    from: ['service', 'panel', 'disconnect'],
    to: ['panel', 'disconnect', 'unit', 'tower', 'boiler plant'],
  },
  controls: { from: ['thermostat', 'controller point', 'zone panel'], to: ['unit', 'zone panel', 'damper'] },
  serves: { from: ['unit', 'damper'], to: ['area'] },
  circulates: { from: ['tower', 'boiler plant', 'loop'], to: ['loop', 'unit'] },
} as const satisfies Record<string, { from: readonly PointKind[]; to: readonly PointKind[] }>;
export type LinkKind = keyof typeof LINK_KINDS;

/** One fact: this feeds, controls, serves or circulates to that; who found out, how, and on which day. */
export interface SiteLink {
  readonly id: string;
  readonly kind: LinkKind;
  readonly from: string;
  readonly to: string;
  /** Poles of the breaker in the feeding panel, such as 8, 10, 12. */
  readonly poles?: readonly number[] | undefined;
  readonly breakerA?: number | undefined;
  readonly how: How;
  readonly by: string;
  readonly on: string;
  readonly note?: string | undefined;
}

/** All points and facts of one site. */
export interface SiteNet {
  readonly points: readonly SitePoint[];
  readonly links: readonly SiteLink[];
}

/** Why these two cannot be joined so, or undefined when they can. */
export function linkRefusal(kind: LinkKind, from: PointKind, to: PointKind): string | undefined {
  const rule: { from: readonly PointKind[]; to: readonly PointKind[] } = LINK_KINDS[kind];
  if (!rule.from.includes(from)) return `a ${POINT_KINDS[from].toLowerCase()} ${kind} nothing`;
  if (!rule.to.includes(to))
    return `a ${POINT_KINDS[from].toLowerCase()} ${kind} no ${POINT_KINDS[to].toLowerCase()}`;
  return undefined;
}

/**
 * The way round that a new link of a kind would close, from the point it starts at back to itself, or
 * undefined when it closes none.
 */
export function loopThrough(
  links: readonly SiteLink[],
  link: Pick<SiteLink, 'kind' | 'from' | 'to'>,
): string[] | undefined {
  if (link.from === link.to) return [link.from, link.to];
  const next = new Map<string, string[]>();
  for (const l of links) if (l.kind === link.kind) next.set(l.from, [...(next.get(l.from) ?? []), l.to]);
  const seen = new Set<string>();
  const walk = (at: string, way: string[]): string[] | undefined => {
    if (at === link.from) return way;
    if (seen.has(at)) return undefined;
    seen.add(at);
    for (const to of next.get(at) ?? []) {
      const found = walk(to, [...way, to]);
      if (found) return found;
    }
    return undefined;
  };
  return walk(link.to, [link.from, link.to]);
}
