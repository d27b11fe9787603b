import { wordsOf } from '#core/said';
import fc from 'fast-check';
import {
  aroundUnit,
  contradictions,
  feedOf,
  feedSentence,
  gapsOf,
  linkRefusal,
  loopThrough,
  onPoles,
  reachedFrom,
  leastSure,
  slotsOfPanel,
  tricksFor,
  type SiteLink,
  type SiteNet,
  type SitePoint,
} from './index.ts';

const point = (id: string, kind: SitePoint['kind'], more: Partial<SitePoint> = {}): SitePoint => ({
  id,
  kind,
  name: id,
  ...more,
});
const unit = (id: string, more: Partial<NonNullable<SitePoint['unit']>> = {}): SitePoint =>
  point(id, 'unit', {
    unit: {
      kind: 'package gas/electric',
      status: 'in service',
      volts: 208,
      phase: 3,
      mcaA: 33.7,
      mocpA: 50,
      ...more,
    },
  });
let made = 0;
const link = (kind: SiteLink['kind'], from: string, to: string, more: Partial<SiteLink> = {}): SiteLink => ({
  id: `l${made++}`,
  kind,
  from,
  to,
  how: 'traced',
  by: 'Ada',
  on: '2026-05-01',
  ...more,
});

/** A cinema: the service feeds MZ-1, that feeds MZ-2, that feeds unit D of the projection booth. */
const cinema: SiteNet = {
  points: [
    point('Main', 'service'),
    point('MZ-1', 'panel', { volts: 208, phase: 3, spaces: 42 }),
    point('MZ-2', 'panel', { where: 'projection corridor', spaces: 24 }),
    point('DS-D', 'disconnect'),
    unit('D'),
    point('Booth', 'area'),
    point('T-4', 'thermostat'),
  ],
  links: [
    link('feeds', 'Main', 'MZ-1'),
    link('feeds', 'MZ-1', 'MZ-2', { poles: [1, 3, 5] }),
    link('feeds', 'MZ-2', 'DS-D', { poles: [8, 10, 12], breakerA: 45 }),
    link('feeds', 'DS-D', 'D'),
    link('controls', 'T-4', 'D', { how: 'told' }),
    link('serves', 'D', 'Booth'),
  ],
};
const plus = (...links: SiteLink[]): SiteNet => ({ ...cinema, links: [...cinema.links, ...links] });
const kinds = (net: SiteNet) => contradictions(net).map((c) => c.kind);

describe('tracing', () => {
  it('goes up from the unit to the service, as a sentence', () => {
    expect(feedOf(cinema, 'D').map((s) => s.point.id)).toEqual(['DS-D', 'MZ-2', 'MZ-1', 'Main']);
    expect(feedSentence(cinema, 'D')).toBe(
      'Poles 8/10/12 in panel MZ-2 (projection corridor), through DS-D, itself fed through MZ-1 ' +
        'poles 1/3/5, then Main',
    );
    expect(feedSentence(cinema, 'T-4')).toBeUndefined();
  });

  it('goes down from a breaker to the unit and the area it serves', () => {
    const [step] = onPoles(cinema, 'MZ-2', [10]);
    expect(step?.point.id).toBe('DS-D');
    expect(reachedFrom(cinema, 'DS-D', ['feeds', 'serves']).map((p) => p.id)).toEqual(['D', 'Booth']);
    expect(onPoles(cinema, 'MZ-2', [2])).toEqual([]);
  });

  it('follows the surest fact where two disagree', () => {
    const net = plus(link('feeds', 'MZ-1', 'D', { how: 'guessed', on: '2026-06-01' }));
    expect(feedOf(net, 'D')[0]?.point.id).toBe('DS-D');
  });

  it('knows what controls a unit and what it serves', () => {
    const { controls, serves } = aroundUnit(cinema, 'D');
    expect(controls.map((s) => s.point.id)).toEqual(['T-4']);
    expect(serves.map((s) => s.point.id)).toEqual(['Booth']);
  });

  it('fills the slots of a panel: a slot for each pole, both names where two are said to hang on one', () => {
    const panel = { id: 'p', kind: 'panel', name: 'P', spaces: 6 } as const;
    const on = (id: string, to: string, poles: readonly number[]) =>
      ({ id, kind: 'feeds', from: 'p', to, poles, how: 'traced', by: 'Ada', on: '2026-05-01' }) as const;
    const units = ['A', 'B', 'C'].map((name) => ({ id: name, kind: 'unit' as const, name }));
    const slots = slotsOfPanel(
      { points: [panel, ...units], links: [on('1', 'A', [1, 3, 5]), on('2', 'B', [5])] },
      panel,
    );
    expect(slots.map(({ pole, on: hangs }) => [pole, ...hangs.map(({ point }) => point.name)])).toEqual([
      [1, 'A'],
      [2],
      [3, 'A'],
      [4],
      [5, 'A', 'B'],
      [6],
    ]);
    // What was traced stands before what somebody was told, whichever came first.
    const [first] = slotsOfPanel(
      {
        points: [panel, ...units],
        links: [
          { ...on('1', 'A', [1]), how: 'told' },
          { ...on('2', 'B', [1]), how: 'read from a label' },
          { ...on('3', 'C', [1]), how: 'traced' },
        ],
      },
      panel,
    );
    expect(first?.on.map(({ point }) => point.name)).toEqual(['C', 'B', 'A']);
    // A panel nobody has counted goes as far as something hangs, in whole rows.
    const uncounted = { id: 'p', kind: 'panel', name: 'P' } as const;
    expect(
      slotsOfPanel({ points: [uncounted, ...units], links: [on('1', 'A', [7])] }, uncounted),
    ).toHaveLength(8);
    expect(slotsOfPanel({ points: [uncounted], links: [] }, uncounted)).toEqual([]);
  });
});

describe('how sure several facts are together', () => {
  it('is how sure the least sure of them is', () => {
    expect(leastSure(['traced', 'read from a label', 'told'])).toBe('hearsay');
    expect(leastSure(['traced', 'read from a label'])).toBe('likely');
    expect(leastSure(['traced'])).toBe('proven');
    expect(leastSure([])).toBeUndefined();
  });
});

describe('what may be joined', () => {
  it('is said by the table, with a sentence for what may not', () => {
    expect(linkRefusal('feeds', 'panel', 'unit')).toBeUndefined();
    expect(linkRefusal('feeds', 'thermostat', 'unit')).toBe('a thermostat feeds nothing');
    expect(linkRefusal('serves', 'unit', 'panel')).toBe('a unit serves no panel');
  });

  it('is no loop: the way round is told', () => {
    expect(loopThrough(cinema.links, { kind: 'feeds', from: 'MZ-2', to: 'Main' })).toEqual([
      'MZ-2',
      'Main',
      'MZ-1',
      'MZ-2',
    ]);
    expect(loopThrough(cinema.links, { kind: 'feeds', from: 'Main', to: 'MZ-2' })).toBeUndefined();
    expect(loopThrough([], { kind: 'feeds', from: 'a', to: 'a' })).toEqual(['a', 'a']);
  });

  it(
    'stays a forest without loops however many facts are offered, and each pole is used once or ' +
      'pointed out',
    () => {
      const ids = ['p0', 'p1', 'p2', 'p3', 'p4', 'p5'];
      const offers = fc.array(
        fc.record({
          from: fc.constantFrom(...ids),
          to: fc.constantFrom(...ids),
          pole: fc.integer({ min: 1, max: 6 }),
        }),
        { maxLength: 30 },
      );
      fc.assert(
        fc.property(offers, (list) => {
          const taken: SiteLink[] = [];
          for (const { from, to, pole } of list) {
            const next = link('feeds', from, to, { poles: [pole] });
            if (!loopThrough(taken, next)) taken.push(next);
          }
          const net = { points: ids.map((id) => point(id, 'panel')), links: taken };
          const found = contradictions(net);
          expect(found.filter((c) => c.kind === 'loop')).toEqual([]);
          // Independent count: pairs of facts on one pole of one panel to different ends.
          let pairs = 0;
          taken.forEach((a, i) =>
            taken
              .slice(i + 1)
              .forEach(
                (b) => (pairs += Number(a.from === b.from && a.to !== b.to && a.poles?.[0] === b.poles?.[0])),
              ),
          );
          expect(found.filter((c) => c.kind === 'poles taken twice').length).toBe(pairs);
          // Following the feed of anything ends.
          for (const id of ids) expect(feedOf(net, id).length).toBeLessThan(ids.length);
        }),
      );
    },
  );
});

describe('contradictions', () => {
  it('none in a sound building', () => expect(contradictions(cinema)).toEqual([]));

  it('two units on the same poles are named with who said so', () => {
    const net = {
      points: [...cinema.points, unit('E')],
      links: [
        ...cinema.links,
        link('feeds', 'MZ-2', 'E', { poles: [12, 14, 16], how: 'read from a label', by: 'Bo' }),
      ],
    };
    const [found] = contradictions(net).filter((c) => c.kind === 'poles taken twice');
    expect(found?.sentence).toBe('Disconnect DS-D and unit E are both said to be on pole 12 of panel MZ-2.');
    expect(found?.reasons.flatMap((r) => wordsOf(r).inputs.map((i) => i.source))).toEqual([
      'Ada, 1 May 2026',
      'Bo, 1 May 2026',
    ]);
  });

  it(
    'a breaker outside the plate’s limits, whether at the unit or before its disconnect [M, NEC ' +
      '440: MCA 33.7 A, MOCP 50 A]',
    () => {
      const breaker = (breakerA: number) =>
        kinds({ ...cinema, links: cinema.links.map((l) => (l.to === 'DS-D' ? { ...l, breakerA } : l)) });
      expect(breaker(45)).toEqual([]);
      expect(breaker(30)).toEqual(['breaker below minimum']);
      expect(breaker(60)).toEqual(['breaker above maximum']);
    },
  );

  it('an area served by nobody, or only by what is out of use', () => {
    expect(kinds({ ...cinema, points: [...cinema.points, point('Foyer', 'area')] })).toEqual([
      'area served by nobody',
    ]);
    const dead = {
      ...cinema,
      points: cinema.points.map((p) => (p.id === 'D' ? unit('D', { status: 'out of use' }) : p)),
    };
    expect(contradictions(dead)[0]?.sentence).toBe('Booth is served only by what is out of use.');
  });

  it('poles the panel has not got, or that are no neighbours, the wrong phase and the wrong voltage', () => {
    expect(
      kinds({
        ...cinema,
        links: cinema.links.map((l) => (l.to === 'DS-D' ? { ...l, poles: [22, 24, 26] } : l)),
      }),
    ).toEqual(['poles beyond the panel']);
    expect(
      kinds({
        ...cinema,
        links: cinema.links.map((l) => (l.to === 'DS-D' ? { ...l, poles: [8, 9, 10] } : l)),
      }),
    ).toEqual(['poles not neighbours']);
    expect(kinds(plus(link('feeds', 'MZ-2', 'D', { poles: [2, 4] })))).toEqual(['fed twice', 'wrong phase']);
    const high = {
      ...cinema,
      points: cinema.points.map((p) => (p.id === 'D' ? unit('D', { volts: 460 }) : p)),
    };
    expect(kinds(high)).toEqual(['wrong voltage']);
  });

  it('208 V on a 230 V plate is within ten per cent and no contradiction (common practice)', () => {
    expect(
      kinds({ ...cinema, points: cinema.points.map((p) => (p.id === 'D' ? unit('D', { volts: 230 }) : p)) }),
    ).toEqual([]);
  });
});

describe('what nobody has written down', () => {
  it('is offered with the quickest trick that fits the weather first', () => {
    const net = { points: [unit('X')], links: [] };
    const [gap] = gapsOf(net);
    expect(gap?.missing).toEqual(['feeds', 'controls', 'serves']);
    const cold = tricksFor(['controls'], 'package gas/electric', 40);
    expect(cold.map((t) => t.key)).toEqual(['lift a common', 'automation points', 'cooling on a cold day']);
    expect(tricksFor(['controls'], 'package gas/electric', 90).map((t) => t.key)).toContain(
      'heat on a warm day',
    );
    expect(tricksFor(['controls'], 'unit heater', 40).map((t) => t.key)).not.toContain(
      'cooling on a cold day',
    );
    expect(tricksFor(['controls'], undefined).at(-1)?.waits).toMatch(/outdoors/);
  });

  it('is not asked of what is out of use', () => {
    expect(gapsOf({ points: [unit('X', { status: 'out of use' })], links: [] })).toEqual([]);
  });
});
