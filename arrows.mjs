/**
 * Which area may import from which: the one table, read by the lint (.dependency-cruiser.mjs) and held against
 * docs/architecture.md by scripts/arrows.test.ts. Lowest first; what is not named is refused.
 *
 * An area is a folder. Where a room holds several areas they are named room/area. What an area says here is
 * about the tree it stands in; which tree may import which is said in .dependency-cruiser.mjs.
 */
const BASE = ['base/quantities', 'base/time', 'base/vocabulary'];

const core = {
  'base/collections': [],
  'base/random': [],
  'base/sentences': [],
  'base/time': [],
  'base/vocabulary': [],
  'base/quantities': [],
  'base/reasons': ['base/quantities'],
  machine: ['base/vocabulary'],
  'measuring/answers': ['base/quantities', 'base/time'],
  'measuring/refrigerant': ['base/quantities', 'measuring/answers'],
  'measuring/air': [],
  'measuring/gas': ['measuring/answers'],
  'measuring/electric': ['measuring/answers'],
  'measuring/water': [],
  'measuring/tightness': ['measuring/answers'],
  'measuring/cards': ['base/quantities', 'base/sentences', 'machine', 'measuring/*'],
  heard: ['base/vocabulary'],
  evidence: [
    'base/quantities',
    'base/vocabulary',
    'machine',
    'heard',
    'measuring/answers',
    'measuring/refrigerant',
    'measuring/cards',
  ],
  'upkeep/maintenance': [
    'base/reasons',
    'base/sentences',
    'base/time',
    'base/vocabulary',
    'machine',
    'measuring/answers',
  ],
  'upkeep/agreements': [...BASE, 'machine', 'upkeep/maintenance'],
  'record/work': ['base/time', 'base/vocabulary'],
  'record/sheet': [
    'base/collections',
    'base/time',
    'base/vocabulary',
    'machine',
    'upkeep/maintenance',
    'record/work',
  ],
  'record/conditions': ['base/reasons', 'base/sentences', 'base/time', 'base/vocabulary'],
  'judging/history': [
    'base/*',
    'machine',
    'measuring/refrigerant',
    'upkeep/maintenance',
    'record/sheet',
    'record/work',
  ],
  intake: ['base/quantities', 'base/reasons', 'base/vocabulary', 'heard'],
  'planning/crews': ['base/time'],
  'planning/routing': ['base/random', 'base/time'],
  'places/roof': [],
  'places/tracing': ['base/collections', 'base/reasons', 'base/sentences', 'base/time', 'base/vocabulary'],
  'places/locate': ['base/reasons', 'base/vocabulary', 'machine'],
  imports: ['base/quantities', 'base/time', 'measuring/refrigerant'],
  simulation: ['base/random', 'machine', 'measuring/air', 'measuring/refrigerant', 'evidence'],
  said: [
    'base/quantities',
    'base/reasons',
    'upkeep/maintenance',
    'record/conditions',
    'judging/history',
    'intake',
    'places/tracing',
    'places/locate',
  ],
};

export const trees = { core };

/** The areas a list of arrows means: `measuring/*` is every other area of that room. */
export const spelled = (tree, area) =>
  trees[tree][area].flatMap((to) =>
    to.endsWith('/*')
      ? Object.keys(trees[tree]).filter((other) => other !== area && other.startsWith(to.slice(0, -1)))
      : [to],
  );
