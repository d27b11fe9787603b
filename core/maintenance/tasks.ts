import { kindsWith, type PartId } from '../machine/index.ts';
import type { System, UnitKind } from '../vocabulary/index.ts';
import type { Cadence } from './cadence.ts';
import type { TaskWeather } from './weather.ts';

/** A maintenance task: what is done, on which kinds of machine, and when it comes round. */
export interface MaintenanceTask {
  readonly key: string;
  readonly title: string;
  readonly system: System;
  /** What it works on; it comes round on every kind of machine that has all of them. */
  readonly parts: readonly PartId[];
  readonly kinds: readonly UnitKind[];
  /** How often where nothing else is agreed. */
  readonly usual: Cadence;
  /** What can hurt whoever does it; local codes, the maker and licensed practice decide. */
  readonly caution?: string;
  /** Weather it needs; where that is not, it is put off and stays due. */
  readonly weather?: TaskWeather;
  /** Minutes on one unit [common practice, starting value until own history speaks]. */
  readonly minutes: number;
}

/**
 * A task on the kinds of machine that have all the parts it works on.
 *
 * @param without kinds that have one of these get the work with another task
 */
const task = (
  { parts, without = [] }: { parts: readonly PartId[]; without?: readonly PartId[] },
  rest: Omit<MaintenanceTask, 'parts' | 'kinds'>,
): MaintenanceTask => ({ ...rest, parts, kinds: kindsWith(parts, without) });

/** What is maintained, and how often where a company has set nothing else [common practice]. */
export const MAINTENANCE_TASKS: readonly MaintenanceTask[] = [
  task(
    { parts: ['filter'] },
    {
      key: 'filters and belts',
      title: 'Filters and belts',
      system: 'ventilation',
      usual: { by: 'days', days: 91 },
      caution:
        'Rotating parts: locked out, belt off or guard on before hands go in; hold doors that close on a running fan.',
      minutes: 20,
    },
  ),
  task(
    { parts: ['compressor', 'condenser coil'] },
    {
      key: 'cooling start-up',
      title: 'Cooling start-up',
      system: 'cooling',
      // Compressors are not run and charge is not judged in the cold [common practice].
      weather: { fromF: 60 },
      usual: { by: 'season', from: '03-15', to: '05-31' },
      caution:
        'Coil cleaner: goggles and gloves, weak first, never on thin mesh, water only on microchannel, rinsed off; mind intakes and who stands below.',
      minutes: 45,
    },
  ),
  task(
    { parts: ['burner', 'gas valve', 'blower motor'] },
    {
      key: 'heating start-up',
      title: 'Heating start-up',
      system: 'heating',
      // A burner that runs in the heat trips its limit before anything is measured [common practice].
      weather: { toF: 75 },
      usual: { by: 'season', from: '09-01', to: '11-15' },
      caution: 'Smell first. Leak-check every opened joint. Visible crack or hole: heat off now.',
      minutes: 35,
    },
  ),
  task(
    { parts: ['reversing valve', 'defrost control'] },
    {
      key: 'heat pump defrost check',
      title: 'Defrost and reversing check',
      system: 'heating',
      // Nothing frosts above, and heating in the warmth overloads the compressor [common practice].
      weather: { toF: 55 },
      usual: { by: 'season', from: '10-01', to: '12-15' },
      minutes: 25,
    },
  ),
  task(
    { parts: ['pump or loop', 'drain'] },
    {
      key: 'loop and condensate',
      title: 'Loop flow and condensate',
      system: 'water side',
      usual: { by: 'days', days: 182 },
      caution: 'Isolate both valves and relieve; never mix disinfectants.',
      minutes: 30,
    },
  ),
  task(
    { parts: ['burner', 'low-water cutoff'] },
    {
      key: 'boiler annual',
      title: 'Boiler annual service',
      system: 'heating',
      usual: { by: 'season', from: '06-01', to: '09-30' },
      caution: 'Smell first. Isolate, relieve and let it cool before it is opened; permit for hot work.',
      minutes: 150,
    },
  ),
  task(
    { parts: ['blower belt', 'blower bearing'], without: ['filter'] },
    {
      key: 'fan and bearing',
      title: 'Fan belt and bearings',
      system: 'ventilation',
      usual: { by: 'days', days: 182 },
      caution: 'Rotating parts: locked out, belt off or guard on before hands go in.',
      minutes: 20,
    },
  ),
];

/** The tasks of a kind of machine. */
export const tasksOf = (kind: UnitKind): MaintenanceTask[] =>
  MAINTENANCE_TASKS.filter((task) => task.kinds.includes(kind));
