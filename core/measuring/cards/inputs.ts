import { GASES } from '#core/measuring/gas';
import type { Answer } from '#core/measuring/answers';
import { REFRIGERANTS, type RefrigerantName } from '#core/measuring/refrigerant';
import type { CardInput } from './card.ts';

/* What several cards ask for alike. */

/** Which refrigerant; filled in from the circuit of an open unit. */
export const refrigerant: CardInput = {
  name: 'refrigerant',
  label: 'Refrigerant',
  choices: Object.keys(REFRIGERANTS),
  plate: 'refrigerant',
};

/** Which gas it burns. */
export const gas: CardInput = {
  name: 'gas',
  label: 'Gas',
  choices: Object.keys(GASES),
  usual: 'natural gas',
  plate: 'gas',
};

/** A temperature, °F. */
export const F = (name: string, label: string, more: Partial<CardInput> = {}): CardInput => ({
  name,
  label,
  quantity: 'temperature',
  unit: '°F',
  ...more,
});

/** A gauge pressure, psig. */
export const psig = (name: string, label: string, more: Partial<CardInput> = {}): CardInput => ({
  name,
  label,
  quantity: 'pressureGauge',
  unit: 'psig',
  ...more,
});

/** Volts of one pair, if somebody measured them. */
export const volts = (name: string, label: string, more: Partial<CardInput> = {}): CardInput => ({
  name,
  label,
  quantity: 'voltage',
  unit: 'V',
  optional: true,
  ...more,
});

/** Amps of one leg, if somebody measured them. */
export const amps = (name: string, label: string, more: Partial<CardInput> = {}): CardInput => ({
  name,
  label,
  quantity: 'current',
  unit: 'A',
  optional: true,
  ...more,
});

/** The caution of every card for which somebody works on live parts. */
export const LIVE =
  'Prove the meter, all pairs and each leg to ground, prove the meter again. 460 V: gloves and face ' +
  'protection as the arc-flash label asks.';

/** Estimated blends say so in everything that stands on them. */
export function estimated(name: RefrigerantName): Partial<Answer> {
  const data = REFRIGERANTS[name];
  return 'estimate' in data ? { confidence: 'fair', improve: [data.estimate] } : {};
}
