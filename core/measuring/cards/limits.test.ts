import fc from 'fast-check';
import { maximumProtection, minimumCircuitAmpacity } from '#core/measuring/electric';
import { saidText } from '#core/base/quantities';
import { saturationPressure } from '#core/measuring/refrigerant';
import { ECONOMIZER_HIGH_LIMIT_F, waterVaporPsia } from '#core/measuring/air';
import { waterMicrons } from '#core/measuring/tightness';
import { cardOf, partlyAnswered, type CardValues } from './index.ts';

/*
 * Each limit just at it and just beyond it, on both sides: a limit that moves, or an operator that turns, is
 * seen here and not on a roof.
 */

const asked = (card: string, given: CardValues) => {
  const { answers, why } = partlyAnswered(cardOf(card)!, given);
  return { why, answers: answers.map((a) => ({ ...a, text: saidText(a.text) })) };
};
const named = (card: string, given: CardValues, name: string) =>
  asked(card, given).answers.find((answer) => answer.name === name);

describe('carbon monoxide in one air stream alone', () => {
  const alone = (supply: number) => named('combustion', { supply }, 'CO in supply air');
  it('34 ppm finds the source, 35 turns the heat off, 70 has everybody leave', () => {
    expect(alone(34)?.text).not.toMatch(/Heat off/);
    expect(alone(35)?.text).toMatch(/Heat off\.$/);
    expect(alone(69)?.text).not.toMatch(/^Leave/);
    expect(alone(70)?.text).toMatch(/^Leave now.*Heat off\.$/);
  });
  it('8 asks for the other stream, 9 acts', () => {
    expect(alone(8)).toMatchObject({ advice: 'measure first', position: null });
    expect(alone(9)?.advice).toBe('act');
  });
});

describe('static pressure', () => {
  const of = (given: CardValues, name: string) => named('static', given, name);
  it('a filter that holds back nothing is not backwards, less than nothing is', () => {
    expect(of({ filterDrop: 0 }, 'filter drop')?.text).toBe('');
    expect(of({ filterDrop: -0.01 }, 'filter drop')).toMatchObject({ advice: 'wait', position: null });
  });
  it('filters are changed at their limit, not before', () => {
    const limit = of({ filterDrop: 0.1 }, 'filter drop')?.band?.high as number;
    expect(of({ filterDrop: limit - 0.01 }, 'filter drop')?.text).toBe('');
    expect(of({ filterDrop: limit }, 'filter drop')?.text).toBe('Change them.');
  });
  it('a coil says so above 0.4 in w.c., and one that gains pressure says that it cannot', () => {
    expect(of({ coilDrop: 0.4 }, 'coil drop')).toMatchObject({ text: '', position: 'inside' });
    expect(of({ coilDrop: 0.41 }, 'coil drop')).toMatchObject({
      text: expect.stringMatching(/dirt, or too much air/),
      position: 'above',
    });
    expect(of({ coilDrop: 0 }, 'coil drop')?.advice).not.toBe('wait');
    expect(of({ coilDrop: -0.01 }, 'coil drop')).toMatchObject({ advice: 'wait', position: null });
  });
});

describe('amps', () => {
  const highest = (given: CardValues) => named('unbalance', given, 'highest leg');
  it('far below the plate has words below 60 %, not at it', () => {
    const legs = (amps: number) => highest({ a1: amps, a2: amps, a3: amps, rated: 10 });
    expect(legs(6)?.text).toBe('');
    expect(legs(5.9)?.text).toMatch(/^Far below at mild load is normal/);
  });
  it('a plate without a reading says nothing, a reading without a plate only on one phase', () => {
    expect(asked('unbalance', { rated: 20 }).answers).toEqual([]);
    expect(highest({ a1: 12 })).toBeUndefined();
    expect(highest({ a1: 12, phase: '1' })).toMatchObject({
      value: 12,
      improve: ['read the rated amps off the plate'],
    });
    expect(highest({ a2: 30, rated: 20 })).toMatchObject({ value: 30, advice: 'act' });
  });
});

describe('head pressure', () => {
  it.each(['R-22', 'R-410A', 'R-32', 'R-454B'] as const)(
    'of %s is stopped at the limit itself',
    (refrigerant) => {
      const stop = saturationPressure(refrigerant, 'bubble', 150);
      const head = (liquid: number) => named('cycle', { refrigerant, liquid }, 'head pressure');
      expect(head(stop - 0.1)).toBeUndefined();
      expect(head(stop)?.advice).toBe('act');
    },
  );

  it('beyond the end of its curve liquid still counts as backed up, and the suction as starved by it', () => {
    const given = { refrigerant: 'R-410A', suction: 15, suctionLine: 70, outdoor: 95 };
    const superheat = (liquid: number, liquidLine: number) =>
      named('charge', { ...given, liquid, liquidLine }, 'superheat')?.text;
    // 700 psig condenses at 150 °F and more: a line of 100 °F is 50 °F below it, one of 149 is not.
    expect(superheat(700, 100)).toMatch(/A restriction, not an empty circuit/);
    expect(superheat(700, 149)).not.toMatch(/A restriction, not an empty circuit/);
  });
});

describe('a boiler', () => {
  const boiler = (supply: number, back: number, more: CardValues = {}) =>
    asked('boiler-water', { supply, return: back, ...more }).answers;
  it('is turned off above 210 °F, not at it', () => {
    expect(boiler(210, 180).map((a) => a.name)).not.toContain('flow');
    expect(boiler(210.1, 180)[0]).toMatchObject({ name: 'flow', advice: 'act' });
  });
  it('that is not made for it condenses with a return below 130 °F, and one that is made for it may', () => {
    const said = (back: number, more?: CardValues) =>
      boiler(160, back, more).find((a) => a.name === 'return')?.text;
    expect(said(130)).toBe('');
    expect(said(129)).toMatch(/^Flue gas condenses/);
    expect(said(100, { kind: 'condensing' })).toBe('');
  });
  it('gives heat where flow and return part, none where they are swapped', () => {
    expect(boiler(160, 140, { gpm: 10 }).find((a) => a.name === 'heat given')?.value).toBeCloseTo(
      100_000,
      -3,
    );
    expect(boiler(140, 160, { gpm: 10 }).map((a) => a.name)).toEqual(['return']);
    expect(boiler(140, 140, { gpm: 10 }).find((a) => a.name === 'heat given')?.value).toBe(0);
  });
});

describe('a vacuum', () => {
  const verdict = (start: number, ...m: number[]) => {
    const [m1, m2, m5, m10] = m as [number, number, number, number];
    return named('vacuum', { start, m1, m2, m5, m10 }, 'rise at the end')?.text.split('.')[0];
  };
  const water = waterMicrons(70, waterVaporPsia);

  it('that stands a tenth above what water gives is a leak, below it moist', () => {
    const near = (share: number) => Math.round(water * share);
    expect(verdict(400, near(1.09) - 30, near(1.09) - 10, near(1.09) - 2, near(1.09))).toBe('Moist');
    expect(verdict(400, near(1.11) - 30, near(1.11) - 10, near(1.11) - 2, near(1.11))).toBe('Leak');
  });
  it('may wander by what a gauge wanders, 1 % and 3 µ at least, and not by more', () => {
    expect(verdict(400, 400, 400, 400, 396)).not.toBe('Still falling');
    expect(verdict(400, 400, 400, 400, 395)).toBe('Still falling');
    expect(verdict(200, 200, 200, 200, 197)).not.toBe('Still falling');
    expect(verdict(200, 200, 200, 200, 196)).toBe('Still falling');
  });
});

describe('a standing test', () => {
  const test = (start: number, more: CardValues = {}) =>
    named(
      'standing-test',
      { start, end: start, startF: 70, endF: 70, minutes: 60, ...more },
      'test pressure',
    );
  it('above what any low side stands names the trade, above its plate the plate', () => {
    expect(test(451)?.band).toMatchObject({ high: 450, from: 'common practice' });
    expect(test(451)?.text).toMatch(/^No low side stands this/);
    expect(test(301, { most: 300 })?.band).toMatchObject({ high: 300, from: 'plate' });
    expect(test(300, { most: 300 })).toBeUndefined();
  });
  it('without a plate is asked about above 150 psig', () => {
    expect(test(150)).toBeUndefined();
    expect(test(151)).toMatchObject({ advice: 'measure first' });
    expect(test(450)?.advice).toBe('measure first');
  });
});

describe('efficiency and clocking', () => {
  const rise = (efficiency: number) =>
    asked('rise', { returnAir: 70, supplyAir: 120, input: 100_000, cfm: 1500, efficiency });
  it('20 % is the least that any burner gives, 19.9 is a share written for per cent', () => {
    expect(rise(20).answers.map((a) => a.name)).toContain('expected rise');
    expect(rise(19.9).why).toMatch(/write 80 for 80 %/);
  });

  it('what the pressure at the meter changes is said from half a per cent on', () => {
    // (meter + 14.696 psia) / 14.73 is 1.004 and 1.006, at 60 °F and sea level.
    const said = (meter: number) =>
      named('clocking', { seconds: 60, volume: 2, gasF: 60, meter, elevation: 0 }, 'input')?.text;
    expect(said(14.73 * 1.004 - 14.696)).toBe('');
    expect(said(14.73 * 1.006 - 14.696)).toBe('Pressure and temperature change it by 0.6 %.');
    expect(said(14.73 * 0.994 - 14.696)).toBe('Pressure and temperature change it by -0.6 %.');
  });
});

describe('outdoor air', () => {
  const climate = Object.keys(ECONOMIZER_HIGH_LIMIT_F)[0]!;
  const limit = ECONOMIZER_HIGH_LIMIT_F[climate as keyof typeof ECONOMIZER_HIGH_LIMIT_F];
  const free = (outdoor: number) => named('outdoor-air', { climate, outdoor }, 'economizer high limit');

  it('is let in freely from 45 °F to its limit, but for where a thermometer cannot tell', () => {
    expect(free(44.9)).toMatchObject({ advice: 'wait', text: expect.stringMatching(/53 to 55 °F|53–55 °F/) });
    expect(free(45)?.text).toMatch(/^It may cool/);
    expect(free(limit - 2.1)?.text).toMatch(/^It may cool/);
    expect(free(limit - 2)).toMatchObject({ advice: 'wait', confidence: 'low' });
    expect(free(limit + 2)).toMatchObject({ advice: 'wait', confidence: 'low' });
    expect(free(limit + 2.1)?.text).toMatch(/^Outdoor air is too warm/);
  });

  it('mixed to below 45 °F is colder than it is held, below 38 it freezes coils', () => {
    const mixed = (f: number) => named('outdoor-air', { mixed: f }, 'mixed air');
    expect(mixed(45)).toBeUndefined();
    expect(mixed(44.9)).toMatchObject({ advice: null, text: expect.stringMatching(/^Colder/) });
    expect(mixed(38)?.advice).toBeNull();
    expect(mixed(37.9)).toMatchObject({ advice: 'act', text: expect.stringMatching(/freezes coils/) });
  });
});

describe('protection of a machine', () => {
  it('is a standard size that carries its ampacity, the largest of them up to its most (property)', () => {
    const amps = fc.integer({ min: 5, max: 900 }).map((tenths) => tenths / 10);
    // NEC 240.6(A), the sizes up to 400 A, from memory.
    const sizes = [
      15, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80, 90, 100, 110, 125, 150, 175, 200, 225, 250, 300, 350, 400,
    ];
    fc.assert(
      fc.property(fc.array(amps, { minLength: 1, maxLength: 4 }), (loads) => {
        const chosen = maximumProtection(loads);
        const least = minimumCircuitAmpacity(loads);
        const most = least + Math.max(...loads);
        const fitting = sizes.filter((a) => a >= least && a <= most + 1e-9);
        expect([loads, chosen]).toEqual([loads, fitting.at(-1) ?? sizes.find((a) => a >= least)]);
      }),
    );
  });
});
