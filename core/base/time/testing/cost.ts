import { readFileSync } from 'node:fs';

/**
 * Time that this thread has had a processor, ms. What else the machine does is not in it, so that two costs
 * can be compared on a machine that is busy. Where the system does not tell, the time on the clock.
 */
export function threadMs(): number {
  try {
    const [nanoseconds] = readFileSync(`/proc/self/task/${process.pid}/schedstat`, 'utf8').split(' ');
    return Number(nanoseconds) / 1e6;
  } catch {
    return performance.now();
  }
}

/**
 * What some work costs, ms of a processor: the least of a few times, since caches and clearing up only add.
 */
export function costOf(work: () => unknown, times = 3): number {
  let least = Infinity;
  for (let i = 0; i < times; i++) {
    const began = threadMs();
    work();
    least = Math.min(least, threadMs() - began);
  }
  return least;
}
