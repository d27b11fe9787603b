import { isRouteErrorResponse, Link, useRouteError } from 'react-router';

/** An address that leads nowhere, or a screen that broke. */
export function Lost() {
  const error = useRouteError();
  const broke = error !== undefined && !isRouteErrorResponse(error);
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
