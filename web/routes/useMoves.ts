import { useCallback, useMemo, useRef, useState } from 'react';
import { daysBetween } from '#core/base/time';
import type { BoardView, NewOrders, OrdersKept, PlanAsked, PlanProblem } from '#contracts/board';
import { problemOf } from '../api/base.ts';
import { usePlanProblemMutation } from '../api/routes.ts';
import { opened } from './opened.ts';
import { changedDays, holds, ordersToKeep, withJob, type ChangedDay } from './orders.ts';
import { useKeepPlan } from './useKeepPlan.ts';
import { sayRefused, sayTrouble } from '../ui/saying/say.ts';

/** What is picked up: a visit on the board, or a call that waits. */
export type Picked = { readonly visit: string } | { readonly call: string };

export interface Target {
  readonly shift: number;
  readonly at: number;
}

/** Something in the hand: where it would go, and what that would do. */
export interface Moving {
  readonly view: PlanProblem;
  readonly job: number;
  readonly target: Target | undefined;
  readonly days: readonly ChangedDay[];
}

const AHEAD = 14;
/** The days a board shows and a move may reach: today and two weeks, or a week from any other day. */
export function reach(today: string, shown: string): Pick<PlanAsked, 'from' | 'days'> {
  const away = daysBetween(today, shown);
  return away >= 0 && away < AHEAD ? { from: today, days: AHEAD } : { from: shown, days: 7 };
}

const same = (a: PlanProblem['jobs'][number]['asked'], b: Picked): boolean =>
  'visit' in b ? 'visit' in a && a.visit === b.visit : 'call' in a && a.call === b.call;

/**
 * Moving stops by hand: fetches what the arithmetic needs once for the board as it stands, works out what a
 * place would do, keeps it, and undoes it.
 */
export function useMoves(board: BoardView | undefined, shown: string) {
  const [ask] = usePlanProblemMutation();
  const [moving, setMoving] = useState<Moving>();
  const fetched = useRef<{ for: BoardView; shown: string; view: Promise<PlanProblem> }>(undefined);
  const asked = useMemo(() => (board ? reach(board.today, shown) : undefined), [board, shown]);
  const { keep: send, saving } = useKeepPlan();

  const prepare = useCallback((): Promise<PlanProblem> | undefined => {
    if (!board || !asked) return undefined;
    if (fetched.current?.for === board && fetched.current.shown === asked.from) return fetched.current.view;
    const view = ask({
      ...asked,
      crewIds: [],
      siteIds: [],
      calls: 'all',
      planned: 'may move',
      keepFree: false,
    })
      .unwrap()
      .then(opened);
    fetched.current = { for: board, shown: asked.from, view };
    view.catch(() => (fetched.current = undefined));
    return view;
  }, [ask, asked, board]);

  const pick = useCallback(
    async (picked: Picked): Promise<Moving | undefined> => {
      try {
        const view = await prepare();
        const job = view?.jobs.findIndex((one) => same(one.asked, picked)) ?? -1;
        if (!view || job === -1) {
          sayTrouble('This cannot be moved: it is begun, or its site is not on the map.');
          return undefined;
        }
        const next: Moving = { view, job, target: undefined, days: [] };
        setMoving(next);
        return next;
      } catch (error) {
        sayRefused(error);
        return undefined;
      }
    },
    [prepare],
  );

  const aim = useCallback((target: Target | undefined) => {
    setMoving((now) => {
      if (!now) return now;
      if (now.target?.shift === target?.shift && now.target?.at === target?.at) return now;
      const { problem, orders } = now.view;
      return {
        ...now,
        target,
        days: target ? changedDays(problem, orders, withJob(orders, now.job, target)) : [],
      };
    });
  }, []);

  const cancel = useCallback(() => setMoving(undefined), []);

  /** Sends orders to be kept, and says where they are refused. */
  const keep = useCallback(
    async (orders: NewOrders, said: string): Promise<OrdersKept | undefined> => {
      try {
        return await send(orders, said);
      } catch (error) {
        const { title, detail, errors } = problemOf(error);
        sayTrouble(title, { detail: detail ?? errors?.map((one) => one.message).join('. ') });
        return undefined;
      }
    },
    [send],
  );

  /** Keeps the move in the hand. What does not hold is kept only where that is meant. */
  const drop = useCallback(
    async (now: Moving, said: string, anyway: boolean): Promise<boolean> => {
      if (!now.target || now.days.length === 0 || !asked) {
        setMoving(undefined);
        return false;
      }
      if (!anyway && !holds(now.days)) return false;
      const { orders } = now.view;
      const after = withJob(orders, now.job, now.target);
      const kept = await keep(ordersToKeep(asked, now.view, orders, after, anyway), said);
      if (kept) setMoving(undefined);
      return kept !== undefined;
    },
    [asked, keep],
  );

  /** Keeps a place that was offered, with what it said does not hold. */
  const take = useCallback(
    async ({ view, job }: Moving, target: Target, said: string): Promise<boolean> => {
      if (!asked) return false;
      const after = withJob(view.orders, job, target);
      return (await keep(ordersToKeep(asked, view, view.orders, after, true), said)) !== undefined;
    },
    [asked, keep],
  );

  return { asked, moving, saving, prepare, pick, aim, cancel, drop, take, keep };
}
export type Moves = ReturnType<typeof useMoves>;
