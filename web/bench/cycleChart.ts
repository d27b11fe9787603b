import { convert, type UnitSystem } from '#core/base/quantities';
import { fluidOf, SIM_FLUIDS, type CircuitState, type SimFluid } from '#core/simulation';
import { CHART_TIP, CHART_WORDS, type ChartOption } from '../ui/frame/Chart.tsx';

/** Lines of the pressure axis, in the unit that is shown. */
const LINES = {
  US: { unit: 'psia', at: [30, 60, 125, 250, 500, 800] },
  metric: { unit: 'kPa', at: [200, 400, 800, 1600, 3200, 5600] },
} as const;
const [LEAST_PSIA, MOST_PSIA] = [25, 900];
/** From the coldest evaporator to the top of the dome, closer together where it bends. */
const domeF = (refrigerant: SimFluid): number[] => {
  const top = SIM_FLUIDS[refrigerant].criticalF;
  return Array.from({ length: 49 }, (_, i) => top - (top + 20) * (1 - i / 48) ** 2);
};

export interface Cycle {
  readonly refrigerant: SimFluid;
  readonly sound: CircuitState;
  readonly now: CircuitState | undefined;
  readonly system: UnitSystem;
}

interface Corner {
  readonly h: number;
  readonly p: number;
  readonly name: string;
  readonly side: 'left' | 'right' | 'top' | 'bottom';
}

/** A suction with more liquid in it than this is called wet. */
const WET = 0.985;
/** A restriction that takes less is not worth a corner of its own, psi. */
const SHOWN_DROP_PSI = 4;

/**
 * The corners of a cycle on the pressure–enthalpy picture: suction, discharge, liquid, before and after the
 * metering device. Heat contents are those of the state: a flooded suction lies inside the dome, liquid that
 * flashes in a choked line lies under it before it is metered.
 */
export function cycleCorners(s: CircuitState): Corner[] {
  return [
    {
      h: s.suctionH,
      p: s.suctionPsia,
      name: s.suctionQuality < WET ? 'suction, wet' : 'suction',
      side: 'bottom',
    },
    { h: s.dischargeH, p: s.dischargePsia, name: 'discharge', side: 'top' },
    { h: s.liquidH, p: s.liquidPsia, name: 'liquid', side: 'left' },
    ...(s.liquidPsia - s.meteringInletPsia > SHOWN_DROP_PSI
      ? [{ h: s.liquidH, p: s.meteringInletPsia, name: 'after the restriction', side: 'right' } as const]
      : []),
    { h: s.liquidH, p: s.suctionPsia, name: 'metered', side: 'bottom' },
  ];
}

const say = (psia: number, system: UnitSystem): string =>
  `${Math.round(convert('pressureAbsolute', 'psia', LINES[system].unit, psia))}`;

/** What the chart shows, for those who hear it. */
export function cycleWords({ refrigerant, sound, now, system }: Cycle): string {
  const both = (s: CircuitState) =>
    `${say(s.suctionPsia, system)} and ${say(s.dischargePsia, system)} ${LINES[system].unit}.`;
  return (
    `Pressure over heat content of ${refrigerant}. Sound: ${both(sound)} ` +
    (now ? `Now: ${both(now)}` : 'Now it does not run.')
  );
}

/**
 * Pressure over heat content: the dome of the refrigerant, the cycle as it runs, and the sound one behind it
 * as a ghost. The pressure axis is logarithmic, as on any such picture.
 */
export function cycleChart({ refrigerant, sound, now, system }: Cycle): ChartOption {
  const fluid = fluidOf(refrigerant);
  const { unit, at } = LINES[system];
  const corners = now?.running ? cycleCorners(now) : [];
  const ghost = sound.running ? cycleCorners(sound) : [];
  const spot = ({ h, p }: { h: number; p: number }): [number, number] => [
    h,
    Math.log(Math.max(LEAST_PSIA, p)),
  ];
  const round = (all: readonly Corner[]) => [...all, ...all.slice(0, 1)].map(spot);
  const temperatures = domeF(refrigerant);
  const dome = [
    ...temperatures.map((f) => ({ h: fluid.liquid(f), p: fluid.psia(f, 'bubble') })),
    ...temperatures.toReversed().map((f) => ({ h: fluid.vapour(f, f), p: fluid.psia(f, 'dew') })),
  ];
  const most = Math.max(fluid.vapour(170, 100), ...[...corners, ...ghost].map((c) => c.h)) + 14;
  return {
    grid: { left: 44, right: 10, top: 10, bottom: 10 },
    tooltip: {
      ...CHART_TIP,
      trigger: 'item',
      formatter: (hit) => {
        const { name, value } = hit as unknown as { name: string; value: [number, number] };
        return `${name || 'saturated'}: ${say(Math.exp(value[1]), system)} ${unit}`;
      },
    },
    xAxis: { type: 'value', min: -8, max: most, show: false },
    yAxis: { type: 'value', min: Math.log(LEAST_PSIA), max: Math.log(MOST_PSIA), show: false },
    series: [
      {
        name: 'dome',
        type: 'line',
        data: dome.map(spot),
        showSymbol: false,
        color: 'var(--soft)',
        lineStyle: { width: 1.5 },
        markLine: {
          symbol: 'none',
          silent: true,
          lineStyle: { color: 'var(--rule)', type: 'solid', width: 1 },
          label: { ...CHART_WORDS, position: 'start', formatter: ({ name }: { name: string }) => name },
          data: at.map((level) => ({
            name: String(level),
            yAxis: Math.log(convert('pressureAbsolute', unit, 'psia', level)),
          })),
        },
      },
      {
        name: 'sound',
        type: 'line',
        data: round(ghost),
        showSymbol: false,
        color: 'var(--verdigris)',
        lineStyle: { width: 3, type: [3, 5], opacity: 0.8 },
      },
      {
        name: 'now',
        type: 'line',
        symbol: 'circle',
        symbolSize: 9,
        color: 'var(--ink)',
        lineStyle: { width: 3.5, join: 'round' },
        data: round(corners).map((value, i) => {
          const corner = corners[i % corners.length] as Corner;
          return {
            name: corner.name,
            value,
            label: {
              show: i < corners.length,
              formatter: `${corner.name}, ${say(corner.p, system)}`,
              position: corner.side,
              color: 'var(--ink)',
              fontFamily: 'inherit',
              fontSize: 13,
              fontWeight: 600,
            },
          };
        }),
      },
    ],
  };
}
