import type { Transaction } from 'sequelize';
import type { Database } from './connect.ts';

const NEXT_CALL_NUMBER = `select nextval('call_numbers')::int as n`;

/** The next number of a call, "C-00042" for calls and "M-00043" for maintenance. */
export async function nextRef(db: Database, kind: string, transaction: Transaction): Promise<string> {
  const [row] = await db.run<{ n: number }>(NEXT_CALL_NUMBER, [], transaction);
  const letter = kind === 'call' ? 'C' : kind === 'maintenance' ? 'M' : 'R';
  return `${letter}-${String(row?.n).padStart(5, '0')}`;
}
