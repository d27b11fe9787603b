import { readFileSync } from 'node:fs';

const arrows = new URL('../arrows.mjs', import.meta.url).href;
const { trees } = (await import(arrows)) as { trees: Record<string, Record<string, string[]>> };
const names = Object.keys(trees);

/** The table of a tree as docs/architecture.md shows it: areas with the same arrows share a line. */
function shown(tree: string): string {
  const lines = new Map<string, string[]>();
  for (const [area, to] of Object.entries(trees[tree] ?? {})) {
    const arrows = to.map((name) => `\`${name}\``).join(' ') || 'nothing';
    lines.set(arrows, [...(lines.get(arrows) ?? []), `\`${area}\``]);
  }
  return [
    `| ${tree} | may import |`,
    '| --- | --- |',
    ...[...lines].map(([arrows, areas]) => `| ${areas.join(' ')} | ${arrows} |`),
  ].join('\n');
}

/** Without the padding that lines up a table's columns. */
const plain = (text: string): string => text.replaceAll(/ +\|/g, ' |').replaceAll(/-{3,}/g, '---');

const page = plain(readFileSync(new URL('../docs/architecture.md', import.meta.url), 'utf8'));

describe('the table of arrows', () => {
  it.each(names)('architecture.md shows that of %s', (tree) => {
    expect(page).toContain(shown(tree));
  });

  it.each(names)('areas of %s stand above what they import', (tree) => {
    const allowed = trees[tree] ?? {};
    const areas = Object.keys(allowed);
    // The composition is named by everything and names everything.
    const upward = areas.flatMap((area, at) =>
      (allowed[area] ?? [])
        .filter((to) => to !== 'dependencies.ts' && !to.endsWith('*') && areas.indexOf(to) >= at)
        .map((to) => `${area} → ${to}`),
    );
    expect(
      tree === 'server' ? upward.filter((arrow) => !arrow.startsWith('dependencies.ts')) : upward,
    ).toEqual([]);
  });
});
