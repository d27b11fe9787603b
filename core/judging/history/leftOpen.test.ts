import { withoutLeftOpen } from './index.ts';

describe('what a unit’s sentence says beside what was left open', () => {
  const sentence = 'Hazard left open: exchanger holed or cracked. Left open: heat disabled. 21 years old.';

  it('leaves out what is told with its day, and nothing else', () => {
    expect(
      withoutLeftOpen(sentence, [{ kind: 'exchanger holed or cracked' }, { kind: 'heat disabled' }]),
    ).toBe('21 years old.');
    expect(withoutLeftOpen(sentence, [{ kind: 'heat disabled' }])).toBe(
      'Hazard left open: exchanger holed or cracked. 21 years old.',
    );
    expect(withoutLeftOpen(sentence, [])).toBe(sentence);
  });

  it('of several in one sentence leaves them out together, and only when all are told', () => {
    const both = 'Left open: heat disabled, filters out. 21 years old.';
    expect(withoutLeftOpen(both, [{ kind: 'filters out' }, { kind: 'heat disabled' }])).toBe('21 years old.');
    expect(withoutLeftOpen(both, [{ kind: 'filters out' }])).toBe(both);
  });

  it('is empty where all of it is told', () => {
    expect(withoutLeftOpen('Left open: filters out.', [{ kind: 'filters out' }])).toBe('');
  });
});
