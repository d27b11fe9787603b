import { compareText } from '#core/base/collections';
import { createHash } from 'node:crypto';
import type { Transaction } from 'sequelize';
import { IDENTITY_USED } from '#contracts/problem';
import type { Database } from '../db/connect.ts';
import { CLAIM_COMMAND } from './http.sql.ts';
import { Problem } from './problem.ts';

/**
 * Makes a command idempotent: the same id with the same body happens once however often it is sent (retries,
 * an outbox that lost the answer), the same id with another body is a conflict.
 *
 * @returns true when the work is to be done now, false when it was done before
 * @throws Problem 409 when the id was used for something else
 */
export async function firstTime(
  db: Database,
  transaction: Transaction,
  command: { id: string; body: unknown; actor: string | null },
): Promise<boolean> {
  const digest = createHash('sha256').update(canonical(command.body)).digest('hex');
  const added = await db.run(CLAIM_COMMAND, [command.id, digest, command.actor], transaction);
  if (added.length > 0) return true;
  const known = await db.models.Command.findByPk(command.id, { transaction });
  if (known?.digest === digest) return false;
  throw new Problem(409, 'This id was already used for something else', {
    type: IDENTITY_USED,
    detail: 'The same id with another body is refused; mint a new id.',
  });
}

/** JSON with sorted keys, so that the order in which a client writes fields does not matter. */
function canonical(value: unknown): string {
  return JSON.stringify(value, (_key, inner: unknown) =>
    inner && typeof inner === 'object' && !Array.isArray(inner)
      ? Object.fromEntries(Object.entries(inner).sort(([a], [b]) => compareText(a, b)))
      : inner,
  );
}
