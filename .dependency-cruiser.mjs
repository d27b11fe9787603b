import { spelled, trees } from './arrows.mjs';

const NOT_TESTS = '\\.test\\.tsx?$|/testing/';

/** Where an area lies: a folder, or one file. */
const place = (tree, area) =>
  area.endsWith('.ts') ? `^${tree}/${area.replace('.', '\\.')}$` : `^${tree}/${area}/`;
const anyOf = (tree, areas) => areas.map((area) => place(tree, area)).join('|');

/** What an area may import of its own tree, one rule an area, so that the refusal names what is allowed. */
const arrows = Object.keys(trees).flatMap((tree) =>
  Object.keys(trees[tree]).map((area) => {
    const allowed = spelled(tree, area);
    return {
      name: `${tree}/${area} may import ${trees[tree][area].join(', ') || 'no other area'}`,
      comment: 'arrows.mjs says which area may import which',
      severity: 'error',
      from: { path: place(tree, area), pathNot: NOT_TESTS },
      to: { path: `^${tree}/`, pathNot: `\\.css$|${anyOf(tree, [area, ...allowed])}` },
    };
  }),
);

/** Every folder is in the table. */
const strangers = Object.keys(trees).map((tree) => ({
  name: `${tree}: an area that arrows.mjs does not name`,
  severity: 'error',
  from: {},
  to: { path: `^${tree}/.+/`, pathNot: `/testing/|${anyOf(tree, Object.keys(trees[tree]))}` },
}));

const PURE = 'date-fns|@date-fns/tz|fastest-levenshtein|ical\\.js';
const SHAPED = '^core/(base/shapes|record/kinds)/';

const faces = Object.keys(trees.core)
  .map((area) => `^core/${area}/(index\\.ts$|testing/)`)
  .join('|');

/** The layer rules of docs/architecture.md. */
export default {
  forbidden: [
    ...arrows,
    ...strangers,
    {
      name: 'core-is-pure',
      comment: 'core imports nothing outside core but small pure libraries',
      severity: 'error',
      from: { path: '^core/', pathNot: `\\.test\\.ts$|/testing/|${SHAPED}` },
      to: { pathNot: `^core/|^node_modules/(${PURE})/` },
    },
    {
      name: 'kinds of entries are pure, and have shapes',
      comment: 'Zod is allowed in base/shapes and record/kinds and nowhere else in core',
      severity: 'error',
      from: { path: SHAPED, pathNot: '\\.test\\.ts$|/testing/' },
      to: { pathNot: `^core/|^node_modules/(${PURE}|zod)/` },
    },
    {
      name: 'contracts-import-core-only',
      severity: 'error',
      from: { path: '^contracts/', pathNot: '\\.test\\.ts$' },
      to: { pathNot: '^(contracts|core)/|^node_modules/(zod|uuid)/' },
    },
    {
      name: 'server-never-web',
      severity: 'error',
      from: { path: '^server/' },
      to: { path: '^(web|e2e|benchmark)/' },
    },
    {
      name: 'server-code-never-demo',
      severity: 'error',
      from: { path: '^server/', pathNot: '\\.test\\.ts$|/testing/' },
      to: { path: '^(demo|standins)/' },
    },
    {
      name: 'web-never-server',
      severity: 'error',
      from: { path: '^web/' },
      to: { path: '^(server|demo|standins|e2e|benchmark)/' },
    },
    {
      name: 'nothing-imports-the-edges',
      severity: 'error',
      from: { path: '^(core|contracts|web)/' },
      to: { path: '^(demo|standins|e2e|benchmark)/' },
    },
    { name: 'no-cycles', severity: 'error', from: {}, to: { circular: true } },
    ...[
      'contracts',
      'server',
      'web',
      'demo',
      'benchmark',
      'trials',
      'e2e',
      'standins',
      ...Object.keys(trees.core),
    ].map((place) => {
      const from = place in trees.core ? `core/${place}` : place;
      return {
        name: `${from}: core by its faces`,
        comment: 'an area of core is reached through its index.ts',
        severity: 'error',
        from: { path: `^${from}/` },
        to: { path: '^core/', pathNot: `${faces}|^${from}/` },
      };
    }),
  ],
  options: {
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    doNotFollow: { path: 'node_modules' },
  },
};
