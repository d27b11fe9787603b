import type { Transaction } from 'sequelize';
import type { Database } from '../db/connect.ts';

export interface LogLine {
  /** Null: the system itself. */
  readonly actor: string | null;
  readonly action: string;
  readonly entity: string;
  readonly entityId: string | null;
  readonly detail?: unknown;
}

/** Everything a person changes leaves a line, in the transaction that changes it. */
export async function writeLog(db: Database, transaction: Transaction, line: LogLine): Promise<void> {
  await db.run(
    'insert into log (actor_kind, actor_id, action, entity, entity_id, detail) values ($1, $2, $3, $4, $5, $6)',
    [
      line.actor ? 'user' : 'system',
      line.actor,
      line.action,
      line.entity,
      line.entityId,
      line.detail === undefined ? null : JSON.stringify(line.detail),
    ],
    transaction,
  );
}
