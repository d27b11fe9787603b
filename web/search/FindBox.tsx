import { lazy, Suspense, useEffect, useState } from 'react';

const FindDialog = lazy(() => import('./FindDialog.tsx'));

/** Find anything, go anywhere: Ctrl-K or the slash key. */
export function FindBox() {
  const [open, setOpen] = useState(false);
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
  return (
    <>
      <button
        type="button"
        onClick={() => setOpen(true)}
        className="flex min-h-9 min-w-0 grow items-center gap-2 rounded-[3px] border border-[#6d7377] px-3 text-left text-[#d9d5c9] hover:border-[#e59a63] md:max-w-md"
      >
        <span className="truncate">Find: tag, breaker, or “archive upstairs is muggy”</span>
        <kbd className="ml-auto hidden text-xs whitespace-nowrap md:inline">Ctrl K</kbd>
      </button>
      {open ? (
        <Suspense fallback={null}>
          <FindDialog onClose={() => setOpen(false)} />
        </Suspense>
      ) : null}
    </>
  );
}
