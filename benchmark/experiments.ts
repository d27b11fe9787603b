import {
  buildMachine,
  coolingState,
  heatPumpState,
  HEATING_SURROUNDINGS,
  RATING_SURROUNDINGS,
  USUAL_SPEC,
  type CircuitState,
  type Device,
  type Faults,
} from '#core/simulation';

/*
 * What faults cost, by published experiments and on the simulated machine. Figures of the experiments are
 * from memory and rough: they stand as bands, wide enough for what differs from one machine to the next.
 */

interface Experiment {
  readonly what: string;
  readonly source: string;
  readonly device: Device;
  readonly heats?: true;
  readonly faults: Faults;
  /** Change of capacity and of efficiency, %: least and most. */
  readonly capacity: readonly [number, number];
  readonly efficiency?: readonly [number, number];
  /** Change of superheat, °F: least and most. */
  readonly superheatF?: readonly [number, number];
}

const BREUKER = 'Breuker and Braun 1998, HVAC&R Research 4 (rooftop unit, fixed orifice) [M]';
const KIM = 'Kim and Braun 2012, Int. J. Refrigeration 35 (charge, many machines) [M]';
const FARZAD = 'Farzad and O’Neal 1993, ASHRAE Transactions 99 [M]';
const NIST = 'Kim et al. 2006, NISTIR 7350 (heat pump, valve, cooling) [M]';
const YOON = 'Yoon et al. 2011, Applied Thermal Engineering 31 (heat pump, valve, heating) [M]';

export const EXPERIMENTS: readonly Experiment[] = [
  {
    what: '14 % of the charge lost',
    source: BREUKER,
    device: 'orifice',
    faults: { 'low charge': 0.14 },
    capacity: [-14, -4],
    efficiency: [-10, -1],
    superheatF: [5, 25],
  },
  {
    what: '30 % of the charge lost',
    source: KIM,
    device: 'orifice',
    faults: { 'low charge': 0.3 },
    capacity: [-40, -18],
    superheatF: [15, 45],
  },
  {
    what: '30 % of the charge lost',
    source: KIM,
    device: 'expansion valve',
    faults: { 'low charge': 0.3 },
    capacity: [-28, -8],
  },
  {
    what: '20 % of the charge lost',
    source: FARZAD,
    device: 'orifice',
    faults: { 'low charge': 0.2 },
    capacity: [-22, -8],
  },
  {
    what: '20 % of the charge lost',
    source: FARZAD,
    device: 'expansion valve',
    faults: { 'low charge': 0.2 },
    capacity: [-10, -1],
    superheatF: [-1, 10],
  },
  {
    what: '20 % too much',
    source: FARZAD,
    device: 'expansion valve',
    faults: { overcharge: 0.2 },
    capacity: [-4, 4],
    superheatF: [-3, 3],
  },
  {
    what: '20 % too much',
    source: FARZAD,
    device: 'orifice',
    faults: { overcharge: 0.2 },
    capacity: [-10, 8],
    superheatF: [-20, -5],
  },
  {
    what: 'a third of the condenser closed',
    source: BREUKER,
    device: 'orifice',
    faults: { 'condenser fan dead': 0.38 },
    capacity: [-12, 0],
    efficiency: [-20, -4],
  },
  {
    what: 'indoor air down by 36 %',
    source: BREUKER,
    device: 'orifice',
    faults: { 'low indoor air': 0.48 },
    capacity: [-20, -5],
    efficiency: [-18, -3],
    superheatF: [-20, 0],
  },
  {
    what: 'indoor air down by 30 %',
    source: NIST,
    device: 'expansion valve',
    faults: { 'low indoor air': 0.4 },
    capacity: [-12, -3],
    superheatF: [-3, 3],
  },
  {
    what: 'a third of the compressor’s flow slips back',
    source: BREUKER,
    device: 'orifice',
    faults: { 'compressor leakage': 0.75 },
    capacity: [-33, -12],
    efficiency: [-30, -8],
  },
  {
    what: 'outdoor air down by 30 %, heating',
    source: YOON,
    device: 'expansion valve',
    heats: true,
    faults: { 'condenser fan dead': 0.33 },
    capacity: [-10, 0],
    efficiency: [-12, 0],
  },
  {
    what: 'indoor air down by 20 %, heating',
    source: YOON,
    device: 'expansion valve',
    heats: true,
    faults: { 'low indoor air': 0.27 },
    capacity: [-5, 2],
    efficiency: [-16, -3],
  },
  {
    what: '20 % of the charge lost, heating',
    source: YOON,
    device: 'expansion valve',
    heats: true,
    faults: { 'low charge': 0.2 },
    capacity: [-16, -1],
  },
];

export interface Found {
  readonly capacity: number;
  readonly efficiency: number;
  readonly superheatF: number;
}

/** The same fault on the simulated machine, at the rating point of cooling or heating. */
export function found({ device, heats, faults }: Experiment): Found {
  const machine = buildMachine({ ...USUAL_SPEC, device, heatPump: heats === true });
  const at = (f: Faults): CircuitState =>
    heats ? heatPumpState(machine, HEATING_SURROUNDINGS, f) : coolingState(machine, RATING_SURROUNDINGS, f);
  const [sound, faulty] = [at({}), at(faults)];
  const percent = (a: number, b: number) => (a / b - 1) * 100;
  return {
    capacity: percent(faulty.netBtuh, sound.netBtuh),
    efficiency: percent(faulty.netBtuh / faulty.totalW, sound.netBtuh / sound.totalW),
    superheatF: faulty.superheatF - sound.superheatF,
  };
}

/** Whether a found change lies in the band of the experiment. */
export const within = (value: number, band: readonly [number, number] | undefined): boolean =>
  band === undefined || (value >= band[0] && value <= band[1]);

/** Both beside each other, as Markdown. */
export function experimentsAsMarkdown(): string {
  const signed = (value: number) => `${value < 0 ? '−' : '+'}${Math.abs(value).toFixed(0)}`;
  const cell = (band: readonly [number, number] | undefined, value: number) =>
    band
      ? `${signed(band[0])} to ${signed(band[1])} · ${within(value, band) ? '' : '**'}${signed(value)}`
      : '';
  return [
    '| fault | metering | capacity, % | efficiency, % | superheat, °F | experiment |',
    '| --- | --- | --- | --- | --- | --- |',
    ...EXPERIMENTS.map((e) => {
      const f = found(e);
      const cells = [
        cell(e.capacity, f.capacity),
        cell(e.efficiency, f.efficiency),
        cell(e.superheatF, f.superheatF),
      ];
      return `| ${e.what} | ${e.device} | ${cells.join(' | ')} | ${e.source} |`;
    }),
  ].join('\n');
}
