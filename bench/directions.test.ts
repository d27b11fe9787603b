import { readFileSync } from 'node:fs';
import { asMarkdown, COLUMNS, differing, directions, PUBLISHED, REASONS, reasonOf } from './directions.ts';

const lines = directions();

describe('fault directions of the simulated machine beside the published ones', () => {
  it('every row claims every column', () => {
    for (const row of PUBLISHED)
      expect([row.row, row.arrows.split(' ').length]).toEqual([row.row, COLUMNS.length]);
  });

  it('each cell that differs has its reason, and no reason is left of a cell that agrees', () => {
    const wanted = lines.flatMap((line) => differing(line).map((i) => [line, i] as const));
    expect(
      wanted
        .filter(([line, i]) => reasonOf(line, i) === undefined)
        .map(([line, i]) => `${line.device} ${line.row} ${COLUMNS[i]?.name}`),
    ).toEqual([]);
    expect(Object.keys(REASONS)).toHaveLength(wanted.length);
  });

  it('is printed in the docs as it is today', () => {
    const squeezed = (text: string) => text.replace(/[ \t]+/g, ' ').replace(/-{2,}/g, '-');
    expect(squeezed(readFileSync('docs/simulation.md', 'utf8'))).toContain(squeezed(asMarkdown(lines)));
  });
});
