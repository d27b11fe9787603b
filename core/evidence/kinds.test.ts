import { evidenceText, pointsOf, READING_POINT_NAMES, READING_POINTS, SEQUENCES } from './index.ts';

describe('evidence in words', () => {
  it('claims no more than was looked at', () => {
    const look = {
      part: 'heat exchanger',
      sign: 'none found',
      looked: 'mirror or camera',
      by: 'eye',
      hidden: 'the back of tubes 3 and 4',
    } as const;
    expect(evidenceText({ kind: 'look', body: look })).toBe(
      'heat exchanger: none found, by eye, mirror or camera. Not seen: the back of tubes 3 and 4',
    );
  });

  it(
    'says a code with its board, a comparison with its sister, a step with what it did, an ' +
      'adjustment both ways',
    () => {
      const code = { board: 'Kestrel board', code: '3 flashes', when: 'before power was cut' } as const;
      expect(evidenceText({ kind: 'code', body: code })).toBe(
        'Kestrel board: 3 flashes, before power was cut',
      );
      const comparison = {
        what: 'amps L1',
        here: '18 A',
        there: '11 A',
        sister: 'RTU-2',
        says: 'differs',
      } as const;
      expect(evidenceText({ kind: 'comparison', body: comparison })).toBe(
        'amps L1 18 A, RTU-2 11 A: differs',
      );
      const step = { sequence: 'heating', step: 'inducer proof closes', happened: 'did not happen' } as const;
      expect(evidenceText({ kind: 'step', body: step })).toBe(
        'heating: inducer proof closes, did not happen',
      );
      const turned = { what: 'gas pressure', found: '4.2 in w.c.', left: '3.5 in w.c.' } as const;
      expect(evidenceText({ kind: 'adjustment', body: turned })).toBe(
        'gas pressure: found 4.2 in w.c., left 3.5 in w.c.',
      );
    },
  );
});

describe('where readings are taken', () => {
  it('every point belongs to one group, and each group has some', () => {
    const groups = new Set(READING_POINT_NAMES.map((point) => READING_POINTS[point].group));
    expect([...groups].flatMap((group) => pointsOf(group)).sort()).toEqual([...READING_POINT_NAMES].sort());
    expect(pointsOf('gas')).toContain('flame signal');
    expect(pointsOf('water')).toContain('water pressure drop');
  });

  it(
    'a sequence begins with the call; the blower runs before the contactor pulls in (common ' + 'practice)',
    () => {
      for (const steps of Object.values(SEQUENCES)) expect(steps[0]).toBe('call at the terminal');
      const { cooling } = SEQUENCES;
      expect(cooling.indexOf('indoor blower runs')).toBeLessThan(cooling.indexOf('contactor pulls in'));
    },
  );
});
