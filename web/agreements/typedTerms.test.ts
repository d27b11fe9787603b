import fc from 'fast-check';
import type { Terms } from '#core/upkeep/agreements';
import type { Cadence } from '#core/upkeep/maintenance';
import { terms as contract } from '#contracts/agreements';
import { fieldOfTerms, minutesTyped, NO_TASK, NO_TERMS, termsTyped, typedTerms } from './typedTerms.ts';

const months = fc.uniqueArray(fc.integer({ min: 1, max: 12 }), { minLength: 1, maxLength: 12 });
const cadence: fc.Arbitrary<Cadence> = fc.oneof(
  fc.integer({ min: 1, max: 1830 }).map((days) => ({ by: 'days' as const, days })),
  fc
    .tuple(fc.integer({ min: 1, max: 400 }), months)
    .map(([days, some]) => ({ by: 'days' as const, days, months: some })),
  months.map((some) => ({ by: 'months' as const, months: some })),
  fc
    .tuple(
      fc.constantFrom(1 as const, 4 as const, -1 as const),
      fc.integer({ min: 1, max: 7 }),
      fc.option(months),
    )
    .map(([nth, weekday, some]) => ({
      by: 'weekday' as const,
      nth,
      weekday,
      ...(some ? { months: some } : {}),
    })),
  fc.constant({ by: 'season' as const, from: '11-15', to: '01-31' }),
);
const cents = fc.integer({ min: 0, max: 1_000_000_000 });
const terms: fc.Arbitrary<Terms> = fc.record(
  {
    maintained: fc.boolean(),
    tasks: fc.record({
      'filters and belts': fc.record({ cadence, minutes: fc.integer({ min: 1, max: 1440 }) }),
    }),
    minutesAllowed: fc.integer({ min: 1, max: 1440 }),
    approval: fc.record({ name: fc.constant('Estates office'), upToCents: fc.option(cents) }),
    responseHours: fc.record({ 'at once': fc.integer({ min: 1, max: 48 }) }),
    price: fc.record({ cents, per: fc.constantFrom('year' as const, 'visit' as const) }),
  },
  { requiredKeys: [] },
);

describe('terms in a form', () => {
  it('come out as they went in, and the contract takes them', () => {
    fc.assert(
      fc.property(terms, (given) => {
        const { terms: back, problems } = termsTyped(typedTerms(given));
        expect(problems).toEqual([]);
        expect(back).toEqual(given);
        expect(contract.safeParse(back).success).toBe(true);
      }),
    );
  });

  it('nothing typed is nothing agreed', () => {
    expect(termsTyped(NO_TERMS)).toEqual({ terms: {}, problems: [] });
    expect(termsTyped({ ...NO_TERMS, tasks: { 'filters and belts': NO_TASK } }).terms).toEqual({});
  });

  it('an amount that is none, and a limit that is nobody’s, are said at their field', () => {
    const { problems } = termsTyped({ ...NO_TERMS, limit: 'about 500', price: '4.800' });
    expect(problems.map(([field]) => field)).toEqual(['limit', 'price', 'approver']);
  });

  it('a number of days that nobody typed is refused, never 0', () => {
    const { terms: read } = termsTyped({
      ...NO_TERMS,
      tasks: { 'filters and belts': { ...NO_TASK, often: 'days' } },
    });
    const issue = contract.safeParse(read).error?.issues[0];
    expect(fieldOfTerms(issue?.path ?? [])).toBe('filters and belts days');
  });

  it.each([
    ['2', 120],
    ['1.5', 90],
    ['1:30', 90],
    ['two', NaN],
    ['1:75', NaN],
  ])('“%s” hours are %s minutes', (text, minutes) => expect(minutesTyped(text)).toBe(minutes));

  it.each([
    [['approval', 'name'], 'approver'],
    [['approval', 'upToCents'], 'limit'],
    [['responseHours', 'at once'], 'response at once'],
    [['tasks', 'filters and belts', 'cadence', 'months'], 'filters and belts months'],
    [['tasks', 'filters and belts', 'minutes'], 'filters and belts minutes'],
    [['minutesAllowed'], 'hoursAllowed'],
  ])('%j is said at %s', (path, field) => expect(fieldOfTerms(path)).toBe(field));
});
