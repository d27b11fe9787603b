import { dangersHeard, QUESTIONS, questionsFor, systemHeard } from './index.ts';

/** Each danger by some of its words, with how soon it is, worst first [common practice]. */
const DANGERS = [
  ['gas smell', 'at once', ['smell of gas', 'gas leak', 'rotten eggs in the hall']],
  ['carbon monoxide', 'at once', ['carbon monoxide', 'co alarm beeps', 'alarm says co', 'two are dizzy']],
  ['smoke or fire', 'at once', ['smoke in the duct', 'it is on fire', 'flames', 'there is a fire']],
  [
    'burning smell',
    'at once',
    ['burning smell', 'smells like melted plastic', 'an electrical odor, smells electrical'],
  ],
  ['sparks', 'at once', ['it sparked', 'somebody got a shock', 'a buzzing panel']],
  ['water near electrics', 'at once', ['water runs into the panel', 'the outlet is wet']],
  ['refrigerant leak indoors', 'at once', ['refrigerant leak', 'the leak detector is in alarm']],
  ['people at risk', 'at once', ['the residents freeze', 'dogs in the kennel']],
  ['no heat in frost', 'today', ['no heat and the pipes', 'a pipe burst', 'freezing in here']],
  ['water comes through', 'today', ['water through the tiles', 'the ceiling is wet', 'it drips on a desk']],
  [
    'goods at risk',
    'today',
    ['server room gets warm', 'the vaccines are spoiling', 'it is warm in the cold store'],
  ],
  ['machine at risk', 'today', ['it roars', 'the unit shakes', 'a grinding noise', 'knocking in there']],
] as const;

describe('dangers in a caller’s words', () => {
  it.each(DANGERS)('%s is %s', (kind, priority, sentences) => {
    for (const words of sentences)
      expect([words, dangersHeard(words).find((danger) => danger.kind === kind)?.priority]).toEqual([
        words,
        priority,
      ]);
  });

  it('all of them in one call are told worst first', () => {
    const all = DANGERS.map(([, , sentences]) => sentences[0])
      .reverse()
      .join('. ');
    expect(dangersHeard(all).map((danger) => danger.kind)).toEqual(DANGERS.map(([kind]) => kind));
  });

  it('one that is denied is not heard, and what is said after it is', () => {
    expect(dangersHeard('no smell of gas')).toEqual([]);
    expect(dangersHeard('not on fire')).toEqual([]);
    expect(dangersHeard('no smoke before, but smoke now').map((danger) => danger.heard)).toEqual(['smoke']);
    expect(dangersHeard('no heat and frost outside').map((danger) => danger.kind)).toEqual([
      'no heat in frost',
    ]);
  });
});

describe('the system a complaint is about', () => {
  it.each([
    ['drainage', 'water drips from the ceiling'],
    ['heating', 'no heat'],
    ['heating', 'it is cold'],
    ['cooling', 'no cooling'],
    ['cooling', 'it is stuffy'],
    ['controls', 'thermostat is blank'],
    ['ventilation', 'exhaust is weak'],
    ['electrical', 'breaker tripped'],
    [undefined, 'please come'],
  ])('%s: %s', (system, words) => expect(systemHeard(words)).toBe(system));

  it('the first that fits is taken: water before heat before cooling', () => {
    expect(systemHeard('water drips, and it is cold and humid')).toBe('drainage');
    expect(systemHeard('cold here and humid there')).toBe('heating');
    expect(systemHeard('humid, and the thermostat is blank')).toBe('cooling');
    expect(systemHeard('the display is dead and there are fumes')).toBe('controls');
    expect(systemHeard('fumes after the breaker tripped')).toBe('ventilation');
  });
});

describe('what is worth asking', () => {
  it.each([
    ['down', 'both of them'],
    ['thermostat', 'the screen'],
    ['reset', 'we reset it'],
    ['sinceNew', 'since the start up'],
    ['theory', 'i believe the compressor'],
    ['approver', 'what is the price'],
    ['payer', 'under warranty'],
  ])('%s: "%s"', (name, words) => expect(questionsFor(words)).toEqual([name]));

  it('comes in one order, and not at all where no word calls for it', () => {
    expect(
      questionsFor('landlord pays, how much, i think the whole thing was reset, blank stat, again'),
    ).toEqual(['down', 'thermostat', 'reset', 'sinceNew', 'theory', 'approver', 'payer']);
    expect(questionsFor('please come')).toEqual([]);
  });

  it('is asked in the words of a desk', () =>
    expect(Object.values(QUESTIONS)).toEqual([
      ...['How many are down', 'Is the thermostat blank', 'What was reset, and by whom'],
      ...['Has it ever worked since new', 'What the caller thinks it is', 'Who may approve', 'Who pays'],
    ]));
});
