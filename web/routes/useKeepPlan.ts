import { useCallback } from 'react';
import { toast } from 'sonner';
import type { NewOrders, OrdersKept } from '#contracts/board';
import { problemOf } from '../api/base.ts';
import { useKeepOrdersMutation } from '../api/routes.ts';
import { ordersToUndo } from './orders.ts';

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
      const undo = () =>
        keepOrders(ordersToUndo(kept, orders))
          .unwrap()
          .then(() => toast('Undone'))
          .catch((error) => toast.error(problemOf(error).detail ?? problemOf(error).title));
      toast(said, { action: { label: 'Undo', onClick: () => void undo() } });
      return kept;
    },
    [keepOrders],
  );
  return { keep, saving: isLoading };
}
