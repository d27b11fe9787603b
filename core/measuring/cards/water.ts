import { say, degF, deltaF, measured } from '#core/base/quantities';
import { answer, type Answer } from '#core/measuring/answers';
import { LOOP, rejectedBtuh, waterBtuh, waterFlow } from '#core/measuring/water';
import { reader, type Card, type CardInput } from './card.ts';

const F = (name: string, label: string, more: Partial<CardInput> = {}): CardInput => ({
  name,
  label,
  quantity: 'temperature',
  unit: '°F',
  ...more,
});

const FLUIDS = ['water', 'antifreeze'] as const;
/** So near to the freeze stat a loop is close to freezing, °F. */
const NEAR_FREEZING_F = 5;

const loop: Card = {
  id: 'loop',
  title: 'Loop flow and heat',
  words: 'water source heat pump wshp gpm condenser water tower boiler delta t rise drop flow',
  group: 'water',
  inputs: [
    F('entering', 'Water in'),
    F('leaving', 'Water out'),
    { name: 'gpm', label: 'Flow', quantity: 'waterFlow', unit: 'gpm', optional: true },
    { name: 'tons', label: 'Size, tons', optional: true, plain: true, positive: true, plate: 'tons' },
    { name: 'eer', label: 'EER', optional: true, plain: true, positive: true, usual: 13 },
    { name: 'fluid', label: 'In the loop', choices: FLUIDS, optional: true },
  ],
  formula: 'Btu/h = 500 · gpm · ΔT; rejected = cooling · (1 + 3.412 / EER)',
  source: 'heat balance of water; bands common practice',
  answers: (values) => {
    const { num, text, all } = reader(values);
    const water = all('entering', 'leaving');
    if (!water) return [];
    const [entering, leaving] = water;
    const difference = leaving - entering;
    const cooling = difference > 0;
    const [gpm, tons, eer] = [num('gpm'), num('tons'), num('eer') ?? 13];
    // Nobody knows what is in it: then it is taken for water, which freezes first.
    const stat = LOOP.freezeStatF[text<(typeof FLUIDS)[number]>('fluid') ?? 'water'];
    const coldest = Math.min(entering, leaving);
    return [
      ...(coldest < stat + NEAR_FREEZING_F
        ? [
            answer({
              name: 'coldest water',
              value: coldest,
              unit: '°F',
              quantity: 'temperature',
              formula: 'the lower of in and out',
              source: 'common practice',
              band: {
                low: stat + NEAR_FREEZING_F,
                from: 'common practice' as const,
                source: say`freeze stat at ${degF(stat)}`,
              },
              advice: 'act' as const,
              text:
                coldest <= stat
                  ? 'At the freeze stat: stop it before the coil bursts. Flow first, then the boiler.'
                  : 'Near freezing: flow, strainer and boiler now, and make sure that the freeze stat works.',
              improve: text('fluid') === undefined ? ['find out whether the loop holds antifreeze'] : [],
            }),
          ]
        : []),
      waterDifference(difference),
      waterIn(entering),
      ...(gpm === undefined ? [] : heatMoved(gpm, difference, tons, eer)),
      ...(gpm === undefined && tons !== undefined && cooling
        ? [
            answer({
              name: 'flow, about',
              value: waterFlow(rejectedBtuh(tons * 12_000, eer), difference),
              unit: 'gpm',
              quantity: 'waterFlow',
              formula: 'rejected / (500 · ΔT)',
              source: 'heat balance',
              confidence: 'fair',
              improve: ['it takes the rated capacity and EER for granted'],
            }),
          ]
        : []),
    ];
  },
};

/** @param difference water out less water in, °F: above 0 the unit cools and warms the loop */
function waterDifference(difference: number): Answer {
  const cooling = difference > 0;
  const [low, high] = cooling ? LOOP.coolingRiseF : LOOP.heatingDropF;
  const value = Math.abs(difference);
  return answer({
    name: cooling ? 'rise (it cools)' : 'drop (it heats)',
    value,
    unit: 'Δ°F',
    quantity: 'temperatureDifference',
    formula: '|out − in|',
    source: 'common practice',
    band: {
      low,
      high,
      from: 'common practice',
      source: cooling ? say`${deltaF(9, 12)} while cooling` : say`${deltaF(4, 8)} while heating`,
    },
    text:
      value > high
        ? 'Too much difference: too little water. Strainer, valve, pump.'
        : value < low
          ? 'Little difference: plenty of water, or little heat moved.'
          : '',
  });
}

function waterIn(entering: number): Answer {
  const [low, high] = LOOP.temperatureF;
  return answer({
    name: 'water in',
    value: entering,
    unit: '°F',
    quantity: 'temperature',
    formula: 'as measured',
    source: 'common practice',
    band: { low, high, from: 'common practice', source: say`loop of ${degF(60, 90)}` },
    text:
      entering > high
        ? 'The tower is behind.'
        : entering < low
          ? 'The boiler is behind, or the loop is for colder water.'
          : '',
  });
}

/** What so much water, gpm, warmed or cooled by so much, °F, carries, and whether it is enough for the unit. */
function heatMoved(gpm: number, difference: number, tons: number | undefined, eer: number): Answer[] {
  const cooling = difference > 0;
  return [
    answer({
      name: cooling ? 'heat into the water' : 'heat out of the water',
      value: waterBtuh(gpm, Math.abs(difference)),
      unit: 'Btu/h',
      quantity: 'heatRate',
      decimals: 0,
      formula: '500 · gpm · ΔT',
      source: 'heat balance',
      ...(tons !== undefined && cooling
        ? {
            band: {
              low: rejectedBtuh(tons * 12_000, eer) * 0.8,
              high: rejectedBtuh(tons * 12_000, eer) * 1.2,
              from: 'worked out' as const,
              source: `${tons} tons at EER ${eer}, ±20 %`,
            },
          }
        : {}),
    }),
    ...(tons !== undefined && tons > 0
      ? [
          answer({
            name: 'flow for its size',
            value: gpm / tons,
            unit: '',
            quantity: 'ratio',
            decimals: 2,
            formula: 'gpm / tons',
            source: 'common practice',
            band: {
              low: LOOP.gpmPerTon[0],
              high: LOOP.gpmPerTon[1],
              from: 'common practice',
              source: say`${measured('waterFlow', 2.5, 'gpm', 3)} a ton`,
            },
          }),
        ]
      : []),
  ];
}

/** High limits of water boilers open at 190 to 210 °F [from memory]. */
const BOILER_LIMIT_F = 210;

const boilerWater: Card = {
  id: 'boiler-water',
  title: 'Boiler water',
  words: 'hydronic return condensing flow supply delta gpm condensate ph',
  group: 'water',
  inputs: [
    F('supply', 'Flow'),
    F('return', 'Return'),
    { name: 'gpm', label: 'Water flow', quantity: 'waterFlow', unit: 'gpm', optional: true },
    { name: 'kind', label: 'Boiler', choices: ['non-condensing', 'condensing'], optional: true },
    { name: 'ph', label: 'Condensate pH', plain: true, optional: true },
  ],
  formula: 'Btu/h = 500 · gpm · ΔT',
  source: 'heat balance of water; return and pH common practice',
  answers: (values) => {
    const { num, text, all } = reader(values);
    const answers: Answer[] = [];
    const water = all('supply', 'return');
    const ph = num('ph');
    if (water) {
      const condensing = text('kind') === 'condensing';
      const backwards = water[0] < water[1];
      if (water[0] > BOILER_LIMIT_F)
        answers.push(
          answer({
            name: 'flow',
            value: water[0],
            unit: '°F',
            quantity: 'temperature',
            formula: 'as measured',
            source: 'common practice',
            band: {
              high: BOILER_LIMIT_F,
              from: 'common practice',
              source: say`limits open at ${degF(190, 210)}`,
            },
            advice: 'act',
            text: 'Burner off: the limit should have opened. Water flow and level first, then limit and control; the relief valve is nobody’s control.',
          }),
        );
      answers.push(
        answer({
          name: 'return',
          value: water[1],
          unit: '°F',
          quantity: 'temperature',
          formula: 'as measured',
          source: 'common practice',
          band: condensing
            ? { high: 130, from: 'common practice', source: say`above ${degF(130)} it does not condense` }
            : { low: 130, from: 'common practice', source: say`non-condensing: at least ${degF(130, 140)}` },
          text: backwards
            ? 'The flow is colder than the return: are the two swapped, or does it not fire?'
            : !condensing && water[1] < 130
              ? 'Flue gas condenses in the boiler and eats it.'
              : '',
          ...(backwards ? { advice: 'wait' as const } : {}),
        }),
      );
      const gpm = num('gpm');
      if (gpm !== undefined && !backwards)
        answers.push(
          answer({
            name: 'heat given',
            value: waterBtuh(gpm, water[0] - water[1]),
            unit: 'Btu/h',
            quantity: 'heatRate',
            decimals: 0,
            formula: '500 · gpm · ΔT',
            source: 'heat balance',
          }),
        );
    }
    if (ph !== undefined) {
      if (ph < 0 || ph > 14) throw new RangeError('pH lies between 0 and 14');
      answers.push(
        answer({
          name: 'condensate pH',
          value: ph,
          unit: '',
          quantity: 'ratio',
          formula: 'as measured after the neutraliser',
          source: 'common practice',
          band: { low: 5, from: 'common practice', source: 'above 5 into a drain' },
          text: ph < 5 ? 'Renew the neutraliser.' : '',
        }),
      );
    }
    return answers;
  },
};

export const WATER_CARDS: readonly Card[] = [loop, boilerWater];
