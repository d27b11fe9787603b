import { readingAnswers, readingQuestions, type ReadingSet } from '#core/evidence';
import { DEFAULT_LIMITS, standing } from '#core/measuring/answers';
import { saidText } from '#core/base/quantities';
import { saturationPressure, REFRIGERANTS, type RefrigerantName } from '#core/measuring/refrigerant';
import { cardOf, type CardValues } from './index.ts';

/*
 * Answers that can hurt somebody or cost a good machine: never missing, never reassuring where they must not
 * be.
 */

const all = (card: string, given: CardValues, limits = DEFAULT_LIMITS) =>
  cardOf(card)!.answers(given, limits);
const find = (card: string, given: CardValues, name: string) =>
  all(card, given).find((answer) => answer.name === name);
const text = (card: string, given: CardValues, name: string) =>
  saidText(find(card, given, name)?.text ?? 'no answer');

describe('floodback', () => {
  const R410A = { refrigerant: 'R-410A', suction: 118.4, liquid: 319, liquidLine: 90 } as const;
  // 118.4 psig of R-410A evaporates at 40 °F.
  const line = (superheat: number, more: CardValues = {}): CardValues => ({
    ...R410A,
    suctionLine: 40 + superheat,
    device: 'expansion valve',
    ...more,
  });

  it('next to no superheat is said at once, whatever the weather and however long it has run', () => {
    for (const conditions of [
      {},
      { outdoor: 45 },
      { minutes: 3 },
      { condenser: 'wet' },
      { airflow: 'known bad' },
    ])
      for (const superheat of [-4, 0, 2])
        expect([conditions, find('charge', line(superheat, conditions), 'superheat')?.advice]).toEqual([
          conditions,
          'act',
        ]);
    expect(text('charge', line(0, { outdoor: 45 }), 'superheat')).toMatch(
      /Floodback.*the compressor may not/,
    );
    // The charge itself still waits for a warmer day.
    expect(find('charge', line(0, { outdoor: 45 }), 'subcooling')?.advice).toBe('wait');
  });

  it('swapped hoses say nothing of it', () => {
    const swapped = { ...line(0), suction: 319, liquid: 118.4 };
    expect(find('charge', swapped, 'superheat')?.advice).toBe('wait');
  });

  it('an orifice far under its target sends liquid back; its band never reaches nothing', () => {
    // (3·70 − 80 − 75) / 2 = 27.5 °F.
    const orifice = { device: 'orifice', indoorWet: 70, outdoor: 75 };
    expect(find('charge', line(4.5, orifice), 'superheat')).toMatchObject({
      advice: 'act',
      position: 'below',
    });
    expect(find('charge', line(27, orifice), 'superheat')?.position).toBe('inside');
    expect(find('charge', line(40, orifice), 'superheat')?.position).toBe('above');
    // (3·62 − 80 − 95) / 2 = 5.5 °F: five degrees either way would begin at half a degree.
    expect(find('charge', line(6, { ...orifice, indoorWet: 62, outdoor: 95 }), 'superheat')?.band?.low).toBe(
      4,
    );
  });

  it.each([
    [49, 80],
    [77, 80],
    [67, 54],
    [76, 116],
    [60, 110],
  ])(
    'no target is given beyond the charts, or below 5 °F: %i °F wet bulb, %i °F outdoors',
    (indoorWet, outdoor) => {
      const answer = find('charge', line(12, { device: 'orifice', indoorWet, outdoor }), 'superheat');
      expect(answer?.band).toBeUndefined();
    },
  );
});

describe('an empty circuit', () => {
  it.each(['R-410A', 'R-454B', 'R-22'] as const)('of %s is called so, down to vacuum', (refrigerant) => {
    for (const suction of [-12, -3, 2]) {
      const low = { refrigerant, suction, suctionLine: 65 };
      const said = (more: CardValues) => {
        const answer = find('charge', { ...low, ...more }, 'superheat');
        return [suction, answer?.advice, saidText(answer?.text ?? '')];
      };
      // Nothing condenses: 20 psig on the liquid side as well.
      expect(said({ liquid: 20 })).toEqual([
        suction,
        'act',
        expect.stringMatching(/^Next to nothing is in it/),
      ]);
      // From the suction alone nobody can tell an empty circuit from a blocked one.
      expect(said({})).toEqual([suction, 'act', expect.stringMatching(/stop it.*read pressure and line/)]);
    }
    const rest = find(
      'pressure-temperature',
      { refrigerant, pressure: 1, ambient: 75 },
      'saturation at ambient',
    );
    expect(rest).toMatchObject({ advice: 'act', text: expect.stringMatching(/Empty/) });
  });

  it('220 psig of R-410A at 76 °F is not (vapour pressure)', () => {
    const rest = find(
      'pressure-temperature',
      { refrigerant: 'R-410A', pressure: 218, ambient: 76 },
      'saturation at ambient',
    );
    expect(rest).toMatchObject({ position: 'inside', advice: null });
  });
});

describe('voltage and current', () => {
  it('207 V on a 460 V plate is said first: no supply for this machine', () => {
    const [first] = all('unbalance', { v12: 207, v23: 208, v31: 206, plate: 460 });
    expect(first).toMatchObject({ name: 'farthest from the plate', advice: 'act' });
    expect(saidText(first?.text ?? '')).toMatch(/no supply for a plate of 460 V/);
  });

  it('187 to 253 V holds only where the plate says 208/230; else ten per cent (common practice)', () => {
    const at = (v: number, plate: number, dual?: string) =>
      find(
        'unbalance',
        { v12: v, v23: v, v31: v, plate, ...(dual ? { dual } : {}) },
        'farthest from the plate',
      )?.position;
    expect([at(190, 208), at(190, 230), at(190, 230, '208/230 V')]).toEqual(['inside', 'below', 'inside']);
    expect([at(240, 208), at(240, 208, '208/230 V'), at(254, 208, '208/230 V')]).toEqual([
      'above',
      'inside',
      'above',
    ]);
  });

  it('single-phasing is a leg under half the mean, not exactly none (common practice)', () => {
    const legs = (a1: number, a2: number, a3: number) => all('unbalance', { a1, a2, a3 })[0];
    expect(legs(0.4, 21, 20)).toMatchObject({ name: 'leg without current', advice: 'act', value: 0.4 });
    expect(legs(0, 21, 20)).toMatchObject({ name: 'leg without current' });
    expect(legs(12, 21, 20)).toMatchObject({ name: 'current unbalance', advice: 'act' });
    expect(legs(20, 21, 20)).toMatchObject({ name: 'current unbalance', advice: null });
  });
});

describe('windings and megohms', () => {
  it('an unknown shell waits, a hot one as well; only a cool one condemns', () => {
    const open = (shell?: string) =>
      all('windings', { open: 'all', ...(shell ? { shell } : {}) }).map(({ advice }) => advice);
    expect([open(), open('hot'), open('cool')]).toEqual([['wait'], ['wait'], ['act']]);
    expect(text('windings', { open: 'two pairs', r12: 3, shell: 'cool' }, 'open wye phase')).toMatch(/wye/);
    expect(text('windings', { r12: 3, r23: 1.5, r31: 1.5 }, 'pairs differ by')).toMatch(/delta/);
  });

  it('a hermetic compressor is judged as measured, a motor at 40 °C (IEEE 43 from memory)', () => {
    const cold = { megohms: 3, temperature: 50 };
    expect(
      find('windings', { ...cold, what: 'hermetic compressor' }, 'insulation, as measured'),
    ).toMatchObject({ value: 3, position: 'inside' });
    // 10 °C is 30 below 40: 3 · 0.5³.
    expect(find('windings', { ...cold, what: 'motor' }, 'insulation at 40 °C')).toMatchObject({
      value: 0.375,
      position: 'below',
    });
    const low = find('windings', { megohms: 0.3, what: 'hermetic compressor' }, 'insulation, as measured');
    expect(low).toMatchObject({ position: 'below', advice: 'wait' });
    expect(saidText(low?.text ?? '')).toMatch(/crankcase heat/);
    expect(find('windings', { megohms: 3 }, 'insulation, as measured')).toMatchObject({
      position: null,
      advice: 'measure first',
    });
  });
});

describe('tightness', () => {
  const stood = { start: 300, startF: 70, end: 300, endF: 70, minutes: 60 };

  it('the plate limits the highest pressure of the whole test, warming included (ideal gas)', () => {
    const most = { ...stood, most: 310 };
    expect(find('standing-test', most, 'test pressure')).toBeUndefined();
    // 300 psig at 70 °F is 317.8 at 100 °F.
    const warmed = find('standing-test', { ...most, end: 305, endF: 100 }, 'test pressure');
    expect(warmed).toMatchObject({ advice: 'act' });
    expect(warmed?.value).toBeCloseTo(317.8, 1);
    expect(find('standing-test', { ...most, end: 312 }, 'test pressure')).toMatchObject({ advice: 'act' });
  });

  it('a gain at constant temperature is as invalid as a loss', () => {
    expect(find('standing-test', { ...stood, end: 308 }, 'lost beyond temperature')).toMatchObject({
      advice: 'wait',
      position: 'below',
    });
    expect(find('standing-test', { ...stood, end: 292 }, 'lost beyond temperature')?.advice).toBe('act');
    expect(find('standing-test', { ...stood, end: 299.5 }, 'lost beyond temperature')?.advice).toBeNull();
  });

  const decay = (start: number, ...microns: number[]) => {
    const [m1, m2, m5, m10, m15] = microns;
    const given = { start, m1, m2, m5, m10, m15 } as CardValues;
    return all('vacuum', given)[0];
  };

  it('a vacuum is told by the shape of its rise and by its end (common practice)', () => {
    // Stands.
    expect(decay(350, 380, 395, 405, 410)).toMatchObject({ position: 'inside' });
    // As straight at the end as at the beginning: a leak, at any height.
    expect(saidText(decay(350, 600, 850, 1600, 2850)?.text ?? '')).toMatch(/^Leak/);
    expect(saidText(decay(350, 375, 400, 475, 600)?.text ?? '')).toMatch(/^Leak/);
    // Straight but slow: nobody may call it tight yet.
    expect(decay(350, 360, 370, 400, 450)).toMatchObject({ advice: 'wait', position: null });
    // Bends and levels off below the pressure of water.
    expect(saidText(decay(350, 1500, 2300, 3000, 3120, 3150)?.text ?? '')).toMatch(/^Moist/);
    // Bends, without an end yet.
    expect(saidText(decay(350, 900, 1500, 2400, 3000)?.text ?? '')).toMatch(/moisture, by its shape/);
  });
});

describe('freezing', () => {
  it('loop water near the freeze stat, and a coil below freezing, are said', () => {
    const water = (leaving: number, fluid?: string) =>
      find('loop', { entering: 45, leaving, ...(fluid ? { fluid } : {}) }, 'coldest water');
    expect(water(37)).toMatchObject({ advice: 'act' });
    expect(water(42)).toBeUndefined();
    expect(water(37, 'antifreeze')).toBeUndefined();
    expect(water(14, 'antifreeze')?.text).toMatch(/stop it before the coil bursts/);
    const cold = saturationPressure('R-410A', 'dew', 26);
    expect(find('cycle', { refrigerant: 'R-410A', suction: cold }, 'evaporating')).toMatchObject({
      position: 'below',
    });
    expect(find('cycle', { refrigerant: 'R-410A', suction: 118 }, 'evaporating')).toBeUndefined();
  });
});

describe('the pressure ratio', () => {
  const ratio = (refrigerant: RefrigerantName, outdoor: number, condensing: number, evaporating: number) =>
    find(
      'cycle',
      {
        refrigerant,
        outdoor,
        returnAir: 75,
        liquid: saturationPressure(refrigerant, 'bubble', condensing),
        suction: saturationPressure(refrigerant, 'dew', evaporating),
      },
      'pressure ratio',
    );

  it.each(['R-410A', 'R-22', 'R-134a'] as const)(
    'of %s is judged by weather and refrigerant: a sound machine is sound on a cool and on a hot day',
    (name) => {
      for (const outdoor of [65, 80, 95, 105])
        expect([outdoor, ratio(name, outdoor, outdoor + 20, 40)?.position]).toEqual([outdoor, 'inside']);
      expect(ratio(name, 95, 95 + 45, 40)?.position).toBe('above');
    },
  );

  it('pressures hardly apart are acted on (common practice: under 1.6)', () =>
    expect(ratio('R-410A', 90, 70, 60)).toMatchObject({ advice: 'act' }));
});

describe('another refrigerant than the plate’s', () => {
  it('is asked about at rest, where its curve fits and the plate’s does not (vapour pressure)', () => {
    // R-410A in a machine whose plate says R-22: 217 psig at 75 °F.
    const pressure = saturationPressure('R-410A', 'bubble', 75);
    const asked = find(
      'pressure-temperature',
      { refrigerant: 'R-22', pressure, ambient: 75 },
      'another refrigerant fits',
    );
    expect(asked).toMatchObject({ advice: 'measure first' });
    expect(saidText(asked?.text ?? '')).toMatch(/R-410A/);
    for (const name of Object.keys(REFRIGERANTS) as RefrigerantName[]) {
      const own = saturationPressure(name, 'bubble', 75);
      const given = { refrigerant: name, pressure: own, ambient: 75 };
      expect([name, find('pressure-temperature', given, 'another refrigerant fits')]).toEqual([
        name,
        undefined,
      ]);
    }
  });

  const set = (readings: ReadingSet['readings'], more: Partial<ReadingSet> = {}): ReadingSet => ({
    mode: 'cooling',
    readings,
    ...more,
  });
  const F = (point: 'return air' | 'supply air', value: number) => ({ point, value, unit: '°F' });

  it('is asked about running, and so is a supply warmer than return in cooling', () => {
    const psig = (name: RefrigerantName, which: 'dew' | 'bubble', f: number) =>
      saturationPressure(name, which, f);
    const taken = (name: RefrigerantName) =>
      set(
        [
          { point: 'suction pressure', value: psig(name, 'dew', 40), unit: 'psig' },
          { point: 'liquid pressure', value: psig(name, 'bubble', 110), unit: 'psig' },
          F('return air', 75),
        ],
        { outdoorF: 90 },
      );
    const asked = (reading: ReadingSet, plate: string) =>
      readingQuestions(reading, { refrigerant: plate }).map((said) => saidText(said));
    expect(asked(taken('R-410A'), 'R-410A')).toEqual([]);
    expect(asked(taken('R-410A'), 'R-22').join()).toMatch(/R-410A/);
    expect(asked(set([F('return air', 72), F('supply air', 81)]), 'R-410A').join()).toMatch(
      /warmer than the return/,
    );
    expect(asked(set([F('return air', 72), F('supply air', 81)], { mode: 'heating' }), 'R-410A')).toEqual([]);
  });
});

describe('electric heat', () => {
  it('gives all it takes, and √3 of it on three phases (balanced three-phase load)', () => {
    const air = { returnAir: 70, supplyAir: 100, volts: 208, amps: 40 };
    const flow = (phases: string) => find('air-flow', { ...air, phases }, 'air flow')?.value ?? NaN;
    expect(flow('three phases') / flow('one phase')).toBeCloseTo(Math.sqrt(3), 9);
    // 208 · 40 · 3.412 / (1.08 · 30) = 876 cfm.
    expect(flow('one phase')).toBeCloseTo(876, -1);
    const rise = (heat: string) =>
      find('rise', { returnAir: 70, supplyAir: 100, input: 100_000, cfm: 1600, heat }, 'expected rise')
        ?.value ?? NaN;
    expect(rise('electric') / rise('gas')).toBeCloseTo(1 / 0.8, 9);
  });
});

describe('the economizer', () => {
  const at = (outdoor: number) => find('outdoor-air', { outdoor, climate: 'dry' }, 'economizer high limit');
  it('answers without the other temperatures, and near its limit says that it may be either', () => {
    expect([at(60)?.advice, at(74)?.advice, at(90)?.advice]).toEqual([null, 'wait', null]);
    expect(saidText(at(60)?.text ?? '')).toMatch(/may cool/);
    expect(saidText(at(90)?.text ?? '')).toMatch(/too warm/);
  });
});

describe('manifold and input', () => {
  it('agree with each other at every pressure (orifice flow)', () => {
    for (let manifold = 2.5; manifold < 5; manifold += 0.05) {
      const given = { gas: 'natural gas', manifold };
      expect([manifold, find('gas-pressure', given, 'input, of rated')?.position]).toEqual([
        manifold,
        find('gas-pressure', given, 'manifold')?.position,
      ]);
    }
  });
});

describe('a set of readings in heating', () => {
  const heating = (readings: ReadingSet['readings']) =>
    readingAnswers({ mode: 'heating', readings }, { riseMinF: 30, riseMaxF: 60, manifoldInWc: 3.5 }).answers;

  it('says what is about people first, and judges rise, gas and flame by the plate', () => {
    const answers = heating([
      { point: 'return air', value: 68, unit: '°F' },
      { point: 'supply air', value: 141, unit: '°F' },
      { point: 'manifold gas', value: 4.2, unit: 'in w.c.' },
      { point: 'flame signal', value: 0.6, unit: 'µA' },
      { point: 'flue CO', value: 150, unit: 'ppm' },
      { point: 'room CO', value: 40, unit: 'ppm' },
    ]);
    expect(answers.slice(0, 2).map((a) => [a.name, standing(a)])).toEqual([
      ['CO in the room', 'act'],
      ['CO air-free, at least', 'act'],
    ]);
    const by = Object.fromEntries(answers.map((a) => [a.name, a.position]));
    expect(by).toMatchObject({ rise: 'above', manifold: 'above', 'flame signal': 'below' });
  });
});
