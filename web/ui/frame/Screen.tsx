import { useEffect, type CSSProperties, type ReactNode } from 'react';
import { Ghost, type GhostOf } from './Ghost.tsx';
import { problemOf } from '../../api/base.ts';
import { Button } from './Button.tsx';

/** A screen opens with the sentence its user came for; then evidence, then forms. */
export function Screen({
  title,
  sentence,
  actions,
  waits,
  lines = 1,
  children,
}: {
  title: string;
  sentence: ReactNode;
  actions?: ReactNode;
  /** What it still waits for; until that is here nothing else is drawn, so that nothing moves once it is. */
  waits?: string | undefined;
  /** So many lines of a phone its sentence takes once it is whole. */
  lines?: number;
  children: ReactNode;
}) {
  useEffect(() => {
    document.title = `${title} · Gradum`;
  }, [title]);
  return (
    <main
      id="content"
      tabIndex={-1}
      className="outline-none mx-auto w-full max-w-[1800px] px-4 pt-3 pb-24 desk:pb-8"
    >
      <div className="mb-3 flex flex-wrap items-start justify-between gap-3">
        <h1
          style={{ '--lines': lines } as CSSProperties}
          className="min-w-[min(100%,24rem)] flex-1 text-lg phone:min-h-[calc(var(--lines)*1lh)] desk:text-xl"
        >
          {sentence}
        </h1>
        {actions ? <div className="no-print flex flex-wrap gap-2">{actions}</div> : null}
      </div>
      {waits === undefined ? children : <Loading what={waits} />}
    </main>
  );
}

export function Panel({
  title,
  actions,
  children,
  className = '',
}: {
  title?: ReactNode;
  actions?: ReactNode;
  children: ReactNode;
  className?: string;
}) {
  return (
    <section className={`min-w-0 border border-rule bg-sheet p-3 ${className}`}>
      {title ? (
        <div className="mb-2 flex flex-wrap items-center justify-between gap-2">
          <h2 className="text-lg">{title}</h2>
          {actions ? <div className="flex flex-wrap gap-2">{actions}</div> : null}
        </div>
      ) : null}
      {children}
    </section>
  );
}

export function Loading({ what }: { what: string }) {
  return (
    <p role="status" className="hatch border border-rule bg-sheet p-6 text-soft">
      <span className="bg-sheet px-1">Fetching {what} …</span>
    </p>
  );
}

export function Empty({ children, ghost }: { children: ReactNode; ghost?: GhostOf }) {
  return (
    <div className="border border-dashed border-rule bg-sheet p-4 text-soft">
      {ghost ? <Ghost of={ghost} /> : null}
      <p>{children}</p>
    </div>
  );
}

/** What went wrong and what to do about it; `retry` where trying again can help. */
export function Trouble({ error, retry }: { error: unknown; retry?: () => void }) {
  const problem = problemOf(error);
  return (
    <div role="alert" className="border-2 border-ink bg-sheet p-3">
      <p className="fault">{problem.title}</p>
      {problem.detail ? <p>{problem.detail}</p> : null}
      {problem.errors && problem.errors.length > 0 ? (
        <ul className="mt-1 list-disc pl-5">
          {problem.errors.map((e, i) => (
            <li key={i}>
              {e.path}: {e.message}
            </li>
          ))}
        </ul>
      ) : null}
      {retry ? (
        <Button className="mt-2" onClick={retry}>
          Try again
        </Button>
      ) : null}
    </div>
  );
}
