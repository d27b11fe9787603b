import http, { type RequestListener, type Server } from 'node:http';

/** How long a sender may take, ms. */
interface Patience {
  /** For the head of a request. */
  readonly headMs: number;
  /** For all of it: a picture over a poor line, no more. */
  readonly wholeMs: number;
  /** How often connections are looked at. */
  readonly everyMs: number;
}
const PATIENCE: Patience = { headMs: 15_000, wholeMs: 120_000, everyMs: 5_000 };

/**
 * A server that closes on whoever sends too slowly, so that many who do so together keep nobody out. Answers
 * may take as long as they like: news are one that never ends.
 */
export const serverFor = (app: RequestListener, { headMs, wholeMs, everyMs }: Patience = PATIENCE): Server =>
  http.createServer(
    { headersTimeout: headMs, requestTimeout: wholeMs, connectionsCheckingInterval: everyMs },
    app,
  );
