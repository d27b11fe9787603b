import { suggestPriority } from '#core/intake';
import { dangersHeard, questionsFor, systemHeard } from './index.ts';

const kinds = (words: string) => dangersHeard(words).map((danger) => danger.kind);

/*
 * Sentences as callers say them; what counts as dangerous and what is told first follows docs of gas
 * utilities and fire services in their usual advice [common practice].
 */
describe('what can hurt somebody is heard in the caller’s words', () => {
  it.each([
    ['we smell gas near the back door', 'gas smell'],
    ['There’s a funny odor of gas on the roof', 'gas smell'],
    ['it stinks like rotten eggs in the hall', 'gas smell'],
    ['the CO alarm went off twice', 'carbon monoxide'],
    ['carbon monoxide detector is beeping', 'carbon monoxide'],
    ['two people have headaches when the heat runs', 'carbon monoxide'],
    ['smoke coming out of the vent', 'smoke or fire'],
    ['the unit is on fire', 'smoke or fire'],
    ['there is a burning smell when it starts', 'burning smell'],
    ['smells like burnt plastic', 'burning smell'],
    ['I saw sparks at the disconnect', 'sparks'],
    ['somebody got shocked touching the panel', 'sparks'],
    ['water is dripping onto the breaker panel', 'water near electrics'],
    ['leak above the light fixtures', 'water near electrics'],
    ['refrigerant alarm in the machine room', 'refrigerant leak indoors'],
    ['no AC and the kennels are full', 'people at risk'],
    ['one of the residents fainted', 'people at risk'],
    ['no heat and the pipes will freeze tonight', 'no heat in frost'],
    ['it is freezing in here', 'no heat in frost'],
    ['the server room is getting hot', 'goods at risk'],
  ])('%s', (words, kind) => {
    const heard = dangersHeard(words);
    expect(heard.map((danger) => danger.kind)).toContain(kind);
    expect(suggestPriority({ words, stake: 'none' }).priority).not.toBe('with the next route');
  });

  it.each([
    'no smell of gas, just warm',
    'it is not smoking',
    'never saw any sparks',
    'gas electric unit on the roof does not cool',
    'fire alarm test next week, just so you know',
    'front office is a bit warm',
    'no heat in the hall',
    'the cottage is cold',
  ])('%s: nothing is heard', (words) => expect(kinds(words)).toEqual([]));

  it('the worst stands first, with what to tell the caller', () => {
    const heard = dangersHeard('no heat, pipes may freeze, and now I smell gas');
    expect(heard.map((danger) => danger.kind)).toEqual(['gas smell', 'no heat in frost']);
    expect(heard[0]?.tell).toMatch(/^Everybody out now\. Touch no switch/);
    expect(suggestPriority({ words: 'I smell gas' })).toMatchObject({
      priority: 'at once',
      reasons: [{ rule: 'danger heard', params: { kind: 'gas smell', words: 'smell gas' } }],
    });
  });
});

it.each([
  ['no cooling in the office', 'cooling'],
  ['it is warm upstairs', 'cooling'],
  ['heat is not coming on', 'heating'],
  ['everybody is freezing', 'heating'],
  ['water dripping from the ceiling', 'drainage'],
  ['thermostat screen is blank', 'controls'],
  ['please call back', undefined],
])('%s is about %s', (words, system) => expect(systemHeard(words)).toBe(system));

it('asks only what the words call for', () => {
  expect(questionsFor('please call me back')).toEqual([]);
  expect(questionsFor('two units are not cooling, we reset the breaker')).toEqual([
    'down',
    'thermostat',
    'reset',
  ]);
  expect(questionsFor('the new unit never worked, is that warranty?')).toEqual(['sinceNew', 'payer']);
});
