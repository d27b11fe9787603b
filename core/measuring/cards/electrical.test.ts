import { check, type Example } from './testing/examples.ts';

describe('electrical, worked examples', () => {
  it.each<Example>([
    {
      what: '22.4, 3.9 and 1.8 A: MCA 33.7 (NEC 440, from memory)',
      card: 'control-power',
      given: { largest: 22.4, second: 3.9, third: 1.8 },
      name: 'minimum circuit ampacity',
      value: 33.7,
    },
    {
      what: 'and 50 A of protection',
      card: 'control-power',
      given: { largest: 22.4, second: 3.9, third: 1.8 },
      name: 'maximum protection',
      value: 50,
      to: 0,
    },
    {
      what: 'a 240 V tap on 208 V leaves 20.8 V',
      card: 'control-power',
      given: { supply: 208, tap: 240 },
      name: 'control volts to expect',
      value: 20.8,
      position: 'below',
    },
    {
      what: 'a coil sum over its transformer',
      card: 'control-power',
      given: { va: 40, coils: 55 },
      name: 'load of the transformer',
      value: 137.5,
      to: 0,
      position: 'above',
    },
    {
      what: 'a 45 µF capacitor at 31',
      card: 'capacitor',
      given: { marking: 45, measured: 31 },
      name: 'capacitance',
      value: 31,
      position: 'below',
    },
    {
      what: 'measured running: 2,652 · 4.5 A / 370 V = 32.3 µF',
      card: 'capacitor',
      given: { marking: 45, amps: 4.5, across: 370 },
      name: 'capacitance',
      value: 32.25,
      position: 'below',
    },
    {
      what: 'within six per cent',
      card: 'capacitor',
      given: { marking: 45, measured: 43 },
      name: 'capacitance',
      value: 43,
      position: 'inside',
    },
    {
      what: 'current unbalance of 10, 10, 13 A',
      card: 'unbalance',
      given: { a1: 10, a2: 10, a3: 13 },
      name: 'current unbalance',
      value: 18.2,
      advice: 'act',
    },
    {
      what: 'windings alike',
      card: 'windings',
      given: { r12: 1.1, r23: 1.12, r31: 1.09 },
      name: 'pairs differ by',
      value: 1.51,
      position: 'inside',
    },
  ])('$what', check);
});
