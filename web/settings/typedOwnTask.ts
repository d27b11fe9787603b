import { TAKES, type MaintenanceTask } from '#core/upkeep/maintenance';
import type { PartId } from '#core/machine';
import type { System } from '#core/base/vocabulary';
import { cadenceTyped, NO_TASK, typedTask } from '../agreements/typedTerms.ts';
import { numberNeeded } from '../ui/forms/numbers.ts';

/** A task of the list as a form has it: text by field, and what is chosen. */
export interface TypedOwnTask {
  readonly key: string;
  readonly title: string;
  readonly system: System;
  readonly parts: readonly PartId[];
  readonly without: readonly PartId[];
  readonly often: string;
  readonly days: string;
  readonly months: readonly number[];
  readonly nth: string;
  readonly weekday: string;
  readonly from: string;
  readonly to: string;
  /** Days after it was installed, where it is done once only. */
  readonly once: boolean;
  readonly withinDays: string;
  readonly minutes: string;
  /** One a line. */
  readonly steps: string;
  readonly readings: readonly string[];
  readonly takes: readonly (typeof TAKES)[number][];
  /** Parted by commas. */
  readonly skills: string;
  readonly caution: string;
  readonly fromF: string;
  readonly toF: string;
  readonly water: boolean;
  readonly followsCondition: boolean;
  readonly protects: boolean;
  readonly onStandby: boolean;
}

export const NEW_TASK: TypedOwnTask = {
  ...NO_TASK,
  key: '',
  title: '',
  system: 'ventilation',
  parts: [],
  without: [],
  once: false,
  withinDays: '',
  steps: '',
  readings: [],
  takes: [],
  skills: '',
  caution: '',
  fromF: '',
  toF: '',
  water: false,
  followsCondition: false,
  protects: false,
  onStandby: false,
};

const text = (value: number | undefined): string => (value === undefined ? '' : String(value));

export function typedOwnTask(task: MaintenanceTask): TypedOwnTask {
  const { usual } = task;
  const often = usual.by === 'once' ? NO_TASK : typedTask({ cadence: usual });
  return {
    ...often,
    key: task.key,
    title: task.title,
    system: task.system,
    parts: task.parts,
    without: task.without ?? [],
    once: usual.by === 'once',
    withinDays: usual.by === 'once' ? String(usual.withinDays) : '',
    minutes: String(task.minutes),
    steps: task.steps.join('\n'),
    readings: task.readings,
    takes: task.takes,
    skills: task.skills.join(', '),
    caution: task.caution ?? '',
    fromF: text(task.weather?.fromF),
    toF: text(task.weather?.toF),
    water: task.water === true,
    followsCondition: task.followsCondition === true,
    protects: task.protects === true,
    onStandby: task.onStandby === true,
  };
}

const partsOf = (written: string, by: string): string[] =>
  written
    .split(by)
    .map((word) => word.trim())
    .filter(Boolean);

/** What the form says, as the contract reads it; a new task is named by its title. */
export function ownTaskTyped(typed: TypedOwnTask): unknown {
  const degrees = (written: string, name: 'fromF' | 'toF') =>
    written.trim() ? { [name]: numberNeeded(written) } : {};
  const weather = { ...degrees(typed.fromF, 'fromF'), ...degrees(typed.toF, 'toF') };
  return {
    key: typed.key || typed.title.trim().toLowerCase(),
    title: typed.title,
    system: typed.system,
    parts: typed.parts,
    ...(typed.without.length > 0 ? { without: typed.without } : {}),
    usual: typed.once ? { by: 'once', withinDays: numberNeeded(typed.withinDays) } : cadenceTyped(typed),
    minutes: numberNeeded(typed.minutes),
    steps: partsOf(typed.steps, '\n'),
    readings: typed.readings,
    takes: typed.takes,
    skills: partsOf(typed.skills, ','),
    ...(typed.caution.trim() ? { caution: typed.caution.trim() } : {}),
    ...(Object.keys(weather).length > 0 ? { weather } : {}),
    ...(typed.water ? { water: true } : {}),
    ...(typed.followsCondition ? { followsCondition: true } : {}),
    ...(typed.protects ? { protects: true } : {}),
    ...(typed.onStandby ? { onStandby: true } : {}),
  };
}
