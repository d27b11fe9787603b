import {
  co2FromO2,
  excessAir,
  judgeAirStreams,
  judgeAmbientCo,
  judgeFlueCo,
  judgeOneStream,
  type Gas,
} from '#core/measuring/gas';
import { answer, limitFrom, type Band, type MeasuringLimits } from '#core/measuring/answers';
import { inParts, reader, type Card, type CardInput, type CardPart } from './card.ts';
import { gas } from './inputs.ts';

const SOURCE =
  'combustion text-books; act at 100 ppm common practice, off at 400 ppm ANSI Z21.47 [from memory]';
const ppm = (name: string, label: string): CardInput => ({
  name,
  label,
  quantity: 'concentration',
  unit: 'ppm',
  optional: true,
});
const base = { unit: 'ppm', quantity: 'concentration', decimals: 0 } as const;

/** What CO in the air of people is judged by. */
const roomBand = (limits: MeasuringLimits): Band => ({
  high: limits.coRoomPpm,
  from: limitFrom(limits, 'coRoomPpm') === 'company setting' ? 'company setting' : 'published',
  source: `${limits.coRoomPpm} find the source, 35 off and ventilate, 70 leave`,
});

/** CO in the room comes first: it is about whoever stands there. */
export const roomPart: CardPart = (values, limits) => {
  const ambient = reader(values).num('ambient');
  if (ambient === undefined) return [];
  return [
    answer({
      ...base,
      name: 'CO in the room',
      value: ambient,
      formula: 'as measured',
      source: 'US EPA, NIOSH, UL 2034 [from memory]',
      band: roomBand(limits),
      ...judgeAmbientCo(ambient, limits.coRoomPpm),
    }),
  ];
};

/** CO before and behind the exchanger. */
const streamsPart: CardPart = (values, limits) => {
  const { all } = reader(values);
  const air = all('return', 'supply');
  if (!air) return oneStream(values, limits);
  const again = all('returnAgain', 'supplyAgain');
  // Half of a second pair shows no rise; what is in the air counts all the same.
  const half = again
    ? []
    : oneStream({ supply: values.supplyAgain, return: values.returnAgain }, limits).filter(
        ({ advice }) => advice === 'act',
      );
  const { risePpm, ...judged } = judgeAirStreams(
    {
      returnPpm: air[0],
      supplyPpm: air[1],
      ...(again ? { again: { returnPpm: again[0], supplyPpm: again[1] } } : {}),
    },
    limits.coRoomPpm,
  );
  return [
    answer({
      ...base,
      name: 'CO, supply above return',
      value: risePpm,
      formula: 'supply − return',
      source: 'common practice; analysers are good to 5 ppm or 5 %',
      improve: again ? [] : ['read return and supply once more, in the same places'],
      ...judged,
    }),
    ...half,
  ];
};

/** One of the two alone is no pair, but people breathe it. */
const oneStream: CardPart = (values, limits) => {
  const { num } = reader(values);
  return (['supply', 'return'] as const).flatMap((which) => {
    const readings = [num(which), num(`${which}Again`)].filter((ppm) => ppm !== undefined);
    if (readings.length === 0) return [];
    const value = Math.max(...readings);
    return [
      answer({
        ...base,
        name: `CO in ${which} air`,
        value,
        formula: 'as measured',
        source: 'US EPA, NIOSH, UL 2034 [from memory]',
        band: roomBand(limits),
        ...judgeOneStream(value, which, limits.coRoomPpm),
      }),
    ];
  });
};

/** CO of the flue, with oxygen or without. */
export const flueCoPart: CardPart = (values, limits) => {
  const { num } = reader(values);
  const co = num('co');
  if (co === undefined) return [];
  const { ppm: value, atLeast, ...judged } = judgeFlueCo(co, num('o2'), limits.coActPpm);
  return [
    answer({
      ...base,
      name: atLeast ? 'CO air-free, at least' : 'CO air-free',
      value,
      formula: atLeast ? 'as measured' : 'CO · 20.9 / (20.9 − O₂)',
      source: SOURCE,
      band: {
        high: limits.coActPpm,
        from: limitFrom(limits, 'coActPpm'),
        source: `act from ${limits.coActPpm} ppm, off at 400`,
      },
      confidence: atLeast ? 'low' : 'high',
      ...judged,
    }),
  ];
};

/** What the oxygen says of the air. @throws RangeError for room air */
const airPart: CardPart = (values) => {
  const { num, text } = reader(values);
  const o2 = num('o2');
  if (o2 === undefined) return [];
  const which = text<Gas>('gas') ?? 'natural gas';
  const power = text('burner') === 'power burner';
  const excess = excessAir(which, o2);
  return [
    answer({
      name: 'CO₂',
      value: co2FromO2(which, o2),
      unit: '%',
      quantity: 'percent',
      formula: 'ultimate · (20.9 − O₂) / 20.9',
      source: 'ultimate CO₂ [from memory]',
      band:
        text('burner') === 'induced draft'
          ? { low: 6.5, high: 9, from: 'common practice', source: 'induced draft' }
          : undefined,
    }),
    answer({
      name: 'excess air',
      value: excess,
      unit: '%',
      quantity: 'percent',
      decimals: 0,
      formula: 'O₂ / (20.9 − O₂) · dry flue gas / air',
      source: 'balance of combustion',
      ...(power
        ? {
            text:
              o2 >= 3 && o2 <= 5
                ? 'O₂ of 3 to 5 % is right for a power burner.'
                : 'A power burner is set to 3 to 5 % O₂.',
            position: o2 < 3 ? ('below' as const) : o2 > 5 ? ('above' as const) : ('inside' as const),
          }
        : {}),
    }),
  ];
};

export const FLUE_CARD: Card = {
  id: 'combustion',
  title: 'Combustion',
  words: 'co carbon monoxide o2 co2 flue air free excess analyser stack ambient',
  group: 'gas heat',
  inputs: [
    gas,
    { name: 'o2', label: 'O₂', quantity: 'percent', unit: '%', optional: true },
    ppm('co', 'CO in the flue'),
    ppm('ambient', 'CO in the room'),
    ppm('return', 'CO in return air'),
    ppm('supply', 'CO in supply air'),
    ppm('returnAgain', 'Return air once more'),
    ppm('supplyAgain', 'Supply air once more'),
    { name: 'burner', label: 'Burner', choices: ['induced draft', 'power burner'], optional: true },
  ],
  formula: 'CO air-free = CO · 20.9 / (20.9 − O₂); CO₂ = ultimate · (20.9 − O₂) / 20.9',
  source: SOURCE,
  caution: 'Low CO never clears an exchanger. Visible crack or hole: heat off now.',
  answers: inParts(roomPart, streamsPart, flueCoPart, airPart),
};
