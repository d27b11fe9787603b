import { useMemo } from 'react';
import { plural } from '#core/base/sentences';
import { durationText } from '#core/base/time';
import type { BoardView } from '#contracts/board';
import type { DueSite } from '#contracts/routes';
import { Chart, CHART_TIP, CHART_WORDS, type ChartOption } from '../ui/frame/Chart.tsx';
import { shortDay } from '../ui/words/format.ts';
import { Panel } from '../ui/frame/Screen.tsx';
import { loadOf } from './DaysAhead.tsx';

/** What the days ahead hold against the hours there are, and what is due beside it. */
export function LoadAhead({ board, due }: { board: BoardView | undefined; due: readonly DueSite[] }) {
  const days = useMemo(
    () =>
      [...new Set(board?.days.map((day) => day.day))].map((day) => ({
        day,
        ...loadOf(board?.days.filter((one) => one.day === day) ?? []),
      })),
    [board],
  );
  const option = useMemo(
    (): ChartOption => ({
      grid: { left: 44, right: 8, top: 28, bottom: 28 },
      tooltip: { ...CHART_TIP, trigger: 'axis', valueFormatter: (hours) => `${String(hours)} h` },
      legend: { top: 0, left: 0, textStyle: CHART_WORDS, itemWidth: 14, itemHeight: 10 },
      xAxis: {
        type: 'category',
        data: days.map(({ day }) => shortDay(day).slice(0, -5)),
        axisLabel: CHART_WORDS,
      },
      yAxis: { type: 'value', axisLabel: { ...CHART_WORDS, formatter: '{value} h' } },
      series: [
        {
          name: 'hours there are',
          type: 'bar',
          barGap: '-100%',
          data: days.map(({ hours }) => Math.round(hours / 6) / 10),
          itemStyle: { color: 'var(--zinc)', borderColor: 'var(--soft)', borderWidth: 1 },
        },
        {
          name: 'planned',
          type: 'bar',
          data: days.map(({ planned }) => Math.round(planned / 6) / 10),
          itemStyle: { color: 'var(--ink)' },
        },
      ],
    }),
    [days],
  );
  const planned = days.reduce((sum, day) => sum + day.planned, 0);
  const hours = days.reduce((sum, day) => sum + day.hours, 0);
  const waiting = due.reduce((sum, site) => sum + site.minutes, 0);
  if (!board) return null;
  return (
    <Panel title="The days ahead against the hours there are">
      <p>
        {hours === 0
          ? 'No crew works on these days: nothing can be planned on them. '
          : `${durationText(planned)} of ${durationText(hours)} are planned. `}
        {due.length === 0
          ? 'Nothing more is due.'
          : `${durationText(waiting)} of work at ${plural(due.length, 'site')} is due beside it, drives not counted.`}
      </p>
      <Chart
        option={option}
        label={`Hours by day: ${days.map((day) => `${shortDay(day.day)} ${durationText(day.planned)} of ${durationText(day.hours)}`).join(', ')}`}
        className="h-52"
      />
    </Panel>
  );
}
