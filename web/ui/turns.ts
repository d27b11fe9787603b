import { useEffect, useState } from 'react';

/** So many at a time leave a frame its time, also on a slow machine. */
const EACH_FRAME = 5;

const waiting: (() => void)[] = [];
let asked = false;

function next(): void {
  for (const draw of waiting.splice(0, EACH_FRAME)) draw();
  asked = waiting.length > 0;
  if (asked) requestAnimationFrame(next);
}

/** Paper is drawn in one go. */
function all(): void {
  for (const draw of waiting.splice(0)) draw();
}

/**
 * Whether it is this picture's turn to be drawn: those of a long list are drawn some in each frame, in the order of the
 * list, so that whoever types or scrolls meanwhile does not wait.
 *
 * @param ready there is something to draw
 */
export function useTurn(ready: boolean): boolean {
  const [turn, setTurn] = useState(false);
  useEffect(() => {
    if (!ready) return undefined;
    const draw = () => setTurn(true);
    waiting.push(draw);
    if (!asked) {
      asked = true;
      requestAnimationFrame(next);
      window.addEventListener('beforeprint', all, { once: true });
    }
    return () => {
      const at = waiting.indexOf(draw);
      if (at >= 0) waiting.splice(at, 1);
    };
  }, [ready]);
  return turn;
}
