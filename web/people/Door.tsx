import type { ReactNode } from 'react';

/** What is seen before anything else opens: signing in, choosing a password. */
export function Door({ company, children }: { company: string; children: ReactNode }) {
  return (
    <main id="content" className="mx-auto mt-[12vh] max-w-sm px-4">
      <div className="border-2 border-ink bg-sheet p-6">
        <div className="mb-4 flex items-center gap-3">
          <img src="/mark.svg" alt="" className="h-10 w-10" />
          <div>
            <h1 className="plate text-xl">Gradum</h1>
            <p className="text-soft">{company}</p>
          </div>
        </div>
        {children}
      </div>
    </main>
  );
}
