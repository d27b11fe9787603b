import { useCallback } from 'react';
import { toast } from 'sonner';
import type { NewOrders, OrdersKept } from '#contracts/board';
import { problemOf } from '../api/base.ts';
import { useKeepOrdersMutation } from '../api/routes.ts';
import { ordersToUndo } from './orders.ts';

const NONE: ReadonlySet<string> = new Set();

/**
 * Sends orders to be kept and offers to undo them.
 *
 * @returns what was kept; it throws what the server refuses
 */
export function useKeepPlan(begun = NONE) {
  const [keepOrders, { isLoading }] = useKeepOrdersMutation();
  const keep = useCallback(
    async (orders: NewOrders, said: string): Promise<OrdersKept> => {
      const kept = await keepOrders(orders).unwrap();
      const undo = () =>
        keepOrders(ordersToUndo(kept, orders, begun))
          .unwrap()
          .then(() => toast('Undone'))
          .catch((error) => toast.error(problemOf(error).detail ?? problemOf(error).title));
      toast(said, { action: { label: 'Undo', onClick: () => void undo() } });
      return kept;
    },
    [begun, keepOrders],
  );
  return { keep, saving: isLoading };
}
