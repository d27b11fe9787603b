import {
  buildMachine,
  coolingState,
  RATING_SURROUNDINGS,
  USUAL_SPEC,
  type CoolingState,
  type Device,
  type Fault,
  type Machine,
} from '#core/simulation';
import { saturationTemperature, STANDARD_ATMOSPHERE_PSI } from '#core/refrigerant';

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

/**
 * The published directions: Rossi and Braun, "A statistical, rule-based fault detection and diagnostic method
 * for vapor compression air conditioners", HVAC&R Research 3 (1997), refined [from memory]. 0 makes no claim;
 * brackets weigh half.
 */
export const PUBLISHED: readonly {
  row: string;
  device: Device;
  fault: Fault;
  strength: number;
  arrows: string;
}[] = [
  { row: 'low charge', device: 'orifice', fault: 'low charge', strength: 0.5, arrows: '↓ ↑ ↓ ↓ ↑ ↓ ↓' },
  { row: 'overcharge', device: 'orifice', fault: 'overcharge', strength: 0.5, arrows: '↑ ↓ (↑) ↑ ↓ 0 0' },
  {
    row: 'compressor leakage',
    device: 'orifice',
    fault: 'compressor leakage',
    strength: 0.5,
    arrows: '↑ ↓ ↓ ↓ (↑) ↓ ↓',
  },
  {
    row: 'liquid-line restriction',
    device: 'orifice',
    fault: 'liquid-line restriction',
    strength: 0.9,
    arrows: '↓ ↑ ↓ ↑ ↑ ↓ ↓',
  },
  {
    row: 'condenser, too little air',
    device: 'orifice',
    fault: 'condenser fan dead',
    strength: 0.5,
    arrows: '↑ ↓ ↑ 0 ↑ ↑ 0',
  },
  {
    row: 'condenser, fouled surface',
    device: 'orifice',
    fault: 'condenser fouled',
    strength: 0.6,
    arrows: '↑ ↓ ↑ 0 ↑ 0 0',
  },
  {
    row: 'low indoor air',
    device: 'orifice',
    fault: 'low indoor air',
    strength: 0.5,
    arrows: '↓ ↓ ↓ ↓ (↓) ↓ ↑',
  },
  {
    row: 'non-condensables',
    device: 'orifice',
    fault: 'non-condensables',
    strength: 0.5,
    arrows: '↑ ↓ ↑ ↑ ↓ 0 0',
  },
  {
    row: 'low charge, mild',
    device: 'expansion valve',
    fault: 'low charge',
    strength: 0.25,
    arrows: '0 0 0 ↓ 0 0 0',
  },
  {
    row: 'low charge, starved',
    device: 'expansion valve',
    fault: 'low charge',
    strength: 0.7,
    arrows: '↓ ↑ ↓ ↓ ↑ ↓ ↓',
  },
  {
    row: 'overcharge',
    device: 'expansion valve',
    fault: 'overcharge',
    strength: 0.5,
    arrows: '0 0 ↑ ↑ ↑ 0 0',
  },
  {
    row: 'compressor leakage',
    device: 'expansion valve',
    fault: 'compressor leakage',
    strength: 0.5,
    arrows: '↑ 0 ↓ (↓) ↑ ↓ ↓',
  },
  {
    row: 'liquid-line restriction',
    device: 'expansion valve',
    fault: 'liquid-line restriction',
    strength: 0.9,
    arrows: '↓ ↑ 0 ↑ ↑ 0 0',
  },
  {
    row: 'condenser, too little air',
    device: 'expansion valve',
    fault: 'condenser fan dead',
    strength: 0.5,
    arrows: '0 0 ↑ 0 ↑ ↑ 0',
  },
  {
    row: 'condenser, fouled surface',
    device: 'expansion valve',
    fault: 'condenser fouled',
    strength: 0.6,
    arrows: '0 0 ↑ 0 ↑ 0 0',
  },
  {
    row: 'low indoor air',
    device: 'expansion valve',
    fault: 'low indoor air',
    strength: 0.5,
    arrows: '↓ 0 ↓ 0 0 ↓ ↑',
  },
  {
    row: 'non-condensables',
    device: 'expansion valve',
    fault: 'non-condensables',
    strength: 0.5,
    arrows: '0 0 ↑ ↑ ↑ 0 0',
  },
];

/** 90 °F outdoors, 77 °F dry and 64 °F wet indoors: a warm afternoon that no fault of the table ends. */
export const WEATHER = { ...RATING_SURROUNDINGS, outdoorF: 90, returnF: 77, returnWetF: 64 };

/**
 * What gauges and thermometers show: condensing and subcooling come off the liquid pressure, as they do on a
 * roof.
 */
function shown(machine: Machine, state: CoolingState): number[] {
  const name = machine.spec.refrigerant;
  const condensingF = saturationTemperature(name, 'bubble', state.liquidPsia - STANDARD_ATMOSPHERE_PSI);
  return [
    state.evaporatingF,
    state.superheatF,
    condensingF,
    condensingF - state.liquidLineF,
    state.dischargeF,
    state.leavingCondenserF - WEATHER.outdoorF,
    state.mixedF - state.supplyF,
  ];
}

export interface Line {
  readonly row: string;
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
    orifice: buildMachine({ ...USUAL_SPEC, device: 'orifice' }),
    'expansion valve': buildMachine(USUAL_SPEC),
  };
  return PUBLISHED.map(({ row, device, fault, strength, arrows }) => {
    const machine = machines[device];
    const sound = shown(machine, coolingState(machine, WEATHER));
    const faulty = shown(machine, coolingState(machine, WEATHER, { [fault]: strength }));
    const changes = faulty.map((value, i) => value - (sound[i] as number));
    return {
      row,
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
  'orifice overcharge condenser-air ΔT':
    'The machine floods: liquid at the compressor leaves less heat to take, capacity and rejected ' +
    'heat fall with it. The table makes no claim.',
  'orifice overcharge evaporator-air ΔT':
    'The flooded evaporator runs warmer, so the air is cooled less. The table makes no claim.',
  'orifice compressor leakage discharge':
    'The slipped gas does heat the discharge, but at this charge the orifice floods the compressor ' +
    'and the liquid cools it by more. The table gives this cell half weight for the same doubt.',
  'orifice liquid-line restriction T cond':
    'It falls by 1.0 °F, just under what counts as moved: most of the liquid stays in the condenser ' +
    'and keeps the head up.',
  'orifice condenser, too little air subcooling':
    'Head backs liquid up as the evaporator takes no more of it. The table makes no claim.',
  'orifice condenser, too little air discharge':
    'A higher head pushes more liquid through the orifice: the superheat lost at the suction, then ' +
    'the liquid itself, cools the discharge by more than the ratio heats it. With superheat to spare ' +
    'it stays nearly level.',
  'orifice condenser, too little air evaporator-air ΔT':
    'A warmer evaporator cools the air less. The table makes no claim.',
  'orifice condenser, fouled surface discharge': 'As with too little air.',
  'orifice condenser, fouled surface condenser-air ΔT':
    'Dirt here takes a quarter of the air as well as surface, as lint does; a film without loss of ' +
    'air would leave this cell alone.',
  'orifice condenser, fouled surface evaporator-air ΔT':
    'A warmer evaporator cools the air less. The table makes no claim.',
  'orifice low indoor air subcooling': 'It falls by 1.3 °F, under what counts as moved.',
  'orifice non-condensables evaporator-air ΔT':
    'More pressure across the orifice feeds more liquid, the evaporator runs warmer. The table makes ' +
    'no claim.',
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
  `${line.device} ${line.row} ${COLUMNS[column]?.name}`;
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
  const table = (device: Device) => [
    `### ${device === 'orifice' ? 'Fixed orifice' : 'Expansion valve'}`,
    '',
    `| fault (strength) | ${COLUMNS.map((c) => c.name).join(' | ')} |`,
    `| --- |${COLUMNS.map(() => ' --- |').join('')}`,
    ...lines
      .filter((l) => l.device === device)
      .map((l) => `| ${l.row} (${l.strength}) | ${COLUMNS.map((_, i) => cell(l, i)).join(' | ')} |`),
    '',
    ...lines
      .filter((l) => l.device === device)
      .flatMap((l) =>
        differing(l).map((i) => `- ${l.row}, ${COLUMNS[i]?.name}: ${reasonOf(l, i) ?? 'NO REASON GIVEN'}`),
      ),
  ];
  const cells = lines.length * COLUMNS.length;
  const other = lines.reduce((sum, line) => sum + differing(line).length, 0);
  return [
    `${cells - other} of ${cells} cells say the same.`,
    '',
    ...table('orifice'),
    '',
    ...table('expansion valve'),
  ].join('\n');
}
