import { normal, type Random } from '#core/random';
import { saturationPressure, type RefrigerantName } from '#core/refrigerant';

/** Outdoor temperature of the invented coast by day of the year, °F: mild summers, raw winters. */
export function outdoorF(date: string, random: Random): number {
  const day = (Date.UTC(2001, Number(date.slice(5, 7)) - 1, Number(date.slice(8, 10))) - Date.UTC(2001, 0, 1)) / 864e5;
  return Math.round(56 - 24 * Math.cos(((day - 20) / 365) * 2 * Math.PI) + 5 * normal(random));
}

const tenth = (value: number) => Math.round(value * 10) / 10;

/** Readings of a cooling circuit that hang together: pressures from saturation, lines from superheat and subcooling. */
export function coolingReadings(
  random: Random,
  refrigerant: RefrigerantName,
  outdoor: number,
  volts: number,
  short: number,
): Record<string, unknown> {
  const returnF = 74 + normal(random);
  const evaporating = returnF - 35 - 14 * short + normal(random);
  const condensing = outdoor + 22 - 5 * short + normal(random);
  const superheat = 12 + 14 * short + 1.5 * normal(random);
  const subcooling = Math.max(0, 10 - 9 * short + 1.5 * normal(random));
  const pair = () => tenth(volts * (1 + 0.004 * normal(random)));
  return {
    mode: 'cooling',
    outdoorF: outdoor,
    minutesRunning: 15,
    condenser: 'clean and dry',
    readings: [
      { point: 'suction pressure', value: Math.round(saturationPressure(refrigerant, 'dew', evaporating)), unit: 'psig' },
      { point: 'suction line', value: tenth(evaporating + superheat), unit: '°F' },
      { point: 'liquid pressure', value: Math.round(saturationPressure(refrigerant, 'bubble', condensing)), unit: 'psig' },
      { point: 'liquid line', value: tenth(condensing - subcooling), unit: '°F' },
      { point: 'return air', value: tenth(returnF), unit: '°F' },
      { point: 'supply air', value: tenth(returnF - 19 + 7 * short + normal(random)), unit: '°F' },
      { point: 'volts L1-L2', value: pair(), unit: 'V' },
      { point: 'volts L2-L3', value: pair(), unit: 'V' },
      { point: 'volts L3-L1', value: pair(), unit: 'V' },
    ],
  };
}
