import {
  buildMachine,
  coolingState,
  heatPumpState,
  HEATING_SURROUNDINGS,
  RATING_SURROUNDINGS,
  USUAL_SPEC,
  type CircuitState,
  type Device,
  type Fault,
  type Faults,
  type Machine,
} from '#core/simulation';
import { saturationTemperature, STANDARD_ATMOSPHERE_PSI } from '#core/measuring/refrigerant';

/*
 * The directions in which faults move what a technician measures: the published table beside what the
 * simulated machine does. It is a report. Neither side is changed to please the other; where they differ the
 * reason is written down.
 */

/** What is compared, each against the sound machine in the same weather, and what counts as moved at all. */
export const COLUMNS = [
  { name: 'T evap', movedF: 1 },
  { name: 'superheat', movedF: 1.5 },
  { name: 'T cond', movedF: 1 },
  { name: 'subcooling', movedF: 1.5 },
  { name: 'discharge', movedF: 3 },
  { name: 'condenser-air ΔT', movedF: 0.7 },
  { name: 'evaporator-air ΔT', movedF: 0.7 },
] as const;
export type Arrow = '↑' | '↓' | '0';

interface Published {
  readonly row: string;
  readonly mode: 'cooling' | 'heating';
  readonly device: Device;
  readonly fault: Fault;
  readonly strength: number;
  readonly arrows: string;
}

/**
 * The published directions: Rossi and Braun, "A statistical, rule-based fault detection and diagnostic method
 * for vapor compression air conditioners", HVAC&R Research 3 (1997), refined [from memory]. 0 makes no claim;
 * brackets weigh half.
 */
const COOLING: readonly Published[] = [
  {
    row: 'low charge',
    mode: 'cooling',
    device: 'orifice',
    fault: 'low charge',
    strength: 0.18,
    arrows: '↓ ↑ ↓ ↓ ↑ ↓ ↓',
  },
  {
    row: 'overcharge',
    mode: 'cooling',
    device: 'orifice',
    fault: 'overcharge',
    strength: 0.2,
    arrows: '↑ ↓ (↑) ↑ ↓ 0 0',
  },
  {
    row: 'compressor leakage',
    mode: 'cooling',
    device: 'orifice',
    fault: 'compressor leakage',
    strength: 0.5,
    arrows: '↑ ↓ ↓ ↓ (↑) ↓ ↓',
  },
  {
    row: 'liquid-line restriction',
    mode: 'cooling',
    device: 'orifice',
    fault: 'liquid-line restriction',
    strength: 0.8,
    arrows: '↓ ↑ ↓ ↑ ↑ ↓ ↓',
  },
  {
    row: 'condenser, too little air',
    mode: 'cooling',
    device: 'orifice',
    fault: 'condenser fan dead',
    strength: 0.5,
    arrows: '↑ ↓ ↑ 0 ↑ ↑ 0',
  },
  {
    row: 'condenser, fouled surface',
    mode: 'cooling',
    device: 'orifice',
    fault: 'condenser fouled',
    strength: 0.6,
    arrows: '↑ ↓ ↑ 0 ↑ 0 0',
  },
  {
    row: 'low indoor air',
    mode: 'cooling',
    device: 'orifice',
    fault: 'low indoor air',
    strength: 0.5,
    arrows: '↓ ↓ ↓ ↓ (↓) ↓ ↑',
  },
  {
    row: 'non-condensables',
    mode: 'cooling',
    device: 'orifice',
    fault: 'non-condensables',
    strength: 0.5,
    arrows: '↑ ↓ ↑ ↑ ↓ 0 0',
  },
  {
    row: 'low charge, mild',
    mode: 'cooling',
    device: 'expansion valve',
    fault: 'low charge',
    strength: 0.1,
    arrows: '0 0 0 ↓ 0 0 0',
  },
  {
    row: 'low charge, starved',
    mode: 'cooling',
    device: 'expansion valve',
    fault: 'low charge',
    strength: 0.3,
    arrows: '↓ ↑ ↓ ↓ ↑ ↓ ↓',
  },
  {
    row: 'overcharge',
    mode: 'cooling',
    device: 'expansion valve',
    fault: 'overcharge',
    strength: 0.2,
    arrows: '0 0 ↑ ↑ ↑ 0 0',
  },
  {
    row: 'compressor leakage',
    mode: 'cooling',
    device: 'expansion valve',
    fault: 'compressor leakage',
    strength: 0.5,
    arrows: '↑ 0 ↓ (↓) ↑ ↓ ↓',
  },
  {
    row: 'liquid-line restriction',
    mode: 'cooling',
    device: 'expansion valve',
    fault: 'liquid-line restriction',
    strength: 0.8,
    arrows: '↓ ↑ 0 ↑ ↑ 0 0',
  },
  {
    row: 'condenser, too little air',
    mode: 'cooling',
    device: 'expansion valve',
    fault: 'condenser fan dead',
    strength: 0.5,
    arrows: '0 0 ↑ 0 ↑ ↑ 0',
  },
  {
    row: 'condenser, fouled surface',
    mode: 'cooling',
    device: 'expansion valve',
    fault: 'condenser fouled',
    strength: 0.6,
    arrows: '0 0 ↑ 0 ↑ 0 0',
  },
  {
    row: 'low indoor air',
    mode: 'cooling',
    device: 'expansion valve',
    fault: 'low indoor air',
    strength: 0.5,
    arrows: '↓ 0 ↓ 0 0 ↓ ↑',
  },
  {
    row: 'non-condensables',
    mode: 'cooling',
    device: 'expansion valve',
    fault: 'non-condensables',
    strength: 0.5,
    arrows: '0 0 ↑ ↑ ↑ 0 0',
  },
];

/**
 * In heating the coils change places: what the table says of condenser air holds for the air indoors, what it
 * says of evaporator air for the air outdoors. A fouled outdoor coil is then an evaporator, of which the
 * table says nothing.
 */
const HEATING: readonly Published[] = COOLING.filter(({ fault }) => fault !== 'condenser fouled').map(
  (line) => ({
    ...line,
    mode: 'heating',
    row: line.row.replace('low indoor air', 'evaporator, too little air'),
    fault:
      line.fault === 'condenser fan dead'
        ? 'low indoor air'
        : line.fault === 'low indoor air'
          ? 'condenser fan dead'
          : line.fault,
  }),
);

export const PUBLISHED: readonly Published[] = [...COOLING, ...HEATING];

/** 90 °F outdoors, 77 °F dry and 64 °F wet indoors: a warm afternoon that no fault of the table ends. */
const WEATHER = {
  cooling: { ...RATING_SURROUNDINGS, outdoorF: 90, returnF: 77, returnWetF: 64 },
  /** The rating point of heating, 47 °F outdoors and 70 °F indoors. */
  heating: HEATING_SURROUNDINGS,
};

/**
 * What gauges and thermometers show: condensing and subcooling come off the liquid pressure, as they do on a
 * roof.
 */
function shown(machine: Machine, state: CircuitState): number[] {
  const name = machine.spec.refrigerant;
  const condensingF = saturationTemperature(name, 'bubble', state.liquidPsia - STANDARD_ATMOSPHERE_PSI);
  return [
    state.evaporatingF,
    state.superheatF,
    condensingF,
    condensingF - state.liquidLineF,
    state.dischargeF,
    ...(state.mode === 'heating'
      ? [state.supplyF - state.mixedF, WEATHER.heating.outdoorF - state.leavingOutdoorF]
      : [state.leavingOutdoorF - WEATHER.cooling.outdoorF, state.mixedF - state.supplyF]),
  ];
}

export interface Line {
  readonly row: string;
  readonly mode: 'cooling' | 'heating';
  readonly device: Device;
  readonly strength: number;
  readonly published: readonly string[];
  /** Change against the sound machine, °F. */
  readonly changes: readonly number[];
  readonly arrows: readonly Arrow[];
}

/** Every row of the published table solved on the simulated machine (R-410A, 5 tons, EER 11.2). */
export function directions(): Line[] {
  const machines = {
    orifice: buildMachine({ ...USUAL_SPEC, device: 'orifice', heatPump: true }),
    'expansion valve': buildMachine({ ...USUAL_SPEC, heatPump: true }),
  };
  return PUBLISHED.map(({ row, mode, device, fault, strength, arrows }) => {
    const machine = machines[device];
    const at = (faults: Faults) =>
      shown(
        machine,
        mode === 'heating'
          ? heatPumpState(machine, WEATHER.heating, faults)
          : coolingState(machine, WEATHER.cooling, faults),
      );
    const [sound, faulty] = [at({}), at({ [fault]: strength })];
    const changes = faulty.map((value, i) => value - (sound[i] as number));
    return {
      row,
      mode,
      device,
      strength,
      published: arrows.split(' '),
      changes,
      arrows: changes.map((change, i) =>
        Math.abs(change) < (COLUMNS[i]?.movedF as number) ? '0' : change > 0 ? '↑' : '↓',
      ),
    };
  });
}

/** Cells where the two do not say the same. */
export const differing = (line: Line): number[] =>
  line.arrows.flatMap((arrow, i) =>
    arrow === (line.published[i] as string).replace(/[()]/g, '') ? [] : [i],
  );

/**
 * Why a cell differs, by device, row and column. What floods, floods: with a fixed orifice most answers come
 * back to that.
 */
export const REASONS: Readonly<Record<string, string>> = {
  'orifice overcharge evaporator-air ΔT':
    'Superheat is gone and the whole coil boils, so the air is cooled a little more. The table makes no claim.',
  'orifice compressor leakage discharge':
    'The slipped gas does heat the discharge, but at this charge the orifice floods the compressor ' +
    'and the liquid cools it by more. The table gives this cell half weight for the same doubt.',
  'orifice condenser, fouled surface condenser-air ΔT':
    'Dirt here takes a quarter of the air as well as surface, as lint does; a film without loss of ' +
    'air would leave this cell alone.',
  'orifice condenser, too little air discharge':
    'The higher head heats the gas as much as the superheat that is lost at the suction cools it.',
  'orifice condenser, fouled surface discharge': 'As with too little air.',
  'orifice non-condensables discharge':
    'The higher head heats the gas as much as the superheat that the orifice takes away cools it.',
  'expansion valve liquid-line restriction evaporator-air ΔT':
    'So strong a restriction starves even a valve that stands wide open: the air is cooled less.',
  'heating orifice low charge discharge':
    'The head falls by nearly eight degrees, which cools the discharge as much as the superheat heats it.',
  'heating orifice overcharge condenser-air ΔT':
    'Superheat is gone, the whole outdoor coil boils and more heat comes in. The table makes no claim.',
  'heating orifice overcharge evaporator-air ΔT': 'The same heat, seen at the outdoor coil.',
  'heating orifice overcharge discharge':
    'The head rises by more than the lost superheat cools: no liquid reaches the compressor yet.',
  'heating orifice evaporator, too little air superheat':
    'It falls by half a degree: the suction cannot get much warmer than the outdoors anyway.',
  'heating orifice compressor leakage discharge': 'As in cooling: liquid at the suction cools it.',
  'heating orifice compressor leakage evaporator-air ΔT':
    'The coil that now boils throughout makes up for the flow that is missing.',
  'heating orifice condenser, too little air subcooling':
    'The small indoor coil gives up liquid to a fuller evaporator. The table makes no claim.',
  'heating orifice evaporator, too little air subcooling': 'It falls by 1.3 °F, under what counts as moved.',
  'heating orifice evaporator, too little air discharge':
    'It falls by 2.7 °F, just under what counts as moved.',
  'heating orifice non-condensables discharge':
    'In heating the head rises by ten degrees and there is little superheat to lose.',
  'heating orifice non-condensables condenser-air ΔT':
    'More pressure across the orifice feeds more liquid. The table makes no claim.',
  'heating expansion valve low charge, mild T cond': 'As in cooling, and more so in the smaller indoor coil.',
  'heating expansion valve low charge, mild discharge': 'As in cooling.',
  'heating expansion valve low charge, starved discharge':
    'The head falls by eleven degrees; next to the cold outdoors there is little superheat to gain.',
  'heating expansion valve overcharge condenser-air ΔT':
    'More work goes into the gas, and with it into the air. The table makes no claim.',
  'heating expansion valve compressor leakage subcooling': 'As in cooling.',
  'expansion valve low charge, mild T cond':
    'Less liquid in the condenser frees surface to condense on. Small; the table calls it none.',
  'expansion valve low charge, mild discharge':
    'The lower head takes work off the compressor while the valve still holds superheat.',
  'expansion valve compressor leakage subcooling':
    'Less flow and less condensing pull opposite ways here; the table gives this cell half weight.',
  'expansion valve condenser, too little air subcooling':
    'The higher head lets the valve close and liquid stand in the condenser. The table makes no claim.',
  'expansion valve condenser, fouled surface subcooling': 'As with too little air.',
  'expansion valve condenser, fouled surface condenser-air ΔT':
    'Dirt here takes a quarter of the air as well as surface.',
};

const reasonKey = (line: Line, column: number): string =>
  `${line.mode === 'heating' ? 'heating ' : ''}${line.device} ${line.row} ${COLUMNS[column]?.name}`;
/** The reason of a differing cell, or undefined where nobody has given one. */
export const reasonOf = (line: Line, column: number): string | undefined => REASONS[reasonKey(line, column)];

/** Both tables side by side with the reason for each differing cell, as Markdown. */
export function asMarkdown(lines: readonly Line[]): string {
  const cell = (line: Line, i: number) => {
    const [published, arrow] = [line.published[i] as string, line.arrows[i] as Arrow];
    const number = `${(line.changes[i] as number) >= 0 ? '+' : '−'}${Math.abs(line.changes[i] as number).toFixed(1)}`;
    return differing(line).includes(i)
      ? `${published} · **${arrow}** ${number}`
      : `${published} · ${arrow} ${number}`;
  };
  const table = (mode: Line['mode'], device: Device) => [
    `### ${mode === 'heating' ? 'Heating' : 'Cooling'}, ${device === 'orifice' ? 'fixed orifice' : 'expansion valve'}`,
    '',
    `| fault (strength) | ${COLUMNS.map((c) => c.name).join(' | ')} |`,
    `| --- |${COLUMNS.map(() => ' --- |').join('')}`,
    ...lines
      .filter((l) => l.mode === mode && l.device === device)
      .map((l) => `| ${l.row} (${l.strength}) | ${COLUMNS.map((_, i) => cell(l, i)).join(' | ')} |`),
    '',
    ...lines
      .filter((l) => l.mode === mode && l.device === device)
      .flatMap((l) =>
        differing(l).map((i) => `- ${l.row}, ${COLUMNS[i]?.name}: ${reasonOf(l, i) ?? 'NO REASON GIVEN'}`),
      ),
  ];
  const cells = lines.length * COLUMNS.length;
  const other = lines.reduce((sum, line) => sum + differing(line).length, 0);
  return [
    `${cells - other} of ${cells} cells say the same.`,
    '',
    ...(['cooling', 'heating'] as const).flatMap((mode) => [
      ...table(mode, 'orifice'),
      '',
      ...table(mode, 'expansion valve'),
      '',
    ]),
  ].join('\n');
}
