/** So many at a time leave a frame its time, also on a machine four times as slow as a desk. */
const EACH_FRAME = 1;

const waiting = new Set<() => void>();
let asked = false;

function next(): void {
  let drawn = 0;
  for (const draw of waiting) {
    if (drawn++ === EACH_FRAME) break;
    waiting.delete(draw);
    draw();
  }
  asked = waiting.size > 0;
  if (asked) requestAnimationFrame(next);
}

/** Paper is drawn in one go. */
function all(): void {
  for (const draw of waiting) draw();
  waiting.clear();
}

/**
 * Draws the pictures of a long list some in each frame, in order, so that whoever types or scrolls
 * meanwhile does not wait.
 *
 * @returns gives up those whose turn has not come
 */
export function inTurns(draws: readonly (() => void)[]): () => void {
  for (const draw of draws) waiting.add(draw);
  if (!asked && waiting.size > 0) {
    asked = true;
    requestAnimationFrame(next);
    window.addEventListener('beforeprint', all, { once: true });
  }
  return () => draws.forEach((draw) => waiting.delete(draw));
}
