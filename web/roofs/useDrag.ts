import { useCallback, useEffect, useMemo, useRef, type PointerEvent, type RefObject } from 'react';
import type { Point, RoofItem } from '#core/places/roof';

/** Where a pointer is on the sheet, in feet. */
function feetAt(svg: SVGSVGElement, clientX: number, clientY: number): Point {
  const matrix = svg.getScreenCTM();
  if (!matrix) return { x: 0, y: 0 };
  const at = new DOMPoint(clientX, clientY).matrixTransform(matrix.inverse());
  return { x: at.x, y: at.y };
}

/**
 * Drags things on a drawing. While the pointer moves only the dragged element is moved, once a frame and
 * without drawing the rest again; the plan learns of it when it is let go. So a roof of any size drags alike.
 */
export function useDrag(
  svg: RefObject<SVGSVGElement | null>,
  onLand: (id: string, at: Point) => void,
): { start: (event: PointerEvent<Element>, item: Pick<RoofItem, 'id' | 'x' | 'y'>) => void } {
  const land = useRef(onLand);
  useEffect(() => {
    land.current = onLand;
  }, [onLand]);
  const start = useCallback(
    (event: PointerEvent<Element>, item: Pick<RoofItem, 'id' | 'x' | 'y'>) => {
      const board = svg.current;
      const element = event.currentTarget;
      if (!board || event.button > 0) return;
      /** How it is drawn where it stands; while it is carried the way is put before it. */
      const stands = element.getAttribute('transform');
      const grip = feetAt(board, event.clientX, event.clientY);
      const at = { x: item.x, y: item.y };
      let frame = 0;
      let moved = false;
      const draw = () => {
        frame = 0;
        element.setAttribute('transform', `translate(${at.x - item.x} ${at.y - item.y}) ${stands ?? ''}`);
      };
      const move = (next: globalThis.PointerEvent) => {
        const here = feetAt(board, next.clientX, next.clientY);
        at.x = item.x + here.x - grip.x;
        at.y = item.y + here.y - grip.y;
        moved ||= Math.hypot(at.x - item.x, at.y - item.y) > 0.25;
        frame ||= requestAnimationFrame(draw);
      };
      const end = () => {
        cancelAnimationFrame(frame);
        window.removeEventListener('pointermove', move);
        window.removeEventListener('pointerup', end);
        window.removeEventListener('pointercancel', cancel);
        if (stands === null) element.removeAttribute('transform');
        else element.setAttribute('transform', stands);
        if (moved) land.current(item.id, at);
      };
      const cancel = () => {
        moved = false;
        end();
      };
      window.addEventListener('pointermove', move);
      window.addEventListener('pointerup', end);
      window.addEventListener('pointercancel', cancel);
    },
    [svg],
  );
  return useMemo(() => ({ start }), [start]);
}
