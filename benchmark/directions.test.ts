import { readFileSync } from 'node:fs';
import { EXPERIMENTS, experimentsAsMarkdown, found, within } from './experiments.ts';
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

  it('more than five cells of six say the same, in cooling as in heating', () => {
    for (const mode of ['cooling', 'heating'] as const) {
      const own = lines.filter((line) => line.mode === mode);
      const other = own.reduce((sum, line) => sum + differing(line).length, 0);
      expect(other / (own.length * COLUMNS.length)).toBeLessThan(1 / 6);
    }
  });

  it('both comparisons are printed in the docs as they are today', () => {
    const squeezed = (text: string) => text.replace(/[ \t]+/g, ' ').replace(/-{2,}/g, '-');
    const docs = squeezed(readFileSync('docs/simulation.md', 'utf8'));
    expect(docs).toContain(squeezed(asMarkdown(lines).trim()));
    expect(docs).toContain(squeezed(experimentsAsMarkdown()));
  });
});

describe('what faults cost, beside published experiments', () => {
  it.each(EXPERIMENTS)(
    '$what, $device: capacity, efficiency and superheat as found [$source]',
    (experiment) => {
      const { capacity, efficiency, superheatF } = found(experiment);
      expect([capacity, within(capacity, experiment.capacity)]).toEqual([capacity, true]);
      expect([efficiency, within(efficiency, experiment.efficiency)]).toEqual([efficiency, true]);
      expect([superheatF, within(superheatF, experiment.superheatF)]).toEqual([superheatF, true]);
    },
  );
});
