import {
  ampacity,
  capacitanceFromAmps,
  CAPACITOR_TOLERANCE_PCT,
  controlVolts,
  currentUnbalance,
  deratingFor,
  insulationAt40C,
  LEAST_MEGOHMS,
  lowInsulation,
  maximumProtection,
  minimumCircuitAmpacity,
  singlePhaseWindings,
  voltageDropPct,
  voltageUnbalance,
  windings,
  WIRE_SIZES,
  type WireSize,
} from './index.ts';

/* Tables as they are published, and each limit at it and just beside it. */

describe('copper conductors', () => {
  /* NEC table 310.16 at 60, 75 and 90 °C, and chapter 9 table 8, Ω per 1,000 ft [from memory]. */
  const TABLE: readonly (readonly [WireSize, number, number, number, number])[] = [
    ['14 AWG', 15, 20, 25, 3.07],
    ['12 AWG', 20, 25, 30, 1.93],
    ['10 AWG', 30, 35, 40, 1.21],
    ['8 AWG', 40, 50, 55, 0.764],
    ['6 AWG', 55, 65, 75, 0.491],
    ['4 AWG', 70, 85, 95, 0.308],
    ['3 AWG', 85, 100, 115, 0.245],
    ['2 AWG', 95, 115, 130, 0.194],
    ['1 AWG', 110, 130, 145, 0.154],
    ['1/0 AWG', 125, 150, 170, 0.122],
    ['2/0 AWG', 145, 175, 195, 0.0967],
    ['3/0 AWG', 165, 200, 225, 0.0766],
    ['4/0 AWG', 195, 230, 260, 0.0608],
  ];

  it('every size is in the table, thinnest first', () => {
    expect(WIRE_SIZES).toEqual(TABLE.map(([size]) => size));
  });

  it.each(TABLE)('%s carries %d, %d and %d A at 86 °F and has %d Ω', (size, at60, at75, at90, ohms) => {
    for (const [rating, amps] of [
      [60, at60],
      [75, at75],
      [90, at90],
    ] as const)
      expect(ampacity(size, rating, 86, 'up to 3')).toBeCloseTo(amps, 9);
    // 1,000 ft of both wires at 1 A on 100 V lose as many per cent as they have ohms.
    expect(voltageDropPct(size, 1000, 1, 100, 1)).toBeCloseTo(2 * ohms, 9);
  });

  it('three phases lose √3 wires’ worth: 10 AWG, 100 ft, 20 A on 240 V lose 2.02 and 1.75 % (Ohm’s law)', () => {
    expect(voltageDropPct('10 AWG', 100, 20, 240, 1)).toBeCloseTo(2.017, 3);
    expect(voltageDropPct('10 AWG', 100, 20, 240, 3)).toBeCloseTo(1.7465, 3);
  });

  it('carry less in company: 80, 70 and 50 % [NEC 310.15(C)(1); from memory]', () => {
    const of = (crowding: Parameters<typeof ampacity>[3]) => ampacity('8 AWG', 75, 86, crowding);
    expect(
      [of('up to 3'), of('4 to 6'), of('7 to 9'), of('10 to 20')].map((a) => Math.round(a * 10) / 10),
    ).toEqual([50, 40, 35, 25]);
  });

  it('carry less in heat, no more than 1.3 times in cold, and nothing where it is as hot as they may be', () => {
    expect(ampacity('8 AWG', 75, 104, 'up to 3')).toBeCloseTo(50 * Math.sqrt(35 / 45), 9);
    expect(ampacity('8 AWG', 75, -40, 'up to 3')).toBeCloseTo(65, 9);
    expect(() => ampacity('8 AWG', 75, 167, 'up to 3')).toThrow(/carries nothing/);
    expect(ampacity('8 AWG', 75, 166, 'up to 3')).toBeGreaterThan(0);
  });
});

describe('unbalance', () => {
  const volts = (by: number) => voltageUnbalance([100 + by, 100, 100 - by]).verdict;
  it('of volts: derate above 1, act above 2, do not run above 5 % [NEMA MG 1; from memory]', () => {
    expect([volts(1), volts(1.01), volts(2), volts(2.01), volts(5), volts(5.01)]).toEqual([
      'fine',
      'derate',
      'derate',
      'act',
      'act',
      'do not run',
    ]);
  });

  it('of amps: act above 10 %, or above what the company says', () => {
    const amps = (by: number, limit?: number) => currentUnbalance([100 + by, 100, 100 - by], limit).verdict;
    expect([amps(10), amps(10.1), amps(5, 5), amps(5.1, 5)]).toEqual(['fine', 'act', 'fine', 'act']);
  });

  it('needs three readings above zero', () => {
    for (const legs of [[], [1, 2], [1, 2, 3, 4], [1, 2, 0], [1, 2, NaN], [1, 2, Infinity]])
      expect(() => voltageUnbalance(legs)).toThrow(RangeError);
    expect(() => voltageUnbalance([0.5, 0.5, 0.5])).not.toThrow();
  });
});

describe('protection of a machine', () => {
  /* NEC 240.6(A) [from memory]. */
  const STANDARD = [
    15, 20, 25, 30, 35, 40, 45, 50, 60, 70, 80, 90, 100, 110, 125, 150, 175, 200, 225, 250, 300, 350, 400,
    450, 500, 600, 700, 800, 1000, 1200, 1600, 2000,
  ];

  it('is the largest standard size up to 2.25 times a load', () => {
    for (const [i, size] of STANDARD.entries()) {
      expect([size, maximumProtection([size / 2.25 + 0.001])]).toEqual([size, size]);
      const below = STANDARD[i - 1] ?? size;
      expect([size, maximumProtection([size / 2.25 - 0.001])]).toEqual([size, below]);
    }
  });

  it('is counted from the largest load with the rest beside it, and ends where the sizes end', () => {
    expect(minimumCircuitAmpacity([10, 4, 2])).toBe(18.5);
    expect(minimumCircuitAmpacity([4, 10, 2])).toBe(18.5);
    expect(maximumProtection([10, 4, 2])).toBe(25);
    // Many small motors: 2.25 × 4 + 36 = 45 carries less than 1.25 × 4 + 36 = 41; the size between them is
    // 45.
    expect(maximumProtection(Array.from({ length: 10 }, () => 4))).toBe(45);
    // Nothing lies between 27.25 and 28.25: the next above what it draws.
    expect(maximumProtection([1, ...Array.from({ length: 26 }, () => 1)])).toBe(30);
    expect(maximumProtection([1600])).toBe(2000);
    expect(() => maximumProtection([1601])).toThrow(/beyond the standard sizes/);
    for (const loads of [[], [0], [-1], [NaN], [Infinity]])
      expect(() => maximumProtection(loads)).toThrow(/above zero/);
    expect(() => minimumCircuitAmpacity([0.5])).not.toThrow();
  });
});

describe('windings of three phases', () => {
  const of = (...ohms: (number | undefined)[]) => windings(ohms, 'cool').verdict;

  it('are alike up to 5 % from their mean', () => {
    expect(of(10.5, 10, 9.5)).toBe('alike');
    expect(of(10.51, 10, 9.49)).toBe('unlike');
    expect(windings([10.5, 10, 9.5], 'cool').spreadPct).toBeCloseTo(5, 9);
  });

  it('two steps of the meter apart are nobody’s verdict; a meter that shows more is read by what it shows', () => {
    expect(of(1.1, 1, 0.9)).toBe('within the meter');
    expect(of(1.2, 1, 0.9)).toBe('unlike');
    expect(of(1.11, 1, 0.9)).toBe('unlike');
    expect(of(0.12, 0.11, 0.1)).toBe('within the meter');
    expect(of(0.13, 0.11, 0.1)).toBe('unlike');
    // Whole ohms were not read on a meter that shows no more.
    expect(of(3, 2, 2)).toBe('unlike');
  });

  it('below 0.02 Ω a pair is shorted; nothing at all is shorted too', () => {
    expect(of(0.019, 1, 1)).toBe('shorted');
    expect(of(0.02, 0.02, 0.02)).toBe('alike');
    expect(windings([0, 0, 0], 'cool')).toMatchObject({ verdict: 'shorted', spreadPct: 0 });
    expect(windings([0, 1, 1], 'cool').spreadPct).toBeUndefined();
    expect(() => windings([-0.1, 1, 1], 'cool')).toThrow(/negative/);
  });

  it('one pair at twice the others, within a fifth, is an open leg of a delta where the others are alike', () => {
    expect([of(1, 1, 2.39), of(1, 1, 2.41)]).toEqual(['open delta leg', 'unlike']);
    expect([of(1, 1, 1.61), of(1, 1, 1.59)]).toEqual(['open delta leg', 'unlike']);
    expect([of(0.91, 1, 1.95), of(0.89, 1, 1.95)]).toEqual(['open delta leg', 'unlike']);
    expect(of(2, 1, 1)).toBe('open delta leg');
  });

  it('open pairs are told by how many', () => {
    expect([of(undefined, 1, 1), of(undefined, Infinity, 1), of(undefined, undefined, undefined)]).toEqual([
      'no winding does that',
      'open wye phase',
      'all open',
    ]);
  });
});

describe('windings of one phase', () => {
  const of = (commonRun?: number, commonStart?: number, runStart?: number, shell?: 'cool' | 'hot') =>
    singlePhaseWindings({ commonRun, commonStart, runStart }, shell);

  it('start to run is the sum of the others within a tenth and 0.2 Ω', () => {
    expect([of(1, 3, 4.59), of(1, 3, 4.61)].map((w) => w.verdict)).toEqual(['alike', 'unlike']);
    expect([of(1, 3, 3.41), of(1, 3, 3.39)].map((w) => w.verdict)).toEqual(['alike', 'unlike']);
    expect([of(2, 8, 11.19), of(2, 8, 11.21)].map((w) => w.verdict)).toEqual(['alike', 'unlike']);
    expect(of(1, 3, 4.4).spreadPct).toBeCloseTo(10, 9);
  });

  it('run has fewer ohms than start, or the terminals are asked about', () => {
    expect(of(1, 3, 4).text).toMatch(/they fit/);
    expect(of(2, 2, 4).text).toMatch(/wrong way round/);
  });

  it('below 0.02 Ω it is shorted; what is not negative is a reading', () => {
    expect([of(0.019, 3, 3).verdict, of(0.02, 0.03, 0.05).verdict]).toEqual(['shorted', 'alike']);
    expect(() => of(-0.1, 3, 3)).toThrow(/negative/);
    expect(of(0, 3, 3).verdict).toBe('shorted');
  });

  it('an open waits unless the shell is cool; common open to both with the rest whole is the overload', () => {
    expect(of(undefined, undefined, 4, 'cool')).toMatchObject({ verdict: 'all open' });
    expect(of(undefined, undefined, 4, 'hot').verdict).toBe('perhaps the overload');
    expect(of(undefined, 3, 4, 'cool').verdict).toBe('unlike');
    expect(of(1, undefined, 4, 'cool').verdict).toBe('unlike');
    expect(of(1, 3, undefined, 'cool').verdict).toBe('unlike');
    expect(of(1, 3, Infinity, 'hot').verdict).toBe('perhaps the overload');
    expect(of(undefined, undefined, undefined, 'cool').verdict).toBe('unlike');
  });
});

describe('insulation', () => {
  it('below 0.1 MΩ lies on ground, whatever it is', () => {
    for (const what of ['motor', 'hermetic compressor', undefined] as const)
      expect(lowInsulation(0.099, what)).toMatchObject({
        advice: 'act',
        text: expect.stringMatching(/^Grounded/),
      });
    expect(lowInsulation(0.1, 'motor')?.text).not.toMatch(/^Grounded/);
  });

  it('5 MΩ for a motor [IEEE 43; from memory], 1 for a hermetic compressor, which waits [common practice]', () => {
    expect(LEAST_MEGOHMS).toEqual({ motor: 5, 'hermetic compressor': 1 });
    expect([lowInsulation(5, 'motor'), lowInsulation(4.9, 'motor')?.advice]).toEqual([undefined, 'act']);
    expect([
      lowInsulation(1, 'hermetic compressor'),
      lowInsulation(0.99, 'hermetic compressor')?.advice,
    ]).toEqual([undefined, 'wait']);
    expect([lowInsulation(1, undefined), lowInsulation(0.99, undefined)?.advice]).toEqual([undefined, 'act']);
  });

  it('halves for each 10 °C and is as it is at 40 °C [IEEE 43; from memory]', () => {
    expect([insulationAt40C(40, 20), insulationAt40C(40, 40), insulationAt40C(40, 50)]).toEqual([10, 40, 80]);
    expect(insulationAt40C(0, 20)).toBe(0);
    expect(() => insulationAt40C(-0.1, 20)).toThrow(/negative/);
  });
});

describe('capacitors, control power, derating', () => {
  it('4 A at 370 V and 60 Hz are 28.7 µF, at 50 Hz 34.4 (reactance)', () => {
    expect(capacitanceFromAmps(4, 370)).toBeCloseTo(28.68, 2);
    expect(capacitanceFromAmps(4, 370, 50)).toBeCloseTo(34.41, 2);
    expect(() => capacitanceFromAmps(4, 0)).toThrow(RangeError);
    expect(() => capacitanceFromAmps(4, 0.5)).not.toThrow();
    expect(CAPACITOR_TOLERANCE_PCT).toBe(6);
  });

  it('control volts go by the turns', () => {
    expect([controlVolts(208, 240), controlVolts(480, 240), controlVolts(240, 240, 120)]).toEqual([
      20.8, 48, 120,
    ]);
    expect(() => controlVolts(208, 0)).toThrow(RangeError);
    expect(() => controlVolts(0.1, 0.5)).not.toThrow();
  });

  it('derating follows its curve from point to point [NEMA MG 1 figure 14-1; from memory]', () => {
    const at = [0, 0.5, 1, 1.5, 2, 2.5, 3, 3.5, 4, 4.5, 5].map((pct) => Math.round(1000 * deratingFor(pct)));
    expect(at).toEqual([1000, 1000, 1000, 975, 950, 915, 880, 850, 820, 785, 750]);
    expect(() => deratingFor(5.01)).toThrow(/must not run/);
    expect(() => deratingFor(-0.01)).toThrow(/negative/);
  });
});
