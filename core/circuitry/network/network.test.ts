import fc from 'fast-check';
import { across, METER_OHMS, ohmmeter, solve, type Element, type Phasor } from './index.ts';

const phase = (volts: number, degrees: number): Phasor => ({
  re: volts * Math.cos((degrees * Math.PI) / 180),
  im: volts * Math.sin((degrees * Math.PI) / 180),
});
const ohms = (elements: Element[], a: string, b: string): number => ohmmeter(elements, b)(a, b);
const load = (a: string, b: string, ohms: number, reactance = 0): Element => ({
  ...{ kind: 'impedance', a, b, ohms },
  ...(reactance === 0 ? {} : { reactance }),
});
const joined = (a: string, b: string): Element => ({ kind: 'joined', a, b });
const from = (a: string, b: string, volts: Phasor, ohms = 1e-6): Element => ({
  kind: 'source',
  a,
  b,
  volts,
  ohms,
});
/** A 208Y/120 service: three legs to the grounded neutral. */
const WYE: Element[] = ['A', 'B', 'C'].map((leg, k) => from(leg, 'N', phase(120, -120 * k)));

describe('worked by hand', () => {
  it('a divider', () => {
    const { reads, amps } = solve(
      [from('1', '0', phase(24, 0)), load('1', '2', 100), load('2', '0', 300)],
      '0',
    );
    expect(reads('2')).toBeCloseTo(18, 3);
    expect(reads('1', '2')).toBeCloseTo(6, 3);
    expect(amps(load('1', '2', 100)).re).toBeCloseTo(0.06, 6);
  });

  it('resistance and reactance in series: 3 and 4 Ω are 5', () => {
    const { amps } = solve([from('1', '0', phase(50, 0)), load('1', '0', 3, 4)], '0');
    expect(across(amps(load('1', '0', 3, 4)))).toBeCloseTo(10, 5);
    // The current lags by 53.13°.
    expect(
      (Math.atan2(amps(load('1', '0', 3, 4)).im, amps(load('1', '0', 3, 4)).re) * 180) / Math.PI,
    ).toBeCloseTo(-53.13, 2);
  });

  it('legs of a 208Y/120 service are 208 to each other and 120 to ground', () => {
    const { reads } = solve([...WYE, load('A', 'N', 1000)], 'N');
    expect(reads('A', 'B')).toBeCloseTo(120 * Math.sqrt(3), 2);
    expect(reads('B')).toBeCloseTo(120, 2);
  });

  it('a leg that is lost stands between the two others: 104 to each and 60 to ground', () => {
    const lost = WYE.filter((leg) => leg.kind === 'source' && leg.a !== 'B');
    const both = solve([...lost, load('A', 'B', 20), load('B', 'C', 20)], 'N');
    expect(both.reads('A', 'B')).toBeCloseTo(103.9, 1);
    expect(both.reads('B', 'C')).toBeCloseTo(103.9, 1);
    expect(both.reads('B')).toBeCloseTo(60, 1);
    // With a load on one side alone it copies that side.
    const one = solve([...lost, load('A', 'B', 20)], 'N');
    expect(one.reads('A', 'B')).toBeCloseTo(0, 1);
    expect(one.reads('B')).toBeCloseTo(120, 1);
    expect(one.reads('B', 'C')).toBeCloseTo(207.8, 1);
  });

  it('a transformer of 26.5 V behind 1.5 Ω over a coil of 2 Ω to ground: 15.1 V and 7.6 A', () => {
    const small: Element = {
      kind: 'transformer',
      primary: ['A', 'B'],
      secondary: ['R', 'C'],
      ratio: 26.5 / 208,
      ohms: 1.5,
      dc: { primary: 60, secondary: 1 },
    };
    const supply = [from('A', 'B', phase(208, 0)), small, joined('C', 'N')];
    expect(solve(supply, 'N').reads('R')).toBeCloseTo(26.5, 2);
    const { reads, amps } = solve([...supply, load('R', 'C', 2)], 'N');
    expect(reads('R', 'C')).toBeCloseTo(15.14, 2);
    expect(across(amps(small))).toBeCloseTo(7.57, 2);
  });

  it('a closed switch shows nothing, the only open one all, two open ones nothing each', () => {
    const string = (...open: number[]): Element[] => [
      from('1', '0', phase(24, 0)),
      ...[1, 2, 3].flatMap((k) => (open.includes(k) ? [] : [joined(`${k}`, `${k + 1}`)])),
      load('4', '0', 60),
    ];
    expect(solve(string(), '0').reads('2', '3')).toBe(0);
    expect(solve(string(2), '0').reads('2', '3')).toBeCloseTo(24, 2);
    expect(solve(string(2), '0').reads('4')).toBeCloseTo(0, 2);
    // The meter itself would close the string; with a second one open it cannot.
    expect(solve([...string(1, 3), load('2', '3', 1e8)], '0').reads('1', '2')).toBeCloseTo(0, 0);
    expect(solve(string(1, 3), '0').reads('3', '4')).toBeCloseTo(0, 0);
  });

  it('a wire that is lifted at both ends shows ghosts: a meter of 10 MΩ beside a live wire', () => {
    // 1 nF between two wires of one cable is 2.65 MΩ at 60 Hz.
    const ghost: Element = { kind: 'impedance', a: 'live', b: 'lifted', ohms: 1, reactance: -2.65e6 };
    const { reads } = solve([from('live', '0', phase(240, 0)), ghost], '0');
    // A divider of resistance and reactance: 240 × 10 / √(10² + 2.65²).
    expect(reads('lifted')).toBeCloseTo((240 * METER_OHMS) / Math.hypot(METER_OHMS, 2.65e6), 0);
    // Any load at all and it is gone.
    expect(
      solve([from('live', '0', phase(240, 0)), ghost, load('lifted', '0', 1000)], '0').reads('lifted'),
    ).toBeLessThan(0.2);
  });
});

it('a meter of 10 MΩ takes its share behind many small resistances as behind one large', () => {
  const chain = Array.from({ length: 50 }, (_, k) => load(`${k}`, `${k + 1}`, 2_000));
  const { reads } = solve([from('50', '0', phase(100, 0)), ...chain], '0');
  // Half of it stands behind 25 kΩ: 50 V less what 10 MΩ beside them takes, and hardly more by the insulation.
  expect(reads('25')).toBeCloseTo((50 * METER_OHMS) / (METER_OHMS + 25_000), 1);
  expect(reads('1')).toBeCloseTo(2, 2);
  expect(reads('30', '20')).toBeCloseTo((20 * METER_OHMS) / (METER_OHMS + 16_000), 1);
});

describe('dead, by the ohmmeter', () => {
  it('a bridge, whichever lead is where: 2, 4, 6 and 12 Ω with 8 Ω across carry nothing across when balanced', () => {
    const bridge = [
      ...[
        load('top', 'left', 2),
        load('left', 'bottom', 4),
        load('top', 'right', 6),
        load('right', 'bottom', 12),
      ],
      load('left', 'right', 8),
    ];
    for (const earth of ['top', 'left', 'right', 'bottom', 'elsewhere']) {
      const meter = ohmmeter(bridge, earth);
      // (2 + 4) beside (6 + 12).
      expect(meter('top', 'bottom')).toBeCloseTo(4.5, 6);
      expect(meter('bottom', 'top')).toBeCloseTo(4.5, 6);
      // 8 beside (2 + 6) beside (4 + 12).
      expect(meter('left', 'right')).toBeCloseTo(3.2, 6);
      expect(meter('right', 'left')).toBeCloseTo(3.2, 6);
    }
  });

  const coil: Element = { kind: 'impedance', a: 'Y', b: 'C', ohms: 20, reactance: 60, dc: 12 };
  it('a coil is its wire, a transformer its windings, and what is not joined is open', () => {
    expect(ohms([coil], 'Y', 'C')).toBeCloseTo(12, 4);
    expect(ohms([coil, coil], 'Y', 'C')).toBeCloseTo(6, 4);
    expect(ohms([coil], 'Y', 'elsewhere')).toBe(Infinity);
    expect(ohms([coil, joined('Y', 'W')], 'Y', 'W')).toBe(0);
    const transformer: Element = {
      ...{ kind: 'transformer', primary: ['A', 'B'], secondary: ['R', 'C'], ratio: 0.1, ohms: 1.5 },
      dc: { primary: 60, secondary: 1 },
    };
    expect(ohms([transformer], 'A', 'B')).toBeCloseTo(60, 4);
    expect(ohms([transformer], 'R', 'C')).toBeCloseTo(1, 4);
    expect(ohms([transformer], 'A', 'R')).toBe(Infinity);
    // A source is not there while it is dead.
    expect(ohms([from('A', 'B', phase(208, 0))], 'A', 'B')).toBe(Infinity);
  });

  it('pairs of a three-phase motor: two of three windings in series beside the third', () => {
    // Delta of 3 Ω each: 3 beside 6.
    const delta = [load('T1', 'T2', 3), load('T2', 'T3', 3), load('T3', 'T1', 3)];
    expect(ohms(delta, 'T1', 'T2')).toBeCloseTo(2, 5);
    // Wye of 1 Ω each, one open: the pair without it is as ever.
    const open = [load('T1', 'n', 1), load('T2', 'n', 1)];
    expect(ohms(open, 'T1', 'T2')).toBeCloseTo(2, 5);
    expect(ohms([...open, load('T3', 'T3 end', 1)], 'T1', 'T3')).toBe(Infinity);
  });
});

it.each([
  [0, 0],
  [-5, 0],
  [Infinity, 0],
  [NaN, 1],
])('%d Ω and %d Ω cannot be', (resistance, reactance) =>
  expect(() => solve([from('1', '0', phase(1, 0)), load('1', '0', resistance, reactance)], '0')).toThrow(
    RangeError,
  ),
);

it('currents add up to nothing at every node of any network, and what goes in comes out as heat', () => {
  const ohms = fc.double({ min: 0.1, max: 1e4, noNaN: true });
  const node = fc.integer({ min: 0, max: 6 });
  fc.assert(
    fc.property(
      fc.array(fc.tuple(node, node, ohms, fc.double({ min: -100, max: 100, noNaN: true })), {
        minLength: 1,
        maxLength: 16,
      }),
      fc.integer({ min: 0, max: 359 }),
      (parts, degrees) => {
        const loads = parts.filter(([a, b]) => a !== b).map(([a, b, r, x]) => load(`${a}`, `${b}`, r, x));
        const source = from('1', '0', phase(120, degrees), 0.5);
        const { phasor, amps } = solve([source, ...loads], '0');
        for (let k = 2; k <= 6; k++) {
          let [re, im] = [0, 0];
          for (const one of loads as Extract<Element, { kind: 'impedance' }>[]) {
            const sign = one.a === `${k}` ? 1 : one.b === `${k}` ? -1 : 0;
            re += sign * amps(one).re;
            im += sign * amps(one).im;
          }
          // All but what the insulation lets pass.
          expect(Math.hypot(re, im)).toBeLessThan(1e-5);
        }
        const [v, e] = [phasor('1'), phase(120, degrees)];
        const current = { re: (e.re - v.re) / 0.5, im: (e.im - v.im) / 0.5 };
        const given = v.re * current.re + v.im * current.im;
        const heat = (loads as Extract<Element, { kind: 'impedance' }>[]).reduce(
          (sum, one) => sum + across(amps(one)) ** 2 * one.ohms,
          0,
        );
        expect(Math.abs(given - heat)).toBeLessThan(1e-3 * Math.max(1, heat));
      },
    ),
  );
});
