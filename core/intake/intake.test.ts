import { suggestPriority } from './index.ts';

describe('suggested priority', () => {
  it('puts danger and people first, with the reason', () => {
    expect(suggestPriority({ stake: 'danger', roomF: 71, setPointF: 70, system: 'heating' })).toMatchObject({
      priority: 'at once',
      reasons: [{ rule: 'danger' }, { rule: 'room against set point' }],
    });
    expect(suggestPriority({ stake: 'people at risk' }).priority).toBe('at once');
  });

  it('looks at the wrong side of the set point only', () => {
    expect(suggestPriority({ system: 'cooling', roomF: 84, setPointF: 73 }).priority).toBe('today');
    expect(suggestPriority({ system: 'heating', roomF: 84, setPointF: 73, stake: 'comfort' }).priority).toBe(
      'with the next route',
    );
    expect(suggestPriority({ system: 'heating', roomF: 62, setPointF: 70 }).priority).toBe('this week');
  });

  it('raises no heat in frost and water above a ceiling', () => {
    expect(suggestPriority({ system: 'heating', outdoorF: 20 }).priority).toBe('today');
    expect(suggestPriority({ system: 'drainage', stake: 'comfort' }).priority).toBe('today');
  });

  it('does not take silence for "nothing at stake"', () => {
    expect(suggestPriority({})).toMatchObject({
      priority: 'this week',
      reasons: [{ rule: 'not enough known' }],
    });
    expect(suggestPriority({ stake: 'none' }).priority).toBe('with the next route');
  });
});
