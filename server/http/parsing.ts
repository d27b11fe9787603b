import { Worker } from 'node:worker_threads';

/* JSON of megabytes is made into values in a thread beside the one that answers everybody. */

/** Kept as text, so that it runs the same from sources, in tests and from a build. */
const THREAD = `
const { parentPort } = require('node:worker_threads');
parentPort.on('message', ({ id, bytes }) => {
  try {
    const text = Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength).toString('utf8');
    parentPort.postMessage({ id, value: JSON.parse(text) });
  } catch (error) {
    parentPort.postMessage({ id, wrong: error instanceof SyntaxError });
  }
});
`;

interface Answer {
  readonly id: number;
  readonly value?: unknown;
  /** Present where it failed: whether it was no JSON. */
  readonly wrong?: boolean;
}
interface Waiting {
  readonly resolve: (value: unknown) => void;
  readonly reject: (error: Error) => void;
}

let thread: Worker | undefined;
let last = 0;
const waiting = new Map<number, Waiting>();

function begun(): Worker {
  if (thread) return thread;
  const worker = new Worker(THREAD, { eval: true });
  // It keeps nothing alive by itself.
  worker.unref();
  worker.on('message', ({ id, value, wrong }: Answer) => {
    const asked = waiting.get(id);
    waiting.delete(id);
    if (wrong === undefined) asked?.resolve(value);
    else asked?.reject(wrong ? new SyntaxError('no JSON') : new Error('a body could not be read'));
  });
  // One that dies (out of memory) takes what it was at with it; the next body has a new one.
  worker.once('exit', () => {
    thread = undefined;
    for (const { reject } of waiting.values()) reject(new Error('reading a body broke off'));
    waiting.clear();
  });
  worker.on('error', () => undefined);
  thread = worker;
  return worker;
}

/**
 * Values of JSON, made beside this thread.
 *
 * @throws SyntaxError for what is no JSON
 */
export function parseBeside(bytes: Uint8Array): Promise<unknown> {
  const id = ++last;
  const copy = new Uint8Array(bytes);
  return new Promise((resolve, reject) => {
    waiting.set(id, { resolve, reject });
    const worker = begun();
    // While somebody waits, the process does.
    worker.ref();
    worker.postMessage({ id, bytes: copy }, [copy.buffer]);
  }).finally(() => {
    if (waiting.size === 0) thread?.unref();
  });
}
