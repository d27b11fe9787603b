/** Where on the page something was pressed: the control, its box in the page, and the page it was on. */
export interface Spot {
  readonly control: Element;
  readonly box: DOMRect;
  readonly path: string;
}

let spot: Spot | undefined;

const CONTROLS = 'button, a, summary, label, input, select, textarea, [role="button"], [tabindex]';

/** Remembers what is pressed, so that what comes of it can be said beside it. @returns ends it */
export function followSpot(): () => void {
  const follow = (event: Event) => {
    const at = event.target instanceof Element ? (event.target.closest(CONTROLS) ?? undefined) : undefined;
    // What is pressed in a message itself is about the place that the message is about.
    if (!at || at.closest('[data-said]')) return;
    spot = { control: at, box: at.getBoundingClientRect(), path: window.location.pathname };
  };
  document.addEventListener('pointerdown', follow, true);
  document.addEventListener('keydown', follow, true);
  return () => {
    document.removeEventListener('pointerdown', follow, true);
    document.removeEventListener('keydown', follow, true);
  };
}

/** What was pressed last. */
export const spotNow = (): Spot | undefined => spot;

interface Room {
  readonly width: number;
  readonly height: number;
  /** Taken at the lower edge, by the places on a phone. */
  readonly foot: number;
}

/** Between a control and what is said of it, and to the edges of the window. */
const [GAP, EDGE, HEAD] = [6, 8, 56];

/**
 * Where a message of a size stands by the box of what was pressed: below it, above it where there is no
 * room, and always in sight.
 *
 * @param box undefined where nothing was pressed on this page: it stands below the head of the page
 * @returns left and top in the window, px
 */
export function beside(
  box: Pick<DOMRect, 'left' | 'top' | 'bottom'> | undefined,
  size: { readonly width: number; readonly height: number },
  room: Room,
): { readonly left: number; readonly top: number } {
  const most = Math.max(HEAD, room.height - room.foot - size.height - EDGE);
  const left = Math.max(EDGE, Math.min(box?.left ?? EDGE, room.width - size.width - EDGE));
  if (!box) return { left, top: HEAD };
  const below = box.bottom + GAP;
  const above = box.top - GAP - size.height;
  const top = below <= most ? below : above;
  return { left, top: Math.max(HEAD, Math.min(top, most)) };
}
