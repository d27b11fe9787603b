import { QUANTITIES, type QuantityName } from './quantities.ts';

/**
 * How people write the units behind a number, beside the unit itself: lower case, without blanks, points and
 * the signs of degree and difference. Where a word belongs to units of two quantities, the quantity of the
 * field decides.
 */
const WORDS: Readonly<Record<string, readonly string[]>> = {
  '°F': ['f', 'degf', 'degreesf', 'fahrenheit', 'deg', 'degrees'],
  '°C': ['c', 'degc', 'degreesc', 'celsius'],
  'Δ°F': ['f', 'degf', 'degreesf', 'fahrenheit', 'deg', 'degrees'],
  'Δ°C': ['c', 'k', 'degc', 'degreesc', 'celsius'],
  psig: ['psi', 'lbs', 'pounds'],
  'kPa(g)': ['kpa', 'kpag'],
  'bar(g)': ['bar', 'barg'],
  'in Hg vac': ['inhg', 'inhgvac', 'inhgvacuum', '"hg', "''hg", 'inchesofmercury'],
  psia: [],
  psi: ['lbs', 'pounds'],
  kPa: ['kpaa'],
  'in w.c.': [
    'inwc',
    'inwg',
    'inh2o',
    'iwc',
    'wc',
    'wg',
    'in',
    'inches',
    '"',
    "''",
    '"wc',
    "''wc",
    '"wg',
    '"h2o',
  ],
  mbar: ['millibar'],
  µ: ['u', 'micron', 'microns', 'um', 'µm', 'µmhg', 'mic'],
  'µ/min': ['micron/min', 'microns/min', 'u/min', 'µ/minute', 'micronsaminute'],
  '%': ['percent', 'pct', '%rh', 'rh'],
  cfm: ['ft3/min'],
  'L/s': ['lps'],
  'm³/h': ['m3/hr', 'cmh'],
  gpm: ['gal/min'],
  'Btu/h': ['btu', 'btuh', 'btus', 'btu/hr', 'btuhr'],
  kW: ['kilowatt', 'kilowatts'],
  tons: ['ton', 't', 'tn', 'tr', 'tonsofcooling', 'nomtons', 'nominaltons'],
  'ft³': ['cuft', 'cubicfeet', 'cf'],
  L: ['liter', 'liters', 'litre', 'litres'],
  'm³': ['cubicmeters', 'cubicmetres'],
  'Btu/ft³': ['btu/cuft', 'btu/cf', 'btu'],
  s: ['sec', 'secs', 'second', 'seconds'],
  min: ['m', 'mins', 'minute', 'minutes'],
  Ω: ['ohm', 'ohms', 'r'],
  kΩ: ['k', 'kohm', 'kohms', 'kiloohm', 'kiloohms'],
  MΩ: ['mohm', 'mohms', 'megohm', 'megohms', 'meg', 'megs'],
  GΩ: ['gohm', 'gohms', 'gigohm', 'gigohms'],
  µF: ['uf', 'mfd', 'microfarad', 'microfarads'],
  µA: ['ua', 'microamp', 'microamps'],
  VA: ['voltamps', 'voltamperes'],
  in: ['inch', 'inches', '"', "''"],
  mm: ['millimeter', 'millimeters'],
  ft: ['foot', 'feet', "'"],
  m: ['meter', 'meters', 'metre', 'metres'],
  rpm: ['r/min'],
  hp: ['horsepower'],
  V: ['volt', 'volts', 'vac', 'vdc'],
  A: ['amp', 'amps', 'ampere', 'amperes'],
  lb: ['lbs', '#', 'pound', 'pounds'],
  oz: ['ounce', 'ounces'],
  kg: ['kgs', 'kilo', 'kilos', 'kilogram', 'kilograms'],
};

/**
 * A unit as it is compared: compatible letters made one, blanks, points and the signs of degree taken off.
 */
const bare = (text: string): string =>
  text
    .normalize('NFKC')
    .replace(/[\s.°ºΔ∆˚]/g, '')
    .toLowerCase();

const KNOWN = new Map<QuantityName, ReadonlyMap<string, string>>();

function wordsFor(quantity: QuantityName): ReadonlyMap<string, string> {
  const kept = KNOWN.get(quantity);
  if (kept) return kept;
  const words = new Map<string, string>();
  const units = Object.keys(QUANTITIES[quantity].units).filter(Boolean);
  for (const unit of units) words.set(bare(unit), unit);
  // A word never takes the place of a unit that is written so.
  for (const unit of units)
    for (const word of WORDS[unit] ?? []) if (!words.has(bare(word))) words.set(bare(word), unit);
  KNOWN.set(quantity, words);
  return words;
}

/**
 * The unit of a quantity that is written so, or undefined. A small m before ohm is a thousandth, never a
 * million: that one letter is told apart.
 *
 * @example unitWritten('vacuum', 'microns') // 'µ'
 */
export function unitWritten(quantity: QuantityName, text: string): string | undefined {
  const unit = wordsFor(quantity).get(bare(text));
  const spelled = /^m(?!eg)/.test(text.trim());
  return unit?.startsWith('M') && spelled ? undefined : unit;
}
