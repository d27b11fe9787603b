import { tasksOf } from '#core/upkeep/maintenance';
import {
  agreementOn,
  ourTasks,
  priceWords,
  siteTerms,
  unitTerms,
  usualTask,
  yearOf,
  type Agreement,
  TRADE_PROGRAMME,
  type Programme,
  type Refinement,
  type Terms,
} from './index.ts';

const agreement = (terms: Terms = {}, refinements: readonly Refinement[] = []): Agreement => ({
  id: 'a',
  customerId: 'c',
  from: '2026-01-01',
  until: null,
  terms,
  refinements,
});
const rooftop = { unitId: 'u', siteId: 's', kind: 'package gas/electric' } as const;
const filters = (of: ReturnType<typeof unitTerms>) =>
  of.tasks.find(({ task }) => task.key === 'filters and belts');
const every = (days: number): Terms => ({
  tasks: { 'filters and belts': { cadence: { by: 'days', days } } },
});

describe('what is agreed for a unit', () => {
  it('is the trade’s usual where nobody has said anything', () => {
    const terms = unitTerms(rooftop, agreement(), TRADE_PROGRAMME);
    expect(terms.maintained).toBe(true);
    expect(ourTasks(terms).map(({ task, cadence }) => [task.key, cadence])).toEqual(
      tasksOf({ kind: 'package gas/electric' }).map((task) => [task.key, task.usual]),
    );
    expect(filters(terms)?.agreed).toBe('kind');
  });

  it('is what was said last from the company to the unit, and says who said it', () => {
    const programme: Programme = {
      ...TRADE_PROGRAMME,
      kinds: {
        'package gas/electric': { 'filters and belts': { cadence: { by: 'days', days: 61 }, minutes: 25 } },
      },
    };
    const levels: [Agreement, number, string][] = [
      [agreement(), 61, 'kind'],
      [agreement(every(91)), 91, 'customer'],
      [agreement(every(91), [{ siteId: 's', terms: every(30) }]), 30, 'site'],
      [
        agreement(every(91), [
          { siteId: 's', terms: every(30) },
          { unitId: 'u', terms: every(14) },
        ]),
        14,
        'unit',
      ],
    ];
    for (const [deal, days, agreed] of levels)
      expect(filters(unitTerms(rooftop, deal, programme))).toMatchObject({
        cadence: { days },
        agreed,
        minutes: 25,
      });
  });

  it('keeps of the wider terms what the narrower ones do not speak of', () => {
    const deal = agreement(every(30), [
      { unitId: 'u', terms: { tasks: { 'filters and belts': { minutes: 50 } } } },
    ]);
    expect(filters(unitTerms(rooftop, deal, TRADE_PROGRAMME))).toMatchObject({
      cadence: { days: 30 },
      minutes: 50,
      agreed: 'customer',
    });
  });

  it('terms of another site or unit say nothing here', () => {
    const deal = agreement({}, [
      { siteId: 'elsewhere', terms: every(14) },
      { unitId: 'another', terms: { maintained: false } },
    ]);
    const terms = unitTerms(rooftop, deal, TRADE_PROGRAMME);
    expect([terms.maintained, filters(terms)?.agreed]).toEqual([true, 'kind']);
  });

  it('what the customer does, or nobody, is not ours to do', () => {
    const deal = agreement({
      tasks: { 'filters and belts': { whose: 'the customer’s' }, 'heating start-up': { whose: 'nobody’s' } },
    });
    const ours = ourTasks(unitTerms(rooftop, deal, TRADE_PROGRAMME)).map(({ task }) => task.key);
    const all = tasksOf({ kind: 'package gas/electric' }).map((task) => task.key);
    expect(ours).toContain('cooling start-up');
    expect(ours).toEqual(all.filter((key) => !['filters and belts', 'heating start-up'].includes(key)));
  });

  it('calls only: nothing is ours, but for the site that is maintained all the same', () => {
    const deal = agreement({ maintained: false }, [{ siteId: 's', terms: { maintained: true } }]);
    expect(ourTasks(unitTerms({ ...rooftop, siteId: 'other' }, deal, TRADE_PROGRAMME))).toEqual([]);
    expect(ourTasks(unitTerms(rooftop, deal, TRADE_PROGRAMME))).toHaveLength(
      tasksOf({ kind: 'package gas/electric' }).length,
    );
  });

  it('the company’s programme for one kind leaves the others alone', () => {
    const programme: Programme = {
      ...TRADE_PROGRAMME,
      kinds: { boiler: { 'boiler annual': { minutes: 200 } } },
    };
    const [annual] = tasksOf({ kind: 'boiler' });
    const [first] = tasksOf({ kind: 'exhaust fan' });
    expect(usualTask('boiler', annual!, programme).minutes).toBe(200);
    expect(usualTask('exhaust fan', first!, programme).minutes).toBe(first!.minutes);
  });
});

describe('what is agreed for a site', () => {
  it('is the customer’s, refined for it; hours of one priority do not take away the others', () => {
    const deal = agreement(
      {
        minutesAllowed: 120,
        approval: { name: 'Estates', upToCents: 50_000 },
        responseHours: { 'at once': 4, today: 8 },
      },
      [{ siteId: 's', terms: { minutesAllowed: 300, responseHours: { 'at once': 1 } } }],
    );
    expect(siteTerms(deal, 's')).toEqual({
      minutesAllowed: 300,
      approval: { name: 'Estates', upToCents: 50_000 },
      responseHours: { 'at once': 1, today: 8 },
    });
    expect(siteTerms(deal, 'other').minutesAllowed).toBe(120);
  });

  it('what nobody has said stays unknown', () => {
    expect(siteTerms(agreement(), 's')).toEqual({
      minutesAllowed: undefined,
      approval: undefined,
      responseHours: {},
    });
  });
});

describe('which agreement counts', () => {
  const old = { from: '2024-01-01', until: '2025-12-31' };
  const now = { from: '2026-01-01', until: '2026-12-31' };
  const next = { from: '2027-01-01', until: null };
  it.each([
    ['2025-12-31', old],
    ['2026-01-01', now],
    ['2026-12-31', now],
    ['2030-06-01', next],
  ])('on %s', (day, wanted) => expect(agreementOn([next, old, now], day)).toBe(wanted));
  it('one that begins soon counts where none runs, and never before', () => {
    expect(agreementOn([next], '2026-12-20')).toBeUndefined();
    expect(agreementOn([next], '2026-12-20', '2027-01-03')).toBe(next);
    expect(agreementOn([next, now], '2026-12-20', '2027-01-03')).toBe(now);
  });
});

// Most rooftop units are visited two to four times a year [common practice].
describe('a year', () => {
  const of = (deal: Agreement, kind: 'package gas/electric' | 'boiler' = 'package gas/electric') =>
    yearOf([unitTerms({ ...rooftop, kind }, deal, TRADE_PROGRAMME)]);
  it('quarterly filters and two start-ups are four visits, and the minutes of all', () => {
    // Spring: start-up, coils, drains, economizer, electrics; autumn: start-up, thermostat.
    const seasons = 30 + 45 + 10 + 15 + 15 + 35 + 10;
    expect(of(agreement())).toEqual({ visits: 4, minutes: Math.round((365 / 91) * 20) + seasons });
  });
  it('without filters the two seasons remain; a boiler is seen once', () => {
    const theirs = agreement({ tasks: { 'filters and belts': { whose: 'the customer’s' } } });
    expect(of(theirs).visits).toBe(2);
    expect(of(agreement(), 'boiler').visits).toBe(1);
    expect(of(agreement({ maintained: false }))).toEqual({ visits: 0, minutes: 0 });
  });
});

it('a price is said with how often it is paid', () =>
  expect(priceWords({ cents: 38_000, per: 'visit' })).toBe('$380 a visit'));
