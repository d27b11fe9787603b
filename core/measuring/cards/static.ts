import { trapDepth } from '#core/measuring/air';
import { answer } from '#core/measuring/answers';
import { measured, say } from '#core/base/quantities';
import { inParts, reader, type Card, type CardInput, type CardPart } from './card.ts';

const inWc = (name: string, label: string): CardInput => ({
  name,
  label,
  quantity: 'airPressure',
  unit: 'in w.c.',
  optional: true,
});
const base = { unit: 'in w.c.', quantity: 'airPressure', decimals: 2 } as const;
/** Filters are changed at this drop, in w.c. [common practice]. */
const CHANGE_FILTERS = 0.5;

/** A drop below nothing is none. */
const BACKWARDS = {
  advice: 'wait',
  position: null,
  text: 'Air never gains pressure there: the hoses are swapped, or a hole is in the wrong place.',
} as const;

/** What the duct outside asks of the blower. */
const externalPart: CardPart = (values) => {
  const { num, all } = reader(values);
  const both = all('returnStatic', 'supplyStatic');
  if (!both) return [];
  const rated = num('rated');
  return [
    answer({
      ...base,
      name: 'external static',
      // Return is under suction; written with its minus or without, it adds up.
      value: Math.abs(both[1]) + Math.abs(both[0]),
      formula: '|supply| + |return|',
      source: 'plate or fan table',
      band: rated === undefined ? undefined : { high: rated, from: 'plate', source: 'rated external static' },
      improve: rated === undefined ? ['read the rated external static off the plate or the fan table'] : [],
    }),
  ];
};

/** Filters and coil by what they hold back. */
const dropsPart: CardPart = (values) => {
  const { num } = reader(values);
  const [filter, coil] = [num('filterDrop'), num('coilDrop')];
  return [
    ...(filter === undefined
      ? []
      : [
          answer({
            ...base,
            name: 'filter drop',
            value: filter,
            formula: 'before less behind',
            source: 'common practice',
            band: {
              high: CHANGE_FILTERS,
              from: 'common practice' as const,
              source: say`${measured('airPressure', 0.1, 'in w.c.', 0.25)} clean, changed at ${measured('airPressure', CHANGE_FILTERS, 'in w.c.')}`,
            },
            ...(filter < 0 ? BACKWARDS : { text: filter >= CHANGE_FILTERS ? 'Change them.' : '' }),
          }),
        ]),
    ...(coil === undefined
      ? []
      : [
          answer({
            ...base,
            name: 'coil drop',
            value: coil,
            formula: 'before less behind',
            source: 'common practice',
            band: {
              low: 0.2,
              high: 0.4,
              from: 'common practice' as const,
              source: 'a wet coil; a dry one holds back less',
            },
            ...(coil < 0
              ? BACKWARDS
              : { text: coil > 0.4 ? 'More than a wet coil holds back: dirt, or too much air.' : '' }),
          }),
        ]),
  ];
};

/** How deep the trap of a draw-through unit has to be. */
const trapPart: CardPart = (values) => {
  const suction = reader(values).num('cabinet');
  if (suction === undefined) return [];
  return [
    answer({
      name: 'trap, at least',
      value: trapDepth(suction),
      unit: 'in',
      quantity: 'length',
      formula: '|suction of the cabinet| + 1 in',
      source: 'IMC [from memory]',
      text: 'Filled before it starts; a dry trap draws air and holds the water in the pan.',
    }),
  ];
};

export const STATIC_CARD: Card = {
  id: 'static',
  title: 'Static and drain trap',
  words: 'static pressure filter coil drop external esp duct trap drain suction cabinet',
  group: 'air',
  inputs: [
    inWc('returnStatic', 'Return static'),
    inWc('supplyStatic', 'Supply static'),
    inWc('rated', 'Rated external static'),
    inWc('filterDrop', 'Drop over the filters'),
    inWc('coilDrop', 'Drop over the coil'),
    inWc('cabinet', 'Suction at the drain pan'),
  ],
  formula: 'external static = |supply| + |return|; trap = |suction| + 1 in',
  source: 'common practice; trap IMC [from memory]',
  caution: 'Holes are drilled where no coil, wire or belt lies behind, and plugged afterwards.',
  answers: inParts(externalPart, dropsPart, trapPart),
};
