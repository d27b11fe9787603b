import { unsaid } from './unsaid.ts';

describe('what a unit’s sentence says beside what was left open', () => {
  const sentence = 'Hazard left open: exchanger holed or cracked. Left open: heat disabled. 21 years old.';

  it('leaves out what is told with its day, and nothing else', () => {
    expect(unsaid(sentence, [{ kind: 'exchanger holed or cracked' }, { kind: 'heat disabled' }])).toBe(
      '21 years old.',
    );
    expect(unsaid(sentence, [{ kind: 'heat disabled' }])).toBe(
      'Hazard left open: exchanger holed or cracked. 21 years old.',
    );
    expect(unsaid(sentence, [])).toBe(sentence);
  });

  it('is empty where all of it is told', () => {
    expect(unsaid('Left open: filters out.', [{ kind: 'filters out' }])).toBe('');
  });
});
