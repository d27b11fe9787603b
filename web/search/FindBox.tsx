import { lazy, Suspense, useEffect, useRef, useState } from 'react';

const FindList = lazy(() => import('./FindList.tsx'));
const FIELD =
  'reach w-full rounded-[3px] border border-[#8a9095] px-3 text-left text-[#d9d5c9] hover:border-[#e59a63]';

/**
 * Find anything, go anywhere, from the field on the ridge: what is found stands beneath it, the screen stays
 * in sight. Ctrl-K and the slash key lead there.
 */
export function FindBox() {
  const [open, setOpen] = useState(false);
  const whole = useRef<HTMLDivElement>(null);
  const button = useRef<HTMLButtonElement>(null);
  const wasOpen = useRef(false);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const inField =
        event.target instanceof HTMLElement && /^(INPUT|TEXTAREA|SELECT)$/.test(event.target.tagName);
      if ((event.key === 'k' && (event.ctrlKey || event.metaKey)) || (event.key === '/' && !inField)) {
        event.preventDefault();
        setOpen(true);
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  useEffect(() => {
    if (!open) return;
    const leave = (event: Event) => {
      if (event.target instanceof Node && !whole.current?.contains(event.target)) setOpen(false);
    };
    document.addEventListener('pointerdown', leave);
    document.addEventListener('focusin', leave);
    return () => {
      document.removeEventListener('pointerdown', leave);
      document.removeEventListener('focusin', leave);
    };
  }, [open]);
  // Whoever closes it with Escape goes on from where they came.
  useEffect(() => {
    if (wasOpen.current && !open && document.activeElement === document.body) button.current?.focus();
    wasOpen.current = open;
  }, [open]);
  return (
    <div ref={whole} className={`min-w-0 grow desk:relative ${open ? 'desk:max-w-2xl' : 'desk:max-w-md'}`}>
      {open ? (
        <Suspense fallback={<div className={FIELD} />}>
          <FindList field={FIELD} onClose={() => setOpen(false)} />
        </Suspense>
      ) : (
        <button
          ref={button}
          type="button"
          title="Ctrl K or /"
          onClick={() => setOpen(true)}
          className={`${FIELD} truncate`}
        >
          Find: tag, breaker, or “archive upstairs is muggy”
        </button>
      )}
    </div>
  );
}
