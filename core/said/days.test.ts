import { wordsOf } from './index.ts';

const agreed = { task: 'Filters', last: null, agreed: 'customer' } as const;
const said = (from: string, to: string, lateDays: number) =>
  wordsOf({ rule: 'season', params: { ...agreed, from, to, lateDays } });

describe('when work is due by the calendar', () => {
  it('a season is said as a window, a day that was agreed as that day', () => {
    expect(said('2026-03-15', '2026-05-31', 0)).toMatchObject({
      text: 'Filters: window 15 Mar 2026 to 31 May 2026.',
    });
    const day = said('2026-04-09', '2026-04-09', 0);
    expect(day.text).toBe('Filters: agreed for 9 Apr 2026.');
    expect(day.threshold).toMatch(/^9 Apr 2026, /);
  });

  it('and how late it is', () => {
    expect(said('2026-03-15', '2026-05-31', 3).text).toBe('Filters: 3 days past its window.');
    expect(said('2026-04-09', '2026-04-09', 1).text).toBe('Filters: agreed for 9 Apr 2026, 1 day late.');
    const params = { ...agreed, from: '2026-04-09', to: '2026-04-09', lateDays: 50 };
    expect(wordsOf({ rule: 'season missed', params }).text).toBe(
      'Filters: it was agreed for a day 50 days ago and was not done.',
    );
  });
});
