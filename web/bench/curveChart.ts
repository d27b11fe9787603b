import { convert, shownUnit, shownValue, type UnitSystem } from '#core/base/quantities';
import { saturationPressure, type RefrigerantName } from '#core/measuring/refrigerant';
import { CHART_TIP, CHART_WORDS, type ChartOption } from '../ui/frame/Chart.tsx';

const [COLD, HOT] = [-20, 140];
const STEPS = 40;
/** Lines of the temperature axis, in the unit that is shown. */
const EVERY = { US: 40, metric: 30 } as const;

export interface Curves {
  readonly refrigerant: RefrigerantName;
  readonly psig?: number | undefined;
  readonly tempF?: number | undefined;
  readonly system: UnitSystem;
}

const units = (system: UnitSystem) => ({
  temperature: shownUnit('temperature', '°F', system),
  pressure: shownUnit('pressureGauge', 'psig', system),
});

/** What the chart shows, for those who hear it. */
export function curveWords({ refrigerant, system }: Curves): string {
  const { temperature } = units(system);
  const shown = (f: number) => Math.round(convert('temperature', '°F', temperature, f));
  return (
    `Bubble and dew pressure of ${refrigerant} from ${shown(COLD)} to ${shown(HOT)} ${temperature}; ` +
    'the answers stand below.'
  );
}

/**
 * Both curves of a refrigerant, in the units of the screen, with the pressure or temperature of the card on
 * them.
 */
export function curveChart({ refrigerant, psig, tempF, system }: Curves): ChartOption {
  const { temperature, pressure } = units(system);
  const warm = (f: number) => convert('temperature', '°F', temperature, f);
  const high = (p: number) => shownValue('pressureGauge', 'psig', p, system).value;
  const line = (curve: 'dew' | 'bubble') =>
    Array.from({ length: STEPS + 1 }, (_, i) => COLD + ((HOT - COLD) * i) / STEPS).map((f) => [
      warm(f),
      high(saturationPressure(refrigerant, curve, f)),
    ]);
  const entered = [
    ...(psig === undefined ? [] : [{ yAxis: high(psig) }]),
    ...(tempF === undefined ? [] : [{ xAxis: warm(tempF) }]),
  ];
  const axis = {
    type: 'value' as const,
    axisLabel: CHART_WORDS,
    nameTextStyle: CHART_WORDS,
    axisLine: { onZero: false, lineStyle: { color: 'var(--soft)' } },
    splitLine: { lineStyle: { color: 'var(--rule)' } },
  };
  return {
    grid: { left: 8, right: 14, top: 28, bottom: 4, outerBoundsMode: 'same' },
    tooltip: {
      ...CHART_TIP,
      trigger: 'axis',
      valueFormatter: (value) => `${Math.round(Number(value))} ${pressure}`,
    },
    xAxis: {
      ...axis,
      min: 10 * Math.floor(warm(COLD) / 10),
      max: 10 * Math.ceil(warm(HOT) / 10),
      interval: EVERY[system],
      axisLabel: {
        ...CHART_WORDS,
        formatter: `{value} ${temperature}`,
        showMinLabel: false,
        showMaxLabel: false,
      },
    },
    yAxis: {
      ...axis,
      min: 0,
      name: `${pressure}; solid: bubble, broken: dew`,
      nameTextStyle: { ...CHART_WORDS, align: 'left' },
    },
    series: [
      {
        name: 'bubble',
        type: 'line',
        data: line('bubble'),
        showSymbol: false,
        color: 'var(--ink)',
        lineStyle: { width: 2.2 },
        markLine: {
          symbol: 'none',
          silent: true,
          label: { show: false },
          lineStyle: { color: 'var(--ink)', width: 2, type: 'solid' },
          data: entered,
        },
      },
      {
        name: 'dew',
        type: 'line',
        data: line('dew'),
        showSymbol: false,
        color: 'var(--verdigris)',
        lineStyle: { width: 2.2, type: [6, 3] },
      },
    ],
  };
}
