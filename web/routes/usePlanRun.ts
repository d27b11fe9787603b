import { useCallback, useEffect, useRef, useState } from 'react';
import type { FleetPlan } from '#core/routing';
import type { PlanAsked, PlanProblem } from '#contracts/board';
import { usePlanProblemMutation } from '../api/routes.ts';
import { planInWorker } from '../workers/planSolver.ts';
import { keepStanding, ordersOfPlan } from './orders.ts';

/** A plan that was found: what was asked, and the orders it proposes. */
export interface Found {
  readonly asked: PlanAsked;
  readonly view: PlanProblem;
  readonly plan: FleetPlan;
  /** Nothing better exists. */
  readonly proved: boolean;
  readonly orders: readonly (readonly number[])[];
  readonly seconds: number;
}

export interface Running {
  readonly view: PlanProblem | undefined;
  readonly share: number;
  /** Seconds and cost, falling. */
  readonly costs: readonly (readonly [seconds: number, cost: number])[];
}

/**
 * Asks for what is to be planned, searches beside the screen, tells how it goes, and can be stopped or left.
 */
export function usePlanRun() {
  const [ask] = usePlanProblemMutation();
  const [running, setRunning] = useState<Running>();
  const [found, setFound] = useState<Found>();
  const [error, setError] = useState<unknown>();
  const run = useRef<ReturnType<typeof planInWorker>>(undefined);
  const turn = useRef(0);
  const cancel = useCallback(() => {
    turn.current++;
    run.current?.cancel();
    run.current = undefined;
    setRunning(undefined);
  }, []);
  useEffect(() => () => run.current?.cancel(), []);

  const start = useCallback(
    async (asked: PlanAsked): Promise<Found | undefined> => {
      cancel();
      const own = ++turn.current;
      setError(undefined);
      setFound(undefined);
      setRunning({ view: undefined, share: 0, costs: [] });
      try {
        const view = await ask(asked).unwrap();
        if (turn.current !== own) return undefined;
        setRunning({ view, share: 0, costs: [] });
        const began = performance.now();
        run.current = planInWorker(view.problem, view.orders, ({ cost, share, seconds }) =>
          setRunning((now) => now && { ...now, share, costs: [...now.costs, [seconds, cost]] }),
        );
        const { plan, proved } = await run.current.result;
        if (turn.current !== own) return undefined;
        const next = {
          asked,
          view,
          plan,
          proved,
          orders: keepStanding(view.orders, ordersOfPlan(view, plan)),
          seconds: (performance.now() - began) / 1000,
        };
        setFound(next);
        setRunning(undefined);
        return next;
      } catch (refused) {
        if (turn.current !== own) return undefined;
        setError(refused);
        setRunning(undefined);
        return undefined;
      }
    },
    [ask, cancel],
  );
  const stop = useCallback(() => run.current?.stop(), []);
  return { start, stop, cancel, running, found, error, setFound };
}
