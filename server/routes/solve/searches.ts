import { randomUUID } from 'node:crypto';
import { Worker } from 'node:worker_threads';
import type { Logger } from 'pino';
import type { FleetProblem, Orders, SearchTold, Solved } from '#core/planning/routing';
import { searchMs } from '#core/planning/routing';
import type { SearchView } from '#contracts/board';
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

interface Search {
  readonly id: string;
  readonly userId: string;
  readonly worker: Worker;
  share: number;
  /** Each time it fell. */
  readonly costs: [seconds: number, cost: number][];
  solved: Solved | undefined;
  failed: boolean;
}

/** Each search keeps a core busy; more than these would starve whoever asks for a page. */
const MOST_AT_ONCE = 2;
/** A plan that nobody fetched within so long is forgotten. */
const KEPT_MS = 10 * 60_000;

/**
 * Searches that run beside the requests of this process, each in a thread; kept until their plan is
 * fetched.
 */
export class Searches {
  private readonly all = new Map<string, Search>();
  private readonly script: URL;
  private readonly needs: { readonly jobs: Jobs; readonly logger: Logger };

  /** @param script the built module that runs in the thread */
  constructor(script: URL, needs: { readonly jobs: Jobs; readonly logger: Logger }) {
    this.script = script;
    this.needs = needs;
  }

  /**
   * Begins one; an earlier one of the same person ends, for nobody looks at it any more.
   *
   * @throws Problem 503 where as many as may be run already
   */
  start(
    { problem, from }: Omit<SearchOrder, 'mostMs'>,
    by: { readonly id: string; readonly displayName: string },
  ): string {
    for (const search of this.all.values()) if (search.userId === by.id) this.forget(search);
    if ([...this.all.values()].filter(runs).length >= MOST_AT_ONCE)
      throw new Problem(503, 'The server plans for others already', {
        detail: 'Try again in a minute, or plan fewer days or crews.',
      });
    const mostMs = searchMs(problem);
    const worker = new Worker(this.script, { workerData: { problem, from, mostMs } satisfies SearchOrder });
    const search: Search = {
      ...{ id: randomUUID(), userId: by.id, worker, share: 0, costs: [] },
      ...{ solved: undefined, failed: false },
    };
    this.all.set(search.id, search);
    void this.needs.jobs.run({ name: `Planning ${problem.jobs.length} jobs`, by: by.displayName }, (report) =>
      this.ended(search, report),
    );
    return search.id;
  }

  private ended(search: Search, report: (share: number, step: string) => void): Promise<void> {
    const { worker } = search;
    return new Promise((resolve) => {
      worker.on('message', (message: FromSearch) => {
        if ('solved' in message) search.solved = message.solved;
        else {
          const { share, seconds, cost } = message.told;
          search.share = share;
          if (cost !== search.costs.at(-1)?.[1]) search.costs.push([seconds, cost]);
          report(share, 'searching');
        }
      });
      worker.on('error', (error) => {
        search.failed = true;
        this.needs.logger.error({ ...failureOf(error), search: search.id }, 'a search for a plan broke off');
      });
      worker.on('exit', () => {
        if (!search.solved) search.failed = true;
        setTimeout(() => this.all.delete(search.id), KEPT_MS).unref();
        resolve();
      });
    });
  }

  /** How one goes. @throws Problem 404 where there is none of this person */
  view(id: string, userId: string): SearchView {
    const search = this.of(id, userId);
    if (search.failed) throw new Problem(500, 'The search broke off; plan again');
    return { share: search.share, costs: search.costs, solved: search.solved ?? null };
  }

  /** Ends one and keeps its best so far. @throws Problem 404 */
  stop(id: string, userId: string): void {
    this.of(id, userId).worker.postMessage('stop');
  }

  /** Ends one and keeps nothing. @throws Problem 404 */
  cancel(id: string, userId: string): void {
    this.forget(this.of(id, userId));
  }

  /** Ends all of them: the process stops. */
  async end(): Promise<void> {
    await Promise.all([...this.all.values()].map(({ worker }) => worker.terminate()));
    this.all.clear();
  }

  private of(id: string, userId: string): Search {
    const search = this.all.get(id);
    if (!search || search.userId !== userId) throw notFound('Search');
    return search;
  }

  private forget(search: Search): void {
    void search.worker.terminate();
    this.all.delete(search.id);
  }
}

const runs = ({ solved, failed }: Search): boolean => !solved && !failed;
