import express, { type RequestHandler } from 'express';
import { Problem } from './problem.ts';

/** How much a route takes in, bytes: a few KB where words come, more only where drawings and files come. */
export const BODY = {
  /** Before sign-in. */
  small: 2 * 1024,
  usual: 32 * 1024,
  /** A roof with everything on it; a planned day. */
  drawing: 1024 * 1024,
  /** Pictures and imported files. */
  file: 32 * 1024 * 1024,
} as const;
export type BodySize = keyof typeof BODY;

/** No contract of ours nests deeper than GeoJSON does. */
const DEEPEST = 30;

const QUOTE = 34;
const BACKSLASH = 92;
const OPEN = new Set([91, 123]);
const CLOSE = new Set([93, 125]);

/**
 * Refuses JSON that nests deeper than any contract, before anything recurses into it: one walk over the
 * bytes, whatever is in them.
 *
 * @throws Problem 400
 */
export function refuseDeep(bytes: Uint8Array): void {
  let depth = 0;
  let quoted = false;
  for (let i = 0; i < bytes.length; i++) {
    const byte = bytes[i] as number;
    if (quoted) {
      if (byte === BACKSLASH) i++;
      else if (byte === QUOTE) quoted = false;
    } else if (byte === QUOTE) quoted = true;
    else if (OPEN.has(byte)) {
      if (++depth > DEEPEST) throw new Problem(400, 'The request nests too deep');
    } else if (CLOSE.has(byte)) depth--;
  }
}

const reader = (limit: number): RequestHandler =>
  express.json({ limit, verify: (_request, _response, bytes) => refuseDeep(bytes) });
const READERS = Object.fromEntries(
  Object.entries(BODY).map(([size, limit]) => [size, reader(limit)]),
) as Record<BodySize, RequestHandler>;

/** Reads the body of a request up to a size. Called only for who may send one at all. */
export const readBody = (size: BodySize): RequestHandler => READERS[size];
