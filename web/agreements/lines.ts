import {
  unitTerms,
  type Agreement,
  type AgreedTask,
  type Programme,
  type Terms,
} from '#core/upkeep/agreements';
import type { AgreementPlace } from '#contracts/agreements';
import type { TaskLine } from './TaskTable.tsx';

/** One unit, with the site it stands at. */
export type PlacedUnit = AgreementPlace['units'][number] & { readonly siteId: string };

export const unitsOf = (sites: readonly AgreementPlace[]): PlacedUnit[] =>
  sites.flatMap(({ id, units }) => units.map((unit) => ({ ...unit, siteId: id })));

const same = <T>(values: readonly T[]): T | undefined =>
  values.every((value) => JSON.stringify(value) === JSON.stringify(values[0])) ? values[0] : undefined;

/**
 * The tasks of some units in the order of the task list, each with how it is where nothing more is said.
 *
 * @param above the agreement without what the form at hand says
 */
export function taskLines(units: readonly PlacedUnit[], above: Agreement, programme: Programme): TaskLine[] {
  const byTask = new Map<string, AgreedTask[]>();
  for (const { id, ...machine } of units)
    for (const agreed of unitTerms({ ...machine, unitId: id }, above, programme).tasks)
      byTask.set(agreed.task.key, [...(byTask.get(agreed.task.key) ?? []), agreed]);
  const place = new Map(programme.tasks.map(({ key }, i) => [key, i]));
  const inOrder = [...byTask].sort(([a], [b]) => (place.get(a) ?? 0) - (place.get(b) ?? 0));
  return inOrder.map(([, all]) => ({
    task: (all[0] as AgreedTask).task,
    above: {
      whose: same(all.map((a) => a.whose)),
      cadence: same(all.map((a) => a.cadence)),
      minutes: same(all.map((a) => a.minutes)),
    },
  }));
}

/** An agreement of which only the terms matter. */
export const asAgreement = (terms: Terms, refinements: Agreement['refinements'] = []): Agreement => ({
  id: '',
  customerId: '',
  from: '2000-01-01',
  until: null,
  terms,
  refinements,
});
