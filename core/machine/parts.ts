import type { System } from '#core/base/vocabulary';

/*
 * The parts of the machines of this trade, one entry for each duty. A repeat is of a duty, so two parts that
 * look alike and do different work are two parts: a switch on the liquid line is not the proof of combustion
 * air, a rollout is not a limit.
 */

/** What can be wrong with a part. */
export const FAILURES = [
  'leak',
  'burnt',
  'open',
  'shorted',
  'grounded',
  'stuck',
  'seized',
  'worn',
  'broken',
  'cracked',
  'loose',
  'chafed',
  'plugged',
  'dirty',
  'out of adjustment',
  'weak',
  'tripped',
  'missing',
  'other',
] as const;
export type Failure = (typeof FAILURES)[number];

/** Where in the machine a part sits: the compartment that is opened to reach it. */
type Seat =
  | 'compressor compartment'
  | 'condenser'
  | 'indoor air path'
  | 'heat section'
  | 'control box'
  | 'outdoor air'
  | 'water side'
  | 'in the building';

export interface Part {
  /** What it does, in a few words. */
  readonly duty: string;
  readonly system: System;
  readonly seat: Seat;
  /** Ways it usually fails, the likeliest first [common practice]. */
  readonly failsBy: readonly Failure[];
  /** Words technicians write for it, besides its name. Compared without case. */
  readonly words: readonly string[];
  /** Each circuit has its own. */
  readonly perCircuit?: true;
  /** Runs out and is renewed: when it fails the interval was too long, not the machine at fault. */
  readonly consumable?: true;
  /** Wears by its use, from season to season: renewed a year apart it wears on schedule [common practice]. */
  readonly wears?: true;
  /**
   * How long one lasts in ordinary service, years [common practice, our estimate where no handbook is named].
   */
  readonly lifeYears?: number;
}

const part = (
  duty: string,
  system: System,
  seat: Seat,
  failsBy: readonly Failure[],
  words: readonly string[] = [],
  more: Pick<Part, 'perCircuit' | 'consumable' | 'wears' | 'lifeYears'> = {},
): Part => ({ duty, system, seat, failsBy, words, ...more });

const ELECTRIC: readonly Failure[] = ['open', 'shorted', 'burnt', 'loose'];
const EACH = { perCircuit: true } as const;

const PARTS = {
  compressor: part(
    'pumps refrigerant',
    'cooling',
    'compressor compartment',
    ['burnt', 'grounded', 'open', 'seized', 'weak'],
    ['comp', 'scroll', 'hermetic', 'compressor motor'],
    { ...EACH, lifeYears: 15 },
  ),
  'crankcase heater': part(
    'keeps liquid out of a standing compressor',
    'cooling',
    'compressor compartment',
    ['open', 'burnt'],
    ['cch', 'belly band'],
    EACH,
  ),
  contactor: part(
    'switches a motor or compressor',
    'electrical',
    'control box',
    ['burnt', 'stuck', 'worn'],
    ['contacts', 'compressor contactor'],
    { lifeYears: 8 },
  ),
  capacitor: part(
    'starts and runs a single-phase motor',
    'electrical',
    'control box',
    ['weak', 'open', 'shorted'],
    ['cap', 'run capacitor', 'run cap', 'dual cap', 'start capacitor'],
    { lifeYears: 8 },
  ),
  'condenser fan motor': part(
    'moves outdoor air through the condenser',
    'cooling',
    'condenser',
    ['seized', 'worn', 'burnt', 'open'],
    ['condenser fan', 'cond fan', 'outdoor fan motor', 'cfm motor'],
    { lifeYears: 10 },
  ),
  'blower motor': part(
    'drives the blower',
    'ventilation',
    'indoor air path',
    ['seized', 'burnt', 'worn', 'open'],
    ['indoor fan motor', 'evap motor', 'supply fan motor', 'blower'],
    { lifeYears: 12 },
  ),
  'blower belt': part(
    'carries the motor’s turn to the blower',
    'ventilation',
    'indoor air path',
    ['worn', 'broken', 'loose'],
    ['belt', 'belts', 'fan belt', 'v-belt'],
    { consumable: true },
  ),
  pulley: part(
    'sets the speed of a belt-driven blower',
    'ventilation',
    'indoor air path',
    ['loose', 'worn', 'out of adjustment'],
    ['sheave', 'motor pulley', 'blower pulley', 'variable pulley'],
  ),
  'blower bearing': part(
    'carries the blower shaft',
    'ventilation',
    'indoor air path',
    ['worn', 'seized', 'loose'],
    ['bearing', 'bearings', 'pillow block'],
    { lifeYears: 8 },
  ),
  'fan proof': part(
    'proves that the blower moves air',
    'ventilation',
    'indoor air path',
    ['stuck', 'open', 'out of adjustment'],
    ['sail switch', 'airflow switch', 'air proving switch', 'fan proving switch'],
  ),
  'heat exchanger': part(
    'keeps flue gas and supply air apart',
    'heating',
    'heat section',
    ['cracked', 'broken', 'plugged'],
    ['exchanger', 'hx', 'drum exchanger', 'tube exchanger'],
    // Median of furnaces, ASHRAE Handbook – HVAC Applications [from memory].
    { lifeYears: 18 },
  ),
  burner: part(
    'burns gas',
    'heating',
    'heat section',
    ['dirty', 'plugged', 'out of adjustment', 'cracked'],
    ['burners', 'main burner'],
  ),
  igniter: part(
    'lights the gas by glowing',
    'heating',
    'heat section',
    ['cracked', 'open'],
    ['ignitor', 'hsi', 'hot surface igniter'],
    { lifeYears: 5, wears: true },
  ),
  'spark lead': part(
    'lights the gas by a spark',
    'heating',
    'heat section',
    ['chafed', 'broken', 'out of adjustment'],
    ['spark electrode', 'ignition lead', 'spark wire', 'electrode'],
  ),
  'flame sensor': part(
    'proves the flame',
    'heating',
    'heat section',
    ['dirty', 'grounded', 'cracked'],
    ['flame rod', 'flame sense rod'],
    { wears: true },
  ),
  inducer: part(
    'draws flue gas through the exchanger',
    'heating',
    'heat section',
    ['worn', 'seized', 'burnt'],
    ['inducer motor', 'draft inducer', 'combustion blower'],
    { lifeYears: 10 },
  ),
  'combustion-air proof': part(
    'proves that the inducer draws before gas is let in',
    'heating',
    'heat section',
    ['stuck', 'open', 'plugged'],
    [
      'combustion air switch',
      'inducer switch',
      'draft switch',
      'inducer pressure switch',
      'centrifugal switch',
    ],
  ),
  'gas valve': part(
    'lets gas in',
    'heating',
    'heat section',
    ['stuck', 'open', 'out of adjustment'],
    ['gasvalve'],
  ),
  'limit switch': part(
    'stops heat when the supply air gets too hot',
    'heating',
    'heat section',
    ['open', 'tripped', 'stuck'],
    ['limit', 'high limit'],
  ),
  'rollout switch': part(
    'stops gas when flame leaves the burner box',
    'heating',
    'heat section',
    ['tripped', 'open'],
    ['rollout', 'roll-out', 'rollout limit'],
  ),
  'ignition control': part(
    'runs the trial for ignition and watches the flame',
    'heating',
    'control box',
    ELECTRIC,
    ['ignition module', 'ignition board', 'spark module'],
  ),
  'heat strip': part(
    'heats by electricity',
    'heating',
    'heat section',
    ['open', 'grounded', 'burnt'],
    ['electric heat', 'strip heat', 'heating element', 'element'],
  ),
  sequencer: part('brings heat strips on one by one', 'heating', 'control box', ['stuck', 'burnt', 'open']),
  'high-pressure switch': part(
    'stops the compressor at too high a head',
    'cooling',
    'compressor compartment',
    ['tripped', 'open', 'stuck'],
    ['high pressure switch', 'hp switch', 'hps', 'high head switch'],
    EACH,
  ),
  'low-pressure switch': part(
    'stops the compressor at too low a suction',
    'cooling',
    'compressor compartment',
    ['tripped', 'open', 'stuck'],
    ['low pressure switch', 'lp switch', 'lps', 'loss of charge switch'],
    EACH,
  ),
  'freeze stat': part(
    'stops cooling before the coil freezes',
    'cooling',
    'indoor air path',
    ['tripped', 'open', 'stuck'],
    ['freezestat', 'freeze protection', 'coil thermostat'],
  ),
  'main board': part('runs the sequence of the whole machine', 'controls', 'control box', ELECTRIC, [
    'control board',
    'board',
    'control module',
    'unit controller',
    'circuit board',
  ]),
  'delay timer': part(
    'keeps a compressor from starting again too soon',
    'controls',
    'control box',
    ELECTRIC,
    ['timer', 'anti-short-cycle timer', 'time delay', 'delay on break'],
  ),
  'phase monitor': part(
    'stops three-phase motors on a bad supply',
    'electrical',
    'control box',
    ['tripped', 'open', 'burnt'],
    ['phase protector', 'phase loss relay', 'voltage monitor'],
  ),
  relay: part(
    'switches one circuit by another',
    'controls',
    'control box',
    ['stuck', 'burnt', 'open'],
    ['fan relay', 'control relay', 'blower relay'],
  ),
  thermostat: part(
    'calls for heat, cooling and fan',
    'controls',
    'in the building',
    ['out of adjustment', 'open', 'broken'],
    ['tstat', 't-stat', 'stat', 'zone sensor', 'room sensor'],
  ),
  'zone panel': part('shares one machine among zones', 'controls', 'in the building', ELECTRIC, [
    'zone board',
    'zone controller',
  ]),
  'zone damper': part('opens and shuts the air of a zone', 'ventilation', 'in the building', [
    'stuck',
    'broken',
  ]),
  transformer: part(
    'makes control voltage',
    'electrical',
    'control box',
    ['burnt', 'open', 'shorted'],
    ['xfmr', 'control transformer'],
  ),
  'control fuse': part(
    'protects the control circuit',
    'electrical',
    'control box',
    ['open'],
    ['fuse', 'low voltage fuse', 'blade fuse'],
  ),
  wiring: part(
    'carries current',
    'electrical',
    'control box',
    ['chafed', 'burnt', 'loose', 'grounded', 'shorted'],
    ['wire', 'wires', 'harness', 'conductor', 'terminal'],
  ),
  'disconnect or breaker': part(
    'cuts the machine off its feed',
    'electrical',
    'in the building',
    ['tripped', 'burnt', 'open'],
    ['disconnect', 'breaker', 'main fuse', 'disconnect fuse', 'fuse block'],
  ),
  'refrigerant circuit': part(
    'holds the charge',
    'cooling',
    'compressor compartment',
    ['leak', 'plugged'],
    ['refrigerant', 'leak', 'charge', 'low charge', 'schrader', 'valve core', 'line set'],
    EACH,
  ),
  'evaporator coil': part(
    'takes heat out of the supply air',
    'cooling',
    'indoor air path',
    ['leak', 'dirty', 'plugged'],
    ['evaporator', 'evap coil', 'indoor coil'],
    // ASHRAE Handbook – HVAC Applications [from memory].
    { ...EACH, lifeYears: 20 },
  ),
  'condenser coil': part(
    'gives heat to the outdoor air',
    'cooling',
    'condenser',
    ['dirty', 'leak', 'plugged'],
    ['condenser', 'cond coil', 'outdoor coil'],
    { ...EACH, lifeYears: 20 },
  ),
  'metering device': part(
    'lets liquid into the evaporator',
    'cooling',
    'indoor air path',
    ['stuck', 'plugged', 'out of adjustment', 'missing'],
    ['txv', 'expansion valve', 'orifice', 'piston', 'distributor'],
    EACH,
  ),
  'filter-drier': part(
    'dries and strains the liquid',
    'cooling',
    'condenser',
    ['plugged'],
    ['drier', 'filter drier', 'dryer'],
    EACH,
  ),
  'reversing valve': part(
    'turns cooling into heating',
    'heating',
    'compressor compartment',
    ['stuck', 'leak', 'open'],
    ['reversing solenoid', 'four way valve'],
  ),
  'check valve': part(
    'lets refrigerant pass one way',
    'heating',
    'compressor compartment',
    ['stuck', 'leak'],
    [],
    EACH,
  ),
  'defrost control': part(
    'takes frost off the outdoor coil',
    'heating',
    'control box',
    ['open', 'stuck', 'out of adjustment'],
    ['defrost board', 'defrost thermostat', 'defrost sensor'],
  ),
  filter: part(
    'keeps dust out of the coil',
    'ventilation',
    'indoor air path',
    ['dirty', 'plugged', 'missing'],
    ['filters', 'air filter', 'air filters'],
    { consumable: true },
  ),
  'outdoor-air mesh': part(
    'keeps lint and leaves out',
    'ventilation',
    'outdoor air',
    ['plugged', 'dirty'],
    ['oa mesh', 'mesh', 'hood screen', 'intake screen'],
    { consumable: true },
  ),
  drain: part(
    'takes condensate away',
    'drainage',
    'indoor air path',
    ['plugged', 'broken', 'cracked'],
    ['condensate drain', 'drain pan', 'trap', 'p-trap', 'drain line'],
  ),
  'float switch': part(
    'stops cooling before the pan runs over',
    'drainage',
    'indoor air path',
    ['tripped', 'stuck'],
    ['pan switch', 'overflow switch', 'wet switch'],
  ),
  'duct smoke detector': part(
    'stops the fan when there is smoke in the duct',
    'controls',
    'indoor air path',
    ['dirty', 'tripped', 'open'],
    ['smoke detector', 'duct detector', 'smoke head', 'dsd'],
  ),
  economizer: part(
    'cools with outdoor air',
    'ventilation',
    'outdoor air',
    ['stuck', 'broken', 'out of adjustment'],
    ['economiser', 'damper', 'outdoor-air damper', 'economizer board'],
  ),
  'damper actuator': part(
    'moves the outdoor-air damper',
    'ventilation',
    'outdoor air',
    ['burnt', 'stuck', 'broken'],
    ['actuator', 'damper motor', 'economizer actuator'],
  ),
  'pump or loop': part(
    'moves water through the machine',
    'water side',
    'water side',
    ['seized', 'leak', 'plugged', 'worn'],
    ['pump', 'loop', 'circulator', 'circulator pump'],
  ),
  'flow switch': part(
    'proves that water moves',
    'water side',
    'water side',
    ['stuck', 'open'],
    ['water flow switch'],
  ),
  'low-water cutoff': part(
    'stops a boiler that runs short of water',
    'water side',
    'water side',
    ['tripped', 'stuck', 'dirty'],
    ['lwco', 'low water cutoff'],
  ),
} as const satisfies Record<string, Part>;

export type PartId = keyof typeof PARTS;
export const PART_IDS = Object.keys(PARTS) as PartId[];
const facts: Readonly<Record<PartId, Part>> = PARTS;

export const partOf = (id: PartId): Part => facts[id];
export const isPart = (id: string): id is PartId => Object.hasOwn(PARTS, id);
/** Parts that run out and are renewed; see {@link Part.consumable}. */
export const isConsumable = (id: PartId | undefined): boolean =>
  id !== undefined && facts[id].consumable === true;
