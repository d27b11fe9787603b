import { beltDeflection, beltLength, blowerRpm, fanAt } from '#core/measuring/air';
import { answer, type Answer } from '#core/measuring/answers';
import { reader, type Card, type CardValues } from './card.ts';

/** The blower at another speed: pulleys, the belt that fits, and what the motor then draws. */
export const pulley: Card = {
  id: 'pulley',
  title: 'Pulley and belt',
  words: 'fan laws rpm sheave belt length speed change hp static cfm drive',
  group: 'air',
  inputs: [
    { name: 'motorRpm', label: 'Motor', quantity: 'speed', unit: 'rpm', usual: 1750 },
    {
      name: 'motorPulley',
      label: 'Motor pulley now',
      quantity: 'length',
      unit: 'in',
      plate: 'motorPulleyIn',
    },
    { name: 'blowerPulley', label: 'Blower pulley', quantity: 'length', unit: 'in', plate: 'blowerPulleyIn' },
    { name: 'newPulley', label: 'Motor pulley new', quantity: 'length', unit: 'in', optional: true },
    { name: 'cfm', label: 'Air flow now', quantity: 'airFlow', unit: 'cfm', optional: true },
    { name: 'static', label: 'Static now', quantity: 'airPressure', unit: 'in w.c.', optional: true },
    { name: 'hp', label: 'Power now', quantity: 'power', unit: 'hp', optional: true },
    { name: 'amps', label: 'Motor amps now', quantity: 'current', unit: 'A', optional: true },
    {
      name: 'fla',
      label: 'Motor full-load amps',
      quantity: 'current',
      unit: 'A',
      optional: true,
      plate: 'motorFlaA',
    },
    { name: 'centres', label: 'Shaft to shaft', quantity: 'length', unit: 'in', optional: true },
    { name: 'give', label: 'Belt gives in the middle', quantity: 'length', unit: 'in', optional: true },
  ],
  formula:
    'rpm = motor · motor pulley / blower pulley; flow ∝ n, pressure ∝ n², power ∝ n³; belt = 2C + ' +
    'π/2 (D + d) + (D − d)²/4C',
  source: 'fan laws: ASHRAE Handbook – Systems and Equipment; belt: geometry',
  caution: 'Belt off or locked out before hands go in. Amps under the plate afterwards.',
  answers: (values) => {
    const { num, all } = reader(values);
    const drive = all('motorPulley', 'blowerPulley');
    if (!drive) return [];
    const [motorPulley, blowerPulley] = drive;
    const motorRpm = num('motorRpm') ?? 1750;
    const rpm = blowerRpm(motorRpm, motorPulley, blowerPulley);
    const next = num('newPulley');
    const centres = num('centres');
    return [
      speed('blower now', rpm, 'motor · motor pulley / blower pulley'),
      ...(next === undefined ? [] : atSpeed(values, rpm, blowerRpm(motorRpm, next, blowerPulley))),
      ...(centres === undefined ? [] : belt(centres, next ?? motorPulley, blowerPulley, num('give'))),
    ];
  },
};

const speed = (name: string, rpm: number, formula: string): Answer =>
  answer({
    name,
    value: rpm,
    unit: 'rpm',
    quantity: 'speed',
    decimals: 0,
    formula,
    source: 'common practice, pitch diameters',
  });

/** What flow, pressure, power and the motor's amps become when the blower goes from one speed to another, rpm. */
function atSpeed(values: CardValues, rpm: number, then: number): Answer[] {
  const { num, all } = reader(values);
  const fan = fanAt(
    { rpm, cfm: num('cfm') ?? NaN, staticInWc: num('static') ?? NaN, hp: num('hp') ?? NaN },
    then,
  );
  const amps = all('amps', 'fla');
  return [
    speed('blower then', then, 'motor · new pulley / blower pulley'),
    ...FAN_LAWS.flatMap(({ of, ...law }) =>
      Number.isFinite(fan[of]) ? [answer({ ...law, value: fan[of], source: pulley.source })] : [],
    ),
    ...(amps ? [motorThen(amps[0] * (then / rpm) ** 3, amps[1])] : []),
  ];
}

const FAN_LAWS = [
  { of: 'cfm', name: 'air flow then', unit: 'cfm', quantity: 'airFlow', decimals: 0, formula: 'flow ∝ n' },
  {
    of: 'staticInWc',
    name: 'static then',
    unit: 'in w.c.',
    quantity: 'airPressure',
    decimals: 2,
    formula: 'pressure ∝ n²',
  },
  { of: 'hp', name: 'power then', unit: 'hp', quantity: 'power', decimals: 2, formula: 'power ∝ n³' },
] as const;

const motorThen = (expected: number, fullLoad: number): Answer =>
  answer({
    name: 'amps then, about',
    value: expected,
    unit: 'A',
    quantity: 'current',
    formula: 'amps ∝ n³, an upper estimate near full load',
    source: 'common practice',
    confidence: 'fair',
    band: { high: fullLoad, from: 'plate', source: 'full-load amps' },
    improve: ['measure all legs after the change'],
    ...(expected > fullLoad ? { text: 'The motor would be overloaded.' } : {}),
  });

/** The belt that fits over two pulleys so far apart, and how far it gives in the middle; all inches. */
function belt(centres: number, one: number, other: number, give: number | undefined): Answer[] {
  const right = beltDeflection(centres);
  const deflection = {
    unit: 'in',
    quantity: 'length',
    decimals: 2,
    formula: '1/64 in for each inch of span',
    source: 'common practice',
  } as const;
  const [low, high] = [right * 0.7, right * 1.3];
  return [
    answer({
      name: 'belt, pitch length',
      value: beltLength(centres, Math.max(one, other), Math.min(one, other)),
      unit: 'in',
      quantity: 'length',
      formula: '2C + π/2 (D + d) + (D − d)²/4C',
      source: 'geometry',
    }),
    give === undefined
      ? answer({ name: 'belt gives, when right', value: right, ...deflection })
      : answer({
          name: 'belt gives',
          value: give,
          ...deflection,
          band: { low, high, from: 'common practice', source: '1/64 in for each inch of span, ± 30 %' },
          text: give > high ? 'Slack: it slips and burns.' : give < low ? 'Tight: it eats bearings.' : '',
        }),
  ];
}
