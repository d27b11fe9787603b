import { answer } from '#core/measuring/answers';
import { WindowBar } from '../../routes/WindowBar.tsx';
import { attributes, paint, words } from '../../testing/paint.tsx';
import { DaysBar } from './DaysBar.tsx';
import { MiniBand } from './MiniBand.tsx';

const widthOf = (markup: string): number => Number(/<rect[^>]* width="([\d.]+)"/.exec(markup)?.[1]);

describe('days against their limit', () => {
  it('are a bar with a post, and said in words: too long only past the limit', () => {
    const fine = paint(<DaysBar days={3} allowed={10} late={false} longest={20} />);
    const late = paint(<DaysBar days={20} allowed={10} late longest={20} />);
    expect(words(fine)).toBe('3 days');
    expect(words(late)).toBe('20 days, too long');
    expect(widthOf(late)).toBeGreaterThan(widthOf(fine) * 3);
    expect(attributes(late, 'aria-label')).toEqual(['20 days, 10 days allowed']);
  });

  it('what may not stay for a day is too long at once; without a limit nothing is', () => {
    expect(words(paint(<DaysBar days={0} allowed={0} late longest={0} />))).toBe('today, too long');
    expect(words(paint(<DaysBar days={400} allowed={null} late={false} longest={400} />))).toBe('400 days');
    expect(paint(<DaysBar days={0} allowed={null} late={false} longest={0} />)).not.toMatch(/NaN|Infinity/);
  });
});

describe('a window of days', () => {
  const bar = (latest: string) =>
    paint(<WindowBar earliest="2026-05-20" wanted="2026-06-01" latest={latest} today="2026-06-03" />);

  it('says its three days, and is filled with ink once it has passed', () => {
    expect(attributes(bar('2026-06-20'), 'aria-label')).toEqual([
      'Due from 20 May 2026, wanted 1 Jun 2026, at the latest 20 Jun 2026',
    ]);
    expect(bar('2026-06-20')).not.toContain('fill="var(--ink)"');
    expect(bar('2026-06-02')).toContain('fill="var(--ink)"');
  });

  it('keeps to its room however long ago it began', () => {
    const markup = paint(
      <WindowBar earliest="2019-01-01" wanted="2019-02-01" latest="2031-01-01" today="2026-06-03" />,
    );
    expect(widthOf(markup)).toBeLessThanOrEqual(132);
  });
});

describe('a number in its band, in a line', () => {
  const superheatOf = (value: number) =>
    answer({
      name: 'superheat',
      value,
      unit: 'Δ°F',
      quantity: 'temperatureDifference',
      formula: 'suction line − dew(suction)',
      source: 'common practice',
      band: { low: 8, high: 15, from: 'common practice', source: 'expansion valve' },
      text: [],
      confidence: 'fair',
      improve: [],
    });
  const superheat = superheatOf(18);

  it('says value and band in the units of the reader, and is verdigris only inside', () => {
    const us = paint(<MiniBand answer={superheat} system="US" />);
    expect(attributes(us, 'aria-label')).toEqual(['superheat 18 °F, expected from 8 to 15']);
    expect(attributes(paint(<MiniBand answer={superheat} system="metric" />), 'aria-label')[0]).toMatch(
      /^superheat 10 K?/,
    );
    const fills = (value: number) =>
      attributes(paint(<MiniBand answer={superheatOf(value)} system="US" />), 'fill').at(-1);
    expect([fills(18), fills(11)]).toEqual(['var(--ink)', 'var(--verdigris)']);
  });

  it('without a band there is none', () => {
    const { band: _band, ...plain } = superheat;
    expect(paint(<MiniBand answer={plain} system="US" />)).toBe('');
  });
});
