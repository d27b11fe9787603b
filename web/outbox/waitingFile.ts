import type { OutboxItem } from './db.ts';

export const FORMAT = 'gradum waiting 1';

/** The text of the file for some items. */
export const waitingFile = (items: readonly OutboxItem[]): string =>
  JSON.stringify(
    {
      format: FORMAT,
      items: items.map(({ id, owner, ownerName, about, path, body, what, queuedAt, shiftMs }) => ({
        id,
        owner,
        ownerName,
        about,
        path,
        body,
        what,
        queuedAt,
        shiftMs,
      })),
    },
    null,
    1,
  );
