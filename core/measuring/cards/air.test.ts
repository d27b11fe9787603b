import { cardOf } from './index.ts';
import { check, type Example } from './testing/examples.ts';

describe('air, worked examples', () => {
  it.each<Example>([
    {
      what: '80,000 Btu/h out of a rise of 50 °F is 1,481 cfm (1.08 at sea level)',
      card: 'air-flow',
      given: { input: 100_000, efficiency: 80, returnAir: 65, supplyAir: 115, tons: 4 },
      name: 'air flow',
      value: 1481,
      to: -1,
      position: 'inside',
    },
    {
      what: 'electric heat: 240 V and 40 A are 32,755 Btu/h, 758 cfm at 40 °F',
      card: 'air-flow',
      given: { volts: 240, amps: 40, returnAir: 70, supplyAir: 110 },
      name: 'air flow',
      value: 758,
      to: -1,
    },
    {
      what: 'sensible: 1.08 · 2,000 cfm · 20 °F',
      card: 'split',
      given: { returnAir: 76, supplyAir: 56, cfm: 2000 },
      name: 'sensible',
      value: 43_200,
      to: -3,
    },
    {
      what: 'a split of 25 °F: look at the air',
      card: 'split',
      given: { returnAir: 76, supplyAir: 51 },
      name: 'split',
      value: 25,
      position: 'above',
      says: /air flow first/,
    },
    {
      what: '1,750 rpm over 3.4 and 8.5 in turn the blower at 700',
      card: 'pulley',
      given: { motorRpm: 1750, motorPulley: 3.4, blowerPulley: 8.5 },
      name: 'blower now',
      value: 700,
      to: 0,
    },
    {
      what: 'a fan a tenth faster moves a tenth more',
      card: 'pulley',
      given: { motorPulley: 4, blowerPulley: 8, newPulley: 4.4, cfm: 2000 },
      name: 'air flow then',
      value: 2200,
      to: 0,
    },
    {
      what: 'at 1.21 times the static',
      card: 'pulley',
      given: { motorPulley: 4, blowerPulley: 8, newPulley: 4.4, static: 1 },
      name: 'static then',
      value: 1.21,
      to: 4,
    },
    {
      what: 'for 1.331 times the power (affinity laws)',
      card: 'pulley',
      given: { motorPulley: 4, blowerPulley: 8, newPulley: 4.4, hp: 2 },
      name: 'power then',
      value: 2.662,
      to: 4,
    },
    {
      what: 'and the motor says when that is too much',
      card: 'pulley',
      given: { motorPulley: 4, blowerPulley: 8, newPulley: 4.8, amps: 5, fla: 6 },
      name: 'amps then, about',
      value: 8.64,
      position: 'above',
      says: /overloaded/,
    },
    {
      what: 'equal pulleys: belt = two centres and a circumference',
      card: 'pulley',
      given: { motorPulley: 4, blowerPulley: 4, centres: 20 },
      name: 'belt, pitch length',
      value: 52.57,
    },
    {
      what: 'a third of outdoor air: return 75, outdoor 45, mixed 65',
      card: 'outdoor-air',
      given: { returnAir: 75, outdoor: 45, mixed: 65 },
      name: 'outdoor air',
      value: 33.3,
    },
  ])('$what', check);

  it('refuses outdoor air where the temperatures lie within fifteen degrees (common practice)', () => {
    expect(() => cardOf('outdoor-air')?.answers({ returnAir: 75, outdoor: 68, mixed: 72 })).toThrow(/15 °F/);
  });
});
