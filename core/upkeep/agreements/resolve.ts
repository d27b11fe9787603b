import { compareText } from '#core/base/collections';
import {
  tasksOf,
  type AgreedFor,
  type Cadence,
  type MaintenanceTask,
  type PlannedTask,
} from '#core/upkeep/maintenance';
import type { PlainDate } from '#core/base/time';
import type { MachineThere } from '#core/machine';
import type { Priority, UnitKind } from '#core/base/vocabulary';
import type { Agreement, Approval, Programme, TaskTerms, Terms, Whose } from './terms.ts';

/** Where a unit stands and what is in it; terms are looked up from the unit outwards. */
export interface UnitPlace extends MachineThere {
  readonly unitId: string;
  readonly siteId: string;
}

/** A task as it is agreed for one unit. */
export interface AgreedTask {
  readonly task: MaintenanceTask;
  readonly whose: Whose;
  readonly cadence: Cadence;
  readonly minutes: number;
  /** Who decided how often. */
  readonly agreed: AgreedFor;
}

/** What holds for one unit. */
export interface UnitTerms {
  readonly maintained: boolean;
  readonly tasks: readonly AgreedTask[];
}

/** What holds for a site as a whole. */
export interface SiteTerms {
  readonly minutesAllowed: number | undefined;
  readonly approval: Approval | undefined;
  readonly responseHours: Readonly<Partial<Record<Priority, number>>>;
}

interface Level {
  readonly agreed: AgreedFor;
  readonly terms: Terms;
}

/** The levels of an agreement that speak of a place, the widest first. */
function levelsOf({ terms, refinements }: Agreement, siteId: string, unitId?: string): Level[] {
  const site = refinements.find((r) => r.siteId === siteId);
  const unit = unitId === undefined ? undefined : refinements.find((r) => r.unitId === unitId);
  return [
    { agreed: 'customer', terms },
    ...(site ? [{ agreed: 'site', terms: site.terms } as const] : []),
    ...(unit ? [{ agreed: 'unit', terms: unit.terms } as const] : []),
  ];
}

const lastSaid = <T>(levels: readonly Level[], read: (terms: Terms) => T | undefined): T | undefined =>
  levels.reduce<T | undefined>((said, { terms }) => read(terms) ?? said, undefined);

/**
 * What is done on a unit, by whom and how often: the trade's usual, then the company's for its kind, then
 * what was agreed with the customer, for the site, for the unit. The last that says anything counts, word by
 * word.
 */
export function unitTerms(unit: UnitPlace, agreement: Agreement, programme: Programme): UnitTerms {
  const levels = levelsOf(agreement, unit.siteId, unit.unitId);
  return {
    maintained: lastSaid(levels, (terms) => terms.maintained) ?? true,
    tasks: tasksOf(unit, programme.tasks).map((task) => {
      const usual = usualTask(unit.kind, task, programme);
      return levels.reduce<AgreedTask>(
        (so, { agreed, terms }) => refine(so, agreed, terms.tasks?.[task.key]),
        usual,
      );
    }),
  };
}

/** How the company does a task on a kind of machine when nothing else is agreed. */
export function usualTask(kind: UnitKind, task: MaintenanceTask, programme: Programme): AgreedTask {
  const { usual: cadence, minutes } = task;
  return refine(
    { task, whose: 'ours', cadence, minutes, agreed: 'kind' },
    'kind',
    programme.kinds[kind]?.[task.key],
  );
}

const refine = (so: AgreedTask, agreed: AgreedFor, said: TaskTerms | undefined): AgreedTask =>
  said === undefined
    ? so
    : {
        task: so.task,
        whose: said.whose ?? so.whose,
        cadence: said.cadence ?? so.cadence,
        minutes: said.minutes ?? so.minutes,
        agreed: said.cadence || said.whose ? agreed : so.agreed,
      };

/** The tasks that are ours to do; none where only calls are agreed. */
export const ourTasks = ({ maintained, tasks }: UnitTerms): PlannedTask[] =>
  maintained
    ? tasks
        .filter(({ whose }) => whose === 'ours')
        .map(({ task, cadence, minutes, agreed }) => ({ task, cadence, minutes, agreed }))
    : [];

/** What holds for a site: the customer's terms, refined for it. */
export function siteTerms(agreement: Agreement, siteId: string): SiteTerms {
  const levels = levelsOf(agreement, siteId);
  return {
    minutesAllowed: lastSaid(levels, (terms) => terms.minutesAllowed),
    approval: lastSaid(levels, (terms) => terms.approval),
    responseHours: Object.assign({}, ...levels.map(({ terms }) => terms.responseHours)),
  };
}

/** The agreement of a customer that runs on a day, or else the first that begins by `soon`. */
export const agreementOn = <A extends Pick<Agreement, 'from' | 'until'>>(
  agreements: readonly A[],
  day: PlainDate,
  soon: PlainDate = day,
): A | undefined =>
  agreements.find(({ from, until }) => from <= day && (until === null || until >= day)) ??
  [...agreements].sort((a, b) => compareText(a.from, b.from)).find(({ from }) => from > day && from <= soon);
