import { z } from 'zod';
import { phone, type OutboxItem } from './db.ts';
import { FORMAT } from './waitingFile.ts';

/*
 * What waits on a device, as a file: saved when the device has to go, and brought back on another. See
 * docs/formats.md.
 */

const item = z.object({
  id: z.string().min(1).max(80),
  owner: z.string().max(80),
  ownerName: z.string().max(300),
  about: z.string().max(80),
  path: z.string().regex(/^\/api\/[\w/-]+$/),
  body: z.record(z.string(), z.unknown()),
  what: z.string().max(100),
  queuedAt: z.number(),
  shiftMs: z.number(),
});
const file = z.object({ format: z.literal(FORMAT), items: z.array(item).max(5000) });

/**
 * Takes a file back: everything in it waits here again, each under the name of who wrote it. What the server
 * has by now is answered as done when it is sent: the same thing twice counts once.
 *
 * @returns how many things it held
 * @throws RangeError when the text is no such file
 */
export async function bringBack(text: string): Promise<number> {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    value = undefined;
  }
  const read = file.safeParse(value);
  if (!read.success) throw new RangeError('this is no file of what waits on a phone');
  const items = read.data.items.map((kept): OutboxItem => ({
    ...kept,
    state: 'waiting',
    tries: 0,
    nextAt: 0,
  }));
  await phone.outbox.bulkPut(items);
  return items.length;
}
