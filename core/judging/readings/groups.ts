import { CAUSES, type Group } from './causes.ts';
import type { Ranking } from './ranked.ts';

/** What is said of a machine as a whole, with how likely it is. */
export interface Said {
  readonly says: Group | 'sound' | 'none of these';
  readonly share: number;
}

/** A ranking by what the readings can part: groups of causes, soundness and "none of these", the likeliest first. */
export function byGroup({ standing, sound, other }: Pick<Ranking, 'standing' | 'sound' | 'other'>): Said[] {
  const groups = new Map<Group, number>();
  for (const { cause, share } of standing)
    groups.set(CAUSES[cause].group, (groups.get(CAUSES[cause].group) ?? 0) + share);
  return [
    ...[...groups].map(([says, share]) => ({ says, share })),
    { says: 'sound' as const, share: sound },
    { says: 'none of these' as const, share: other },
  ].sort((a, b) => b.share - a.share);
}
