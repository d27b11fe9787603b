import fc from 'fast-check';
import { QUANTITIES, saidText, type QuantityName } from '#core/base/quantities';
import { oneOf, seededRandom } from '#core/base/random';
import { cardOf, CARDS, findCards, otherUnit, readInput, type CardValues } from './index.ts';

const ask = (id: string, values: CardValues) => cardOf(id)?.answers(values) ?? [];
const named = (id: string, values: CardValues, name: string) => ask(id, values).find((a) => a.name === name);

describe('the cards', () => {
  it('ask in a unit of their quantity, and name formula and source', () => {
    for (const card of CARDS) {
      expect([card.id, card.formula.length > 5, card.source.length > 3]).toEqual([card.id, true, true]);
      for (const input of card.inputs) {
        if (input.quantity)
          expect([card.id, input.name, input.unit! in QUANTITIES[input.quantity].units]).toEqual([
            card.id,
            input.name,
            true,
          ]);
        else
          expect([card.id, input.name, Boolean(input.choices ?? input.plain)]).toEqual([
            card.id,
            input.name,
            true,
          ]);
      }
      expect(new Set(card.inputs.map((i) => i.name)).size).toBe(card.inputs.length);
    }
    expect(new Set(CARDS.map((c) => c.id)).size).toBe(CARDS.length);
  });

  it('say nothing before anything is entered', () => {
    for (const card of CARDS) expect([card.id, card.answers({})]).toEqual([card.id, []]);
  });

  it('ask for nothing that they do not read', () => {
    for (const card of CARDS) {
      const read = new Set<string>();
      const random = seededRandom(4180);
      const draws = Array.from({ length: 300 }, () =>
        Object.fromEntries(
          card.inputs.map((input) => {
            const [low, high] = input.quantity ? QUANTITIES[input.quantity].usual : [1, 50];
            const value = input.choices ? oneOf(random, input.choices) : low + (high - low) * random();
            return [input.name, input.optional && random() < 0.3 ? undefined : value];
          }),
        ),
      );
      for (const values of draws) {
        const watched = new Proxy(values, {
          get: (target, name) => (read.add(String(name)), target[String(name)]),
        });
        try {
          card.answers(watched as CardValues);
        } catch (error) {
          if (!(error instanceof RangeError)) throw error;
        }
      }
      expect([card.id, card.inputs.map((i) => i.name).filter((name) => !read.has(name))]).toEqual([
        card.id,
        [],
      ]);
    }
  });

  it('answer any readings within bounds with finite numbers in known units, or refuse with a reason', () => {
    for (const card of CARDS) {
      const values = fc.record(
        Object.fromEntries(
          card.inputs.map((input) => {
            const [low, high] = input.quantity ? QUANTITIES[input.quantity].usual : [0, 50];
            return [
              input.name,
              fc.option(
                input.choices
                  ? fc.constantFrom<number | string>(...input.choices)
                  : fc.double({ min: low, max: high, noNaN: true }),
                { nil: undefined },
              ),
            ];
          }),
        ),
      );
      fc.assert(
        fc.property(values, (given) => {
          try {
            for (const a of card.answers(given as CardValues)) {
              expect(Number.isFinite(a.value)).toBe(true);
              expect(a.unit in QUANTITIES[a.quantity as QuantityName].units).toBe(true);
            }
          } catch (error) {
            if (!(error instanceof RangeError)) throw error;
            expect(error.message.length).toBeGreaterThan(10);
          }
        }),
        { numRuns: 60 },
      );
    }
  });

  it('are found by typing', () => {
    const first = (typed: string) => findCards(typed)[0]?.id;
    expect([
      first('superh'),
      first('micron'),
      first('megger'),
      first('co flue'),
      first('sheave'),
      first('gpm'),
      first('nitrogen'),
    ]).toEqual(['charge', 'vacuum', 'windings', 'combustion', 'pulley', 'loop', 'standing-test']);
    expect(findCards('')).toHaveLength(CARDS.length);
    expect(findCards('zebra')).toEqual([]);
  });
});

describe('the charge card', () => {
  const running = {
    refrigerant: 'R-410A',
    liquid: 365,
    liquidLine: 98,
    suction: 118,
    suctionLine: 52,
    outdoor: 90,
    minutes: 20,
    condenser: 'clean and dry',
    airflow: 'known good',
    device: 'expansion valve',
  };

  it('gives every school its own answer with its own band', () => {
    const answers = ask('charge', running);
    expect(answers.map((a) => a.name)).toEqual(['superheat', 'subcooling', 'approach']);
    expect(answers[0]).toMatchObject({ position: 'inside', confidence: 'high', band: { low: 8, high: 15 } });
    expect(named('charge', { ...running, target: 15 }, 'subcooling')?.band).toMatchObject({
      low: 12,
      high: 18,
      from: 'plate',
    });
  });

  it('waits, and says for what: cold outdoors, wet or dirty condenser, not settled, bad air flow', () => {
    for (const [change, why] of [
      [{ outdoor: 50 }, /below 65/],
      [{ condenser: 'wet' }, /let it dry/],
      [{ minutes: 3 }, /settle/],
      [{ airflow: 'known bad' }, /air flow/],
    ] as const) {
      const a = named('charge', { ...running, ...change }, 'subcooling');
      expect(a?.advice).toBe('wait');
      expect(saidText(a?.text ?? '')).toMatch(why);
    }
  });

  it('asks about swapped hoses before it judges', () => {
    expect(
      named('charge', { ...running, suction: 365, liquid: 118, liquidLine: 30 }, 'superheat')?.text,
    ).toMatch(/hoses swapped/);
  });

  it('has a target for an orifice only from wet bulb and outdoor air', () => {
    const orifice = { ...running, device: 'orifice', outdoor: 95, indoorWet: 67 };
    expect(named('charge', orifice, 'superheat')?.band).toMatchObject({
      low: 8,
      high: 18,
      from: 'worked out',
    });
    expect(named('charge', { ...orifice, indoorWet: undefined }, 'superheat')).toMatchObject({
      position: null,
    });
    expect(named('charge', { ...orifice, indoorWet: 59 }, 'superheat')?.improve.join()).toMatch(
      /weigh the charge/,
    );
  });

  it('knows a liquid line colder than outdoor air for what it is', () => {
    expect(named('charge', { ...running, liquidLine: 80 }, 'approach')).toMatchObject({
      advice: 'act',
      text: expect.stringMatching(/not metered, not pumped/),
    });
  });
});

describe('other cards', () => {
  it('pressure–temperature gives both curves, and rest pressure against ambient (R-407C, published)', () => {
    const answers = ask('pressure-temperature', { refrigerant: 'R-407C', pressure: 63.2 });
    expect(answers[0]?.value).toBeCloseTo(40, 0);
    expect((answers[0]?.value ?? 0) - (answers[1]?.value ?? 0)).toBeGreaterThan(6);
    expect(
      ask('pressure-temperature', { refrigerant: 'R-410A', pressure: 220, ambient: 76 }).at(-1)?.text,
    ).toMatch(/not empty/);
    expect(ask('pressure-temperature', { refrigerant: 'R-454B', pressure: 110 })[0]).toMatchObject({
      confidence: 'fair',
    });
  });

  it(
    'volts: 462, 463, 455 are 1.1 % [M, US DOE]; a lost phase is said first; 208/230 allows 187 to ' + '253',
    () => {
      expect(named('unbalance', { v12: 462, v23: 463, v31: 455 }, 'voltage unbalance')?.value).toBeCloseTo(
        1.09,
        2,
      );
      expect(ask('unbalance', { v12: 462, v23: 40, v31: 455 })[0]?.text).toMatch(/phase is lost/);
      expect(
        named(
          'unbalance',
          { v12: 200, v23: 201, v31: 199, plate: 230, dual: '208/230 V' },
          'farthest from the plate',
        )?.position,
      ).toBe('inside');
      expect(ask('unbalance', { a1: 10, a2: 0, a3: 9 })[0]).toMatchObject({ advice: 'act' });
    },
  );

  it('an economizer, a rise, a loop and a boiler as practitioners read them (common practice)', () => {
    expect(named('rise', { returnAir: 70, supplyAir: 140, riseMin: 35, riseMax: 65 }, 'rise')).toMatchObject({
      position: 'above',
      band: { from: 'plate' },
    });
    expect(named('loop', { entering: 75, leaving: 90 }, 'rise (it cools)')?.text).toMatch(/too little water/);
    expect(named('loop', { entering: 70, leaving: 64 }, 'drop (it heats)')?.position).toBe('inside');
    expect(
      named('boiler-water', { supply: 150, return: 115, kind: 'non-condensing' }, 'return')?.text,
    ).toMatch(/condenses/);
    expect(named('outdoor-air', { returnAir: 75, mixed: 90, outdoor: 40 }, 'outdoor air')?.advice).toBe(
      'wait',
    );
  });

  it('a wet bulb moves the band of the split: humid air shows less', () => {
    const humid = named('split', { returnAir: 76, supplyAir: 62, returnWet: 70 }, 'split');
    const dry = named('split', { returnAir: 76, supplyAir: 62, returnWet: 58 }, 'split');
    expect([humid?.position, dry?.position]).toEqual(['inside', 'below']);
  });
});

describe('reading what is typed', () => {
  const suction = cardOf('charge')?.inputs.find((i) => i.name === 'suction');
  const vacuum = cardOf('vacuum')?.inputs[0];
  it(
    'converts, refuses the impossible with the physical reason, keeps the doubtful and asks about ' +
      'the unit',
    () => {
      if (!suction || !vacuum) throw new Error('no such input');
      expect(readInput(suction, '800', 'kPa(g)').value).toBeCloseTo(116.03, 2);
      expect(readInput(suction, '118,5', 'psig').value).toBe(118.5);
      expect(() => readInput(suction, '-20', 'psig')).toThrow(/full vacuum/);
      expect(() => readInput(suction, 'high', 'psig')).toThrow(/no number/);
      const asked = readInput(suction, '800', 'psig');
      expect(asked.quality.quality).toBe('doubtful');
      expect(asked.ask).toBe('Is it 800 kPa(g)?');
      expect(otherUnit(vacuum, 0.3, 'µ')).toBe('Is it 0.3 Torr?');
    },
  );
});
