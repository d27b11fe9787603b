import { check, type Example } from './testing/examples.ts';
import { cardOf } from './index.ts';

describe('what a technician missed, worked examples', () => {
  it.each<Example>([
    {
      what: 'external static is what the duct asks on both sides, however the minus is written',
      card: 'static',
      given: { returnStatic: -0.3, supplyStatic: 0.5, rated: 0.7 },
      name: 'external static',
      value: 0.8,
      position: 'above',
    },
    {
      what: 'filters are changed at half an inch (common practice)',
      card: 'static',
      given: { filterDrop: 0.62 },
      name: 'filter drop',
      value: 0.62,
      position: 'above',
      says: /Change them/,
    },
    {
      what: 'a wet coil holds back 0.2 to 0.4 in w.c. (common practice)',
      card: 'static',
      given: { coilDrop: 0.3 },
      name: 'coil drop',
      value: 0.3,
      position: 'inside',
    },
    {
      what: 'the trap is an inch deeper than the suction (IMC from memory)',
      card: 'static',
      given: { cabinet: -1.5 },
      name: 'trap, at least',
      value: 2.5,
    },
    {
      what: 'a belt of 24 in span gives 3/8 in (1/64 in for each inch)',
      card: 'pulley',
      given: { motorPulley: 4, blowerPulley: 8, centres: 24 },
      name: 'belt gives, when right',
      value: 0.375,
      to: 3,
    },
    {
      what: 'a slack one slips',
      card: 'pulley',
      given: { motorPulley: 4, blowerPulley: 8, centres: 24, give: 0.7 },
      name: 'belt gives',
      value: 0.7,
      position: 'above',
      says: /Slack/,
    },
    {
      what: 'on 3 % unbalance a motor carries 88 % (NEMA MG 1 figure 14-1 from memory)',
      card: 'unbalance',
      given: { v12: 446.2, v23: 460, v31: 473.8 },
      name: 'motor may carry',
      value: 88,
      to: 0,
    },
    {
      what: 'a 50 lb cylinder with 30 lb of R-410A in it takes 12.4 lb more',
      card: 'cylinder',
      given: { refrigerant: 'R-410A', capacity: 50, tare: 28, gross: 58 },
      name: 'room left',
      value: 12.4,
    },
    {
      what: 'and with 45 lb it is overfilled',
      card: 'cylinder',
      given: { refrigerant: 'R-410A', capacity: 50, tare: 28, gross: 73 },
      name: 'room left',
      value: -2.6,
      advice: 'act',
    },
  ])('$what', check);

  it('a cylinder lighter than its tare is refused with the reason', () => {
    const given = { refrigerant: 'R-410A', capacity: 50, tare: 28, gross: 20 };
    expect(() => cardOf('cylinder')!.answers(given)).toThrow(/less than its tare/);
  });
});
