/*
 * Where the keyboard was: a dialog that closes gives it back to what opened it. What opened it may be gone by
 * then (an item of a menu, a button that saving took away); then it goes to what had it before that, at last
 * to the content.
 */

const KEPT = 8;
const before: WeakRef<HTMLElement>[] = [];

/** What floats above the page and goes away with what it floats for. */
const FLOATS = '[role="dialog"], [role="menu"], [role="listbox"]';

if (typeof document !== 'undefined')
  document.addEventListener('focusin', ({ target }) => {
    if (!(target instanceof HTMLElement) || target.closest(FLOATS)) return;
    before.unshift(new WeakRef(target));
    before.length = Math.min(before.length, KEPT);
  });

const usable = (element: HTMLElement | undefined): element is HTMLElement =>
  element !== undefined &&
  element.isConnected &&
  element !== document.body &&
  !element.closest('[inert], [aria-hidden="true"]') &&
  element.getClientRects().length > 0;

/**
 * Puts the keyboard back to where it was last on the page.
 *
 * @param opener what had it when the dialog opened
 */
export function returnFocus(opener: Element | null): void {
  const places = [opener instanceof HTMLElement ? opener : undefined, ...before.map((ref) => ref.deref())];
  const place = places.find(usable) ?? document.querySelector<HTMLElement>('#content');
  place?.focus();
}
