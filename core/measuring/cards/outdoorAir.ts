import { say, degF, deltaF } from '#core/base/quantities';
import {
  ECONOMIZER_HIGH_LIMIT_F,
  ECONOMIZER_LOW_LIMIT_F,
  MIXED_FREEZES_F,
  MIXED_HELD_F,
  outdoorAirShare,
} from '#core/measuring/air';
import { answer } from '#core/measuring/answers';
import { inParts, reader, type Card, type CardPart } from './card.ts';
import { F } from './inputs.ts';

/** The share of outdoor air. @throws RangeError where return and outdoor air lie too close */
const sharePart: CardPart = (values) => {
  const air = reader(values).all('returnAir', 'mixed', 'outdoor');
  if (!air) return [];
  const share = outdoorAirShare(air[0], air[1], air[2]);
  return [
    answer({
      name: 'outdoor air',
      value: share,
      unit: '%',
      quantity: 'percent',
      formula: outdoorAir.formula,
      source: 'mass balance',
      confidence: 'fair',
      improve: ['mixed air lies in layers: take the mean of several places'],
      ...(share < -5 || share > 105
        ? {
            advice: 'wait',
            text: 'Mixed air lies outside return and outdoor air: a thermometer is in the wrong place.',
          }
        : {}),
    }),
  ];
};

/** Nearer to its limit than this a thermometer cannot say on which side it is, °F [common practice]. */
const NEAR_LIMIT_F = 2;

/** Whether outdoor air may cool now. */
const economizerPart: CardPart = (values) => {
  const { num, text } = reader(values);
  const climate = text<keyof typeof ECONOMIZER_HIGH_LIMIT_F>('climate');
  const outdoor = num('outdoor');
  if (climate === undefined || outdoor === undefined) return [];
  const limit = ECONOMIZER_HIGH_LIMIT_F[climate];
  const cold = outdoor < ECONOMIZER_LOW_LIMIT_F;
  const near = Math.abs(outdoor - limit) <= NEAR_LIMIT_F;
  return [
    answer({
      name: 'economizer high limit',
      value: limit,
      unit: '°F',
      quantity: 'temperature',
      formula: 'dry-bulb limit by climate',
      source: 'ASHRAE 90.1 [from memory]',
      ...(near || cold ? { advice: 'wait' as const } : {}),
      ...(near ? { confidence: 'low' as const } : {}),
      text: cold
        ? say`Outdoor air of ${degF(outdoor)} is too cold to be let in freely: below ${degF(ECONOMIZER_LOW_LIMIT_F)} the damper stays at its least, or holds the mixed air at ${degF(...MIXED_HELD_F)}.`
        : near
          ? say`Outdoor air is within ${deltaF(NEAR_LIMIT_F)} of its limit: it may be on either side. Test it by moving the set point.`
          : outdoor <= limit
            ? 'It may cool with outdoor air now.'
            : 'Outdoor air is too warm for it now.',
    }),
  ];
};

/** Mixed air so cold that coils freeze, whatever the other temperatures are. */
export const mixedAirPart: CardPart = (values) => {
  const mixed = reader(values).num('mixed');
  if (mixed === undefined || mixed >= ECONOMIZER_LOW_LIMIT_F) return [];
  return [
    answer({
      name: 'mixed air',
      value: mixed,
      unit: '°F',
      quantity: 'temperature',
      formula: 'as measured, the coldest of several places',
      source: 'common practice',
      band: {
        low: ECONOMIZER_LOW_LIMIT_F,
        from: 'common practice',
        source: say`an economizer holds ${degF(...MIXED_HELD_F)}; freeze stats open at ${degF(35, 40)}`,
      },
      ...(mixed < MIXED_FREEZES_F
        ? {
            advice: 'act' as const,
            text: 'It freezes coils: outdoor damper to its least now, water coils drained or flowing, then damper, linkage and freeze stat.',
          }
        : { text: 'Colder than it should be held: damper, linkage, sensor.' }),
    }),
  ];
};

/** How much of the air is outdoor air, and whether it may cool now. */
export const outdoorAir: Card = {
  id: 'outdoor-air',
  title: 'Outdoor air and economizer',
  words: 'mixed air damper minimum position percent ventilation high limit free cooling',
  group: 'air',
  inputs: [
    F('returnAir', 'Return air', { optional: true }),
    F('mixed', 'Mixed air', { optional: true }),
    F('outdoor', 'Outdoor air', { optional: true }),
    { name: 'climate', label: 'Climate', choices: Object.keys(ECONOMIZER_HIGH_LIMIT_F), optional: true },
  ],
  formula: 'outdoor air % = (return − mixed) / (return − outdoor)',
  source: 'mass balance; economizer limit ASHRAE 90.1 [from memory]',
  answers: inParts(mixedAirPart, sharePart, economizerPart),
};
