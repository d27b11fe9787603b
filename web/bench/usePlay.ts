import { useNewest } from '../workers/useNewest.ts';
import type { Played, Wish } from './play.ts';

interface PlayWorker {
  readonly play: (wish: Wish) => Played;
}

/** The state that goes with the sliders, from a worker. */
export function usePlay(wish: Wish): { played: Played | undefined; trouble: string | undefined } {
  const { answered, trouble } = useNewest<PlayWorker, Wish, Played>(
    wish,
    () => new Worker(new URL('./play.worker.ts', import.meta.url), { type: 'module' }),
    (worker, own) => worker.play(own as never),
    'the machine cannot be solved',
  );
  return { played: answered?.answer, trouble };
}
