import type { UnitKind } from '#core/base/vocabulary';
import type { How } from './how.ts';
import { aroundUnit, feedOf } from './trace.ts';
import type { LinkKind, SiteNet, SitePoint } from './net.ts';

/**
 * A quick way to find something out, what it settles, how long it takes, and the caution that belongs to it.
 */
export interface Trick {
  readonly key: string;
  readonly title: string;
  readonly does: string;
  readonly settles: LinkKind;
  readonly how: How;
  /** Rough minutes [common practice, our estimate]. */
  readonly minutes: number;
  readonly caution?: string;
  readonly needs?: { readonly outdoorBelowF?: number; readonly outdoorAboveF?: number };
  readonly kinds?: readonly UnitKind[];
}

const COOLED: readonly UnitKind[] = [
  'package gas/electric',
  'package heat pump',
  'package cooling only',
  'split with air handler',
];

/** Common practice of the trade. */
const TRICKS: readonly Trick[] = [
  {
    key: 'cooling on a cold day',
    title: 'Call for cooling on a cold day',
    does: 'Set one thermostat down and listen on the roof: the one condenser fan that starts is its unit.',
    settles: 'controls',
    how: 'tested by calling for cooling',
    minutes: 6,
    caution:
      'A minute is enough: below its low-ambient limit a compressor should not run on. Set the ' +
      'thermostat back.',
    needs: { outdoorBelowF: 60 },
    kinds: COOLED,
  },
  {
    key: 'heat on a warm day',
    title: 'Call for heat on a warm day',
    does: 'Set one thermostat up and look which inducer or burner starts.',
    settles: 'controls',
    how: 'tested by calling for heat',
    minutes: 6,
    caution: 'Only where the heat is known to be safe. Set the thermostat back.',
    needs: { outdoorAboveF: 75 },
  },
  {
    key: 'lift a common',
    title: 'Lift one thermostat’s common',
    does:
      'At the terminal strip or zone panel lift the common of one thermostat and see which zone ' +
      'or unit drops out.',
    settles: 'controls',
    how: 'lifted a common',
    minutes: 5,
    caution: 'Control voltage only, and prove that it is. Put it back before you leave: count it out.',
  },
  {
    key: 'automation points',
    title: 'Read the automation points',
    does: 'The point list often names unit and space; believe it only until something contradicts it.',
    settles: 'controls',
    how: 'read from automation',
    minutes: 5,
  },
  {
    key: 'fan and outlet',
    title: 'Fan on, hand at the outlet',
    does: 'Run one unit on fan only and feel or watch a strip of paper at the outlets below.',
    settles: 'serves',
    how: 'felt at the outlet',
    minutes: 8,
  },
  {
    key: 'follow the conduit',
    title: 'Follow the conduit',
    does: 'From the disconnect back above the ceiling to the panel.',
    settles: 'feeds',
    how: 'traced',
    minutes: 20,
    caution: 'Ladders above ceiling tiles; sheet-metal edges.',
  },
  {
    key: 'switch off one breaker',
    title: 'Switch off one breaker',
    does:
      'With everybody below warned, open one breaker and see which unit stops. A tripped breaker ' +
      'rests in the middle and looks on.',
    settles: 'feeds',
    how: 'tested by switching off',
    minutes: 10,
    caution:
      'Ask what else hangs on it. Before closing it again: stand aside, face away; ask why it was ' +
      'open if it was. The unit is not safe to touch because it stopped: prove the meter, all pairs ' +
      'and each leg to ground, prove the meter again.',
  },
  {
    key: 'panel label',
    title: 'Read the panel’s label',
    does: 'Labels are vague and old. Written down as read, it counts as likely, not as proven.',
    settles: 'feeds',
    how: 'read from a label',
    minutes: 3,
  },
];

/** What about a unit nobody has written down yet. */
export interface Gap {
  readonly unit: SitePoint;
  readonly missing: readonly LinkKind[];
}

/** Units in use or on standby whose feed, control or area is not on record; an exhaust fan needs no area. */
export function gapsOf(net: SiteNet): Gap[] {
  return net.points
    .filter(
      (p) => p.kind === 'unit' && p.unit && (p.unit.status === 'in service' || p.unit.status === 'standby'),
    )
    .flatMap((unit) => {
      const around = aroundUnit(net, unit.id);
      const missing: LinkKind[] = [];
      if (feedOf(net, unit.id).length === 0) missing.push('feeds');
      if (around.controls.length === 0) missing.push('controls');
      if (around.serves.length === 0 && unit.unit?.kind !== 'exhaust fan') missing.push('serves');
      if (around.water.length === 0 && unit.unit?.kind === 'water-source heat pump')
        missing.push('circulates');
      return missing.length > 0 ? [{ unit, missing }] : [];
    });
}

/**
 * The tricks that settle what is missing, quickest first. A trick that needs weather is offered only in that
 * weather; where the outdoor temperature is not known it is offered last, with what it needs.
 */
export function tricksFor(
  missing: readonly LinkKind[],
  kind: UnitKind | undefined,
  outdoorF?: number,
): (Trick & { readonly waits?: string })[] {
  return TRICKS.filter(
    (trick) => missing.includes(trick.settles) && (!trick.kinds || !kind || trick.kinds.includes(kind)),
  )
    .flatMap((trick): (Trick & { waits?: string })[] => {
      const { outdoorBelowF, outdoorAboveF } = trick.needs ?? {};
      const limit = outdoorBelowF ?? outdoorAboveF;
      if (limit === undefined) return [trick];
      const words = outdoorBelowF !== undefined ? `below ${limit} °F outdoors` : `above ${limit} °F outdoors`;
      if (outdoorF === undefined) return [{ ...trick, waits: `works ${words}` }];
      return (outdoorBelowF !== undefined ? outdoorF < limit : outdoorF > limit) ? [trick] : [];
    })
    .toSorted((a, b) => Number(Boolean(a.waits)) - Number(Boolean(b.waits)) || a.minutes - b.minutes);
}
