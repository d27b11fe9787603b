import type { Band } from '#core/measuring/answers';
import { expectedBand, type ExpectedName } from '#core/measuring/expected';
import { reader, type CardValues } from './card.ts';

/**
 * The band of a number by what a sound machine of this kind reads in this weather and load; undefined where kind,
 * outdoor or return air are not known, or lie beyond what is worked out.
 */
export function bandExpected(name: ExpectedName, values: CardValues): Band | undefined {
  const { num, text } = reader(values);
  const device = text('device');
  const refrigerant = text('refrigerant');
  const [outdoorF, returnF] = [num('outdoor'), num('mixed') ?? num('returnAir')];
  if (device !== 'orifice' && device !== 'expansion valve') return undefined;
  if (refrigerant === undefined || outdoorF === undefined || returnF === undefined) return undefined;
  const wetF = num('indoorWet') ?? num('returnWet');
  const band = expectedBand(name, { refrigerant, device }, { outdoorF, returnF, wetF });
  return (
    band && { ...band, from: 'worked out', source: 'a sound machine of this kind in this weather and load' }
  );
}

/** The middle of that band: what a sound machine of this kind reads. */
export function middleExpected(name: ExpectedName, values: CardValues): number | undefined {
  const band = bandExpected(name, values);
  return band && ((band.low as number) + (band.high as number)) / 2;
}
