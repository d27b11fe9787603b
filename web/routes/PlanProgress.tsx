import { useMemo } from 'react';
import { Button } from '../ui/frame/Button.tsx';
import { CHART_WORDS, Chart, type ChartOption } from '../ui/frame/Chart.tsx';
import type { Running } from './usePlanRun.ts';

/** How the search goes: its share of time, the cost falling, and a way to stop and keep the best so far. */
export function PlanProgress({
  running: { view, share, costs, there },
  onStop,
  onCancel,
}: {
  running: Running;
  onStop: () => void;
  onCancel: () => void;
}) {
  const option = useMemo((): ChartOption => {
    return {
      grid: { left: 60, right: 12, top: 12, bottom: 28 },
      xAxis: {
        type: 'value',
        min: 0,
        name: 'seconds',
        nameLocation: 'middle',
        nameGap: 18,
        axisLabel: CHART_WORDS,
        nameTextStyle: CHART_WORDS,
      },
      yAxis: { type: 'value', scale: true, axisLabel: CHART_WORDS },
      series: [
        {
          type: 'line',
          step: 'end',
          showSymbol: false,
          lineStyle: { color: 'var(--ink)', width: 2 },
          data: costs.map(([seconds, cost]) => [Number(seconds.toFixed(2)), Math.round(cost)]),
        },
      ],
    };
  }, [costs]);
  return (
    <div role="status" aria-label="The search" className="space-y-2">
      <p>
        {view
          ? `${view.jobs.length} jobs for ${view.shifts.length} shifts: looking for the plan that costs least${there ? ', on the server' : ''}.`
          : 'Fetching what is to be done, and the roads …'}
      </p>
      <progress className="w-full accent-copper" max={1} value={share} aria-label="Share of the time spent" />
      {costs.length > 1 ? (
        <Chart
          option={option}
          label={`Cost of the plan, minutes: ${Math.round(costs[0]?.[1] ?? 0)} at first, ${Math.round(costs.at(-1)?.[1] ?? 0)} now`}
          className="h-40"
        />
      ) : null}
      <div className="flex gap-2">
        <Button disabled={costs.length === 0} onClick={onStop}>
          Stop and keep the best
        </Button>
        <Button look="quiet" onClick={onCancel}>
          Leave it
        </Button>
      </div>
    </div>
  );
}
