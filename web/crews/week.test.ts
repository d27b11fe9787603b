import { typedWeek, USUAL_WEEK, weekText, weekTyped } from './week.ts';

describe('a week of shifts', () => {
  it('is typed day by day and read back the same', () => {
    expect(weekTyped(typedWeek(USUAL_WEEK))).toEqual({ week: USUAL_WEEK, problems: [] });
    expect(weekText(USUAL_WEEK)).toBe('Mon–Fri 07:00–16:00');
  });

  it('says at the day what is not right, and takes a span that ends first to the contract', () => {
    const typed = {
      ...typedWeek(USUAL_WEEK),
      '1': 'seven',
      '2': '7:00-12:00, 13:00-16:00',
      '3': '7-14',
      '4': '7am to 3:30 pm',
      '5': '14-24',
      '6': '16:00-7:00',
    };
    const { week, problems } = weekTyped(typed);
    expect(problems.map(([day]) => day)).toEqual(['1', '2']);
    expect(week.slice(2)).toEqual([
      { start: 420, end: 840 },
      { start: 420, end: 930 },
      { start: 840, end: 1440 },
      { start: 960, end: 420 },
      null,
    ]);
  });
});
