import { DEFAULT_LIMITS } from '#core/measuring/answers';
import type { Cadence } from './cadence.ts';
import type { MaintenanceTask, TaskList } from './task.ts';

const SPRING: Cadence = { by: 'season', from: '03-15', to: '05-31' };
const AUTUMN: Cadence = { by: 'season', from: '09-01', to: '11-15' };

/** Compressors are not run and charge is not judged in the cold [common practice]. */
const TO_COOL = { fromF: DEFAULT_LIMITS.chargeOutdoorF };
/**
 * A burner or a strip that runs in the heat trips its limit before anything is measured [common practice].
 */
const TO_HEAT = { toF: 75 };

const NOTHING = { steps: [], readings: [], takes: [], skills: [] } as const;
const task = (
  facts: Partial<MaintenanceTask> & Omit<MaintenanceTask, keyof typeof NOTHING>,
): MaintenanceTask => ({ ...NOTHING, ...facts });

const ROTATING = 'Rotating parts: locked out, belt off or guard on before hands go in';
const SMELL_FIRST = 'Smell first. Leak-check every opened joint. Visible crack or hole: heat off now.';

/**
 * What is maintained, how often, how long it takes and what is read, where a company has set nothing else
 * [common practice; minutes are starting values]. Licences are left to the company: local rules differ.
 */
export const TRADE_TASKS: TaskList = [
  task({
    key: 'filters and belts',
    title: 'Filters and belts',
    system: 'ventilation',
    parts: ['filter'],
    usual: { by: 'days', days: 91 },
    minutes: 20,
    steps: [
      'Filters out, looked at, new ones in with the arrow towards the fan',
      'No gap beside the filters, doors shut tight',
      'Belt: cracks, tension, pulleys in line',
    ],
    readings: ['static'],
    takes: ['filters', 'belts'],
    followsCondition: true,
    caution: `${ROTATING}; hold doors that close on a running fan.`,
  }),
  task({
    key: 'cooling start-up',
    title: 'Cooling start-up',
    system: 'cooling',
    parts: ['compressor', 'condenser coil'],
    usual: SPRING,
    minutes: 30,
    weather: TO_COOL,
    steps: [
      'Crankcase heat on for 24 h before a cold start',
      'Every stage started, rotation and fans looked at',
      'Charge judged when it has settled; no gauges on a charge that is known to be critical',
    ],
    readings: ['charge', 'split', 'unbalance'],
    caution: 'Gloves and goggles at every hose. Fans start by themselves.',
  }),
  task({
    key: 'coils',
    title: 'Coils washed',
    system: 'cooling',
    parts: ['condenser coil'],
    usual: SPRING,
    minutes: 45,
    // Water freezes on the roof and in the coil below.
    weather: { fromF: 40 },
    water: true,
    steps: [
      'Condenser washed from the inside out, fins straightened',
      'Air coil looked at from both sides, cleaned where it is matted',
      'Rinsed until the water runs clear',
    ],
    caution:
      'Coil cleaner: goggles and gloves, weak first, never on thin mesh, water only on microchannel, rinsed off; mind intakes and who stands below.',
  }),
  task({
    key: 'drains',
    title: 'Drains and pans',
    system: 'drainage',
    parts: ['drain'],
    without: ['pump or loop'],
    usual: SPRING,
    minutes: 10,
    steps: [
      'Pan cleaned, no rust through',
      'Trap cleared and filled, water poured through',
      'Float switch tripped',
    ],
  }),
  task({
    key: 'economizer check',
    title: 'Economizer check',
    system: 'ventilation',
    parts: ['economizer'],
    usual: SPRING,
    minutes: 15,
    steps: [
      'Mesh cleaned',
      'Damper driven fully open and to minimum, linkage tight',
      'Sensor beside a thermometer, high limit as set',
    ],
    readings: ['outdoor-air'],
    caution: 'Blades close on fingers: power off before hands go in.',
  }),
  task({
    key: 'electrical check',
    title: 'Electrical check',
    system: 'electrical',
    parts: ['contactor'],
    usual: SPRING,
    protects: true,
    minutes: 15,
    steps: [
      'Terminals tight, no burnt insulation, no chafing',
      'Contactor points and pull-in looked at, capacitors measured',
      'Amps of every motor against its plate',
    ],
    readings: ['unbalance', 'capacitor', 'control-power'],
    caution: 'Dead, locked, tested dead and capacitors discharged before anything is touched.',
  }),
  task({
    key: 'heating start-up',
    title: 'Heating start-up',
    system: 'heating',
    parts: ['burner', 'gas valve', 'blower motor'],
    usual: AUTUMN,
    protects: true,
    minutes: 35,
    weather: TO_HEAT,
    steps: [
      'Exchanger looked at, burners and crossovers brushed, flame sensor cleaned',
      'Gas pressure at every stage',
      'Limit, rollout and air proof seen to open',
      'Carbon monoxide read in the flue and in the supply air',
    ],
    readings: ['gas-pressure', 'rise', 'combustion', 'flame-signal'],
    caution: SMELL_FIRST,
  }),
  task({
    key: 'electric heat check',
    title: 'Electric heat check',
    system: 'heating',
    parts: ['heat strip'],
    usual: AUTUMN,
    minutes: 20,
    weather: TO_HEAT,
    steps: [
      'Every stage drawn in, amps of each',
      'Limits and fan proof seen to open',
      'Terminals tight, none discoloured',
    ],
    readings: ['unbalance', 'rise'],
    caution: 'Strips stay live when only the control is off: dead, locked, tested dead.',
  }),
  task({
    key: 'heat pump defrost check',
    title: 'Heating, defrost and reversing check',
    system: 'heating',
    parts: ['reversing valve', 'defrost control'],
    usual: { by: 'season', from: '10-01', to: '12-15' },
    minutes: 25,
    // Nothing frosts above, and heating in the warmth overloads the compressor [common practice].
    weather: { toF: 55 },
    steps: [
      'Reversed both ways',
      'Defrost forced: in, out, strips with it',
      'Outdoor coil free of ice and leaves',
    ],
    readings: ['heat-pump-heating'],
  }),
  task({
    key: 'loop and condensate',
    title: 'Loop flow and condensate',
    system: 'water side',
    parts: ['pump or loop', 'drain'],
    usual: { by: 'days', days: 182 },
    minutes: 30,
    steps: [
      'Strainer cleaned',
      'Pan and trap run, float switch tripped',
      'Both valves work, hoses looked at',
    ],
    readings: ['loop'],
    caution: 'Isolate both valves and relieve; never mix disinfectants.',
  }),
  task({
    key: 'boiler annual',
    title: 'Boiler annual service',
    system: 'heating',
    parts: ['burner', 'low-water cutoff'],
    usual: { by: 'season', from: '06-01', to: '09-30' },
    protects: true,
    minutes: 150,
    steps: [
      'Burner and passages stripped and brushed, gaskets new',
      'Low-water cutoff and limits tripped by hand, relief valve looked at',
      'Gas static and running, combustion at every stage',
    ],
    readings: ['gas-pressure', 'combustion', 'boiler-water'],
    caution: 'Smell first. Isolate, relieve and let it cool before it is opened; permit for hot work.',
  }),
  task({
    key: 'fan and bearing',
    title: 'Fan belt and bearings',
    system: 'ventilation',
    parts: ['blower belt', 'blower bearing'],
    without: ['filter'],
    usual: { by: 'days', days: 182 },
    minutes: 20,
    steps: [
      'Belt: cracks, tension, pulleys in line',
      'Bearings by ear, greased with a path for the old grease',
    ],
    readings: ['pulley'],
    takes: ['belts'],
    caution: `${ROTATING}.`,
  }),
  task({
    key: 'controls check',
    title: 'Thermostat and zones',
    system: 'controls',
    parts: ['thermostat'],
    usual: AUTUMN,
    minutes: 10,
    steps: [
      'Thermostat beside a thermometer, schedule as agreed, overrides off',
      'Zone dampers driven open and shut, zone panel without a fault light',
    ],
  }),
  // Once a year, by function [from memory: NFPA 72, table of testing frequencies]. On machines on whose record
  // they are: which have them is a matter of air flow and of local codes.
  task({
    key: 'duct smoke detectors',
    title: 'Duct smoke detectors',
    system: 'controls',
    parts: ['duct smoke detector'],
    usual: { by: 'days', days: 365 },
    protects: true,
    minutes: 25,
    steps: [
      'Whoever watches the fire alarm told, the signal put on test',
      'Sampling tube clear, its holes against the flow, pressure across it as the maker says',
      'Tripped with smoke at the head: fan stops, dampers shut, the alarm arrives',
      'Reset, fan runs, signal taken off test and said so',
    ],
    caution:
      'The building may be emptied and the fire service come: tell them first. Local codes say who may test it.',
  }),
  task({
    key: 'air balance',
    title: 'Outdoor air and building pressure',
    system: 'ventilation',
    parts: ['outdoor-air mesh'],
    usual: AUTUMN,
    minutes: 20,
    steps: [
      'Mesh cleaned, damper open when the fan runs',
      'Every exhaust fan runs; outside doors neither suck nor stand open',
    ],
    readings: ['air-flow'],
  }),
  task({
    key: 'exercise',
    title: 'Run on standby',
    system: 'controls',
    parts: [],
    usual: { by: 'months', months: [5, 10] },
    minutes: 20,
    onStandby: true,
    steps: [
      'Changed over, run until it has settled in the mode of the season, changed back',
      'Filters and belt looked at, condensers free of leaves',
    ],
    caution: 'Crankcase heat on for 24 h before a compressor that stood cold is started.',
  }),
  task({
    key: 'first power',
    title: 'Start-up sheet: power and rotation',
    system: 'electrical',
    parts: [],
    usual: { by: 'once', withinDays: 14 },
    minutes: 30,
    steps: [
      'Plate against what was ordered; volts of every leg, breaker and wire against the plate',
      'Shipping blocks out, every fan and pump turns the right way, every compressor by its pressures',
      'Sisters compared: the same readings beside the machine next to it',
    ],
    readings: ['unbalance', 'conductor', 'static'],
    caution:
      'Dead, locked, tested dead before anything is touched; a scroll that turns backwards is stopped at once.',
  }),
  task({
    key: 'first cooling',
    title: 'Start-up sheet: cooling',
    system: 'cooling',
    parts: ['compressor', 'evaporator coil'],
    usual: { by: 'once', withinDays: 30 },
    minutes: 45,
    weather: TO_COOL,
    steps: [
      'Crankcase heat on for 24 h before',
      'Every stage; superheat, subcooling, split and amps written down as they are when new',
      'Trap filled, drain runs',
    ],
    readings: ['charge', 'split', 'unbalance'],
    caution: 'Gloves and goggles at every hose.',
  }),
  task({
    key: 'first heating',
    title: 'Start-up sheet: heating',
    system: 'heating',
    parts: ['burner', 'gas valve'],
    usual: { by: 'once', withinDays: 30 },
    protects: true,
    minutes: 45,
    weather: TO_HEAT,
    steps: [
      'Gas pressure set on site at every stage, meter clocked',
      'Rise, combustion and carbon monoxide written down as they are when new',
      'Every safety seen to open',
    ],
    readings: ['gas-pressure', 'clocking', 'rise', 'combustion'],
    caution: SMELL_FIRST,
  }),
];
