import { cardOf, plateFacts } from '#core/measuring/cards';
import { positionIn } from '#core/measuring/answers';
import { saidText } from '#core/base/quantities';
import { readingAnswers, type Reading, type ReadingPoint, type ReadingSet } from './index.ts';

const set = (
  values: Partial<Record<ReadingPoint, [number, string]>>,
  given: Partial<ReadingSet> = {},
): ReadingSet => ({
  mode: 'cooling',
  readings: Object.entries(values).map(
    ([point, [value, unit]]) => ({ point: point as ReadingPoint, value, unit }) satisfies Reading,
  ),
  ...given,
});
const answersTo = (...given: Parameters<typeof readingAnswers>) =>
  Object.fromEntries(readingAnswers(...given).answers.map((a) => [a.name, a] as const));

/** R-410A chart points: 118.4 psig is 40 °F, 318.5 psig is 100 °F. */
const CHARGE = {
  'suction pressure': [118.4, 'psig'],
  'suction line': [52, '°F'],
  'liquid pressure': [318.5, 'psig'],
  'liquid line': [90, '°F'],
} as const;
const STEADY = { outdoorF: 85, minutesRunning: 20, condenser: 'clean and dry' } as const;
const charge = (given: object = {}, conditions: object = STEADY): ReadingSet =>
  set({ ...CHARGE, ...given } as never, conditions);

describe('a reading set', () => {
  it('gives superheat and subcooling at once from the chart points of R-410A', () => {
    const said = answersTo(charge(), { refrigerant: 'R-410A' });
    expect(said.superheat).toMatchObject({ value: expect.closeTo(12, 0), position: 'inside' });
    expect(said.subcooling).toMatchObject({ value: expect.closeTo(10, 0), position: 'inside' });
  });

  it(
    'judges by 8 to 15 °F of valve superheat, 10 ± 3 of subcooling, 16 to 22 of split where nobody ' +
      'says otherwise (common practice)',
    () => {
      const set = charge({ 'return air': [75, '°F'], 'supply air': [56, '°F'] });
      const known = answersTo(set, { refrigerant: 'R-410A', metering: 'expansion valve' });
      const unknown = answersTo(set, { refrigerant: 'R-410A' });
      // Where the machine is known its split follows weather and load.
      expect(known.split?.band?.from).toBe('worked out');
      for (const [name, low, high] of [
        ['superheat', 8, 15],
        ['subcooling', 7, 13],
        ['split', 16, 22],
      ] as const)
        expect([name, (name === 'split' ? unknown : known)[name]?.band]).toEqual([
          name,
          expect.objectContaining({ low, high, from: 'common practice' }),
        ]);
    },
  );

  it(
    'reads metric entries as the same physics: 118.4 psig is 816.3 kPa, 52 °F is 11.11 °C (NIST SP ' +
      '811 factors)',
    () => {
      const metric = charge({ 'suction pressure': [816.34, 'kPa(g)'], 'suction line': [100 / 9, '°C'] });
      expect(answersTo(metric, { refrigerant: 'R-410A' }).superheat?.value).toBeCloseTo(
        answersTo(charge(), { refrigerant: 'R-410A' }).superheat?.value as number,
        2,
      );
      expect(
        answersTo(set({ 'return air': [24, '°C'], 'supply air': [14, '°C'] }), {}).split?.value,
      ).toBeCloseTo(18, 6);
    },
  );

  it('says what the bench says: the same numbers on a card give the same answers', () => {
    const onCard = cardOf('charge')?.answers({
      refrigerant: 'R-410A',
      device: 'expansion valve',
      suction: 118.4,
      suctionLine: 52,
      liquid: 318.5,
      liquidLine: 90,
      outdoor: 85,
      minutes: 20,
      condenser: 'clean and dry',
    });
    const said = answersTo(charge(), { refrigerant: 'R-410A', metering: 'expansion valve' });
    for (const a of onCard ?? []) expect(said[a.name]).toEqual(a);
    expect(onCard).toHaveLength(3);
  });

  it('leaves out what nobody measured instead of taking it for zero', () => {
    expect(readingAnswers(set({ 'suction pressure': [118, 'psig'] }), { refrigerant: 'R-410A' })).toEqual({
      answers: [],
      troubles: [],
    });
    for (const refrigerant of [undefined, null, 'R-nobody-knows'])
      expect(
        readingAnswers(set({ 'suction pressure': [118, 'psig'], 'suction line': [50, '°F'] }), {
          refrigerant,
        }),
      ).toEqual({ answers: [], troubles: [] });
  });

  it.each([
    [{ outdoorF: 50 }, /below 65 °F/],
    [{ minutesRunning: 3 }, /settle for 10 min/],
    [{ condenser: 'wet' }, /condenser is wet/],
    [{ condenser: 'dirty' }, /clean it first/],
  ])('charge waits, with why, at %j (common practice)', (conditions, why) => {
    const said = answersTo(charge({}, { ...STEADY, ...conditions }), { refrigerant: 'R-410A' });
    for (const name of ['superheat', 'subcooling']) {
      expect(said[name]?.advice).toBe('wait');
      expect(saidText(said[name]?.text ?? '')).toMatch(why);
    }
  });

  it('charge waits for swapped hoses', () => {
    const swapped = charge({ 'suction pressure': [318.5, 'psig'], 'liquid pressure': [118.4, 'psig'] });
    expect(answersTo(swapped, { refrigerant: 'R-410A' }).subcooling).toMatchObject({
      advice: 'wait',
      text: expect.stringMatching(/hoses swapped/),
    });
  });

  it('says why when one pressure lies outside the curve, and the other answers stand', () => {
    const { answers, troubles } = readingAnswers(charge({ 'suction pressure': [900, 'psig'] }), {
      refrigerant: 'R-22',
    });
    expect(troubles.map((t) => t.name)).toContain('superheat');
    expect(troubles[0]?.why).toContain('outside the curve');
    expect(answers.map((a) => a.name)).toContain('subcooling');
  });

  it('a wet bulb above the dry bulb cannot be', () => {
    const { troubles } = readingAnswers(
      set({ 'return air': [70, '°F'], 'supply air': [55, '°F'], 'return wet bulb': [75, '°F'] }),
      {},
    );
    expect(troubles).toEqual([{ name: 'split', why: expect.stringMatching(/wet bulb/) }]);
  });

  it('humid return air lowers the split that is expected (common practice)', () => {
    const air = (wet: number) =>
      answersTo(
        set({ 'return air': [75, '°F'], 'supply air': [59, '°F'], 'return wet bulb': [wet, '°F'] }),
        {},
      ).split;
    expect(air(55)?.position).toBe('below');
    expect(air(67)?.position).toBe('inside');
    expect(air(67)?.band?.high).toBeLessThan(air(55)?.band?.high as number);
  });

  it('gives both unbalances, the currents only of a machine that runs', () => {
    const legs = {
      'volts L1-L2': [462, 'V'],
      'volts L2-L3': [463, 'V'],
      'volts L3-L1': [455, 'V'],
      'amps L1': [20, 'A'],
      'amps L2': [21, 'A'],
      'amps L3': [20, 'A'],
    } as const;
    // NEMA MG 1's own example of unbalance: 462, 463 and 455 V are 1.09 %.
    const running = answersTo(set(legs as never, { mode: 'heating' }), {});
    expect(running['voltage unbalance']).toMatchObject({ value: expect.closeTo(1.09, 2), position: 'above' });
    expect(running['current unbalance']?.position).toBe('inside');
    expect(Object.keys(answersTo(set(legs as never, { mode: 'off' }), {}))).toEqual([
      'voltage unbalance',
      'motor may carry',
    ]);
  });

  it('a lost phase and a leg without current come before any unbalance', () => {
    const lost = set(
      { 'volts L1-L2': [460, 'V'], 'volts L2-L3': [230, 'V'], 'volts L3-L1': [12, 'V'] },
      { mode: 'off' },
    );
    expect(answersTo(lost, {})).toMatchObject({
      'lowest pair': { advice: 'act', text: expect.stringMatching(/phase is lost/) },
    });
    const leg = set({ 'amps L1': [18, 'A'], 'amps L2': [0, 'A'], 'amps L3': [19, 'A'] });
    expect(answersTo(leg, {})).toMatchObject({ 'leg without current': { advice: 'act' } });
  });

  it('volts are held against the plate where it is on record', () => {
    const volts = set(
      { 'volts L1-L2': [186, 'V'], 'volts L2-L3': [188, 'V'], 'volts L3-L1': [187, 'V'] },
      { mode: 'off' },
    );
    expect(answersTo(volts, { volts: 208 })['farthest from the plate']).toMatchObject({
      value: 186,
      position: 'below',
    });
    expect(answersTo(volts, {})['farthest from the plate']).toBeUndefined();
  });
});

describe('what is on record of the circuit', () => {
  it('an orifice has no superheat of its own until a wet bulb gives its target (common practice)', () => {
    const facts = { refrigerant: 'R-410A', metering: 'orifice' };
    const unknown = answersTo(charge(), facts).superheat;
    expect(unknown).toMatchObject({ band: undefined, position: null });
    expect(unknown?.improve.join()).toMatch(/indoor wet bulb/);
    // (3 × 67 − 80 − 85) / 2 = 18 °F, ±5.
    const known = answersTo(charge({ 'return wet bulb': [67, '°F'] }), facts).superheat;
    expect(known?.band).toMatchObject({ low: 13, high: 23, from: 'worked out' });
    expect(known?.position).toBe('below');
  });

  it('a plate’s subcooling and approach win over the company’s band', () => {
    const said = answersTo(charge({ 'liquid line': [85, '°F'] }, { ...STEADY, outdoorF: 78 }), {
      refrigerant: 'R-410A',
      subcoolingTargetF: 14,
      approachTargetF: 7,
    });
    expect(said.subcooling).toMatchObject({ position: 'inside', band: { low: 11, high: 17, from: 'plate' } });
    expect(said.approach).toMatchObject({ value: 7, position: 'inside', band: { from: 'plate' } });
    expect(
      answersTo(charge({ 'liquid line': [85, '°F'] }), { refrigerant: 'R-410A' }).subcooling?.position,
    ).toBe('above');
  });

  it('is that of the circuit that was measured, and nothing of one that is not on record', () => {
    const unit = {
      tag: 'RTU-1',
      circuits: [
        { number: 1, refrigerant: 'R-410A', metering: 'expansion valve' },
        { number: 2, refrigerant: 'R-22', metering: 'orifice' },
      ],
      details: { charging: { method: 'approach', targetF: 6 } },
      voltage: 460,
    } as const;
    expect(plateFacts(unit, 2)).toMatchObject({
      refrigerant: 'R-22',
      metering: 'orifice',
      approachTargetF: 6,
      volts: 460,
    });
    expect(plateFacts(unit, 2).subcoolingTargetF).toBeUndefined();
    expect(plateFacts(unit, 3).refrigerant).toBeUndefined();
    expect(readingAnswers(charge(), plateFacts(unit, 3)).answers.map((a) => a.name)).toEqual(['approach']);
  });

  it('an estimated curve says so in every answer that stands on it', () => {
    const improve = (refrigerant: string) =>
      ['superheat', 'subcooling'].map((name) => {
        const answer = answersTo(charge(), { refrigerant })[name];
        return answer?.improve.map((said) => saidText(said)).join();
      });
    for (const said of improve('R-454B')) expect(said).toMatch(/maker's chart wins/);
    for (const said of improve('R-410A')) expect(said).not.toMatch(/chart/);
  });
});

describe('the whole cycle from one set', () => {
  it('condensing below outdoor air while it runs asks for action: it does not pump', () => {
    const still = charge(
      { 'liquid pressure': [200, 'psig'], 'suction pressure': [185, 'psig'], 'return air': [75, '°F'] },
      { outdoorF: 95 },
    );
    const said = answersTo(still, { refrigerant: 'R-410A' });
    expect(said['condenser split']).toMatchObject({
      advice: 'act',
      text: expect.stringMatching(/not pumped/),
    });
    expect(said['pressure ratio']).toMatchObject({
      position: 'below',
      text: expect.stringMatching(/hardly part/),
    });
  });

  it('every answer lies where its band says, unless it waits or asks for action', () => {
    const said = readingAnswers(charge({ 'return air': [75, '°F'], 'supply air': [56, '°F'] }), {
      refrigerant: 'R-410A',
    }).answers;
    expect(said.map((a) => a.name)).toEqual([
      'superheat',
      'subcooling',
      'approach',
      'condenser split',
      'evaporator difference',
      'pressure ratio',
      'split',
    ]);
    for (const a of said) expect(a.position).toBe(positionIn(a.value, a.band));
  });
});

describe('what can hurt or cost a machine, whatever else is not known', () => {
  it('a head pressure that no machine stands is stopped where nobody knows the refrigerant', () => {
    const head = (psig: number, refrigerant?: 'R-22' | 'R-410A') =>
      answersTo(set({ 'liquid pressure': [psig, 'psig'] }), refrigerant === undefined ? {} : { refrigerant })[
        'head pressure'
      ];
    expect(head(680)).toMatchObject({
      advice: 'act',
      band: { source: expect.arrayContaining(['the highest of any refrigerant at ']) },
      improve: ['read the refrigerant off the plate'],
    });
    // 390 psig stops R-22 at 150 °F and is an ordinary hot day of R-410A: unknown, it says nothing.
    expect(head(390, 'R-22')).toMatchObject({ advice: 'act' });
    expect(head(390)).toBeUndefined();
    expect(head(390, 'R-410A')).toBeUndefined();
  });

  it('a discharge line is too hot for the oil of any refrigerant', () =>
    expect(answersTo(set({ 'discharge line': [300, '°F'] }), {})['discharge line']).toMatchObject({
      advice: 'act',
      text: expect.stringMatching(/^Stop it/),
    }));

  it.each(['cooling', 'heating', 'off'] as const)(
    'flue CO of 1,200 ppm is judged in a set called %s',
    (mode) =>
      expect(
        Object.values(answersTo({ ...set({ 'flue CO': [1200, 'ppm'] }), mode }, {})).map((a) => a.advice),
      ).toContain('act'),
  );
});
