import { isRouteErrorResponse, Link, useRouteError } from 'react-router';

/** True when the script of a page could not be fetched: each browser says it in its own words. */
const notHere = (error: unknown): boolean =>
  error instanceof Error &&
  /dynamically imported module|Importing a module script failed|error loading dynamically|preload CSS/i.test(
    error.message,
  );

/** An address that leads nowhere, or a screen that broke. */
export function Lost() {
  const error = useRouteError();
  // Where nothing went wrong there is no error, undefined or null by the router's own taste.
  const broke = (error ?? undefined) !== undefined && !isRouteErrorResponse(error);
  if (broke && notHere(error))
    return (
      <main id="content" className="mx-auto max-w-xl p-6">
        <h1 className="text-xl">This page is not on this phone.</h1>
        <p className="mt-2">
          It opens once there is a signal. The sheets of your day, their units and roofs are here, and what
          you have typed is kept.
        </p>
        <p className="mt-3 flex gap-4">
          <button type="button" className="text-copper underline" onClick={() => window.location.reload()}>
            Try again
          </button>
          <Link to="/" reloadDocument className="text-copper underline">
            Go to today
          </Link>
        </p>
      </main>
    );
  return (
    <main id="content" className="mx-auto max-w-xl p-6">
      <h1 className="text-xl">
        {broke ? 'This screen broke. What you typed is kept.' : 'There is nothing at this address.'}
      </h1>
      {broke ? <p className="mt-2 text-soft">{error instanceof Error ? error.message : ''}</p> : null}
      <p className="mt-3">
        <Link to="/" reloadDocument className="text-copper underline">
          Go to today
        </Link>
      </p>
    </main>
  );
}
