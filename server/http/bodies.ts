import express, { type RequestHandler } from 'express';
import { breath } from './breath.ts';
import { parseBeside } from './parsing.ts';
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
/**
 * Nor has any body of ours so many values: a file comes as one text, a thousand sites have some ten thousand.
 */
export const MOST_VALUES = 100_000;

const QUOTE = 34;
const BACKSLASH = 92;
const COMMA = 44;
const OPEN = new Set([91, 123]);
const CLOSE = new Set([93, 125]);
const BLANK = new Set([9, 10, 13, 32]);

const notJson = () => new Problem(400, 'The request is not JSON');

/**
 * A walk over the bytes of JSON before anything is made of them: refuses what is no object or list, nests
 * deeper than any contract or holds more values. Goes on where it stopped, so that a long one is walked piece
 * by piece.
 */
export class Shape {
  private depth = 0;
  private values = 0;
  private quoted = false;
  private skips = false;
  private begun = false;

  /** @throws Problem 400 */
  walk(bytes: Uint8Array): void {
    for (let i = 0; i < bytes.length; i++) {
      const byte = bytes[i] as number;
      if (this.skips) this.skips = false;
      else if (this.quoted) {
        if (byte === BACKSLASH) this.skips = true;
        else if (byte === QUOTE) this.quoted = false;
      } else if (byte === QUOTE) this.quoted = true;
      else if (OPEN.has(byte)) {
        if (++this.depth > DEEPEST) throw new Problem(400, 'The request nests too deep');
        this.count();
      } else if (CLOSE.has(byte)) this.depth--;
      else if (byte === COMMA) this.count();
      if (!this.begun && !BLANK.has(byte)) {
        if (!OPEN.has(byte)) throw notJson();
        this.begun = true;
      }
    }
  }

  private count(): void {
    if (++this.values > MOST_VALUES)
      throw new Problem(400, `The request holds more than ${MOST_VALUES.toLocaleString('en')} values`);
  }
}

const reader = (limit: number): RequestHandler =>
  express.json({ limit, verify: (_request, _response, bytes) => new Shape().walk(bytes) });

/** Bodies up to this are made sense of at once: a thread would take longer than that. */
const AT_ONCE = 128 * 1024;
/** So many bytes are walked before others have their turn: a few milliseconds. */
const PIECE = 1024 * 1024;

/** Reads large bodies: walked piece by piece, made into values in a thread beside this one. */
function largeReader(limit: number): RequestHandler {
  const raw = express.raw({ limit, type: 'application/json' });
  return (request, response, next) =>
    raw(request, response, (error?: unknown) => {
      if (error || !Buffer.isBuffer(request.body)) return next(error);
      madeOf(request.body).then(
        (value) => {
          request.body = value;
          next();
        },
        (refused: unknown) => next(refused),
      );
    });
}

async function madeOf(bytes: Buffer): Promise<unknown> {
  const shape = new Shape();
  for (let i = 0; i < bytes.length; i += PIECE) {
    shape.walk(bytes.subarray(i, i + PIECE));
    if (bytes.length > PIECE) await breath();
  }
  try {
    return bytes.length <= AT_ONCE ? JSON.parse(bytes.toString('utf8')) : await parseBeside(bytes);
  } catch (error) {
    throw error instanceof SyntaxError ? notJson() : error;
  }
}

const READERS: Record<BodySize, RequestHandler> = {
  small: reader(BODY.small),
  usual: reader(BODY.usual),
  drawing: largeReader(BODY.drawing),
  file: largeReader(BODY.file),
};

/** Reads the body of a request up to a size. Called only for who may send one at all. */
export const readBody = (size: BodySize): RequestHandler => READERS[size];
