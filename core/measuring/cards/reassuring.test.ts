import { DEFAULT_LIMITS } from '#core/measuring/answers';
import { saidText } from '#core/base/quantities';
import { saturationPressure } from '#core/measuring/refrigerant';
import { vacuumDecay, waterMicrons } from '#core/measuring/tightness';
import { maximumProtection, minimumCircuitAmpacity } from '#core/measuring/electric';
import { waterVaporPsia } from '#core/measuring/air';
import fc from 'fast-check';
import { cardOf, type CardValues } from './index.ts';

/*
 * What once was silent or reassured where somebody can be hurt or a machine lost: each line was seen to go
 * wrong.
 */

const answers = (card: string, given: CardValues, limits = DEFAULT_LIMITS) =>
  cardOf(card)!
    .answers(given, limits)
    .map(({ name, advice, position, text, confidence, value }) => ({
      name,
      value,
      advice,
      position,
      confidence,
      text: saidText(text),
    }));
const named = (card: string, given: CardValues, name: string) =>
  answers(card, given).find((answer) => answer.name === name);

describe('carbon monoxide in supply air', () => {
  const rise = (given: CardValues) => named('combustion', given, 'CO, supply above return');

  it('200 ppm with none in the return: everybody leaves, as from a room with 200', () => {
    expect(rise({ return: 0, supply: 200 })).toMatchObject({
      advice: 'act',
      text: expect.stringMatching(/^Leave now.*Heat off/),
    });
    expect(rise({ return: 0, supply: 34 })).toMatchObject({ advice: 'measure first' });
    expect(rise({ return: 0, supply: 35 })).toMatchObject({
      advice: 'act',
      text: expect.stringMatching(/^Off/),
    });
  });

  it('supply alone, or return alone, is not silent', () => {
    for (const which of ['supply', 'return']) {
      expect(named('combustion', { [which]: 200 }, `CO in ${which} air`)).toMatchObject({ advice: 'act' });
      expect(named('combustion', { [which]: 9 }, `CO in ${which} air`)).toMatchObject({ advice: 'act' });
      expect(named('combustion', { [which]: 2 }, `CO in ${which} air`)).toMatchObject({
        advice: 'measure first',
        position: null,
      });
    }
  });

  it('a pair that shows nothing takes nothing back of one that did, in either order', () => {
    const pairs = (a: [number, number], b: [number, number]) =>
      rise({ return: a[0], supply: a[1], returnAgain: b[0], supplyAgain: b[1] });
    expect(pairs([0, 200], [0, 2])?.advice).toBe('act');
    expect(pairs([0, 2], [0, 200])?.advice).toBe('act');
    expect(pairs([0, 20], [0, 2])).toMatchObject({ advice: 'measure first', position: null });
    expect(pairs([0, 2], [0, 20])).toMatchObject({ advice: 'measure first', position: null });
    expect(pairs([0, 20], [0, 20])).toMatchObject({
      advice: 'act',
      text: expect.stringMatching(/Heat off now/),
    });
    expect(pairs([0, 2], [0, 2])).toMatchObject({ advice: null, position: 'inside' });
  });

  it('half of a second pair counts for what is in the air', () => {
    expect(
      answers('combustion', { return: 0, supply: 2, supplyAgain: 90 }).map(({ advice }) => advice),
    ).toContain('act');
  });
});

describe('flue gas that is mostly air', () => {
  it('20 ppm at 19.9 % O₂ is too diluted to judge, not 418 air-free for certain', () => {
    expect(named('combustion', { co: 20, o2: 19.9 }, 'CO air-free, at least')).toMatchObject({
      value: 20,
      advice: 'measure first',
      position: null,
      confidence: 'low',
      text: expect.stringMatching(/Too diluted/),
    });
    expect(named('combustion', { co: 20, o2: 17.9 }, 'CO air-free')).toMatchObject({ advice: 'act' });
    expect(named('combustion', { co: 20, o2: 18 }, 'CO air-free, at least')).toBeDefined();
    expect(named('combustion', { co: 100, o2: 19.9 }, 'CO air-free, at least')?.advice).toBe('act');
  });
});

describe('a vacuum', () => {
  const water = waterMicrons(70, waterVaporPsia);
  const verdict = (...microns: number[]) =>
    vacuumDecay(
      microns.map((m, i) => ({ minute: [0, 1, 2, 5, 10, 15][i] as number, microns: m })),
      70,
      water,
    ).verdict;

  it('that still falls after it was isolated is never tight (1,000 curves)', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 60, max: 500, noNaN: true }),
        fc.double({ min: 0.02, max: 0.6, noNaN: true }),
        fc.double({ min: 0.2, max: 3, noNaN: true }),
        (start, share, bend) => {
          const at = (minute: number) => start * (1 - share * (minute / 10) ** bend);
          fc.pre(start * share > 3);
          expect(verdict(...[0, 1, 2, 5, 10].map(at))).toBe('still falling');
        },
      ),
      { numRuns: 1000 },
    );
    expect(
      named('vacuum', { start: 450, m1: 420, m2: 400, m5: 380, m10: 350 }, 'rise at the end'),
    ).toMatchObject({ advice: 'wait', position: null, text: expect.stringMatching(/not? test/) });
    // A gauge wanders by a micron or two.
    expect(verdict(400, 398, 399, 398, 397)).toBe('tight and dry');
    expect(verdict(400, 399, 398, 397, 395)).toBe('still falling');
  });

  it('at the atmosphere it is open; above what water can give it is no moisture', () => {
    expect(verdict(400, 300_000, 760_000, 760_000, 760_000)).toBe('open');
    expect(verdict(400, 90_000, 250_000, 295_000, 299_000)).toBe('leak');
    expect(verdict(400, 90_000, 250_000, 295_000, 300_000)).toBe('open');
    expect(verdict(400, 12_000, 17_500, 18_400, 18_500)).toBe('moist');
    // At 5,000 ft the atmosphere is 632,000 µ.
    expect(verdict(400, 500_000, 632_000, 632_000, 632_000)).toBe('open');
  });
});

describe('the gas in the pipe', () => {
  const manifold = (gas: string, inWc: number, target?: number) =>
    named('gas-pressure', { gas, manifold: inWc, ...(target ? { target } : {}) }, 'manifold');

  it('LP pressure on a burner for natural gas, and the other way round, is heat off', () => {
    expect(manifold('natural gas', 10.5)).toMatchObject({
      advice: 'act',
      text: expect.stringMatching(/^That is the pressure of LP.*Heat off now/),
    });
    expect(manifold('LP', 3.5)).toMatchObject({
      advice: 'act',
      text: expect.stringMatching(/^That is the pressure of natural gas/),
    });
  });

  it('20 % too much input is heat off, an adjustment is none; a low stage is not taken for danger', () => {
    // Input goes with the root: 1.2² · 3.5 = 5.04.
    expect([manifold('natural gas', 5.0), manifold('natural gas', 5.1)].map((a) => a?.advice)).toEqual([
      null,
      'act',
    ]);
    expect(manifold('natural gas', 1.7)?.advice).toBeNull();
    expect(manifold('natural gas', 1.2)?.advice).toBe('act');
    expect(manifold('LP', 10.5)).toMatchObject({ advice: null, position: 'inside' });
  });

  it('a meter that runs 20 % too fast is heat off as well', () => {
    const clocked = (rated: number) => named('clocking', { seconds: 40, volume: 2, rated }, 'input');
    expect([clocked(180_000)?.advice, clocked(140_000)?.advice]).toEqual([null, 'act']);
  });
});

describe('windings', () => {
  const megohms = (value: number, what?: string) =>
    named('windings', { megohms: value, ...(what ? { what } : {}) }, 'insulation, as measured');

  it('on ground are not energised, whatever they belong to', () => {
    for (const what of ['motor', 'hermetic compressor', undefined])
      expect([what, megohms(0, what)]).toEqual([
        what,
        expect.objectContaining({ advice: 'act', text: expect.stringMatching(/do not energise/i) }),
      ]);
    expect(
      [megohms(0.09, 'hermetic compressor'), megohms(0.1, 'hermetic compressor')].map((a) => a?.advice),
    ).toEqual(['act', 'wait']);
    expect(megohms(0.3, 'hermetic compressor')).toMatchObject({
      advice: 'wait',
      text: expect.stringMatching(/^Do not energise/),
    });
    expect(megohms(4.9, 'motor')).toMatchObject({
      advice: 'act',
      text: expect.stringMatching(/^Do not energise/),
    });
    expect(megohms(0.9)).toMatchObject({ advice: 'act' });
    expect([megohms(5, 'motor')?.advice, megohms(1, 'hermetic compressor')?.advice]).toEqual([null, null]);
  });

  it('0.4, 0.4 and 0.5 Ω differ by one step of the meter: nobody condemns them', () => {
    const pairs = (r12: number, r23: number, r31: number) => answers('windings', { r12, r23, r31 })[0];
    expect(pairs(0.4, 0.4, 0.5)).toMatchObject({
      advice: 'wait',
      confidence: 'low',
      text: expect.stringMatching(/milliohm/),
    });
    expect(pairs(0.4, 0.4, 0.6)?.advice).toBe('wait');
    expect(pairs(0.4, 0.4, 0.8)?.advice).toBe('act');
    // Written to hundredths, the meter shows hundredths.
    expect(pairs(0.4, 0.41, 0.5)?.advice).toBe('act');
    expect(pairs(4, 4, 4.5)?.advice).toBe('act');
  });
});

describe('the refrigerant side', () => {
  const R410A = { refrigerant: 'R-410A' } as const;

  it('a suction near vacuum with liquid standing before the device is a restriction, not an empty circuit', () => {
    // 390 psig of R-410A condenses at 114 °F; 84 °F of line are 30 °F below it.
    const given = { ...R410A, suction: 15, suctionLine: 60, liquid: 390, liquidLine: 84 };
    const said = named('charge', given, 'superheat');
    expect(said).toMatchObject({
      advice: 'act',
      text: expect.stringMatching(/A restriction, not an empty circuit/),
    });
    expect(said?.text).not.toMatch(/find the leak/);
    // Not yet that low: still no low charge.
    expect(named('charge', { ...given, suction: 70, suctionLine: 60 }, 'superheat')).toMatchObject({
      advice: 'measure first',
      text: expect.stringMatching(/restriction until shown otherwise/),
    });
  });

  it('a restriction that is not yet starving waits for the conditions, as every judgement of the charge does', () => {
    const given = { ...R410A, suction: 70, suctionLine: 60, liquid: 390, liquidLine: 84 };
    expect(named('charge', { ...given, outdoor: 50 }, 'superheat')?.advice).toBe('wait');
    expect(named('charge', { ...given, suction: 15, outdoor: 50 }, 'superheat')?.advice).toBe('act');
  });

  it('620 psig is not “outside the curve” alone: stop it', () => {
    expect(named('cycle', { ...R410A, liquid: 620 }, 'head pressure')).toMatchObject({
      advice: 'act',
      text: expect.stringMatching(/^Stop it/),
    });
    const stop = saturationPressure('R-410A', 'bubble', 150);
    expect(named('cycle', { ...R410A, liquid: stop - 1 }, 'head pressure')).toBeUndefined();
    expect(answers('cycle', { refrigerant: 'R-22', liquid: 390 })[0]).toMatchObject({
      name: 'head pressure',
    });
  });

  it('a discharge line of 300 °F is stopped, one of 230 has words', () => {
    const line = (discharge: number) => named('cycle', { ...R410A, discharge }, 'discharge line');
    expect(line(300)).toMatchObject({ advice: 'act', text: expect.stringMatching(/^Stop it/) });
    expect(line(250)?.advice).toBe('act');
    expect(line(230)).toMatchObject({
      advice: null,
      position: 'above',
      text: expect.stringMatching(/Too hot/),
    });
    expect(line(225)).toMatchObject({ position: 'inside', text: '' });
  });
});

describe('amps against the plate', () => {
  const legs = (amps: number, more: CardValues = {}) =>
    named('unbalance', { a1: amps, a2: amps, a3: amps, rated: 20, ...more }, 'highest leg');

  it('over it has words, a quarter over is stopped, and stands first', () => {
    expect(legs(20)).toMatchObject({ position: 'inside', advice: null });
    expect(legs(21)).toMatchObject({ position: 'above', text: expect.stringMatching(/^Over its plate/) });
    expect(legs(25)?.advice).toBeNull();
    expect(legs(25.1)).toMatchObject({ advice: 'act', text: expect.stringMatching(/^Stop it/) });
    expect(answers('unbalance', { a1: 40, a2: 40, a3: 40, rated: 20 })[0]?.name).toBe('highest leg');
  });

  it('of a single-phase machine are judged as well', () => {
    const single = (a1: number, rated?: number) =>
      named('unbalance', { a1, phase: '1', ...(rated ? { rated } : {}) }, 'highest leg');
    expect(single(30, 20)?.advice).toBe('act');
    expect(single(18, 20)?.position).toBe('inside');
    expect(single(18)).toMatchObject({ advice: 'measure first' });
  });
});

describe('air', () => {
  it('outdoor air of −20 °F is not let in freely; mixed air of 20 °F freezes coils', () => {
    const economizer = (outdoor: number) =>
      named('outdoor-air', { outdoor, climate: 'dry' }, 'economizer high limit');
    expect(economizer(-20)).toMatchObject({ advice: 'wait', text: expect.stringMatching(/too cold/) });
    expect(economizer(44.9)?.text).toMatch(/too cold/);
    expect(economizer(45)?.text).toMatch(/may cool/);
    const mixed = (value: number) => named('outdoor-air', { mixed: value }, 'mixed air');
    expect(mixed(20)).toMatchObject({ advice: 'act', text: expect.stringMatching(/freezes coils/) });
    expect([mixed(37.9)?.advice, mixed(38)?.advice, mixed(45)]).toEqual(['act', null, undefined]);
  });

  it('air flow by the plate’s input is that of the derated plate: 2,040 cfm are 1,630 at 5,000 ft', () => {
    // 120,000 · 0.8 / (1.08 · 0.832 · 52.4) = 2,040; a fifth less of it is burnt up there (NFPA 54 from
    // memory).
    const given = {
      input: 120_000,
      efficiency: 80,
      returnAir: 60,
      supplyAir: 112.4,
      tons: 5,
      elevation: 5000,
    };
    expect(named('air-flow', { ...given, inputFrom: 'clocked' }, 'air flow')?.value).toBeCloseTo(2040, -1);
    expect(named('air-flow', given, 'air flow')).toMatchObject({ position: 'below' });
    expect(named('air-flow', given, 'air flow')?.value).toBeCloseTo(1630, -1);
    const rise = (inputFrom: string) =>
      named(
        'rise',
        { returnAir: 60, supplyAir: 110, input: 120_000, cfm: 1800, elevation: 5000, inputFrom },
        'expected rise',
      )?.value as number;
    expect(rise('on the plate') / rise('clocked')).toBeCloseTo(0.8, 9);
  });

  it('a rise far over the plate, and supply air that should have opened a limit, are heat off', () => {
    const rise = (supplyAir: number, riseMax?: number) =>
      named('rise', { returnAir: 70, supplyAir, ...(riseMax ? { riseMin: 30, riseMax } : {}) }, 'rise');
    expect([
      rise(130, 60)?.position,
      rise(140, 60)?.advice,
      rise(145, 60)?.advice,
      rise(146, 60)?.advice,
    ]).toEqual(['inside', null, null, 'act']);
    expect([rise(199)?.advice, rise(200)?.advice]).toEqual(['measure first', 'act']);
  });
});

describe('a standing test', () => {
  const stood = (start: number, more: CardValues = {}) =>
    answers('standing-test', { start, startF: 70, end: start, endF: 70, minutes: 60, ...more });
  const lost = (start: number, more: CardValues = {}) =>
    stood(start, more).find(({ name }) => name === 'lost beyond temperature');
  const pressure = (start: number, more: CardValues = {}) =>
    stood(start, more).find(({ name }) => name === 'test pressure');

  it('finds nothing at 5 psig, in two minutes, or with a gauge good to 50 psi', () => {
    expect([lost(5)?.advice, lost(99)?.advice, lost(100)?.position]).toEqual(['wait', 'wait', 'inside']);
    expect(lost(5)?.position).toBeNull();
    expect(lost(300, { gauge: 50 })).toMatchObject({
      advice: 'wait',
      text: expect.stringMatching(/finer gauge/),
    });
    expect([lost(300, { minutes: 2 })?.advice, lost(300, { minutes: 10 })?.position]).toEqual([
      'wait',
      'inside',
    ]);
  });

  it('at 900 psig nobody needs the plate to let it down; between, the plate is read', () => {
    expect(pressure(900)).toMatchObject({ advice: 'act', text: expect.stringMatching(/let it down now/) });
    expect(pressure(300)).toMatchObject({
      advice: 'measure first',
      text: expect.stringMatching(/off the plate/),
    });
    expect([pressure(150), pressure(300, { most: 320 })]).toEqual([undefined, undefined]);
    expect([pressure(450)?.advice, pressure(451)?.advice]).toEqual(['measure first', 'act']);
  });
});

describe('fuses of many small motors', () => {
  it('four of 3.6 A: 15.3 A of ampacity are not fused with 15 (NEC 440, UL 60335-2-40, from memory)', () => {
    const loads = [3.6, 3.6, 3.6, 3.6];
    expect(minimumCircuitAmpacity(loads)).toBeCloseTo(15.3, 9);
    expect(maximumProtection(loads)).toBe(20);
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.5, max: 60, noNaN: true }), { minLength: 1, maxLength: 8 }),
        (all) => expect(maximumProtection(all)).toBeGreaterThanOrEqual(minimumCircuitAmpacity(all)),
      ),
    );
  });
});

describe('what cannot be is said', () => {
  it('the ends of a plate swapped, a flow below its return, a drop below nothing, an efficiency of 0.8', () => {
    expect(named('rise', { returnAir: 70, supplyAir: 110, riseMin: 60, riseMax: 30 }, 'rise')).toMatchObject({
      position: null,
      text: expect.stringMatching(/swapped/),
    });
    expect(named('boiler-water', { supply: 140, return: 160 }, 'return')).toMatchObject({ advice: 'wait' });
    expect(named('boiler-water', { supply: 230, return: 200 }, 'flow')?.advice).toBe('act');
    for (const drop of ['filterDrop', 'coilDrop'])
      expect(answers('static', { [drop]: -0.3 })[0]).toMatchObject({ advice: 'wait', position: null });
    expect(() => answers('air-flow', { input: 1e5, efficiency: 0.8, returnAir: 60, supplyAir: 110 })).toThrow(
      /write 80 for 80 %/,
    );
  });
});
