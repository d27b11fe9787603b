import type { HTMLAttributes, ReactNode, Ref } from 'react';

/**
 * A call that stands on no day: its unit in a column of its own, then where, what, its unit's two years,
 * what can be done.
 */
export function WaitsRow({
  plate,
  head,
  words,
  story,
  foot,
  actions,
  children,
  dragged,
}: {
  plate: ReactNode | undefined;
  head: ReactNode;
  words: string;
  story: ReactNode | undefined;
  foot?: ReactNode;
  actions: ReactNode;
  /** What opens beneath. */
  children?: ReactNode;
  dragged?: HTMLAttributes<HTMLDivElement> & { ref: Ref<HTMLDivElement> };
}) {
  return (
    <li className="grid grid-cols-[minmax(0,1fr)_auto] items-start gap-x-2 py-1.5">
      <div {...dragged} className={`grid grid-cols-[6rem_minmax(0,1fr)] gap-x-3 ${dragged?.className ?? ''}`}>
        <span>{plate ?? <span className="text-soft">unit not known</span>}</span>
        <div className="min-w-0">
          <p className="flex flex-wrap items-baseline gap-x-2">{head}</p>
          <p className="truncate" title={words}>
            {words}
          </p>
          {story}
          {foot}
        </div>
      </div>
      <div className="flex flex-col items-end">{actions}</div>
      {children}
    </li>
  );
}
