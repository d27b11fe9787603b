import { literal, type Model, type ModelStatic, type Transaction } from 'sequelize';
import { notFound, Stale } from './problem.ts';

/**
 * Writes a desk-edited record only when it still has the version the person saw. The condition is in the
 * update itself, so two writers cannot both win.
 *
 * @param show turns the stored record into its view for the 409 answer
 * @throws Problem 404 when there is no such record; Stale, which becomes a 409 with the stored version, when
 * it
 *   has moved on
 */
export async function updateVersion<M extends Model>(
  model: ModelStatic<M>,
  id: string,
  version: number,
  patch: Record<string, unknown>,
  { transaction, what, show }: { transaction: Transaction; what: string; show: () => Promise<unknown> },
): Promise<void> {
  const [matched] = await model.update({ ...patch, version: literal('version + 1') } as never, {
    where: { id, version } as never,
    transaction,
  });
  if (matched === 1) return;
  if (!(await model.findByPk(id, { transaction }))) throw notFound(what);
  throw new Stale(what.toLowerCase(), show);
}
