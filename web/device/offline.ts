/*
 * The application itself on the device. Only a secure context (HTTPS, or this machine) has a service worker;
 * without one everything works but reloading in a dead spot.
 */

const RELOADED = 'gradum reloaded for a new version';
/** A screen that cannot be fetched twice within this time is not put right by loading the page again. */
const ONCE_WITHIN_MS = 60_000;
/** By then the first page is there, also on a slow phone. */
const FIRST_PAGE_MS = 2000;
const KEPT_WITHIN_MS = 60_000;

/**
 * Registers the service worker, and loads the page again where a new version has taken away a screen's
 * script.
 */
export function startOffline(): void {
  if (import.meta.env.PROD && 'serviceWorker' in navigator) {
    const register = () => void navigator.serviceWorker.register('/sw.js');
    // The first time it fetches everything there is; the screen that was asked for comes before.
    if (navigator.serviceWorker.controller) register();
    else window.addEventListener('load', () => setTimeout(register, FIRST_PAGE_MS));
  }
  window.addEventListener('vite:preloadError', (event) => {
    const last = Number(sessionStorage.getItem(RELOADED) ?? 0);
    if (!navigator.onLine || Date.now() - last < ONCE_WITHIN_MS) return;
    event.preventDefault();
    sessionStorage.setItem(RELOADED, String(Date.now()));
    // What is being typed is a draft already.
    window.location.reload();
  });
}

/** Whether the application is on this device whole, so that a reload without a signal opens it. */
export async function applicationKept(): Promise<boolean> {
  if (!('serviceWorker' in navigator)) return false;
  const late = new Promise<boolean>((done) => setTimeout(() => done(false), KEPT_WITHIN_MS));
  return Promise.race([navigator.serviceWorker.ready.then(() => true), late]);
}
