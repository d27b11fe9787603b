import { useCallback, useEffect, useRef, useState } from 'react';
import { keepPlanned, ordersOf, VERY_LARGE, type FleetPlan } from '#core/planning/routing';
import type { PlanAsked, PlanProblem, SentProblem } from '#contracts/board';
import {
  useEndPlanSearchMutation,
  useLazyPlanSearchQuery,
  usePlanProblemMutation,
  useStartPlanSearchMutation,
} from '../api/routes.ts';
import { planInWorker, type PlanSearch } from '../workers/planSolver.ts';
import { opened } from './opened.ts';
import { searchThere } from './searchThere.ts';

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
  /** The server searches, and not this device. */
  readonly there?: boolean;
  /** Seconds and cost, falling. */
  readonly costs: readonly (readonly [seconds: number, cost: number])[];
}

/** A phone is left to be a phone: its search would end when its screen goes dark. */
const isPhone = (): boolean => window.matchMedia('(pointer: coarse)').matches;

/**
 * Asks for what is to be planned, searches beside the screen or on the server, tells how it goes, and can
 * be stopped or left.
 */
export function usePlanRun() {
  const [ask] = usePlanProblemMutation();
  const [running, setRunning] = useState<Running>();
  const [found, setFound] = useState<Found>();
  const [error, setError] = useState<unknown>();
  const [startThere] = useStartPlanSearchMutation();
  const [look] = useLazyPlanSearchQuery();
  const [end] = useEndPlanSearchMutation();
  const run = useRef<PlanSearch>(undefined);
  const turn = useRef(0);
  const cancel = useCallback(() => {
    turn.current++;
    run.current?.cancel();
    run.current = undefined;
    setRunning(undefined);
  }, []);
  // Whoever leaves while the server still begins leaves that search too.
  useEffect(() => cancel, [cancel]);

  const start = useCallback(
    async (asked: PlanAsked): Promise<Found | undefined> => {
      cancel();
      const own = ++turn.current;
      setError(undefined);
      setFound(undefined);
      setRunning({ view: undefined, share: 0, costs: [] });
      try {
        const here = isPhone() ? undefined : await ask(asked).unwrap();
        if (turn.current !== own) return undefined;
        const there = here && here.jobs.length <= VERY_LARGE ? undefined : await startThere(asked).unwrap();
        const view = opened((there?.view ?? here) as SentProblem);
        const began = performance.now();
        run.current = there
          ? searchThere(
              { look: () => look(there.id).unwrap(), end: (keep) => end({ id: there.id, keep }).unwrap() },
              ({ share, costs }) => setRunning((now) => now && { ...now, share, costs }),
            )
          : planInWorker(view.problem, view.orders, ({ cost, share, seconds }) =>
              setRunning((now) => now && { ...now, share, costs: [...now.costs, [seconds, cost]] }),
            );
        // Left while the server began: it searches for nobody.
        if (turn.current !== own) {
          run.current.cancel();
          return undefined;
        }
        setRunning({ view, share: 0, costs: [], there: there !== undefined });
        const { plan, proved } = await run.current.result;
        if (turn.current !== own) return undefined;
        const next = {
          asked,
          view,
          plan,
          proved,
          orders: keepPlanned(view.orders, ordersOf(view.problem, plan)),
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
    [ask, cancel, end, look, startThere],
  );
  const stop = useCallback(() => run.current?.stop(), []);
  return { start, stop, cancel, running, found, error, setFound };
}
