import { useCallback } from 'react';
import type { NewOrders, OrdersKept } from '#contracts/board';
import { useKeepOrdersMutation } from '../api/routes.ts';
import { ordersToUndo } from './orders.ts';
import { say } from '../ui/saying/say.ts';

/**
 * Sends orders to be kept and offers to undo them.
 *
 * @returns what was kept; it throws what the server refuses
 */
export function useKeepPlan() {
  const [keepOrders, { isLoading }] = useKeepOrdersMutation();
  const keep = useCallback(
    async (orders: NewOrders, said: string): Promise<OrdersKept> => {
      const kept = await keepOrders(orders).unwrap();
      say(said, { undo: () => keepOrders(ordersToUndo(kept, orders)).unwrap() });
      return kept;
    },
    [keepOrders],
  );
  return { keep, saving: isLoading };
}
