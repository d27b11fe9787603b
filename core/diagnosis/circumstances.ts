import { ladderOf, singleFaults, stageOf, USUAL, type LadderPlate } from '#core/circuitry/ladder';

/*
 * What makes one fault likelier than another before anything is measured: the weather and the history of the day it
 * failed [common practice; how much is from memory]. A company writes rows of its own beside ours; on the same fault
 * and circumstance its row counts.
 */

/** What was so when it failed. Nothing in particular: how often a fault is met at all. */
export const CIRCUMSTANCES = [
  'first heat of the season',
  'first cooling of the season',
  'hot day',
  'hard frost',
  'after a storm',
  'after heavy rain',
  'after a power failure',
  'worked on lately',
] as const;
export type Circumstance = (typeof CIRCUMSTANCES)[number];
/** How often a fault is met at all, whatever the day. */
export const AT_ALL = 'at all';

/** One row: how many times likelier a fault is in a circumstance, or how often it is met beside the others. */
export interface Entry {
  /** A fault by its key, without the number of its stage. */
  readonly fault: string;
  readonly circumstance: Circumstance | typeof AT_ALL;
  readonly factor: number;
  readonly source: string;
}

const of =
  (circumstance: Circumstance, source = 'common practice; factor from memory') =>
  (fault: string, factor: number): Entry => ({ fault, circumstance, factor, source });
const firstHeat = of('first heat of the season');
const firstCooling = of('first cooling of the season');
const hot = of('hot day');
const frost = of('hard frost');
const storm = of('after a storm');
const rain = of('after heavy rain');
const failed = of('after a power failure');
const worked = of('worked on lately');

/** The rows that come with it. */
export const OURS: readonly Entry[] = [
  // The switch on the shaft of a damper goes out of place more often than other switches fail.
  {
    fault: 'end switch: open',
    circumstance: AT_ALL,
    factor: 2,
    source: 'common practice; factor from memory',
  },
  ...[firstHeat('sensor fouled', 2.5), firstHeat('inducer: stuck', 2.5), firstHeat('no gas', 2)],
  ...[firstHeat('flue blocked', 2), firstHeat('pilot plugged', 2.5), firstHeat('pump: stuck', 2.5)],
  firstHeat('no loop flow', 1.5),
  ...[firstCooling('contactor: stuck', 2), firstCooling('condenser fan motor: stuck', 2)],
  ...[firstCooling('condenser fan capacitor: weak', 2), firstCooling('belt broken', 1.5)],
  firstCooling('charge low', 1.5),
  ...[
    hot('condenser dirty', 2.5),
    hot('condenser fan capacitor: weak', 2),
    hot('compressor capacitor: weak', 2),
  ],
  ...[hot('condenser fan motor: stuck', 1.5), hot('every leg: lost', 1.5), hot('drain plugged', 1.5)],
  ...[frost('no gas', 2), frost('drain plugged', 2), frost('flue blocked', 2), frost('no loop flow', 1.5)],
  frost('damper jammed', 2),
  ...[storm('every leg: lost', 4), storm('L1: lost', 3), storm('L2: lost', 3), storm('L3: lost', 3)],
  ...[storm('board: no output', 2), storm('transformer: open', 2)],
  ...[storm('legs swapped', 3), storm('control fuse: open', 1.5)],
  ...[rain('cable W: grounded', 2), rain('cable Y: grounded', 2), rain('cable R: grounded', 2)],
  ...[rain('compressor: grounded', 1.5), rain('condenser fan motor: grounded', 2), rain('flue blocked', 1.5)],
  ...[failed('every leg: lost', 3), failed('legs swapped', 4), failed('transformer: open', 1.5)],
  ...[failed('held off by automation', 2), failed('board: no output', 1.5)],
  ...[
    worked('cable Y: open', 2),
    worked('cable W: open', 2),
    worked('cable R: open', 2),
    worked('cable G: open', 2),
  ],
  ...[worked('legs swapped', 3), worked('panel in test', 4), worked('held off by automation', 2)],
  ...[worked('low air', 1.5), worked('disconnect 1: open', 3), worked('no gas', 2)],
];

/** A fault by its key, without the number of its stage: a row speaks of the same thing of every stage. */
export function plainKey(key: string): string {
  const [name = '', ...how] = key.split(': ');
  return [stageOf(name).name, ...how].join(': ');
}

const nameOf = ({ fault, circumstance }: Entry): string => `${fault}|${circumstance}`;

/** All rows that count: a company's in place of ours where they speak of the same. */
export function entriesWith(company: readonly Entry[]): ReadonlyMap<string, Entry> {
  return new Map([...OURS, ...company].map((entry) => [nameOf(entry), entry]));
}

/** How many times likelier a suspect is in a circumstance; 1 where no row speaks of it. */
export const factorOf = (
  entries: ReadonlyMap<string, Entry>,
  suspect: { readonly plain: string },
  circumstance: Entry['circumstance'],
): number => entries.get(`${suspect.plain}|${circumstance}`)?.factor ?? 1;

/** Machines that between them have every fault there is. */
const EVERY_MACHINE: readonly Partial<LadderPlate>[] = [
  { stages: 1, monitor: true, float: true, economizer: true },
  { heat: 'hot surface', phase: 1, drive: 'direct' },
  { heat: 'intermittent pilot', commanded: 'zone panel' },
  { heat: 'electric', stages: 2, strips: 3, commanded: 'automation' },
  { heat: 'heat pump' },
  { heat: 'water source', phase: 1, float: true },
  { heat: 'make-up air', stages: 0 },
  { heat: 'boiler', volts: 115, phase: 1, stages: 0 },
  { heat: 'unit heater', volts: 115, phase: 1, stages: 0 },
];
let reachable: ReadonlySet<string> | undefined;
/** Every fault that any machine can have, by its key without stages. */
export function faultsKnown(): ReadonlySet<string> {
  reachable ??= new Set(
    EVERY_MACHINE.flatMap((plate) =>
      singleFaults(ladderOf({ ...USUAL, ...plate })).map(({ key }) => plainKey(key)),
    ),
  );
  return reachable;
}

const MOST_FACTOR = 20;

/** What a table says that cannot be, with the row that says it, counted from 1. */
export function tableTroubles(rows: readonly Entry[]): { readonly row: number; readonly trouble: string }[] {
  const known: readonly string[] = [...CIRCUMSTANCES, AT_ALL];
  const met = new Set<string>();
  return rows.flatMap((entry, i) => {
    const trouble = (words: string) => ({ row: i + 1, trouble: words });
    const twice = met.has(nameOf(entry));
    met.add(nameOf(entry));
    return [
      ...(faultsKnown().has(entry.fault)
        ? []
        : [trouble(`no machine has a fault called “${entry.fault}”: nobody could ever find it`)]),
      ...(known.includes(entry.circumstance)
        ? []
        : [trouble(`nobody is asked about “${entry.circumstance}”: one of ${known.join(', ')}`)]),
      ...(entry.factor > 0 && entry.factor <= MOST_FACTOR
        ? []
        : [trouble(`a factor is above 0 and at most ${MOST_FACTOR}`)]),
      ...(entry.source.trim() === '' ? [trouble('says nothing of where it is from')] : []),
      ...(twice ? [trouble(`“${entry.fault}” and “${entry.circumstance}” stand here twice`)] : []),
    ];
  });
}
