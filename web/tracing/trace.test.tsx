import { gapsOf, type SiteLink, type SitePoint } from '#core/places/tracing';
import type { PointView, TracingView } from '#contracts/tracing';
import { attributes, paint, words } from '../testing/paint.tsx';
import { Gaps } from './Gaps.tsx';
import { Sure } from './Sure.tsx';
import { Trace } from './Trace.tsx';

const point = (
  id: string,
  kind: SitePoint['kind'],
  name: string,
  more: Partial<SitePoint> = {},
): PointView => ({ id, kind, name, version: 1, ...more });
const link = (
  id: string,
  kind: SiteLink['kind'],
  from: string,
  to: string,
  more: Partial<SiteLink> = {},
): SiteLink => ({ id, kind, from, to, how: 'traced', by: 'Ada', on: '2026-05-01', ...more });

const net: TracingView = {
  siteId: 's',
  site: 'Cinema',
  customer: 'Estuary Cinemas',
  points: [
    point('mz1', 'panel', 'MZ-1', { volts: 208, phase: 3, ratingA: 400 }),
    point('mz2', 'panel', 'MZ-2', { volts: 208, phase: 3, ratingA: 200 }),
    point('d', 'unit', 'D', { unit: { kind: 'package gas/electric', status: 'in service' } }),
    point('e', 'unit', 'E', { unit: { kind: 'package gas/electric', status: 'in service' } }),
    point('f', 'unit', 'F', { unit: { kind: 'package gas/electric', status: 'out of use' } }),
    point('booth', 'area', 'Projection booth'),
    point('stat', 'thermostat', 'T-4'),
  ],
  links: [
    link('l1', 'feeds', 'mz1', 'mz2', { poles: [1, 3, 5], how: 'read from a label' }),
    link('l2', 'feeds', 'mz2', 'd', { poles: [8, 10, 12], breakerA: 45 }),
    link('l3', 'serves', 'd', 'booth', { how: 'told' }),
    link('l4', 'controls', 'stat', 'd'),
  ],
};
const trace = (id?: string) => words(paint(<Trace net={net} traced={id} onTrace={() => undefined} />));

describe('a trace on screen', () => {
  it(
    'from the unit: its poles, the panel above, what controls it and what it serves, each with how ' +
      'it is known',
    () => {
      const said = trace('d');
      for (const part of [
        '8/10/12',
        'MZ-2',
        'MZ-1',
        'controlled by',
        'T-4',
        'serves',
        'Projection booth',
        'Ada, 1 May 2026',
      ])
        expect(said).toContain(part);
      expect(said).toMatch(/not checked: [^.]*Ada/);
    },
  );

  it('from the panel: everything behind it', () => {
    expect(trace('mz1')).toMatch(/Leads to .*MZ-2.*D/);
    expect(trace('e')).toContain('its feed is not on record');
    expect(trace()).not.toContain('on record');
  });

  it('units come first in the list, by name as people count', () => {
    const many = {
      ...net,
      points: ['RTU-10', 'RTU-2', 'RTU-1'].map((name) => point(name, 'unit', name)).concat(net.points),
    };
    const options = words(paint(<Trace net={many} traced={undefined} onTrace={() => undefined} />));
    expect(options.indexOf('RTU-2')).toBeLessThan(options.indexOf('RTU-10'));
    expect(options.indexOf('RTU-10')).toBeLessThan(options.indexOf('MZ-1'));
  });
});

describe('how sure a fact is', () => {
  it('looks like a guess when it is one: words and shape', () => {
    const sure = (how: SiteLink['how']) => paint(<Sure how={how} by="Bo" on="2026-05-02" />);
    expect(words(sure('traced'))).not.toContain('not checked');
    expect(words(sure('told'))).toContain('not checked');
    expect(sure('told')).toContain('stroke-dasharray');
    expect(sure('traced')).not.toContain('stroke-dasharray');
    expect(words(sure('read from a label'))).toContain('Bo, 2 May 2026');
  });
});

describe('what is not traced yet', () => {
  it('names each unit and what is missing, and offers nothing to who may not write', () => {
    const gaps = gapsOf(net);
    const said = words(paint(<Gaps gaps={gaps} onTrick={() => undefined} />));
    expect(said).toMatch(/E .*its feed/);
    expect(gaps.map((gap) => gap.unit.name)).toEqual(['E']);
    expect(words(paint(<Gaps gaps={[]} onTrick={undefined} />))).toContain('Every unit in use is traced.');
    const buttons = attributes(paint(<Gaps gaps={gaps} onTrick={undefined} />), 'aria-expanded');
    expect(buttons).toHaveLength(gaps.length);
  });
});
