import { randomUUID } from 'node:crypto';
import { fn } from 'sequelize';
import type { JobView } from '#contracts/system';
import type { Database } from '../db/connect.ts';
import { BEAT_MS, PROCESS, SILENT, STILL_BEATING } from '../db/process.ts';

/** Long work of every process: who started what, how far it is. Kept while it runs and no longer. */
export class Jobs {
  private readonly db: Database;

  constructor(db: Database) {
    this.db = db;
  }

  /** The oldest first. */
  async list(): Promise<JobView[]> {
    const rows = await this.db.models.Job.findAll({
      where: { beatAt: STILL_BEATING },
      order: ['startedAt', 'id'],
    });
    return rows.map(({ name, by, startedAt, share, step }) => ({
      ...{ name, by, share, step },
      startedAt: startedAt.toISOString(),
    }));
  }

  /**
   * Does long work in sight.
   *
   * @param work is given what to call as it gets on: the share that is done, 0 to 1, and what it is at
   */
  async run<T>(
    { name, by }: Pick<JobView, 'name' | 'by'>,
    work: (report: (share: number, step: string) => void) => Promise<T>,
  ): Promise<T> {
    const { Job } = this.db.models;
    await Job.destroy({ where: { beatAt: SILENT } });
    const job = await Job.create({ id: randomUUID(), process: PROCESS, name, by });
    const now = { share: 0, step: 'starting' };
    // What is told of work is not worth its failing: a beat that cannot be written is left to the next.
    const beat = () => void job.update({ ...now, beatAt: fn('now') as never }).catch(() => {});
    const beating = setInterval(beat, BEAT_MS);
    try {
      return await work((share, step) => Object.assign(now, { share: Math.min(1, share), step }));
    } finally {
      clearInterval(beating);
      await Job.destroy({ where: { id: job.id } }).catch(() => {});
    }
  }
}
