/**
 * Which area may import from which: the one table, read by the lint (.dependency-cruiser.mjs) and held
 * against docs/architecture.md by scripts/arrows.test.ts. Lowest first; what is not named is refused.
 *
 * An area is a folder, or one file that stands beside the folders of its room. Where a room holds several
 * areas they are named room/area. The table is about imports within a tree (core, server, web); which tree
 * may import which is said in .dependency-cruiser.mjs. Tests may look anywhere in their tree.
 */
const BASE = ['base/quantities', 'base/time', 'base/vocabulary'];

const core = {
  'base/collections': [],
  'base/random': [],
  'base/sentences': [],
  'base/time': [],
  'base/shapes': ['base/time'],
  'base/vocabulary': [],
  'base/quantities': [],
  'base/money': ['base/quantities'],
  'base/reasons': ['base/quantities'],
  machine: ['base/collections', 'base/vocabulary'],
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
  'upkeep/agreements': ['base/collections', 'base/money', ...BASE, 'machine', 'upkeep/maintenance'],
  'record/work': ['base/collections', 'base/time', 'base/vocabulary'],
  'record/kinds': [
    'base/quantities',
    'base/shapes',
    'base/time',
    'base/vocabulary',
    'machine',
    'measuring/answers',
    'measuring/cards',
    'evidence',
    'upkeep/maintenance',
    'record/work',
  ],
  'record/sheet': [
    'base/collections',
    'base/quantities',
    'base/time',
    'base/vocabulary',
    'machine',
    'measuring/answers',
    'record/kinds',
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
  intake: [
    'base/quantities',
    'base/reasons',
    'base/sentences',
    'base/time',
    'base/vocabulary',
    'heard',
    'judging/history',
  ],
  'planning/crews': ['base/time'],
  'planning/routing': ['base/money', 'base/random', 'base/time', 'base/vocabulary'],
  'planning/telling': ['base/collections', 'base/sentences', 'base/time', 'planning/routing'],
  'places/roof': [],
  'places/tracing': ['base/collections', 'base/reasons', 'base/sentences', 'base/time', 'base/vocabulary'],
  'places/locate': ['base/collections', 'base/reasons', 'base/vocabulary', 'machine'],
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

/** What every area of the server may use: the database, and how a request is answered. */
const GROUND = ['dependencies.ts', 'db', 'http'];
const server = {
  // The composition: a type of what the application runs on, which every area may name, and what puts it
  // together.
  'dependencies.ts': ['db', 'http', 'people', 'events', 'outside', 'system', 'telling', 'routes/solve'],
  db: [],
  http: ['dependencies.ts', 'db'],
  outside: ['db', 'http'],
  system: GROUND,
  settings: GROUND,
  crews: [...GROUND, 'settings'],
  people: [...GROUND, 'settings', 'crews'],
  setup: [...GROUND, 'settings', 'crews', 'people'],
  events: [...GROUND, 'people'],
  photos: GROUND,
  notes: [...GROUND, 'photos'],
  tracing: GROUND,
  roofs: [...GROUND, 'tracing'],
  telling: [...GROUND, 'settings'],
  closures: [...GROUND, 'settings', 'outside'],
  maps: [...GROUND, 'settings'],
  files: [...GROUND, 'telling', 'settings', 'tracing'],
  search: [...GROUND, 'tracing'],
  sheet: [...GROUND, 'settings'],
  words: [...GROUND, 'sheet'],
  imports: [...GROUND, 'settings', 'sheet'],
  agreements: [...GROUND, 'settings', 'search'],
  conditions: [...GROUND, 'settings', 'search', 'sheet'],
  units: [...GROUND, 'settings', 'photos', 'notes', 'tracing', 'search', 'sheet', 'agreements', 'conditions'],
  watch: [...GROUND, 'settings', 'search', 'sheet', 'units'],
  visits: [...GROUND, 'telling', 'settings', 'tracing', 'sheet', 'agreements', 'conditions'],
  calls: [...GROUND, 'telling', 'settings', 'search', 'sheet', 'agreements', 'units'],
  sites: [...GROUND, 'telling', 'settings', 'search', 'sheet', 'agreements', 'units', 'calls'],
  customers: [...GROUND, 'search', 'sites'],
  'routes/reads': [...GROUND, 'crews', 'telling'],
  'routes/due': [...GROUND, 'settings', 'agreements', 'routes/reads'],
  'routes/problem': [...GROUND, 'settings', 'outside', 'closures', 'routes/reads', 'routes/due'],
  'routes/board': [
    ...GROUND,
    'settings',
    'crews',
    'sheet',
    'calls',
    'closures',
    'routes/reads',
    'routes/due',
    'routes/problem',
  ],
  'routes/publish': [...GROUND, 'settings', 'crews', 'telling', 'routes/reads'],
  'routes/solve': [...GROUND, 'system'],
  'routes/router.ts': [...GROUND, 'settings', 'sheet', 'telling', 'routes/*'],
  upgrade: [...GROUND, 'sheet', 'visits'],
};

/** What every screen may use. */
const GIVEN = ['device', 'api', 'state', 'outbox', 'ui/*', 'drawings', 'maps'];
const web = {
  device: [],
  api: ['device'],
  state: ['device', 'api'],
  outbox: ['device', 'api', 'state'],
  'ui/words': [],
  'ui/frame': ['api'],
  'ui/saying': ['api', 'ui/frame'],
  'ui/forms': ['api', 'state', 'ui/words', 'ui/frame'],
  'ui/lists': ['api', 'ui/frame', 'ui/forms'],
  'ui/marks': ['state', 'ui/words'],
  maps: ['api', 'state', 'ui/frame', 'ui/forms', 'ui/words'],
  drawings: ['api', 'state', 'outbox', 'ui/words', 'ui/frame', 'ui/marks'],
  workers: [],
  waiting: GIVEN,
  agreements: GIVEN,
  bench: GIVEN,
  calls: GIVEN,
  imports: GIVEN,
  labels: GIVEN,
  photos: GIVEN,
  roofs: [...GIVEN, 'photos'],
  routes: [...GIVEN, 'calls', 'workers'],
  search: GIVEN,
  settings: [...GIVEN, 'agreements'],
  setup: GIVEN,
  sites: [...GIVEN, 'roofs'],
  system: GIVEN,
  tracing: [...GIVEN, 'waiting'],
  visits: GIVEN,
  watch: GIVEN,
  conditions: [...GIVEN, 'watch'],
  units: [...GIVEN, 'photos', 'tracing', 'waiting', 'watch'],
  // It fetches the screens that a crew opens on a roof while there is still a network.
  today: [...GIVEN, 'bench', 'roofs', 'tracing', 'units', 'visits'],
  crews: [...GIVEN, 'sites'],
  people: [...GIVEN, 'waiting', 'crews', 'setup'],
  testing: ['state'],
  // The gallery is an application of its own.
  gallery: [...GIVEN, 'bench', 'imports', 'tracing', 'testing'],
  app: ['*'],
};

export const trees = { core, server, web };

/** The areas that a list of arrows means: `measuring/*` is every other area of that room, `*` of the tree. */
export const spelled = (tree, area) =>
  trees[tree][area].flatMap((to) =>
    to.endsWith('*')
      ? Object.keys(trees[tree]).filter((other) => other !== area && other.startsWith(to.slice(0, -1)))
      : [to],
  );
