import { TRADE_TASKS } from '#core/upkeep/maintenance';
import type { Database } from '../db/connect.ts';

/** Makes some of the trade's tasks the whole task list of the company. */
export const onlyTasks = (db: Database, ...keys: readonly string[]): Promise<unknown> =>
  db.models.Setting.create({
    name: 'tasks',
    validFrom: '2000-01-01',
    value: TRADE_TASKS.filter(({ key }) => !keys.includes(key)).map(({ key }) => ({ key, dropped: true })),
  } as never);
