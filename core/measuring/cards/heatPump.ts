import { sensibleBtuh, sensibleFactor } from '#core/measuring/air';
import { answer } from '#core/measuring/answers';
import { degF, deltaF, measured, say } from '#core/base/quantities';
import { elevation, inParts, reader, type Card, type CardPart } from './card.ts';
import { F } from './inputs.ts';

/**
 * Rise of a heat pump without strips at 400 cfm a ton: some 28 °F at 47 °F outdoors, two thirds of it at 17
 * °F, within a quarter [common practice; the shares follow published ratings at both, from memory].
 */
const RISE = { at47F: 28, perDegree: 0.0107, within: 0.25 } as const;
const riseAt = (outdoorF: number): number => RISE.at47F * (1 + (outdoorF - 47) * RISE.perDegree);
/** More warming between both ends of the reversing valve is hot gas that slips, °F [common practice]. */
const SLIPS_F = 5;
/**
 * A defrost begins at this coil temperature, ends between these or after so many minutes [common practice].
 */
const DEFROST = { startF: 32, endF: [50, 65], mostMin: 10, everyMin: [30, 90] } as const;

/** What it gives to the air. */
const risePart: CardPart = (values, limits) => {
  const { num, all, text } = reader(values);
  const air = all('returnAir', 'supplyAir');
  if (!air) return [];
  const rise = air[1] - air[0];
  const outdoor = num('outdoor');
  const strips = text('strips') === 'on';
  const wanted = outdoor === undefined || strips ? undefined : riseAt(outdoor);
  const cfm = num('cfm');
  const high = num('elevation') ?? limits.elevationFt;
  const band = wanted !== undefined && {
    low: wanted * (1 - RISE.within),
    high: wanted * (1 + RISE.within),
    from: 'common practice' as const,
    source: say`at ${degF(Math.round(outdoor as number))} outdoors, about ${measured('airFlow', 400, 'cfm')} a ton`,
  };
  return [
    answer({
      name: 'rise',
      value: rise,
      unit: 'Δ°F',
      quantity: 'temperatureDifference',
      formula: 'supply − return',
      source: 'common practice',
      band: band || undefined,
      ...(rise <= 0
        ? {
            advice: 'act' as const,
            text: 'It cools where heat is asked for: in defrost, or the reversing valve has not changed over.',
          }
        : wanted !== undefined && rise > wanted * (1 + RISE.within)
          ? { text: 'Too much for the weather: little air, or strips that are on without being asked.' }
          : wanted !== undefined && rise < wanted * (1 - RISE.within)
            ? { text: 'Too little for the weather: frost, charge, a valve that slips, a coil that is dirty.' }
            : {}),
      improve: [
        ...(outdoor === undefined ? ['measure the outdoor air: it decides what to expect'] : []),
        ...(strips ? ['switch the strips off: with them on the circuit cannot be judged'] : []),
      ],
    }),
    ...(cfm === undefined
      ? []
      : [
          answer({
            name: 'heat into the air',
            value: sensibleBtuh(cfm, rise, high),
            unit: 'Btu/h',
            quantity: 'heatRate',
            decimals: 0,
            formula: `${sensibleFactor(high).toFixed(2)} · cfm · rise`,
            source: 'heat balance of air (ASHRAE Fundamentals)',
          }),
        ]),
  ];
};

/** Whether hot gas slips into the suction inside the reversing valve. */
const slipPart: CardPart = (values) => {
  const both = reader(values).all('suctionIn', 'suctionOut');
  if (!both) return [];
  const warmed = both[1] - both[0];
  return [
    answer({
      name: 'suction warms in the reversing valve',
      value: warmed,
      unit: 'Δ°F',
      quantity: 'temperatureDifference',
      formula: 'at the compressor − at the coil',
      source: 'common practice',
      band: { low: -2, high: SLIPS_F, from: 'common practice', source: say`alike within ${deltaF(SLIPS_F)}` },
      text:
        warmed > SLIPS_F
          ? 'Hot gas slips through the slide: tap it, run it over both ways, then judge the valve. Clamps well apart and insulated.'
          : '',
    }),
  ];
};

/** The defrost as it was watched. */
const defrostPart: CardPart = (values) => {
  const { num } = reader(values);
  const [start, end, minutes, since] = [num('startCoil'), num('endCoil'), num('minutes'), num('since')];
  const byTime = minutes !== undefined && minutes >= DEFROST.mostMin;
  const common = { source: 'common practice' } as const;
  return [
    ...(start === undefined
      ? []
      : [
          answer({
            ...common,
            name: 'defrost begins at',
            value: start,
            unit: '°F',
            quantity: 'temperature',
            formula: 'outdoor coil as it begins',
            band: { high: DEFROST.startF, from: 'common practice', source: say`at or below ${degF(32)}` },
            text:
              start > DEFROST.startF
                ? 'It defrosts a coil that cannot have frost: sensor or board. Each one cools the room for nothing.'
                : '',
          }),
        ]),
    ...(end === undefined
      ? []
      : [
          answer({
            ...common,
            name: 'defrost ends at',
            value: end,
            unit: '°F',
            quantity: 'temperature',
            formula: 'outdoor coil as it ends',
            band: {
              low: DEFROST.endF[0],
              high: DEFROST.endF[1],
              from: 'common practice',
              source: say`${degF(50, 65)}, or ten minutes`,
            },
            text:
              end < DEFROST.endF[0] && byTime
                ? 'It ends by time with ice still on: low charge, a sensor off the pipe, wind on the coil, or too seldom.'
                : end < DEFROST.endF[0]
                  ? 'It ends too early and leaves ice: sensor, or its place on the pipe.'
                  : '',
          }),
        ]),
    ...(minutes === undefined
      ? []
      : [
          answer({
            ...common,
            name: 'defrost takes',
            value: minutes,
            unit: 'min',
            quantity: 'time',
            formula: 'by the watch',
            band: { high: DEFROST.mostMin, from: 'common practice', source: 'ten minutes at most' },
          }),
        ]),
    ...(since === undefined
      ? []
      : [
          answer({
            ...common,
            name: 'since the last defrost',
            value: since,
            unit: 'min',
            quantity: 'time',
            decimals: 0,
            formula: 'by the watch, running, with frost on the coil',
            band: {
              high: DEFROST.everyMin[1],
              from: 'common practice',
              source: 'every 30, 60 or 90 min by its setting',
            },
            text:
              since > DEFROST.everyMin[1]
                ? 'It should have defrosted: jump the test pins once, see fan, valve and strips, then board and sensor.'
                : '',
          }),
        ]),
  ];
};

export const HEAT_PUMP_CARD: Card = {
  id: 'heat-pump-heating',
  title: 'Heat pump, heating and defrost',
  words: 'reversing valve frost ice outdoor coil strips rise defrost board sensor changeover heat',
  group: 'air',
  inputs: [
    F('returnAir', 'Return air'),
    F('supplyAir', 'Supply air'),
    F('outdoor', 'Outdoor air', { optional: true }),
    { name: 'strips', label: 'Strip heat', choices: ['off', 'on'], usual: 'off', optional: true },
    { name: 'cfm', label: 'Air flow', quantity: 'airFlow', unit: 'cfm', optional: true },
    F('suctionIn', 'Suction at the outdoor coil', { optional: true }),
    F('suctionOut', 'Suction at the compressor', { optional: true }),
    { name: 'since', label: 'Since the last defrost', quantity: 'time', unit: 'min', optional: true },
    F('startCoil', 'Outdoor coil, defrost begins', { optional: true }),
    F('endCoil', 'Outdoor coil, defrost ends', { optional: true }),
    { name: 'minutes', label: 'It took', quantity: 'time', unit: 'min', optional: true },
    elevation,
  ],
  formula: 'rise = supply − return; expected 28 °F at 47 °F outdoors, 19 °F at 17 °F',
  source: 'common practice; ratings at 47 and 17 °F [from memory]',
  caution:
    'Ice is melted, never chipped: fins and tubes give way. In heating the line that is hot is the vapour line. The charge ' +
    'is weighed or judged by the maker’s heating chart, not by subcooling. Strips are live on several circuits: lock out all.',
  answers: inParts(risePart, slipPart, defrostPart),
};
