import { describe, expect, it } from '@jest/globals';
import type { Compared, Judged, Likely } from '#core/judging/readings';
import { paint, words } from '../testing/paint.tsx';
import { circuitOf, judgeable } from './circuitOf.ts';
import { JudgedPanel } from './JudgedPanel.tsx';

const split: Compared = {
  ...{ name: 'condenser split', quantity: 'temperatureDifference', unit: 'Δ°F' },
  ...{ read: 45, sound: 19, off: 4, wouldRead: [44] },
};
const likely: Likely = {
  ...{ says: 'condenser gives off too little', words: 'the condenser gives off too little heat', share: 0.9 },
  ...{
    among: ['a condenser fan stands or is slow', 'the condenser is dirty'],
    explanation: 0,
    telling: split,
  },
};
const JUDGED: Judged = {
  ...{ questions: [], missing: [], doubts: [], groups: [], own: 0, compared: [split], likely: [likely] },
  undecided: ['Charge: undecided until the condenser gives off its heat.'],
  next: [{ words: 'is every condenser fan turning?', minutes: 1, bits: 0.8 }],
  notYet: [{ words: 'Add and take out no refrigerant yet.', first: [] }],
};
const shown = (judged: Partial<Judged>, more: Partial<Parameters<typeof JudgedPanel>[0]> = {}) =>
  words(
    paint(<JudgedPanel judged={{ ...JUDGED, ...judged }} working={false} trouble={undefined} {...more} />),
  );

describe('what readings say, on the screen', () => {
  it('has the number that tells before the cause, then what to look at, then what not yet', () => {
    const text = shown({});
    const at = ['condenser split', '90 %', 'Next:', 'Not yet:'].map((part) => text.indexOf(part));
    expect(at).toEqual([...at].sort((a, b) => a - b));
    expect(at.every((place) => place >= 0)).toBe(true);
    expect(text).toContain('19 if sound');
    expect(text).toContain(
      'These readings cannot part: a condenser fan stands or is slow; the condenser is dirty.',
    );
  });

  it('concludes nothing where something has to be answered or read first', () => {
    const empty = { likely: [], compared: [], next: [], notYet: [], undecided: [] };
    expect(shown({ ...empty, missing: ['outdoor air'] })).toContain('read also: outdoor air');
    const asked = shown({ ...empty, questions: ['Are the hoses swapped?'] });
    expect(asked).toContain('Are the hoses swapped? Nothing is concluded until then.');
    expect(asked).not.toContain('Explain');
  });

  it('offers a finding only where one is offered and somebody can write it', () => {
    expect(shown({ offered: likely })).not.toContain('Write it down');
    expect(shown({}, { onFinding: () => undefined })).not.toContain('Write it down');
    expect(shown({ offered: likely }, { onFinding: () => undefined })).toContain('Write it down as found');
  });

  it('looks settled only where sound is next to certain and nothing is doubted or undecided', () => {
    const sound: Likely = { says: 'sound', words: 'nothing wrong', share: 0.95, among: [] };
    const box = (share: number, more: Partial<Judged> = {}) =>
      paint(
        <JudgedPanel
          judged={{ ...JUDGED, notYet: [], undecided: [], likely: [{ ...sound, share }], ...more }}
          working={false}
          trouble={undefined}
        />,
      ).includes('class="settled"');
    expect([box(0.95), box(0.9), box(0.89)]).toEqual([true, true, false]);
    expect([box(0.95, { doubts: ['x'] }), box(0.95, { undecided: ['x'] })]).toEqual([false, false]);
  });

  it('says that nothing was compared where expectations are not on the device', () => {
    expect(shown({}, { trouble: 'what a sound machine would read is not on this device' })).toContain(
      'Not compared with a sound machine: what a sound machine would read is not on this device.',
    );
  });
});

describe('what a circuit is judged by', () => {
  const unit = {
    ...{ tag: 'RTU-1', kind: 'package heat pump', voltage: 208, phase: 3, details: {} },
    circuits: [
      { number: 1, refrigerant: 'R-410A', metering: 'capillary tube', compressors: [{ stage: 1, rlaA: 17 }] },
      { number: 2, refrigerant: null, metering: null },
    ],
  } as const;

  it('is the plate of that circuit, and unknown where nobody knows', () => {
    expect(circuitOf(unit, 1)).toEqual({
      ...{ rejects: 'air', heatPump: true, refrigerant: 'R-410A', device: 'orifice', phases: 3, rlaA: 17 },
    });
    expect(circuitOf(unit, 2)).toEqual({ rejects: 'air', heatPump: true, phases: 3 });
    expect(circuitOf({ ...unit, kind: 'water-source heat pump' }, 1).rejects).toBe('water');
  });

  it('is judged only where it cools and somebody read two things of it', () => {
    const reading = (point: 'suction pressure' | 'suction line' | 'return air') => ({
      point,
      value: 60,
      unit: 'x',
    });
    const set = {
      mode: 'cooling',
      readings: [reading('suction pressure'), reading('suction line')],
    } as const;
    expect(judgeable(set)).toBe(set);
    expect(judgeable({ ...set, mode: 'heating' })).toBeUndefined();
    expect(
      judgeable({ ...set, readings: [reading('suction pressure'), reading('return air')] }),
    ).toBeUndefined();
  });
});
