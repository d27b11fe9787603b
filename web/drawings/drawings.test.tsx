import { ANATOMY } from '#core/machine';
import { UNIT_KINDS } from '#core/base/vocabulary';
import type { ConditionView, StoryView, UnitPage } from '#contracts/units';
import { attributes, paint, words } from '../testing/paint.tsx';
import { StoryLine } from './StoryLine.tsx';
import { UnitSection } from './UnitSection.tsx';
import { useSection } from './useSection.ts';

const condition = (given: Partial<ConditionView> = {}): ConditionView => ({
  id: 'c1',
  unitId: 'u1',
  source: 'left',
  part: null,
  kind: 'filters out',
  hazard: false,
  circuit: null,
  text: 'none left on the truck',
  openedAt: '2026-05-20T14:00:00Z',
  openedBy: 'Ada',
  closedAt: null,
  changedFrom: null,
  changedTo: null,
  closes: null,
  told: null,
  ...given,
});

type Drawn = Pick<UnitPage, 'kind' | 'circuits' | 'details' | 'lastSeen' | 'conditions' | 'slots'>;
const unit = (given: Partial<Drawn> = {}): Drawn => ({
  kind: 'package gas/electric',
  circuits: [
    { id: 'x', number: 1, refrigerant: 'R-410A', chargeLb: 9, metering: 'expansion valve', compressors: [] },
  ],
  details: {},
  lastSeen: { readings: [], findings: [] },
  conditions: [],
  slots: [],
  ...given,
});

function Cut({ of, chosen }: { of: Drawn; chosen?: string }) {
  const { section, at, elsewhere } = useSection(of);
  return (
    <>
      <UnitSection section={section} at={at} chosen={chosen} onChoose={() => undefined} />
      <p>{elsewhere.map((f) => f.component).join(', ')}</p>
    </>
  );
}
const parts = (of: Drawn, chosen?: string): string[] =>
  attributes(paint(<Cut of={of} {...(chosen ? { chosen } : {})} />), 'aria-label').slice(2);

describe('the cut through a unit on screen', () => {
  it.each(UNIT_KINDS)('every part of a %s is a button with its name, reached by keyboard', (kind) => {
    const markup = paint(
      <Cut of={unit({ kind, ...(ANATOMY[kind].circuit.length > 0 ? {} : { circuits: [] }) })} />,
    );
    const buttons = [...markup.matchAll(/<g role="button"[^>]*>/g)].map(([tag]) => tag);
    expect(buttons.length).toBeGreaterThan(1);
    for (const tag of buttons) {
      expect(tag).toContain('tabindex="0"');
      expect(tag).toMatch(/aria-label="[^"]+"/);
    }
    // No number in a drawing may be one that is none.
    expect(markup).not.toMatch(/NaN|undefined|Infinity/);
  });

  it('puts what was left open, found and read at the part it belongs to, and says it', () => {
    const of = unit({
      conditions: [condition(), condition({ id: 'c2', closedAt: '2026-05-30T10:00:00Z', kind: 'panel off' })],
      lastSeen: {
        readings: [
          { point: 'suction pressure', value: 118, unit: 'psig', circuit: 1, at: '2026-05-20T14:00:00Z' },
          { point: 'supply air', value: 56, unit: '°F', circuit: 1, at: '2026-05-20T14:00:00Z' },
        ],
        findings: [
          {
            part: 'condenser fan motor',
            circuit: null,
            component: 'condenser fan motor',
            failure: 'noisy',
            grade: 'proven',
            at: '2026-05-20T14:00:00Z',
          },
          {
            part: null,
            circuit: null,
            component: 'the cat',
            failure: 'gone',
            grade: 'presumed',
            at: '2026-05-20T14:00:00Z',
          },
        ],
      },
    });
    const said = parts(of);
    expect(said.filter((text) => text.includes('left open: filters out'))).toEqual([
      expect.stringMatching(/filter/i),
    ]);
    expect(said.join()).not.toContain('panel off');
    expect(said.find((text) => text.includes('found: condenser fan motor noisy'))).toMatch(/condenser fan/);
    expect(said.filter((text) => text.includes('118 psig'))).toHaveLength(1);
    expect(said.filter((text) => text.includes('56 °F'))).toHaveLength(1);
    // What fits no part is not lost.
    expect(words(paint(<Cut of={of} />))).toContain('the cat');
  });

  it('a reading of the second circuit is drawn at the second circuit', () => {
    const circuits = [1, 2].map((number) => ({
      id: `x${number}`,
      number,
      refrigerant: 'R-22',
      chargeLb: null,
      metering: null,
      compressors: [],
    }));
    const readings = [
      { point: 'suction pressure', value: 61, unit: 'psig', circuit: 2, at: '2026-05-20T14:00:00Z' },
    ];
    const said = parts(unit({ circuits, lastSeen: { readings, findings: [] } })).filter((text) =>
      text.includes('61 psig'),
    );
    expect(said).toEqual([expect.stringMatching(/2/)]);
  });

  it('where there is room for two readings, the pressure comes before the amps', () => {
    const taken = [
      ['amps L1', 9.7, 'A'],
      ['suction line', 52, '°F'],
      ['suction pressure', 118, 'psig'],
    ] as const;
    const readings = taken.map(([point, value, unit_]) => ({
      point,
      value,
      unit: unit_,
      circuit: 1,
      at: '2026-05-20T14:00:00Z',
    }));
    const said = parts(unit({ lastSeen: { readings, findings: [] } })).find((text) =>
      text.includes('118 psig'),
    );
    expect(said).toMatch(/suction pressure 118 psig, suction line 52 °F, amps L1 9\.7 A$/);
  });

  it('what stands still says so: the circuit that was isolated, never one nobody has named', () => {
    const circuits = [1, 2].map((number) => ({
      id: `x${number}`,
      number,
      refrigerant: 'R-22',
      chargeLb: null,
      metering: null,
      compressors: [],
    }));
    const still = (circuit: number | null, own = circuits) =>
      parts(unit({ circuits: own, conditions: [condition({ kind: 'circuit isolated', circuit })] })).filter(
        (text) => text.includes('stands still'),
      );
    expect(still(2).length).toBeGreaterThan(3);
    expect(still(2).every((text) => / 2\b/.test(text))).toBe(true);
    expect(still(null)).toEqual([]);
    expect(still(null, circuits.slice(0, 1)).length).toBeGreaterThan(3);
  });

  it('says of a heat pump which way round it is drawn, and of every machine the day of its readings', () => {
    const readings = [
      { point: 'suction pressure', value: 118, unit: 'psig', circuit: 1, at: '2026-05-20T14:00:00Z' },
    ];
    const said = (kind: Drawn['kind']) =>
      words(paint(<Cut of={unit({ kind, lastSeen: { readings, findings: [] } })} />));
    expect(said('package heat pump')).toContain('Drawn as it cools; measured 20 May 2026');
    expect(said('package cooling only')).toContain('Measured 20 May 2026');
    expect(said('package cooling only')).not.toContain('Drawn as it cools');
  });

  it('heat that is disabled stands still, and the circuits go on', () => {
    const said = parts(unit({ conditions: [condition({ kind: 'heat disabled' })] })).filter((text) =>
      text.includes('stands still'),
    );
    expect(said.join()).toMatch(/Gas valve/);
    expect(said.join()).not.toMatch(/Compressor/);
  });

  it('a hazard is drawn heavier than something left open, and the part that is chosen says so', () => {
    const heavy = (hazard: boolean) =>
      paint(<Cut of={unit({ conditions: [condition({ hazard, kind: 'safety bypassed' })] })} />);
    expect(heavy(true)).toContain('fill="var(--hazard)"');
    expect(heavy(true)).toContain('stroke="var(--ink)" stroke-width="4"');
    expect(heavy(false)).not.toContain('fill="var(--hazard)"');
    expect(heavy(false)).not.toContain('stroke="var(--ink)" stroke-width="4"></rect><text');
    const markup = paint(<Cut of={unit()} chosen="blower motor" />);
    expect(attributes(markup, 'aria-pressed').filter((pressed) => pressed === 'true')).toHaveLength(1);
  });
});

const mark = (callId: string, on: string, more: object = {}) => ({
  callId,
  ref: `C-${callId}`,
  on,
  kind: 'call',
  label: 'no cooling',
  ...more,
});

describe('the story line on screen', () => {
  const story: StoryView = {
    marks: [
      mark('1', '2024-07-02'),
      mark('2', '2025-03-04', { kind: 'maintenance', label: 'filters and belts' }),
      mark('3', '2026-05-06', { poundsAdded: 2.25 }),
    ],
    arcs: [{ kind: 'repeat', fromCallId: '1', toCallId: '3', label: 'condenser fan motor again' }],
  };
  const line = (given: Partial<Parameters<typeof StoryLine>[0]> = {}) =>
    paint(
      <StoryLine story={story} conditions={[]} today="2026-06-03" sentence="Repeat failure." {...given} />,
    );

  it('is told in one sentence to those who do not see it, and every mark has its day and words', () => {
    const markup = line();
    expect(attributes(markup, 'aria-label')).toContain(
      'Story line. Repeat failure. Every call is in the list below.',
    );
    const said = words(markup);
    for (const part of [
      '2 Jul 2024, C-1: no cooling',
      '4 Mar 2025, C-2: filters and belts',
      '6 May 2026, C-3: no cooling',
      '+2.25 lb',
      'today',
    ])
      expect(said).toContain(part);
    expect(said).toContain('condenser fan motor again');
  });

  it('a repeat is a solid arc, a callback a dashed one', () => {
    expect(line()).not.toContain('stroke-dasharray="6 4"');
    const callback: StoryView = {
      ...story,
      arcs: [{ kind: 'callback', fromCallId: '1', toCallId: '3', label: 'came back' }],
    };
    expect(line({ story: callback })).toContain('stroke-dasharray="6 4"');
  });

  it('what was left open is a bar from its day to the day it was closed, or to today', () => {
    const width = (given: Partial<ConditionView>): number => {
      const markup = line({ conditions: [condition({ openedAt: '2026-01-01T10:00:00Z', ...given })] });
      return Number(/<rect[^>]* width="([\d.]+)" height="8"/.exec(markup)?.[1]);
    };
    expect(width({ closedAt: '2026-02-01T10:00:00Z' })).toBeLessThan(width({}) / 3);
    expect(words(line({ conditions: [condition()] }))).toContain('filters out, open: none left on the truck');
  });

  it('a unit without a call has a line all the same', () => {
    const markup = line({ story: { marks: [], arcs: [] } });
    expect(words(markup)).toContain('today');
    expect(markup).not.toMatch(/NaN|Infinity/);
  });
});
