import { reachedFrom, polesText } from './trace.ts';
import type { SiteNet } from './net.ts';

/*
 * Hunting a path to ground behind a panel, with the power off and proved dead: breakers are closed in groups and the
 * ohms to ground read at the panel. Paths to ground add as conductances, so that what a group shows is the sum of what
 * its breakers feed [common practice: ohms, not a tone; a tone stays silent above 50 Ω].
 */

/** One breaker of a panel with what hangs behind it. */
export interface Branch {
  readonly id: string;
  readonly name: string;
  /** Everything that goes dead with it: what it feeds, and the areas that are served from there. */
  readonly drops: readonly string[];
}

/** Ohms to ground with only these breakers closed; null reads open. */
export interface HuntReading {
  readonly closed: readonly string[];
  readonly ohms: number | null;
}

export interface BranchHunted extends Branch {
  readonly verdict: 'sound' | 'carries it' | 'unplug first' | 'not known';
  /** What its path can be, Ω: at least and at most; null is none. */
  readonly atLeast: number | null;
  readonly atMost: number | null;
  /** The readings that say so, counted from 1: those with its breaker closed. */
  readonly by: readonly number[];
}

export interface Hunted {
  readonly branches: readonly BranchHunted[];
  /** Breakers to close alone for the next reading; none where nothing is left to part. */
  readonly next: readonly string[];
  /** A reading that contradicts the others, by its number counted from 1. */
  readonly contradicts: number | undefined;
}

/** Above this a branch is sound with its neutral lifted; below the half of it nobody closes it [common practice]. */
const SOUND_OHMS = 1_000_000;
const FAULT_OHMS = 500_000;
/** What an ohmmeter and a hand on the leads are off by, a share of what is read [from memory]. */
const OFF = 0.1;
/** Electronics, filters and screened cable are paths that are no fault, down to here [common practice: 90 Ω to 10 kΩ]. */
const ELECTRONICS_OHMS = 90;

/** The branches of a panel in the order of their poles, with what each drops. */
export function branchesOf(net: SiteNet, panelId: string): Branch[] {
  return net.links
    .filter(({ kind, from }) => kind === 'feeds' && from === panelId)
    .toSorted((a, b) => (a.poles?.[0] ?? 999) - (b.poles?.[0] ?? 999))
    .flatMap((link) => {
      const point = net.points.find(({ id }) => id === link.to);
      if (!point) return [];
      const behind = reachedFrom(net, point.id, ['feeds', 'serves', 'circulates']).map(({ name }) => name);
      const poles = polesText(link);
      return [
        {
          ...{ id: point.id, name: poles === '' ? point.name : `${point.name}, ${poles}` },
          drops: [point.name, ...behind],
        },
      ];
    });
}

interface Bounds {
  least: number;
  most: number;
}

/** Conductance of a reading, 1/Ω; open is none. */
const conductance = (ohms: number | null): number => (ohms === null ? 0 : 1 / Math.max(ohms, 0.1));

/**
 * What each branch can carry by all readings: no path is negative, and a group is the sum of its branches.
 *
 * @returns undefined where the readings contradict each other
 */
function bounded(ids: readonly string[], readings: readonly HuntReading[]): Map<string, Bounds> | undefined {
  const bounds = new Map(ids.map((id) => [id, { least: 0, most: Infinity }]));
  for (let turn = 0; turn < ids.length + 2; turn++)
    for (const { closed, ohms } of readings) {
      const [low, high] = [conductance(ohms) * (1 - OFF), conductance(ohms) * (1 + OFF)];
      const own = closed.flatMap((id) => bounds.get(id) ?? []);
      for (const one of own) {
        const others = own.filter((other) => other !== one);
        one.most = Math.min(one.most, high - others.reduce((sum, { least }) => sum + least, 0));
        one.least = Math.max(one.least, low - others.reduce((sum, { most }) => sum + most, 0));
        if (one.least > one.most * (1 + 1e-9) + 1e-9) return undefined;
      }
    }
  return bounds;
}

const asOhms = (conducts: number): number | null =>
  conducts <= 1e-9 ? null : conducts === Infinity ? 0 : 1 / conducts;

/**
 * Where a path to ground is, by what was read, and which breakers to close alone next: the half of those that are
 * left, and one by one where it comes and goes or where a group of two is left.
 *
 * @param electronics branches whose loads have electronics, filters or screened cable: they are judged unplugged
 * @param singly it comes and goes, or several are suspected: halving would lose it
 */
export function hunt(
  branches: readonly Branch[],
  readings: readonly HuntReading[],
  electronics: ReadonlySet<string> = new Set(),
  singly = false,
): Hunted {
  const ids = branches.map(({ id }) => id);
  const holding = readings.findIndex((_, i) => bounded(ids, readings.slice(0, i + 1)) === undefined);
  const counted = holding < 0 ? readings : readings.slice(0, holding);
  const bounds = bounded(ids, counted) ?? new Map<string, Bounds>();
  const hunted = branches.map((branch): BranchHunted => {
    const { least, most } = bounds.get(branch.id) ?? { least: 0, most: Infinity };
    return {
      ...branch,
      verdict: verdictOf(least, most, electronics.has(branch.id)),
      ...{ atLeast: asOhms(most), atMost: asOhms(least) },
      by: counted.flatMap(({ closed }, i) => (closed.includes(branch.id) ? [i + 1] : [])),
    };
  });
  const left = hunted.filter(({ verdict }) => verdict === 'not known').map(({ id }) => id);
  // A hard path hides weaker ones: where every bad reading had some in common, it is among those.
  const bad = counted.filter(({ ohms }) => conductance(ohms) > 1 / FAULT_OHMS);
  const common = left.filter((id) => bad.length > 0 && bad.every(({ closed }) => closed.includes(id)));
  const among = common.length > 0 ? common : left;
  const half = singly ? 1 : Math.ceil(among.length / 2);
  return { branches: hunted, next: among.slice(0, half), contradicts: holding < 0 ? undefined : holding + 1 };
}

function verdictOf(least: number, most: number, electronics: boolean): BranchHunted['verdict'] {
  if (most <= (1 / SOUND_OHMS) * (1 + OFF)) return 'sound';
  if (least < 1 / FAULT_OHMS) return 'not known';
  return electronics && least < 1 / ELECTRONICS_OHMS ? 'unplug first' : 'carries it';
}

/** What it is when a breaker does not stay in, by how soon it goes [common practice]. */
export const CLOSING = {
  'at once': 'a short: open it again, and it stays open',
  'in seconds': 'a motor that is seized or has lost a leg: amps on every leg, then its volts',
  'in minutes': 'an overload or a loose terminal: amps after half a minute, and look for what is browned',
  'it stays': 'amps on each leg after half a minute; then the next one',
} as const;
