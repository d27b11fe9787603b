import { useLayoutEffect } from 'react';

/**
 * While a form of the roof is open, a phone shows it alone: the places and whatever stands beside it go, its
 * action stays in the thumb's reach. A desk has room for all of it.
 */
export function useFormOpen(): void {
  useLayoutEffect(() => {
    document.documentElement.dataset.form = 'open';
    return () => {
      delete document.documentElement.dataset.form;
    };
  }, []);
}
