import { beltDeflection, beltLength, blowerRpm, fanAt } from '#core/measuring/air';
import { answer } from '#core/measuring/answers';
import { reader, type Card } from './card.ts';

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
    const motor = num('motorRpm') ?? 1750;
    const rpm = blowerRpm(motor, drive[0], drive[1]);
    const source = pulley.source;
    const answers = [
      answer({
        name: 'blower now',
        value: rpm,
        unit: 'rpm',
        quantity: 'speed',
        decimals: 0,
        formula: 'motor · motor pulley / blower pulley',
        source: 'common practice, pitch diameters',
      }),
    ];
    const next = num('newPulley');
    const centres = num('centres');
    if (next !== undefined) {
      const then = blowerRpm(motor, next, drive[1]);
      const fan = fanAt(
        { rpm, cfm: num('cfm') ?? NaN, staticInWc: num('static') ?? NaN, hp: num('hp') ?? NaN },
        then,
      );
      answers.push(
        answer({
          name: 'blower then',
          value: then,
          unit: 'rpm',
          quantity: 'speed',
          decimals: 0,
          formula: 'motor · new pulley / blower pulley',
          source: 'common practice, pitch diameters',
        }),
      );
      if (Number.isFinite(fan.cfm))
        answers.push(
          answer({
            name: 'air flow then',
            value: fan.cfm,
            unit: 'cfm',
            quantity: 'airFlow',
            decimals: 0,
            formula: 'flow ∝ n',
            source,
          }),
        );
      if (Number.isFinite(fan.staticInWc))
        answers.push(
          answer({
            name: 'static then',
            value: fan.staticInWc,
            unit: 'in w.c.',
            quantity: 'airPressure',
            decimals: 2,
            formula: 'pressure ∝ n²',
            source,
          }),
        );
      if (Number.isFinite(fan.hp))
        answers.push(
          answer({
            name: 'power then',
            value: fan.hp,
            unit: 'hp',
            quantity: 'power',
            decimals: 2,
            formula: 'power ∝ n³',
            source,
          }),
        );
      const amps = all('amps', 'fla');
      if (amps) {
        const expected = amps[0] * (then / rpm) ** 3;
        answers.push(
          answer({
            name: 'amps then, about',
            value: expected,
            unit: 'A',
            quantity: 'current',
            formula: 'amps ∝ n³, an upper estimate near full load',
            source: 'common practice',
            confidence: 'fair',
            band: { high: amps[1], from: 'plate', source: 'full-load amps' },
            improve: ['measure all legs after the change'],
            ...(expected > amps[1] ? { text: 'The motor would be overloaded.' } : {}),
          }),
        );
      }
    }
    if (centres !== undefined) {
      const small = Math.min(next ?? drive[0], drive[1]);
      const large = Math.max(next ?? drive[0], drive[1]);
      answers.push(
        answer({
          name: 'belt, pitch length',
          value: beltLength(centres, large, small),
          unit: 'in',
          quantity: 'length',
          formula: '2C + π/2 (D + d) + (D − d)²/4C',
          source: 'geometry',
        }),
      );
      const [right, give] = [beltDeflection(centres), num('give')];
      answers.push(
        answer({
          name: give === undefined ? 'belt gives, when right' : 'belt gives',
          value: give ?? right,
          unit: 'in',
          quantity: 'length',
          decimals: 2,
          formula: '1/64 in for each inch of span',
          source: 'common practice',
          ...(give === undefined
            ? {}
            : {
                band: {
                  low: right * 0.7,
                  high: right * 1.3,
                  from: 'common practice' as const,
                  source: '1/64 in for each inch of span, ± 30 %',
                },
                text:
                  give > right * 1.3
                    ? 'Slack: it slips and burns.'
                    : give < right * 0.7
                      ? 'Tight: it eats bearings.'
                      : '',
              }),
        }),
      );
    }
    return answers;
  },
};
