import { parentPort, receiveMessageOnPort, workerData } from 'node:worker_threads';
import { searchByClock } from '#core/planning/routing';
import type { FromSearch, SearchOrder } from './searches.ts';

/** The search of core in a thread of its own, so that requests are answered meanwhile. */
const port = parentPort;
if (!port) throw new Error('runs as a worker thread only');
const { problem, from, mostMs } = workerData as SearchOrder;
const tell = (message: FromSearch): void => port.postMessage(message);
const solved = searchByClock(problem, {
  from,
  mostMs,
  now: () => performance.now(),
  onTold: ({ cost, share, seconds }) => tell({ told: { cost, share, seconds } }),
  // The search never gives the thread back: what came in the meantime is looked for.
  isStopped: () => receiveMessageOnPort(port) !== undefined,
});
tell({ solved });
