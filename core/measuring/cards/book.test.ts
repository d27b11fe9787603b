import { readFileSync } from 'node:fs';
import { saidText } from '#core/base/quantities';
import type { Answer } from '#core/measuring/answers';
import { cardOf, partlyAnswered, type Card, type CardInput, type CardValues } from './index.ts';

/*
 * The cards that can hurt somebody, written out as a person would read them: what they ask for, and what
 * they say just at their limits and just beyond. The two texts are read once and then held.
 */

const text = (name: string) => readFileSync(new URL(`./testing/${name}.txt`, import.meta.url), 'utf8');
const GOOD = { outdoor: 85, minutes: 15, condenser: 'clean and dry', airflow: 'known good' } as const;

const figure = (value: number | undefined) =>
  value === undefined ? '' : String(Number(value.toPrecision(4)));

const answerLine = ({ name, value, band, position, advice, confidence, text, improve }: Answer): string =>
  [
    `${name} ${figure(value)}`,
    band ? `${figure(band.low)}..${figure(band.high)} ${band.from}` : '',
    position ?? '',
    advice ?? '',
    confidence === 'high' ? '' : confidence,
    saidText(text).slice(0, 14).trim(),
    improve.map((one) => `+${saidText(one).slice(0, 6).trim()}`).join(' '),
  ]
    .filter(Boolean)
    .join(' · ');

const inputLine = ({ name, choices, quantity, unit, optional, positive, usual, plate }: CardInput): string =>
  [
    name,
    choices?.join(' | ') ?? quantity ?? 'number',
    unit,
    optional && 'optional',
    positive && 'positive',
    usual !== undefined && `usually ${usual}`,
    plate && `plate ${plate}`,
  ]
    .filter(Boolean)
    .join(' · ');

/** @example valuesOf(card, "manifold 3.5, gas LP") → { manifold: 3.5, gas: 'LP' } */
const valuesOf = ({ inputs }: Card, given: string): CardValues =>
  Object.assign(
    {},
    ...given.split(', ').map((one) => {
      if (one === 'good') return GOOD;
      const [name = '', value = ''] = one.split(/ (.*)/);
      const choices = inputs.find((input) => input.name === name)?.choices;
      return { [name]: choices ? value : Number(value) };
    }),
  );

/** Blocks of a text: the name of a card and what stands under it. */
const blocks = (name: string) =>
  text(name)
    .split('\n\n')
    .slice(1)
    .map((block) => {
      const [head = '', ...lines] = block.trimEnd().split('\n');
      const [id = '', caution] = head.split(/: (.*)/);
      return { id, caution, lines, card: cardOf(id) as Card };
    });

describe('cards that can hurt', () => {
  it.each(blocks('asked'))('$id asks for what it needs, under its caution', ({ card, caution, lines }) => {
    expect(card.inputs.map((input) => `  ${inputLine(input)}`)).toEqual(lines);
    expect((card.caution ?? 'no caution').slice(0, 60).trim()).toBe(caution?.trim());
  });

  it.each(blocks('answers'))('$id says at its limits what it said', ({ card, lines }) => {
    const said = lines
      .filter((line) => !line.startsWith('    '))
      .flatMap((given) => {
        const { answers, why } = partlyAnswered(card, valuesOf(card, given.trim()));
        return [
          given,
          ...(answers.length === 0 ? ['    nothing'] : []),
          ...answers.map((one) => `    ${answerLine(one)}`),
          ...(why ? [`    why: ${saidText(why).slice(0, 60)}`] : []),
        ];
      });
    expect(said).toEqual(lines);
  });
});
