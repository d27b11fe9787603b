import { useEffect, useRef, useState } from 'react';
import type { PlanAsked } from '#contracts/board';
import { Button } from '../ui/frame/Button.tsx';
import { Panel, Trouble } from '../ui/frame/Screen.tsx';
import { beginsAnew, ordersToKeep } from './orders.ts';
import { Changes, Compare, LeftOut, PlanStrips, sumsOf } from './PlanFound.tsx';
import { PlanProgress } from './PlanProgress.tsx';
import { useKeepPlan } from './useKeepPlan.ts';
import { usePlanRun, type Found } from './usePlanRun.ts';

/** A plan proposed for a part of the board, with what changes by it; nothing is changed before it is kept. */
export function Proposal({
  title,
  asked,
  stands,
  onKept,
  onClose,
}: {
  title: string;
  asked: PlanAsked;
  /** When visits begin as the board has them: other times by these roads are kept too. */
  stands?: ReadonlyMap<string, number | null>;
  onKept: () => void;
  onClose: () => void;
}) {
  const { start, stop, running, found, error } = usePlanRun();
  const { keep } = useKeepPlan();
  const [refused, setRefused] = useState<unknown>();
  const first = useRef(asked);
  const place = useRef<HTMLDivElement>(null);
  useEffect(() => {
    void start(first.current);
    place.current?.scrollIntoView({ block: 'nearest' });
  }, [start]);
  const toKeep = ({ asked: of, view, orders }: Found) =>
    ordersToKeep(of, view, view.orders, orders, true, true, stands);
  const changed = found && toKeep(found).orders.length > 0;
  const save = async () => {
    if (!found) return;
    try {
      await keep(toKeep(found), title);
      onKept();
    } catch (wrong) {
      setRefused(wrong);
    }
  };
  return (
    <div ref={place} className="mt-3">
      <Panel
        title={title}
        actions={
          <Button look="quiet" onClick={onClose}>
            Leave it as it is
          </Button>
        }
      >
        {error ? <Trouble error={error} retry={() => void start(first.current)} /> : null}
        {refused ? <Trouble error={refused} /> : null}
        {running ? <PlanProgress running={running} onStop={stop} onCancel={onClose} /> : null}
        {found ? (
          <div className="grid grid-cols-1 gap-3 items-start lg:grid-cols-[minmax(0,2fr)_minmax(0,3fr)]">
            <div className="space-y-2">
              <Compare
                columns={[
                  { name: 'As it stands', sum: sumsOf(found.view, found.view.orders) },
                  { name: 'Proposed', sum: sumsOf(found.view, found.orders) },
                ]}
                shown={1}
              />
              <Changes found={found} />
              <LeftOut found={found} />
              <Button look="act" disabled={!changed} onClick={() => void save()}>
                {changed ? 'Change it so' : 'Nothing to change'}
              </Button>
            </div>
            <div
              className="max-h-[60vh] overflow-y-auto"
              tabIndex={0}
              aria-label="The days as proposed"
              role="region"
            >
              <PlanStrips found={{ ...found, ...changedOnly(found, stands) }} />
            </div>
          </div>
        ) : null}
      </Panel>
    </div>
  );
}

/** Only the days that change are drawn. */
const changedOnly = (
  { view, orders }: Found,
  stands: ReadonlyMap<string, number | null> = new Map(),
): Pick<Found, 'orders'> => ({
  orders: orders.map((order, s) =>
    order.join() === (view.orders[s] ?? []).join() &&
    !order.some((job) => view.jobs[job]?.loose) &&
    !beginsAnew(view, s, order, stands)
      ? []
      : order,
  ),
});
