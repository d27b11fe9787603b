import type { Transaction } from 'sequelize';
import type { Refinement, TaskTerms, Terms } from '#core/upkeep/agreements';
import type { Database } from '../db/connect.ts';
import { invalid } from '../http/problem.ts';
import { everyTaskKey } from './service.ts';

type Spoken = readonly (readonly [path: string, tasks: Readonly<Record<string, TaskTerms>> | undefined])[];

/** @throws Problem 422 at the first task that the company never had on its list */
export async function refuseUnknownTasks(
  db: Database,
  spoken: Spoken,
  transaction?: Transaction,
): Promise<void> {
  const known = await everyTaskKey(db, transaction);
  for (const [path, tasks = {}] of spoken)
    for (const key of Object.keys(tasks))
      if (!known.has(key)) throw invalid([{ path: `${path}.${key}`, message: 'there is no such task' }]);
}

/** Where an agreement speaks of tasks. */
export const tasksSpokenOf = (terms: Terms | undefined, refinements: readonly Refinement[] = []): Spoken => [
  ['terms.tasks', terms?.tasks],
  ...refinements.map((one, i) => [`refinements.${i}.terms.tasks`, one.terms.tasks] as const),
];
