/**
 * Draws what came last, at most every so many milliseconds: a key is answered first, and what changes all the
 * time is still drawn all the time.
 */
export function following<T>(
  draw: (latest: T) => void,
  everyMs: number,
): { show: (next: T) => void; stop: () => void } {
  let latest: T;
  let timer: ReturnType<typeof setTimeout> | undefined;
  return {
    show(next) {
      latest = next;
      timer ??= setTimeout(() => {
        timer = undefined;
        draw(latest);
      }, everyMs);
    },
    stop() {
      clearTimeout(timer);
      timer = undefined;
    },
  };
}
