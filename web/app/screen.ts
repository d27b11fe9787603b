import { lazy, type ComponentType, type LazyExoticComponent, type ReactNode } from 'react';

type Load = () => Promise<{ default: ComponentType }>;
const LOADERS = new Map<unknown, Load>();
const SIGNED_IN = 'gradum signed in';

/** A screen whose script comes when it is first shown. */
export function screen(load: Load): LazyExoticComponent<ComponentType> {
  let started: ReturnType<Load> | undefined;
  const once = () => (started ??= load());
  const component = lazy(once);
  LOADERS.set(component, once);
  return component;
}

/**
 * Begins to fetch the first screen while the session is still being asked for: waiting for one after the
 * other costs a second on a cold start. Not where nobody is signed in: the sign-in page stays light.
 */
export function startLoading(element: ReactNode): void {
  if (!localStorage.getItem(SIGNED_IN)) return;
  const type =
    typeof element === 'object' && element !== null && 'type' in element ? element.type : undefined;
  // What fails here fails again, and is shown, when the screen is rendered.
  LOADERS.get(type)?.().catch(() => undefined);
}

/** Remembers on this device whether somebody is signed in. */
export function rememberSignedIn(signedIn: boolean): void {
  if (signedIn) localStorage.setItem(SIGNED_IN, '1');
  else localStorage.removeItem(SIGNED_IN);
}
