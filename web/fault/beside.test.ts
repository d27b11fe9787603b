import { besideOf } from './beside.ts';
import { onPanelWith } from './useSeen.ts';

const unit = (id: string, more: object = {}) => ({
  ...{ id, tag: id.toUpperCase(), fedBy: 'panel', renewed: [], elsewhere: [] },
  ...more,
});
const finding = (unitId: string) => ({
  id: `f ${unitId}`,
  kind: 'finding',
  unitId,
  body: { part: 'contactor' },
});
const visit = (units: object[], entries: object[] = [], more: object = {}) =>
  ({ units, entries, before: [], failures: [], ...more }) as never;
const of = (units: object[], entries: object[] = [], more: object = {}, standing: object[] = []) =>
  besideOf(visit(units, entries, more), units[0] as never, standing as never, 'cool', '2026-06-03');

describe('what is known beside what was seen', () => {
  it('counts the days since a part was renewed', () =>
    expect(of([unit('a', { renewed: [{ part: 'contactor', on: '2026-05-04' }] })]).renewed).toEqual([
      { part: 'contactor', days: 30 },
    ]));

  it('a finding of this sheet on another unit of the panel counts, on another panel or on itself it does not', () => {
    const units = [unit('a'), unit('b'), unit('c', { fedBy: 'other' }), unit('d', { fedBy: null })];
    expect(
      of(
        units,
        units.map(({ id }) => finding(id)),
      ).elsewhere,
    ).toEqual([{ part: 'contactor', unit: 'B' }]);
    expect(of([unit('a', { fedBy: null }), unit('b', { fedBy: null })], [finding('b')]).elsewhere).toEqual(
      [],
    );
  });

  it('what stands open is known by what it was left as, and by how its part has failed', () => {
    const entries = [{ id: 'line', kind: 'finding', unitId: 'a', body: { failure: 'broken' } }];
    const standing = [{ part: 'blower belt', kind: 'not normal', lines: ['line'] }];
    expect(of([unit('a')], entries, {}, standing).known).toEqual([
      { part: 'blower belt', leftAs: 'not normal', failure: 'broken' },
    ]);
  });

  it('a sheet that was kept from an older version says nothing of it', () => {
    const old = { id: 'a', tag: 'A' };
    expect(of([old], [], { failures: undefined })).toMatchObject({ renewed: [], elsewhere: [], entries: [] });
    expect(onPanelWith(visit([old, { id: 'b', tag: 'B' }]), 'a').size).toBe(0);
  });
});

it('what was measured at the panel speaks of every unit on it', () =>
  expect([...onPanelWith(visit([unit('a'), unit('b'), unit('c', { fedBy: 'other' })]), 'a')]).toEqual([
    'a',
    'b',
  ]));
