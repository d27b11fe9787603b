import type { Solved } from '#core/planning/routing';
import type { SearchView } from '#contracts/board';
import type { PlanSearch } from '../workers/planSolver.ts';

/** What is asked of the server while it searches. */
interface SearchCalls {
  readonly look: () => Promise<SearchView>;
  readonly end: (keep: boolean) => Promise<unknown>;
}

/** A line that drops for a moment loses no plan; after so many failures in a row it is said. */
const FAILURES = 5;

/**
 * Follows a search on the server until its plan is there.
 *
 * @param pauseMs between two looks
 */
export function searchThere(
  { look, end }: SearchCalls,
  onProgress: (view: SearchView) => void,
  pauseMs = 700,
): PlanSearch {
  let gone = false;
  const follow = async (): Promise<Solved> => {
    for (let failed = 0; ;) {
      await new Promise((resolve) => setTimeout(resolve, pauseMs));
      // Somebody has left it: nobody waits for an answer any more.
      if (gone) return new Promise(() => {});
      try {
        const view = await look();
        failed = 0;
        if (view.solved) return view.solved;
        if (!gone) onProgress(view);
      } catch (refused) {
        if (++failed >= FAILURES) throw refused;
      }
    }
  };
  return {
    result: follow(),
    stop: () => void end(true).catch(() => {}),
    cancel: () => {
      gone = true;
      void end(false).catch(() => {});
    },
  };
}
