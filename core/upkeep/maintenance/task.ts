import type { PartId } from '#core/machine';
import type { System } from '#core/base/vocabulary';
import type { Cadence } from './cadence.ts';
import type { TaskWeather } from './weather.ts';

/** What is carried up for a task; sizes and counts are those of the unit. */
export const TAKES = ['filters', 'belts'] as const;

/** A maintenance task: what is done, on which machines, and when it comes round. */
export interface MaintenanceTask {
  readonly key: string;
  readonly title: string;
  readonly system: System;
  /** What it works on; it comes round on every machine that has all of them. */
  readonly parts: readonly PartId[];
  /** A machine that has one of these gets the work with another task. */
  readonly without?: readonly PartId[] | undefined;
  /** How often where nothing else is agreed. */
  readonly usual: Cadence;
  /** Minutes on one unit [common practice, starting value until own history speaks]. */
  readonly minutes: number;
  /** What is done, in order; empty where the title says it. */
  readonly steps: readonly string[];
  /** Identifiers of the cards whose readings are taken. */
  readonly readings: readonly string[];
  readonly takes: readonly (typeof TAKES)[number][];
  /** Skills or licences that somebody of the crew has to have. */
  readonly skills: readonly string[];
  /** What can hurt whoever does it; local codes, the maker and licensed practice decide. */
  readonly caution?: string | undefined;
  /** Weather it needs; where that is not, it is put off and stays due. */
  readonly weather?: TaskWeather | undefined;
  /** It needs water under pressure on the roof; where that is not, it is put off and stays due. */
  readonly water?: true | undefined;
  /** How the machine was found is asked, and a roof that plugs it sooner is climbed sooner. */
  readonly followsCondition?: true | undefined;
  /** What it finds can hurt people: leaving it undone weighs double. */
  readonly protects?: true | undefined;
  /** For machines on standby only; all other tasks are for machines in service. */
  readonly onStandby?: true | undefined;
}
export type TaskList = readonly MaintenanceTask[];
