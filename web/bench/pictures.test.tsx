import {
  buildMachine,
  coolingState,
  RATING_SURROUNDINGS,
  SIM_FLUIDS,
  USUAL_SPEC,
  type SimFluid,
} from '#core/simulation';
import { REFRIGERANTS, type RefrigerantName } from '#core/refrigerant';
import { attributes, paint, words } from '../testing/paint.tsx';
import { CurvePicture } from './CurvePicture.tsx';
import { cycleCorners, CyclePicture } from './CyclePicture.tsx';
import { Gauge } from './Gauge.tsx';

describe('the picture of the curves', () => {
  const curves = (refrigerant: RefrigerantName, system: 'US' | 'metric', more: object = {}) =>
    paint(<CurvePicture refrigerant={refrigerant} system={system} {...more} />);

  it.each(Object.keys(REFRIGERANTS) as RefrigerantName[])(
    '%s: both curves rise from left to right, dew never above bubble',
    (refrigerant) => {
      const [bubble, dew] = attributes(curves(refrigerant, 'US'), 'points').map((points) =>
        points.split(' ').map((p) => p.split(',').map(Number)),
      );
      for (const line of [bubble, dew])
        line?.forEach(([x, y], i, all) => {
          if (i === 0) return;
          expect(x).toBeGreaterThan(all[i - 1]?.[0] as number);
          expect(y).toBeLessThanOrEqual(all[i - 1]?.[1] as number);
        });
      // Downwards on the screen is less pressure.
      dew?.forEach(([, y], i) => expect(y).toBeGreaterThanOrEqual((bubble?.[i]?.[1] as number) - 0.11));
    },
  );

  it('speaks in the units of the screen, with round numbers on the axis', () => {
    expect(words(curves('R-410A', 'US'))).toMatch(/40 °F.*200 400 psig/);
    expect(words(curves('R-410A', 'metric'))).toMatch(/20 °C.*1000 2000 3000 kPa\(g\)/);
    expect(attributes(curves('R-22', 'metric'), 'aria-label').join()).toMatch(/from -29 to 60 °C/);
  });

  it('shows the entered pressure and temperature where they belong: they cross on the curve', () => {
    // R-22 boils at 40 °F under 68.5 psig (published chart point).
    const markup = curves('R-22', 'US', { psig: 68.5, tempF: 40 });
    const copper = [
      ...markup.matchAll(
        /<line x1="([\d.]+)" x2="[\d.]+" y1="([\d.]+)" y2="[\d.]+" stroke="var\(--copper\)"/g,
      ),
    ];
    const [y, x] = [Number(copper[0]?.[2]), Number(copper[1]?.[1])];
    const dew = (attributes(markup, 'points')[1] as string).split(' ').map((p) => p.split(',').map(Number));
    const nearest = dew.reduce((best, p) =>
      Math.abs((p[0] as number) - x) < Math.abs((best[0] as number) - x) ? p : best,
    );
    expect(nearest[1]).toBeCloseTo(y, -1);
  });
});

describe('the picture of the cycle', () => {
  const machine = buildMachine(USUAL_SPEC);
  const sound = coolingState(machine, RATING_SURROUNDINGS);
  const low = coolingState(machine, RATING_SURROUNDINGS, { 'low charge': 0.5 });

  it.each(Object.keys(SIM_FLUIDS) as SimFluid[])(
    '%s: heat content rises over the compressor and falls over the condenser',
    (refrigerant) => {
      const built = buildMachine({ ...USUAL_SPEC, refrigerant });
      const [suction, discharge, liquid, metered] = cycleCorners(
        refrigerant,
        coolingState(built, RATING_SURROUNDINGS),
      );
      expect(discharge?.h).toBeGreaterThan(suction?.h as number);
      expect(liquid?.h).toBeLessThan(suction?.h as number);
      expect(metered?.h).toBe(liquid?.h);
      expect(discharge?.p).toBeGreaterThan(suction?.p as number);
    },
  );

  it('the sound machine stays as a ghost behind the one that runs', () => {
    const markup = paint(<CyclePicture refrigerant="R-410A" sound={sound} now={low} system="US" />);
    const paths = (drawn: string) => [...drawn.matchAll(/<path d="([^"]+)" fill="none"/g)].map(([, d]) => d);
    const [ghost, running] = paths(markup);
    expect(ghost).not.toBe(running);
    const [first, second] = paths(
      paint(<CyclePicture refrigerant="R-410A" sound={sound} now={sound} system="US" />),
    );
    expect(first).toBe(second);
    expect(words(markup)).toMatch(/suction.*discharge.*liquid.*metered/);
  });

  it('is told in the units of the screen; what stands still says so', () => {
    const label = (system: 'US' | 'metric', now: typeof low | undefined) =>
      attributes(
        paint(<CyclePicture refrigerant="R-410A" sound={sound} now={now} system={system} />),
        'aria-label',
      ).join();
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
  const needle = (markup: string) => /M80 78 L([\d.]+) ([\d.]+)/.exec(markup)?.slice(1).map(Number);

  it('turns clockwise with its value, and stops at the ends of its scale', () => {
    expect(needle(gauge(0))?.[0]).toBeLessThan(80);
    expect(needle(gauge(125))?.[0]).toBeCloseTo(80, 1);
    expect(needle(gauge(250))?.[0]).toBeGreaterThan(80);
    expect(needle(gauge(900))).toEqual(needle(gauge(250)));
    expect(needle(gauge(-40))).toEqual(needle(gauge(0)));
  });

  it('says number and unit, and what a sound machine shows', () => {
    expect(words(gauge(96.4))).toBe('96 suction, psig');
    expect(attributes(gauge(96.4), 'aria-label')).toEqual(['suction: 96 psig, sound 120 psig']);
    expect(words(gauge(undefined))).toBe('stands suction, psig');
    expect(needle(gauge(undefined))).toBeUndefined();
  });
});
