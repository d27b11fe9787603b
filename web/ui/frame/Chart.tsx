import { BarChart, LineChart, type BarSeriesOption, type LineSeriesOption } from 'echarts/charts';
import {
  GridComponent,
  LegendComponent,
  MarkLineComponent,
  TooltipComponent,
  type GridComponentOption,
  type LegendComponentOption,
  type TooltipComponentOption,
} from 'echarts/components';
import { init, use as draw, type ComposeOption } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';
import { following } from './following.ts';

draw([BarChart, LineChart, GridComponent, LegendComponent, MarkLineComponent, TooltipComponent, SVGRenderer]);

export type ChartOption = ComposeOption<
  BarSeriesOption | LineSeriesOption | GridComponentOption | LegendComponentOption | TooltipComponentOption
>;

/** A key is answered first; the chart follows this much later. */
const FOLLOWS_MS = 120;

/**
 * The colours and letters of the screen; the chart is SVG, so that it takes those of the theme and of paper.
 */
export const CHART_WORDS = { fontFamily: 'inherit', fontSize: 12, color: 'var(--soft)' } as const;
/** What is shown beside the pointer. */
export const CHART_TIP: TooltipComponentOption = {
  backgroundColor: 'var(--sheet)',
  borderColor: 'var(--ink)',
  textStyle: { color: 'var(--ink)', fontFamily: 'inherit' },
  confine: true,
};

/** A chart of data. Its label says in words what it shows; the values stand beside it as text. */
export function Chart({
  option,
  label,
  className,
}: {
  option: ChartOption;
  label: string;
  className: string;
}) {
  const place = useRef<HTMLDivElement>(null);
  const show = useRef<(next: ChartOption) => void>(undefined);
  const latest = useRef(option);
  useEffect(() => {
    const made = init(place.current, null, { renderer: 'svg' });
    made.setOption({ animation: false, ...latest.current });
    const follows = following<ChartOption>(
      (next) => made.setOption({ animation: false, ...next }, { notMerge: true }),
      FOLLOWS_MS,
    );
    show.current = follows.show;
    const fits = new ResizeObserver(() => made.resize());
    fits.observe(place.current as HTMLDivElement);
    return () => {
      follows.stop();
      fits.disconnect();
      made.dispose();
      show.current = undefined;
    };
  }, []);
  useEffect(() => {
    if (latest.current === option) return;
    latest.current = option;
    show.current?.(option);
  }, [option]);
  return <div ref={place} role="img" aria-label={label} className={className} />;
}
