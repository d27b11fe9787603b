const { touchedBy } = (await import(new URL('./lib/changed.mjs', import.meta.url).href)) as {
  touchedBy: (files: string[]) => Record<string, unknown>;
};

const runs = (...files: string[]) =>
  Object.entries(touchedBy(files))
    .filter(([step, run]) => step !== 'specs' && run)
    .map(([step]) => step);

describe('what a change can touch', () => {
  it('a rule of core touches everything that is built on it', () => {
    expect(runs('core/judging/history/repeat.ts')).toEqual([
      'types',
      'lint',
      'unit',
      'server',
      'trials',
      'browser',
    ]);
  });

  it('a screen touches neither the server nor what is tried against it', () => {
    expect(runs('web/today/Today.tsx')).toEqual(['types', 'lint', 'unit', 'browser']);
  });

  it('a test touches itself alone', () => {
    expect(runs('core/heard/heard.test.ts')).toEqual(['types', 'lint', 'unit', 'server']);
    expect(runs('e2e/roof.spec.ts')).toEqual(['types', 'lint', 'browser']);
    expect(touchedBy(['e2e/roof.spec.ts', 'README.md']).specs).toEqual(['e2e/roof.spec.ts']);
    expect(touchedBy(['e2e/roof.spec.ts', 'web/ui/frame/Button.tsx']).specs).toEqual([]);
    expect(touchedBy(['e2e/roof.spec.ts', 'e2e/help.ts']).specs).toEqual([]);
  });

  it('words about it touch only what reads them', () => {
    expect(runs('docs/architecture.md')).toEqual(['unit']);
    expect(runs('README.md')).toEqual([]);
  });

  it('another package touches everything', () => {
    expect(runs('package-lock.json')).toEqual(['types', 'lint', 'unit', 'server', 'trials', 'browser']);
  });
});
