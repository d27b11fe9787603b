import type { Database } from '../db/connect.ts';

/**
 * Which state of the roads drive times are from. It counts up when somebody says that a road is closed or
 * open again, so that no process goes on with the times of before.
 */
export interface Roads {
  version(): Promise<number>;
  changed(): Promise<void>;
}

/** The count that all processes on one database share. */
export const sharedRoads = (db: Database): Roads => ({
  version: async () => {
    const [row] = await db.rows<{ n: number }>('select last_value as n from roads_version');
    return (row as { n: number }).n;
  },
  changed: async () => void (await db.rows("select nextval('roads_version')")),
});

/** The count of one process alone. */
export function ownRoads(): Roads {
  let version = 0;
  return {
    version: () => Promise.resolve(version),
    changed: () => {
      version++;
      return Promise.resolve();
    },
  };
}
