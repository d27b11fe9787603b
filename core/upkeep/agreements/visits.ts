import { timesAYear } from '#core/upkeep/maintenance';
import { ourTasks, type UnitTerms } from './resolve.ts';

/**
 * How often a roof is climbed in a year if everything that is ours is done when it comes round: as often as
 * its most frequent task, and at least once for each season [our estimate]; and the minutes of work on it.
 *
 * A machine on standby is exercised when somebody is there anyway.
 *
 * @param units the terms of all units of one roof or site
 */
export function yearOf(units: readonly UnitTerms[]): { readonly visits: number; readonly minutes: number } {
  const ours = units.flatMap(ourTasks).filter(({ task }) => !task.onStandby);
  const seasons = new Set(
    ours.flatMap(({ cadence }) => (cadence.by === 'season' ? [`${cadence.from} ${cadence.to}`] : [])),
  );
  const rounds = Math.max(
    0,
    ...ours.map(({ cadence }) => (cadence.by === 'season' ? 0 : timesAYear(cadence))),
  );
  return {
    visits: Math.max(Math.round(rounds), seasons.size),
    minutes: Math.round(ours.reduce((sum, { cadence, minutes }) => sum + timesAYear(cadence) * minutes, 0)),
  };
}
