import { cardOf, cautionsOf, type Card } from './index.ts';
import { refrigerantCautions } from './cautions.ts';

const firstWords = (cautions: readonly string[]) => cautions.map((one) => one.split(/[ :]/)[0]);

describe('what a refrigerant asks for', () => {
  it.each([
    ['R-22', []],
    ['R-134a', []],
    ['R-410A', ['A']],
    ['R-407C', ['A']],
    ['R-404A', ['A']],
    ['R-32', ['Mildly']],
    ['R-1234yf', ['Mildly']],
    ['R-454B', ['Mildly', 'A']],
    ['R-12 and who knows what', []],
    [undefined, []],
    [22, []],
  ])('%s', (name, words) => {
    // "Mildly flammable" by the class of ASHRAE 34 [from memory]; "A zeotrope" by how it is charged [common
    // practice].
    expect(firstWords(refrigerantCautions(name))).toEqual(words);
  });
});

describe('the cautions of a card', () => {
  const of = (id: string) => firstWords(cautionsOf(cardOf(id) as Card, { refrigerant: 'R-454B' }));

  it('add those of the refrigerant where a circuit is opened or filled', () => {
    expect(of('charge')).toEqual(['By', 'Mildly', 'A']);
    expect(of('cylinder').slice(-2)).toEqual(['Mildly', 'A']);
    expect(of('line-length').slice(-2)).toEqual(['Mildly', 'A']);
  });

  it('are the card’s own elsewhere, and none where it has none', () => {
    expect(of('standing-test')).toEqual(['Nitrogen']);
    expect(of('cycle')).toEqual([]);
  });
});
