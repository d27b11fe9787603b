import { check, type Example } from './testing/examples.ts';
import { cylinderLimit, lineCharge, REFRIGERANTS, type RefrigerantName } from '#core/measuring/refrigerant';
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
    {
      what: '8 AWG at 75 °C carries 50 A, in 104 °F 44 (NEC table 310.16 and its 0.88 from memory)',
      card: 'conductor',
      given: { size: '8 AWG', rating: '75 °C', ambient: 104, mca: 33.7 },
      name: 'conductor carries',
      value: 44,
      to: 0,
      position: 'inside',
    },
    {
      what: 'thinner than the plate asks: off until it is replaced',
      card: 'conductor',
      given: { size: '10 AWG', rating: '75 °C', ambient: 86, mca: 38 },
      name: 'conductor carries',
      value: 35,
      position: 'below',
      advice: 'act',
    },
    {
      what: 'six conductors in one raceway keep 80 % each (NEC 310.15(C)(1) from memory)',
      card: 'conductor',
      given: { size: '10 AWG', rating: '75 °C', ambient: 86, crowding: '4 to 6' },
      name: 'conductor carries',
      value: 28,
    },
    {
      what: 'a 60 A breaker on a plate of 50 protects nothing',
      card: 'conductor',
      given: { fuse: 60, mca: 33.7, mocp: 50 },
      name: 'fuse or breaker',
      value: 60,
      position: 'above',
      advice: 'act',
    },
    {
      what: '24 A through 150 ft of 10 AWG at 208 V in three phases: 100 · √3 · 24 · 0.00121 · 150 / 208 (Ohm’s law)',
      card: 'conductor',
      given: { size: '10 AWG', rating: '75 °C', run: 150, load: 24, supply: 208, phases: 'three-phase' },
      name: 'lost on the way',
      value: 3.63,
      to: 2,
      position: 'above',
    },
    {
      what: 'a 1 A fuse cannot protect a coil of 1.5 A (common practice)',
      card: 'conductor',
      given: { controlFuse: 1, coils: 36, va: 40 },
      name: 'control fuse',
      value: 1,
      position: 'below',
      says: /stands behind it/,
    },
    {
      what: 'a 10 A fuse lets a 40 VA transformer burn (1.67 × 40 / 24 = 2.8 A, NEC 450.3(B) from memory)',
      card: 'conductor',
      given: { controlFuse: 10, va: 40 },
      name: 'control fuse',
      value: 10,
      advice: 'act',
    },
    {
      what: 'a foot of 3/8 in line holds 0.56 oz of R-410A (makers’ tables 0.54 to 0.60, from memory)',
      card: 'line-length',
      given: { refrigerant: 'R-410A', line: '3/8 in', length: 45 },
      name: 'a foot of line holds',
      value: 0.56,
      to: 2,
    },
    {
      what: 'thirty feet more than the factory charged for',
      card: 'line-length',
      given: { refrigerant: 'R-410A', line: '3/8 in', length: 45, covered: 15, factory: 7 },
      name: 'charge in all',
      value: 7 + (30 * 0.557) / 16,
      to: 2,
    },
    {
      what: 'a shorter line gives some back',
      card: 'line-length',
      given: { refrigerant: 'R-22', line: '3/8 in', length: 5, covered: 25 },
      name: 'to take out',
      value: (20 * 0.625) / 16,
      to: 2,
    },
    {
      what: 'at 17 °F a heat pump gives two thirds of its rise (ratings at 47 and 17 °F from memory)',
      card: 'heat-pump-heating',
      given: { returnAir: 70, supplyAir: 89, outdoor: 17 },
      name: 'rise',
      value: 19,
      position: 'inside',
    },
    {
      what: 'cold air where heat is asked for is a valve that has not changed over, or a defrost',
      card: 'heat-pump-heating',
      given: { returnAir: 70, supplyAir: 55, outdoor: 40 },
      name: 'rise',
      value: -15,
      advice: 'act',
      says: /changed over/,
    },
    {
      what: 'nine degrees between both ends of the reversing valve are hot gas (5 °F, common practice)',
      card: 'heat-pump-heating',
      given: { suctionIn: 30, suctionOut: 39 },
      name: 'suction warms in the reversing valve',
      value: 9,
      position: 'above',
      says: /slips/,
    },
    {
      what: 'a defrost that ends by time leaves ice (50 to 65 °F or ten minutes, common practice)',
      card: 'heat-pump-heating',
      given: { startCoil: 28, endCoil: 38, minutes: 10 },
      name: 'defrost ends at',
      value: 38,
      position: 'below',
      says: /ends by time/,
    },
  ])('$what', check);

  it('what cannot be is refused with the reason', () => {
    expect(() => cardOf('conductor')!.answers({ size: '8 AWG', rating: '60 °C', ambient: 150 })).toThrow(
      /carries nothing/,
    );
    const short = { refrigerant: 'R-410A', line: '1/2 in', length: 1, covered: 50, factory: 3 };
    expect(() => cardOf('line-length')!.answers(short)).toThrow(/nothing of the charge/);
  });

  it('every listed refrigerant has its cylinder limit and its line charge', () => {
    for (const refrigerant of Object.keys(REFRIGERANTS) as RefrigerantName[]) {
      expect([refrigerant, cylinderLimit(refrigerant, 50) > 30]).toEqual([refrigerant, true]);
      expect([refrigerant, lineCharge(refrigerant, '3/8 in') > 0.02]).toEqual([refrigerant, true]);
    }
  });

  it('with its strips on a heat pump is not judged: they come off first', () => {
    const [rise] = cardOf('heat-pump-heating')!.answers({
      returnAir: 70,
      supplyAir: 110,
      outdoor: 30,
      strips: 'on',
    });
    expect([rise?.position, rise?.advice]).toEqual([null, 'measure first']);
    expect(rise?.improve.join()).toMatch(/switch the strips off/);
  });

  it('a cylinder lighter than its tare is refused with the reason', () => {
    const given = { refrigerant: 'R-410A', capacity: 50, tare: 28, gross: 20 };
    expect(() => cardOf('cylinder')!.answers(given)).toThrow(/less than its tare/);
  });
});
