import type { ReactNode } from 'react';

/**
 * A table in a box that scrolls when it has no room, reached by keyboard and named for those who do not see
 * it.
 */
export function TableBox({
  label,
  scrolls = 'overflow-x-auto',
  children,
}: {
  label: string;
  /** In which direction, and how high it may become. */
  scrolls?: string;
  children: ReactNode;
}) {
  return (
    <div className={`relative ${scrolls}`} tabIndex={0} role="region" aria-label={label}>
      {children}
    </div>
  );
}
