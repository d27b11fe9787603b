import fc from 'fast-check';
import { addDays, fromDayNumber } from '#core/base/time';
import { BRIEF_DAYS, briefOf, type Story } from './index.ts';

const TODAY = '2026-06-03';
const mark = (
  callId: string,
  on: string,
  kind: Story['marks'][number]['kind'] = 'call',
  poundsAdded?: number,
) => ({ callId, ref: callId, on, kind, label: '', ...(poundsAdded === undefined ? {} : { poundsAdded }) });

describe('a story in brief', () => {
  const story: Story = {
    marks: [
      mark('old', '2023-01-10'),
      mark('before', '2024-06-01'),
      mark('after', '2024-06-20', 'call', 3.5),
      mark('spring', '2026-04-02', 'maintenance'),
      mark('ahead', '2026-07-01', 'maintenance'),
    ],
    arcs: [
      { kind: 'repeat', fromCallId: 'old', toCallId: 'before', label: 'compressor again' },
      { kind: 'callback', fromCallId: 'before', toCallId: 'after', label: 'back after 19 days' },
    ],
  };

  it('holds two years: calls, planned work, pounds, and the arc whose later end lies in them', () => {
    expect(briefOf(story, [], TODAY)).toEqual({
      failures: ['2024-06-20'],
      planned: ['2026-04-02'],
      arcs: [{ from: '2024-06-01', to: '2024-06-20', kind: 'callback' }],
      added: [{ on: '2024-06-20', pounds: 3.5 }],
      open: [],
    });
  });

  it('keeps what is still open however long ago it was left, and drops what was closed before', () => {
    const left = [
      { from: '2020-02-02', to: null, hazard: true },
      { from: '2022-01-01', to: '2022-02-01', hazard: false },
      { from: '2024-01-01', to: '2025-02-01', hazard: false },
    ];
    expect(briefOf(story, left, TODAY).open).toEqual([left[0], left[2]]);
  });

  it('never shows a day of the future and loses none of the two years', () => {
    const day = fc.integer({ min: 19000, max: 21500 }).map(fromDayNumber);
    fc.assert(
      fc.property(fc.array(day), (days) => {
        const marks = days.map((on, i) => mark(String(i), on));
        const { failures } = briefOf({ marks, arcs: [] }, [], TODAY);
        expect(failures).toEqual(days.filter((on) => on <= TODAY && on >= addDays(TODAY, -BRIEF_DAYS)));
      }),
    );
  });
});
