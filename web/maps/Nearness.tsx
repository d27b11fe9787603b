import L from 'leaflet';
import { useEffect, useRef } from 'react';
import { useMap } from 'react-leaflet';

/**
 * Nearer and farther in words, on the lower edge of a map where a thumb reaches them; wheel, pinch and keys
 * do it too.
 */
export function Nearness() {
  const map = useMap();
  const ref = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (ref.current) L.DomEvent.disableClickPropagation(ref.current);
  }, []);
  const button =
    'reach border-2 border-edge bg-sheet px-3 font-text text-base font-semibold text-ink hover:border-copper';
  return (
    <div ref={ref} className="no-print absolute right-2 bottom-2 z-[1000] flex gap-1">
      <button type="button" className={button} onClick={() => map.zoomOut()}>
        Farther
      </button>
      <button type="button" className={button} onClick={() => map.zoomIn()}>
        Nearer
      </button>
    </div>
  );
}
