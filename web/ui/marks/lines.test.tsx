import { CALL_STATES } from '#core/record/work';
import type { Cadence } from '#core/upkeep/maintenance';
import { cadenceWords } from '#core/upkeep/maintenance';
import { YearBand } from '../../drawings/YearBand.tsx';
import { attributes, paint, words } from '../../testing/paint.tsx';
import { CallState, CallStateBrief } from './CallState.tsx';
import { Field } from '../forms/Field.tsx';
import { SearchField } from '../forms/SearchField.tsx';

const call = {
  since: '2026-06-01T14:00:00Z',
  waitingFor: 'parts' as string | null,
  cancelledAs: null,
  onSite: 'Ada Quillfeather' as string | null,
  crew: 'North Bank' as string | null,
  scheduledOn: '2026-06-03',
  completedAt: null,
};
const brief = (given: object) =>
  paint(<CallStateBrief call={{ ...call, ...given } as never} zone="EST5EDT" />);

describe('the state of a call in a line', () => {
  it('is who has it, or what it waits for; its word is read aloud before', () => {
    expect(words(brief({ state: 'taken' }))).toBe('taken: nobody yet');
    expect(words(brief({ state: 'planned' }))).toBe('planned: North Bank');
    expect(words(brief({ state: 'under way' }))).toBe('under way: Ada is there');
    expect(words(brief({ state: 'waiting' }))).toBe('waiting: for parts');
    expect(words(brief({ state: 'reopened' }))).toBe('reopened: opened again');
  });

  it('what nobody wrote down is not made up', () => {
    expect(words(brief({ state: 'planned', crew: null }))).toBe('planned: a crew');
    expect(words(brief({ state: 'under way', onSite: null }))).toBe('under way: somebody is there');
    expect(words(brief({ state: 'waiting', waitingFor: null }))).toBe('waiting: on hold');
  });

  it.each(CALL_STATES)('%s: pointed at it says all that the whole state says', (state) => {
    const whole = words(paint(<CallState call={{ ...call, state } as never} zone="EST5EDT" />));
    const [title] = attributes(brief({ state }), 'title');
    expect(title).toBeTruthy();
    expect(whole).toBe(`${state} ${title}`);
  });

  it('open, planned, there and waiting differ by shape, without colour', () => {
    const shape = (state: string) =>
      /border-dashed|border-dotted|bg-ink/.exec(brief({ state }))?.[0] ?? 'whole';
    expect(['taken', 'planned', 'under way', 'waiting'].map(shape)).toEqual([
      'border-dashed',
      'whole',
      'bg-ink',
      'border-dotted',
    ]);
  });
});

describe('a number in a line of its own', () => {
  const line = (error?: string) =>
    paint(
      <Field
        line
        label="A new call is a callback within"
        hint="Counted from its end"
        unit="days"
        error={error}
      >
        <input inputMode="numeric" defaultValue="30" />
      </Field>,
    );

  it('has its unit in its name and its hint beneath, both tied to the field', () => {
    const markup = line();
    expect(attributes(markup, 'aria-label')).toEqual(['A new call is a callback within, days']);
    const [described] = attributes(markup, 'aria-describedby');
    expect(attributes(markup, 'id')).toContain(described);
    expect(words(markup)).toBe('A new call is a callback within days Counted from its end');
  });

  it('says what is wrong where it was typed, instead of the hint', () => {
    const markup = line('from 1 to 365');
    expect(attributes(markup, 'aria-invalid')).toEqual(['true']);
    expect(attributes(markup, 'role')).toEqual(['alert']);
    expect(words(markup)).toContain('from 1 to 365');
    expect(words(markup)).not.toContain('Counted from its end');
  });
});

describe('the picture of a year', () => {
  it.each<Cadence>([
    { by: 'days', days: 91 },
    { by: 'months', months: [5, 10] },
    { by: 'weekday', nth: -1, weekday: 5 },
    { by: 'season', from: '11-01', to: '02-28' },
  ])('is named by its words, and no number in it is none: %j', (cadence) => {
    const markup = paint(<YearBand cadence={cadence} today="2026-06-03" />);
    expect(attributes(markup, 'aria-label')).toEqual([cadenceWords(cadence)]);
    expect(markup).not.toMatch(/NaN|undefined|Infinity/);
  });

  it('today lies where it is in the year', () => {
    const at = (today: string) =>
      Number(/M([\d.]+) 0V/.exec(paint(<YearBand cadence={{ by: 'days', days: 30 }} today={today} />))?.[1]);
    expect(at('2026-01-01')).toBeLessThan(at('2026-06-03'));
    expect(at('2026-06-03')).toBeLessThan(at('2026-12-31'));
  });
});

describe('a field that searches', () => {
  it('says what it searches and what can be typed', () => {
    const markup = paint(
      <SearchField label="Search people" hint="name, role" value="ada" onChange={() => undefined} />,
    );
    expect(attributes(markup, 'aria-label')).toEqual(['Search people']);
    expect(attributes(markup, 'placeholder')).toEqual(['name, role']);
    expect(attributes(markup, 'value')).toEqual(['ada']);
  });
});
