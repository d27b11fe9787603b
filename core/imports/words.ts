/**
 * Words of somebody else's list and what they stand for here, as the trade uses them [common practice].
 * Where a word can be two things it is only a suggestion: the person confirms it once for all rows with that
 * word.
 */
export const plainWord = (word: string): string =>
  word
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

interface Known {
  readonly [word: string]: string;
}

/** Means one thing to everybody. */
export const SURE: Readonly<Record<string, Known>> = {
  kind: {
    'gas electric': 'package gas/electric',
    'package gas electric': 'package gas/electric',
    'packaged gas electric': 'package gas/electric',
    'rooftop gas electric': 'package gas/electric',
    'gas pack': 'package gas/electric',
    'package heat pump': 'package heat pump',
    'packaged heat pump': 'package heat pump',
    'rooftop heat pump': 'package heat pump',
    'package cooling only': 'package cooling only',
    'cooling only': 'package cooling only',
    'package ac': 'package cooling only',
    'packaged ac': 'package cooling only',
    'split with air handler': 'split with air handler',
    'split system': 'split with air handler',
    split: 'split with air handler',
    'make up air': 'make-up air',
    'makeup air': 'make-up air',
    'make up air unit': 'make-up air',
    'makeup air unit': 'make-up air',
    mau: 'make-up air',
    'water source heat pump': 'water-source heat pump',
    wshp: 'water-source heat pump',
    boiler: 'boiler',
    'hot water boiler': 'boiler',
    'steam boiler': 'boiler',
    blr: 'boiler',
    'unit heater': 'unit heater',
    uh: 'unit heater',
    'exhaust fan': 'exhaust fan',
    exhaust: 'exhaust fan',
    ef: 'exhaust fan',
  },
  status: {
    'in service': 'in service',
    active: 'in service',
    running: 'in service',
    operational: 'in service',
    operating: 'in service',
    ok: 'in service',
    yes: 'in service',
    y: 'in service',
    online: 'in service',
    standby: 'standby',
    'stand by': 'standby',
    backup: 'standby',
    'out of use': 'out of use',
    'out of service': 'out of use',
    oos: 'out of use',
    abandoned: 'out of use',
    inactive: 'out of use',
    offline: 'out of use',
    off: 'out of use',
    dead: 'out of use',
    no: 'out of use',
    n: 'out of use',
    retired: 'retired',
    removed: 'retired',
    scrapped: 'retired',
    replaced: 'retired',
    demolished: 'retired',
  },
  system: {
    cooling: 'cooling',
    cool: 'cooling',
    ac: 'cooling',
    refrigeration: 'cooling',
    heating: 'heating',
    heat: 'heating',
    ventilation: 'ventilation',
    vent: 'ventilation',
    air: 'ventilation',
    controls: 'controls',
    control: 'controls',
    electrical: 'electrical',
    electric: 'electrical',
    elec: 'electrical',
    drainage: 'drainage',
    drain: 'drainage',
    condensate: 'drainage',
    'water side': 'water side',
    water: 'water side',
    hydronic: 'water side',
    plumbing: 'water side',
  },
  'call kind': {
    call: 'call',
    service: 'call',
    'service call': 'call',
    repair: 'call',
    emergency: 'call',
    demand: 'call',
    reactive: 'call',
    breakdown: 'call',
    maintenance: 'maintenance',
    pm: 'maintenance',
    'planned maintenance': 'maintenance',
    'preventive maintenance': 'maintenance',
    'preventative maintenance': 'maintenance',
    inspection: 'maintenance',
    'planned return': 'planned return',
    return: 'planned return',
    'return trip': 'planned return',
    'follow up': 'planned return',
  },
};

/** Can be more than one thing: what it usually is, to be confirmed. */
export const USUALLY: Readonly<Record<string, Known>> = {
  kind: {
    rtu: 'package gas/electric',
    'rooftop unit': 'package gas/electric',
    rooftop: 'package gas/electric',
    'roof top unit': 'package gas/electric',
    pkg: 'package gas/electric',
    package: 'package gas/electric',
    packaged: 'package gas/electric',
    'package unit': 'package gas/electric',
    'packaged unit': 'package gas/electric',
    hp: 'package heat pump',
    'heat pump': 'package heat pump',
    ac: 'package cooling only',
    'air conditioner': 'package cooling only',
    ahu: 'split with air handler',
    'air handler': 'split with air handler',
    cu: 'split with air handler',
    'condensing unit': 'split with air handler',
    furnace: 'split with air handler',
    'gas furnace': 'split with air handler',
    fan: 'exhaust fan',
    heater: 'unit heater',
    doas: 'make-up air',
    'outside air unit': 'make-up air',
  },
};

/** What people write where they do not know: it becomes an empty cell, never a value. */
const UNKNOWN = new Set([
  '',
  '?',
  '??',
  '???',
  'na',
  'n a',
  'none',
  'unknown',
  'unk',
  'not known',
  'null',
  'nil',
  'missing',
  'illegible',
  'unreadable',
  'not legible',
  'cant read',
  'can t read',
]);

/** True for a cell that says that nobody knows: "?", "N/A", "-", "unknown". */
export const saysUnknown = (cell: string): boolean =>
  UNKNOWN.has(plainWord(cell)) || /^\s*(tb[ad]|x{2,})\s*$/i.test(cell);
