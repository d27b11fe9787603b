import type { Transaction } from 'sequelize';
import type { Database } from '../db/connect.ts';

interface LogLine {
  /** Null: the system itself. */
  readonly actor: string | null;
  readonly action: string;
  readonly entity: string;
  readonly entityId: string | null;
  readonly detail?: object;
}

/** Everything a person changes leaves a line, in the transaction that changes it. */
export async function writeLog(
  { models }: Database,
  transaction: Transaction,
  { actor, ...line }: LogLine,
): Promise<void> {
  // Nobody reads the line back here, and what it would answer has to be sent.
  const options = { transaction, returning: false };
  await models.Log.create({ actorKind: actor ? 'user' : 'system', actorId: actor, ...line }, options);
}
