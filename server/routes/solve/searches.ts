import { randomUUID } from 'node:crypto';
import os from 'node:os';
import { Worker } from 'node:worker_threads';
import type { Logger } from 'pino';
import { fn } from 'sequelize';
import type { FleetProblem, Orders, SearchTold, Solved } from '#core/planning/routing';
import { searchMs } from '#core/planning/routing';
import type { SearchView } from '#contracts/board';
import type { Database } from '../../db/connect.ts';
import { BEAT_MS, PROCESS, SILENT, STILL_BEATING } from '../../db/process.ts';
import { failureOf, notFound, Problem } from '../../http/problem.ts';
import type { Jobs } from '../../system/jobs.ts';

/** What a search thread is given. */
export interface SearchOrder {
  readonly problem: FleetProblem;
  readonly from: Orders;
  readonly mostMs: number;
}

/** What it says; the orders themselves only at the end. */
export type FromSearch = { readonly told: Omit<SearchTold, 'orders'> } | { readonly solved: Solved };

/** A search that runs in a thread of this process. */
interface Running {
  readonly id: string;
  readonly thread: Worker;
  share: number;
  readonly costs: [seconds: number, cost: number][];
  /** What was last written of it is on its way: the next waits for it. */
  writing: boolean;
}

interface Needs {
  readonly db: Database;
  readonly jobs: Jobs;
  readonly logger: Logger;
}

/** Each search keeps a core busy; more than these would starve whoever asks for a page. */
export const MOST_AT_ONCE = Math.max(1, os.availableParallelism() - 1);
const LOCK = 7_240_117;

/**
 * Searches beside the requests, each in a thread of the process that was asked for it. What they have found
 * is a row, so that any process tells how one goes and can end it; kept until the same person begins another.
 */
export class Searches {
  private readonly running = new Map<string, Running>();
  private readonly script: URL;
  private readonly needs: Needs;

  /** @param script the built module that runs in the thread */
  constructor(script: URL, needs: Needs) {
    this.script = script;
    this.needs = needs;
  }

  /**
   * Begins one; an earlier one of the same person ends, for nobody looks at it any more.
   *
   * @throws Problem 503 where as many as may be run already, in whichever process
   */
  async start(
    { problem, from }: Omit<SearchOrder, 'mostMs'>,
    by: { readonly id: string; readonly displayName: string },
  ): Promise<string> {
    const { db, jobs } = this.needs;
    const { Search } = db.models;
    const id = randomUUID();
    await db.transaction(async (transaction) => {
      // One at a time is counted, or two who begin together would both be the last that may.
      await db.rows('select pg_advisory_xact_lock($1)', [LOCK], transaction);
      await Search.destroy({ where: { userId: by.id }, transaction });
      const others = await Search.count({ where: { state: 'runs', beatAt: STILL_BEATING }, transaction });
      if (others >= MOST_AT_ONCE)
        throw new Problem(503, 'The server plans for others already', {
          detail: 'Try again in a minute, or plan fewer days or crews.',
        });
      await Search.create({ id, process: PROCESS, userId: by.id }, { transaction });
    });
    const mostMs = searchMs(problem);
    const thread = new Worker(this.script, { workerData: { problem, from, mostMs } satisfies SearchOrder });
    const search: Running = { id, thread, share: 0, costs: [], writing: false };
    this.running.set(id, search);
    const name = `Planning ${problem.jobs.length} jobs`;
    void jobs
      .run({ name, by: by.displayName }, (report) => this.ended(search, report))
      .catch((error: unknown) => this.needs.logger.error(failureOf(error), 'a search could not be kept'));
    return id;
  }

  /** Resolves when the thread has ended and what came of it is kept. */
  private async ended(search: Running, report: (share: number, step: string) => void): Promise<void> {
    const { id, thread, costs } = search;
    let solved: Solved | undefined;
    const beating = setInterval(() => void this.beat(search), BEAT_MS);
    await new Promise<void>((resolve) => {
      thread.on('message', (message: FromSearch) => {
        if ('solved' in message) solved = message.solved;
        else {
          const { share, seconds, cost } = message.told;
          search.share = share;
          if (cost !== costs.at(-1)?.[1]) costs.push([seconds, cost]);
          report(share, 'searching');
        }
      });
      thread.on('error', (error) =>
        this.needs.logger.error({ ...failureOf(error), search: id }, 'a search for a plan broke off'),
      );
      thread.on('exit', () => resolve());
    });
    clearInterval(beating);
    this.running.delete(id);
    const { Search } = this.needs.db.models;
    await Search.update(
      solved
        ? { state: 'found', solved, share: 1, costs, beatAt: fn('now') as never }
        : { state: 'broke off' },
      { where: { id, state: 'runs' } },
    );
  }

  /** Writes how far it is, and hears whether somebody wants it to end, in whichever process they asked. */
  private async beat(search: Running): Promise<void> {
    if (search.writing) return;
    search.writing = true;
    const { Search } = this.needs.db.models;
    try {
      const { id, share, costs } = search;
      const [, rows] = await Search.update(
        { share, costs: [...costs], beatAt: fn('now') as never },
        { where: { id, state: 'runs' }, returning: true },
      );
      if (rows.length === 0) void search.thread.terminate();
      else if (rows[0]?.toStop) search.thread.postMessage('stop');
    } catch {
      // The database is away for a moment: the next beat tells the same.
    } finally {
      search.writing = false;
    }
  }

  /** How one goes. @throws Problem 404 where there is none of this person; 500 where it broke off */
  async view(id: string, userId: string): Promise<SearchView> {
    const { Search } = this.needs.db.models;
    const search = await Search.findOne({ where: { id, userId } });
    if (!search) throw notFound('Search');
    const { state, share, costs, solved } = search;
    const over = state === 'runs' && (await Search.count({ where: { id, beatAt: SILENT } })) > 0;
    if (over || state === 'broke off')
      throw new Problem(500, 'The search broke off; plan again', {
        ...(over ? { detail: 'The server that searched has ended.' } : {}),
      });
    return { share, costs: costs.map(([seconds, cost]) => [seconds, cost]), solved };
  }

  /** Ends one and keeps its best so far. @throws Problem 404 */
  async stop(id: string, userId: string): Promise<void> {
    const [known] = await this.needs.db.models.Search.update({ toStop: true }, { where: { id, userId } });
    if (known === 0) throw notFound('Search');
    this.running.get(id)?.thread.postMessage('stop');
  }

  /** Ends one and keeps nothing. @throws Problem 404 */
  async cancel(id: string, userId: string): Promise<void> {
    const known = await this.needs.db.models.Search.destroy({ where: { id, userId } });
    if (known === 0) throw notFound('Search');
    void this.running.get(id)?.thread.terminate();
  }

  /** Ends those of this process: it stops. */
  async end(): Promise<void> {
    const { Search } = this.needs.db.models;
    await Promise.all([...this.running.values()].map(({ thread }) => thread.terminate()));
    await Search.update({ state: 'broke off' }, { where: { process: PROCESS, state: 'runs' } });
  }
}
