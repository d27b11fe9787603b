import { init } from 'echarts/core';
import {
  buildMachine,
  coolingState,
  RATING_SURROUNDINGS,
  SIM_FLUIDS,
  USUAL_SPEC,
  type SimFluid,
} from '#core/simulation';
import { cardOf, type Card } from '#core/measuring/cards';
import { REFRIGERANTS, type RefrigerantName } from '#core/measuring/refrigerant';
import { attributes, paint, words } from '../testing/paint.tsx';
import type { ChartOption } from '../ui/frame/Chart.tsx';
import { curveChart, curveWords } from './curveChart.ts';
import { cycleChart, cycleCorners, cycleWords } from './cycleChart.ts';
import type { CardTyped } from './filled.ts';
import { Gauge } from './Gauge.tsx';
import { ProbePicture } from './ProbePicture.tsx';

type Spot = readonly [number, number];
interface Series {
  readonly name: string;
  readonly data: readonly (Spot | { readonly value: Spot })[];
  readonly markLine?: { readonly data: readonly { xAxis?: number; yAxis?: number }[] };
}
const seriesOf = (option: ChartOption, name: string): Series =>
  (option.series as unknown as Series[]).find((one) => one.name === name) as Series;
const spots = (option: ChartOption, name: string): Spot[] =>
  seriesOf(option, name).data.map((spot) => ('value' in spot ? spot.value : spot));
/** The words of a chart as it is drawn. */
const drawn = (option: ChartOption): string => {
  const chart = init(null, null, { renderer: 'svg', ssr: true, width: 560, height: 330 });
  chart.setOption({ animation: false, ...option });
  const markup = chart.renderToSVGString();
  chart.dispose();
  return words(markup);
};

describe('the chart of the curves', () => {
  it.each(Object.keys(REFRIGERANTS) as RefrigerantName[])(
    '%s: both curves rise from left to right, dew never above bubble',
    (refrigerant) => {
      const option = curveChart({ refrigerant, system: 'US' });
      const [bubble, dew] = [spots(option, 'bubble'), spots(option, 'dew')];
      for (const line of [bubble, dew])
        line.forEach(([t, p], i) => {
          if (i === 0) return;
          expect(t).toBeGreaterThan(line[i - 1]?.[0] as number);
          expect(p).toBeGreaterThan(line[i - 1]?.[1] as number);
        });
      dew.forEach(([, p], i) => expect(p).toBeLessThanOrEqual((bubble[i]?.[1] as number) + 0.01));
    },
  );

  it('speaks in the units of the screen, with round numbers on the axis', () => {
    expect(drawn(curveChart({ refrigerant: 'R-410A', system: 'US' }))).toMatch(
      /psig.*100 200 300.*20 °F 60 °F 100 °F/,
    );
    expect(drawn(curveChart({ refrigerant: 'R-410A', system: 'metric' }))).toMatch(
      /kPa\(g\).*1,000 2,000 3,000.*0 °C 30 °C/,
    );
    expect(curveWords({ refrigerant: 'R-22', system: 'metric' })).toMatch(/from -29 to 60 °C/);
  });

  it('shows the entered pressure and temperature where they belong: they cross on the curve', () => {
    // R-22 boils at 40 °F under 68.5 psig (published chart point).
    const option = curveChart({ refrigerant: 'R-22', system: 'US', psig: 68.5, tempF: 40 });
    const entered = seriesOf(option, 'bubble').markLine?.data ?? [];
    expect(entered).toEqual([{ yAxis: 68.5 }, { xAxis: 40 }]);
    expect(spots(option, 'dew').find(([t]) => t === 40)?.[1]).toBeCloseTo(68.5, 0);
  });
});

describe('the chart of the cycle', () => {
  const machine = buildMachine(USUAL_SPEC);
  const sound = coolingState(machine, RATING_SURROUNDINGS);
  const low = coolingState(machine, RATING_SURROUNDINGS, { 'low charge': 0.5 });

  it.each(Object.keys(SIM_FLUIDS) as SimFluid[])(
    '%s: heat content rises over the compressor and falls over the condenser',
    (refrigerant) => {
      const built = buildMachine({ ...USUAL_SPEC, refrigerant });
      const [suction, discharge, liquid, metered] = cycleCorners(coolingState(built, RATING_SURROUNDINGS));
      expect(discharge?.h).toBeGreaterThan(suction?.h as number);
      expect(liquid?.h).toBeLessThan(suction?.h as number);
      expect(metered?.h).toBe(liquid?.h);
      expect(discharge?.p).toBeGreaterThan(suction?.p as number);
    },
  );

  it('the sound machine stays as a ghost behind the one that runs', () => {
    const option = cycleChart({ refrigerant: 'R-410A', sound, now: low, system: 'US' });
    expect(spots(option, 'sound')).not.toEqual(spots(option, 'now'));
    const same = cycleChart({ refrigerant: 'R-410A', sound, now: sound, system: 'US' });
    expect(spots(same, 'sound')).toEqual(spots(same, 'now'));
    expect(drawn(option)).toMatch(/suction.*discharge.*liquid.*metered/);
    // A machine that stands has no cycle.
    expect(spots(cycleChart({ refrigerant: 'R-410A', sound, now: undefined, system: 'US' }), 'now')).toEqual(
      [],
    );
  });

  it('a flooded suction lies inside the dome, a choked line has a corner of its own', () => {
    const flooded = cycleCorners(coolingState(machine, RATING_SURROUNDINGS, { 'valve missing': 0.6 }));
    const state = coolingState(machine, RATING_SURROUNDINGS, { 'valve missing': 0.6 });
    const dry = machine.fluid.vapour(state.evaporatingF, state.evaporatingF);
    expect(flooded[0]?.name).toBe('suction, wet');
    expect(flooded[0]?.h).toBeLessThan(dry);
    const choked = cycleCorners(
      coolingState(machine, RATING_SURROUNDINGS, { 'liquid-line restriction': 0.8 }),
    );
    expect(choked.map((corner) => corner.name)).toContain('after the restriction');
    expect(choked[3]?.p).toBeLessThan((choked[2]?.p as number) - 50);
    expect(choked[3]?.h).toBe(choked[2]?.h);
  });

  it('the dome is drawn to its top, where liquid and vapour are one (critical temperature)', () => {
    for (const refrigerant of Object.keys(SIM_FLUIDS) as SimFluid[]) {
      const dome = spots(cycleChart({ refrigerant, sound, now: undefined, system: 'US' }), 'dome');
      const top = dome.length / 2;
      const width = (i: number) => (dome[dome.length - 1 - i]?.[0] as number) - (dome[i]?.[0] as number);
      expect(width(top - 1)).toBeLessThan(0.08 * width(0));
      dome.slice(1, top).forEach(([, p], i) => expect(p).toBeGreaterThan(dome[i]?.[1] as number));
      const psia = Math.exp(dome[top - 1]?.[1] as number);
      // Published critical pressures [from memory], the curves within 4 % of them.
      expect(psia / SIM_FLUIDS[refrigerant].criticalPsia).toBeGreaterThan(0.96);
      expect(psia / SIM_FLUIDS[refrigerant].criticalPsia).toBeLessThan(1.04);
    }
  });

  it('is told in the units of the screen; what stands still says so', () => {
    const label = (system: 'US' | 'metric', now: typeof low | undefined) =>
      cycleWords({ refrigerant: 'R-410A', sound, now, system });
    expect(label('US', low)).toMatch(/Sound: \d+ and \d+ psia\. Now: \d+ and \d+ psia\./);
    // 1 psia is 6.895 kPa (NIST SP 811).
    const [us, metric] = [label('US', low), label('metric', low)].map((text) =>
      Number(/Sound: (\d+)/.exec(text)?.[1]),
    );
    expect((metric as number) / (us as number)).toBeCloseTo(6.895, 1);
    expect(label('US', undefined)).toContain('Now it does not run.');
  });
});

describe('a gauge', () => {
  const gauge = (value: number | undefined) =>
    paint(
      <Gauge
        label="suction"
        value={value}
        sound={120}
        from={0}
        to={250}
        say={(v) => `${Math.round(v)} psig`}
      />,
    );
  const pointer = (markup: string) => /M([\d.]+) 21l-6/.exec(markup)?.slice(1).map(Number);

  it('moves right with its value, and stops at the ends of its scale', () => {
    expect(pointer(gauge(0))).toEqual([8]);
    expect(pointer(gauge(125))?.[0]).toBeCloseTo(120, 1);
    expect(pointer(gauge(250))).toEqual([232]);
    expect(pointer(gauge(900))).toEqual(pointer(gauge(250)));
    expect(pointer(gauge(-40))).toEqual(pointer(gauge(0)));
  });

  it('says number and unit, and what a sound machine shows', () => {
    expect(words(gauge(96.4))).toBe('suction 96 psig');
    expect(attributes(gauge(96.4), 'aria-label')).toEqual(['suction: 96 psig, sound 120 psig']);
    expect(words(gauge(undefined))).toBe('suction stands');
    expect(pointer(gauge(undefined))).toBeUndefined();
  });
});

describe('the circuit with its probes', () => {
  const charge = cardOf('charge') as Card;
  const picture = (typed: CardTyped) =>
    paint(<ProbePicture card={charge} typed={typed} unitOf={() => 'psig'} />);
  /** Middles of the probes that hold a number. */
  const held = (markup: string): [number, number][] =>
    [...markup.matchAll(/<circle cx="([\d.]+)" cy="([\d.]+)" r="6" fill="var\(--ink\)"/g)].map(([, x, y]) => [
      Number(x),
      Number(y),
    ]);
  const at = (name: string) => held(picture({ [name]: { text: '92' } }))[0] ?? [NaN, NaN];
  /** The middle of the metering device: liquid comes from above it, what it lets through goes on below. */
  const DEVICE_Y = 196;

  it('draws what was typed at its probe, and what was not as empty', () => {
    const markup = picture({ suction: { text: '118', unit: 'psig' } });
    expect(markup).not.toMatch(/NaN|undefined/);
    expect(held(markup)).toHaveLength(1);
    expect(words(markup)).toContain('118 psig suction');
    expect(words(markup)).toContain('– liquid line');
    expect(attributes(markup, 'aria-label')[0]).toMatch(/suction 118 psig, suction line not measured/);
  });

  it('takes the liquid before the metering device, and suction between coil and compressor', () => {
    for (const name of ['liquid', 'liquidLine']) expect(at(name)[1]).toBeLessThan(DEVICE_Y);
    for (const name of ['suction', 'suctionLine']) {
      expect(at(name)[0]).toBeGreaterThan(40);
      expect(at(name)[0]).toBeLessThan(190);
      expect(at(name)[1]).toBe(236);
    }
  });
});
