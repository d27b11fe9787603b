import { Toast } from 'radix-ui';
import { useEffect, useLayoutEffect, useRef, useState, useSyncExternalStore } from 'react';
import { useLocation } from 'react-router';
import { Button } from '../frame/Button.tsx';
import { onSaid, putAway, saidNow, undoSaid } from './say.ts';
import { beside } from './spot.ts';

const SHOWN_MS = 10_000;

/** The box of a control in the window: where it is now, or where it was when it has gone. */
const boxOf = ({ control, box }: { control: Element; box: DOMRect }): DOMRect => {
  const now = control.isConnected ? control.getBoundingClientRect() : box;
  return now.width + now.height > 0 ? now : box;
};

/** Whoever goes on with something else is not to find it under what was said. */
function useOutOfTheWay(last: number | undefined): boolean {
  const [past, setPast] = useState<number>();
  useEffect(() => {
    if (last === undefined) return undefined;
    const goOn = ({ target }: Event) => {
      if (target instanceof Element && !target.closest('[data-said]')) setPast(last);
    };
    const events = ['input', 'pointerdown'] as const;
    for (const event of events) document.addEventListener(event, goOn);
    return () => {
      for (const event of events) document.removeEventListener(event, goOn);
    };
  }, [last]);
  return last !== undefined && past === last;
}

/**
 * What was done or refused, beside what was pressed, with the way back; in the corner of the window once
 * somebody goes on with something else. It stays while somebody points at it or is in it; F8 goes to it.
 */
export function SaidHere() {
  const said = useSyncExternalStore(onSaid, saidNow);
  const { pathname } = useLocation();
  const viewport = useRef<HTMLOListElement>(null);
  const [at, setAt] = useState({ left: 0, top: 0 });
  const spot = said.at(-1)?.spot;
  const aside = useOutOfTheWay(said.at(-1)?.id);
  useLayoutEffect(() => {
    const { current } = viewport;
    if (!current || said.length === 0 || aside) return undefined;
    const stand = () => {
      const { width, height } = current.getBoundingClientRect();
      const places = document.querySelector('[data-places]')?.getBoundingClientRect();
      const foot = places && places.height > 0 && places.top > window.innerHeight / 2 ? places.height : 0;
      // On another page than it was pressed on, it stands below that page's sentence.
      const sentence = document.querySelector('main h1')?.getBoundingClientRect();
      const box = spot && spot.path === pathname ? boxOf(spot) : sentence;
      const { left, top } = beside(
        box,
        { width, height },
        { width: document.documentElement.clientWidth, height: window.innerHeight, foot },
      );
      // In the page and not in the window: it goes along when somebody scrolls.
      const next = { left: left + window.scrollX, top: top + window.scrollY };
      setAt((was) => (was.left === next.left && was.top === next.top ? was : next));
    };
    stand();
    if (spot?.path === pathname) return undefined;
    // That page is still on its way: its sentence comes, and grows.
    const watch = new MutationObserver(() => requestAnimationFrame(stand));
    watch.observe(document.body, { childList: true, subtree: true, characterData: true });
    return () => watch.disconnect();
  }, [said, spot, pathname, aside]);
  return (
    <Toast.Provider duration={SHOWN_MS} label="Said" swipeDirection="right">
      {said.map((one) => (
        <Toast.Root
          key={one.id}
          type={one.trouble ? 'foreground' : 'background'}
          onOpenChange={(open) => (open ? undefined : putAway(one.id))}
          data-said=""
          className="flex items-center gap-2 border-2 border-ink bg-sheet py-1 pr-1 pl-3"
        >
          <div className="min-w-0 grow">
            <Toast.Title className={one.trouble ? 'fault' : ''}>{one.text}</Toast.Title>
            {one.detail ? <Toast.Description className="text-sm">{one.detail}</Toast.Description> : null}
          </div>
          {one.undo ? (
            <Toast.Action asChild altText={one.word ?? 'Undo'}>
              <Button onClick={() => void undoSaid(one)}>{one.word ?? 'Undo'}</Button>
            </Toast.Action>
          ) : null}
          <Toast.Close asChild>
            <Button look="quiet" aria-label="Put it away">
              <svg width="12" height="12" viewBox="0 0 12 12" aria-hidden="true">
                <path d="M1 1L11 11M11 1L1 11" stroke="currentColor" strokeWidth="2" />
              </svg>
            </Button>
          </Toast.Close>
        </Toast.Root>
      ))}
      <Toast.Viewport
        ref={viewport}
        style={aside ? undefined : at}
        data-said=""
        className={`no-print z-50 w-max max-w-[min(420px,calc(100vw-16px))] space-y-1 ${aside ? 'fixed right-2 top-2 desk:top-auto desk:bottom-2' : 'absolute'}`}
      />
    </Toast.Provider>
  );
}
