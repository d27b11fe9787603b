/** The trade's words, one per thing, shared by screens, API, tables and code. */

export const UNIT_KINDS = [
  'package gas/electric',
  'package heat pump',
  'package cooling only',
  'split with air handler',
  'make-up air',
  'water-source heat pump',
  'boiler',
  'unit heater',
  'exhaust fan',
] as const;
export type UnitKind = (typeof UNIT_KINDS)[number];

export const UNIT_STATUSES = ['in service', 'standby', 'out of use', 'retired'] as const;
export type UnitStatus = (typeof UNIT_STATUSES)[number];

export const SYSTEMS = [
  'cooling',
  'heating',
  'ventilation',
  'controls',
  'electrical',
  'drainage',
  'water side',
] as const;
export type System = (typeof SYSTEMS)[number];

export const CALL_KINDS = ['call', 'maintenance', 'planned return'] as const;
export type CallKind = (typeof CALL_KINDS)[number];

/** How sure a finding is. Only the first two count as a failure. */
export const FINDING_GRADES = ['proven', 'presumed', 'not found', 'not reproduced'] as const;
export type FindingGrade = (typeof FINDING_GRADES)[number];

/**
 * States a unit can be left in: whether somebody can be hurt (a hazard stays in front of everybody until
 * closed), how many days it may stay so before it is brought up again (0: never past the visit; null: no
 * limit), what usually closes it, and the caution that belongs to it. The days are starting values [common
 * practice, our estimate].
 */
export const CONDITION_KINDS = {
  'heat disabled': {
    hazard: false,
    allowedDays: 14,
    closes: 'the cause is repaired and heat is proven with someone watching',
    caution:
      'Occupant and owner told in writing? Nobody restores heat until the cause is repaired and proven.',
  },
  'exchanger holed or cracked': {
    hazard: true,
    allowedDays: 14,
    closes: 'the exchanger or the unit is replaced',
    caution: 'Heat off, tagged, occupant and owner told in writing. Low CO never clears an exchanger.',
  },
  'flame rolls out': {
    hazard: true,
    allowedDays: 0,
    closes: 'what held its gases back is found and mended, and the flame has been seen to stay in',
    caution:
      'Heat off and tagged, gas cock shut, occupant and owner told in writing. A rollout switch is never reset ' +
      'without finding why.',
  },
  'safety bypassed': {
    hazard: true,
    allowedDays: 0,
    closes: 'the safety is back in the circuit and has been seen to open',
    caution: 'A bypassed safety is for a test with you standing there. Restore it before you leave.',
  },
  'burnt wiring': {
    hazard: true,
    allowedDays: 7,
    closes: 'the wiring is replaced and what burnt it is found',
    caution: 'Leave it de-energised and tagged.',
  },
  'gas leak suspected': {
    hazard: true,
    allowedDays: 0,
    closes: 'the joint is found, mended and tested',
    caution: 'Cock shut, area aired, gas supplier called as local rules ask.',
  },
  'carbon monoxide found': {
    hazard: true,
    allowedDays: 0,
    closes: 'its source is found and repaired, and CO read again lies in its band',
    caution: 'Heat off and tagged, people out of it, occupant and owner told in writing.',
  },
  'reading to act on': {
    hazard: false,
    allowedDays: 7,
    closes: 'the cause is found and the reading, taken again, lies in its band',
    caution: 'Say whether it was left running, and what it may cost.',
  },
  'circuit isolated': {
    hazard: false,
    allowedDays: 30,
    closes: 'the circuit is repaired and runs',
    caution: 'One stage less: say so to the customer.',
  },
  'part borrowed': {
    hazard: false,
    allowedDays: 30,
    closes: 'the part is given back or replaced',
    caution: 'Write where it came from and where it went.',
  },
  'filters out': {
    hazard: false,
    allowedDays: 3,
    closes: 'filters are in',
    caution: 'The coil loads up in days.',
  },
  'heater disconnected': {
    hazard: false,
    allowedDays: 14,
    closes: 'the heater is connected and warm',
    caution: 'A compressor without crankcase heat needs 24 h of it before a cold start.',
  },
  'override on': {
    hazard: false,
    allowedDays: 14,
    closes: 'the override is off',
    caution: 'Somebody must take it off again.',
  },
  'overcharge left': {
    hazard: false,
    allowedDays: 30,
    closes: 'the pounds are taken out',
    caution: 'Write the pounds.',
  },
  'jumper or test mode': {
    hazard: true,
    allowedDays: 0,
    closes: 'the jumper is out and counted',
    caution: 'Count the jumpers out before you leave.',
  },
  'running on known leak': {
    hazard: false,
    allowedDays: 30,
    closes: 'the leak is found, repaired and proven',
    caution: 'The leak is still there; the pounds are on the record.',
  },
  'out of use': {
    hazard: false,
    allowedDays: null,
    closes: 'somebody wants it back',
    caution: 'Say what it served and what serves it now.',
  },
  other: { hazard: false, allowedDays: 30, closes: 'it is as it should be', caution: '' },
} as const satisfies Record<
  string,
  { hazard: boolean; allowedDays: number | null; closes: string; caution: string }
>;
export type ConditionKind = keyof typeof CONDITION_KINDS;
export const CONDITION_KIND_NAMES = Object.keys(CONDITION_KINDS) as ConditionKind[];

/**
 * What can hurt people on the way to a unit, each with its caution. They inform; licensed practice and local
 * rules decide.
 */
export const SITE_HAZARDS = {
  'open edge': 'Stay six feet back or tie off; back towards the edge, never.',
  skylights: 'A skylight is a hole with glass over it: never step or sit on one.',
  'hatch above a hallway': 'Guard the open hatch and somebody below; tools by rope.',
  'ladder only': 'Three points of contact, ladder tied, tools by rope.',
  'slippery or soft membrane': 'Walk pads only; frost and algae end the work.',
  '460 V and above':
    'Gloves and face protection as the arc-flash label asks; no pushing contactors in by hand.',
  'combustion fumes': 'Stay upwind of flues and exhausts; stop at a headache.',
  'dust or solvents': 'No sparks and no flame without asking; hot work needs the permit.',
  'traffic or machines below': 'Vest on, somebody told, nothing dropped.',
  'heat under foot': 'Start early, shade, water, a second person.',
  'ceiling space': 'Ladders above ceiling tiles: sheet-metal edges, joists only.',
  'water on the floor': 'No leads through it; a pump before a meter.',
  'work alone': 'Nobody alone on heavy or live work here: say when you are down again.',
} as const;
export type SiteHazard = keyof typeof SITE_HAZARDS;
export const SITE_HAZARD_NAMES = Object.keys(SITE_HAZARDS) as SiteHazard[];

/** What somebody at a site is to us. */
export const CONTACT_ROLES = ['at the site', 'approves', 'has the key', 'tenant', 'pays'] as const;
export type ContactRole = (typeof CONTACT_ROLES)[number];
/** How somebody is told when we come; who is called is told by a person. */
export const TOLD_BY = ['e-mail', 'text message', 'telephone', 'nobody'] as const;
export type ToldBy = (typeof TOLD_BY)[number];

/** Whether a text can be an address that mail goes to; whether it does, only a mail server knows. */
export const isEmail = (text: string): boolean => /^[^\s@]+@[^\s@]+\.[^\s@]+$/.test(text);

/** What a complaint puts at stake; the order is the order of weight in call intake. */
export const STAKES = ['danger', 'people at risk', 'stock or equipment', 'comfort', 'none'] as const;
export type Stake = (typeof STAKES)[number];

export const PRIORITIES = ['at once', 'today', 'this week', 'with the next route'] as const;
export type Priority = (typeof PRIORITIES)[number];

/** What somebody can be allowed to do. Who may is a table of the company's roles and stands with them. */
export const ACTIONS = [
  'read',
  'record visit',
  'map site',
  'take call',
  'edit record',
  'plan route',
  'decide',
  'map word',
  'import',
  'export',
  'change setting',
  'see system',
  'manage people',
  'read agreements',
  'keep agreements',
  'keep calendar',
  'write for another crew',
  'withdraw another’s hazard',
  'read every key',
] as const;
export type Action = (typeof ACTIONS)[number];
