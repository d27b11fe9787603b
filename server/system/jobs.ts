import type { JobView } from '#contracts/system';

/** Long work of this process: who started what, how far it is. Kept while it runs and no longer. */
export class Jobs {
  private readonly running = new Set<{ -readonly [K in keyof JobView]: JobView[K] }>();

  /** The oldest first. */
  list(): JobView[] {
    return [...this.running].map((job) => ({ ...job }));
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
    const job = { name, by, startedAt: new Date().toISOString(), share: 0, step: 'starting' };
    this.running.add(job);
    try {
      return await work((share, step) => Object.assign(job, { share: Math.min(1, share), step }));
    } finally {
      this.running.delete(job);
    }
  }
}
