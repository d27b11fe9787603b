import type { System, UnitKind } from '../vocabulary/index.ts';

/** A maintenance task: what is done, on which kinds of machine, and when it comes round. */
export interface MaintenanceTask {
  readonly key: string;
  readonly title: string;
  readonly system: System;
  readonly kinds: readonly UnitKind[];
  readonly rule: EveryDays | Season;
  /** Minutes on one unit [common practice, starting value until own history speaks]. */
  readonly minutes: number;
}

/** Comes round a number of days after it was last done. */
export interface EveryDays {
  readonly everyDays: number;
}

/** Is done once between two days of the year, `MM-DD`; a window may run over New Year. */
export interface Season {
  readonly from: string;
  readonly to: string;
}

const COOLING: readonly UnitKind[] = [
  'package gas/electric',
  'package heat pump',
  'package cooling only',
  'split with air handler',
];
const GAS_HEAT: readonly UnitKind[] = ['package gas/electric', 'make-up air', 'unit heater'];
const FILTERED: readonly UnitKind[] = [...COOLING, 'make-up air', 'water-source heat pump'];

/** The company's maintenance list, by season [common practice]. */
export const MAINTENANCE_TASKS: readonly MaintenanceTask[] = [
  {
    key: 'filters and belts',
    title: 'Filters and belts',
    system: 'ventilation',
    kinds: FILTERED,
    rule: { everyDays: 91 },
    minutes: 20,
  },
  {
    key: 'cooling start-up',
    title: 'Cooling start-up',
    system: 'cooling',
    kinds: COOLING,
    rule: { from: '03-15', to: '05-31' },
    minutes: 45,
  },
  {
    key: 'heating start-up',
    title: 'Heating start-up',
    system: 'heating',
    kinds: GAS_HEAT,
    rule: { from: '09-01', to: '11-15' },
    minutes: 35,
  },
  {
    key: 'heat pump defrost check',
    title: 'Defrost and reversing check',
    system: 'heating',
    kinds: ['package heat pump'],
    rule: { from: '10-01', to: '12-15' },
    minutes: 25,
  },
  {
    key: 'loop and condensate',
    title: 'Loop flow and condensate',
    system: 'water side',
    kinds: ['water-source heat pump'],
    rule: { everyDays: 182 },
    minutes: 30,
  },
  {
    key: 'boiler annual',
    title: 'Boiler annual service',
    system: 'heating',
    kinds: ['boiler'],
    rule: { from: '06-01', to: '09-30' },
    minutes: 150,
  },
  {
    key: 'fan and bearing',
    title: 'Fan belt and bearings',
    system: 'ventilation',
    kinds: ['exhaust fan'],
    rule: { everyDays: 182 },
    minutes: 20,
  },
];

/** The task of a key, or undefined. */
export function maintenanceTask(key: string): MaintenanceTask | undefined {
  return MAINTENANCE_TASKS.find((task) => task.key === key);
}
