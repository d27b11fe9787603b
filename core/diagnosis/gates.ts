import { allTerminals, stageOf } from '#core/circuitry/ladder';
import type { PartId } from '#core/machine';
import { condemned } from './epochs.ts';
import type { Check, Observed } from './evidence.ts';
import type { Ranked } from './likelihood.ts';
import type { Suspect } from './suspects.ts';

/*
 * What has to be on record before an expensive or dangerous verdict is said [common practice]: a compressor that is
 * out on its own overload reads open, a board is condemned for what does not reach it, heat is put back while nobody
 * looked at the exchanger.
 */

type Ask = Check | { readonly volts: readonly [string, string]; readonly atLeast: number };

const GATES: Readonly<Partial<Record<PartId, readonly Ask[]>>> = {
  compressor: ['compressor shell cool', 'compressor leads off', 'volts on every pair of legs'],
  'ignition control': [
    { volts: ['R', 'C'], atLeast: 20 },
    { volts: ['W', 'C'], atLeast: 20 },
    'gas at the valve measured',
    'spark gap, lead and ground looked at',
  ],
  'gas valve': [{ volts: ['MV', 'C'], atLeast: 18 }, 'gas at the valve measured'],
  'heat exchanger': ['exchanger looked at'],
  'rollout switch': ['exchanger looked at', 'gas at the valve measured'],
  'limit switch': ['exchanger looked at', 'belt, filter and coil looked at'],
  'combustion-air proof': ['gauge beside the switch'],
  'high-pressure switch': ['gauge beside the switch'],
  'low-pressure switch': ['gauge beside the switch'],
  'blower motor': ['volts at the motor'],
  'condenser fan motor': ['volts at the motor', 'capacitor measured'],
  inducer: ['volts at the motor'],
  'control fuse': ['ohms to ground behind the fuse'],
  'disconnect or breaker': ['ohms to ground behind the fuse'],
};
/** Running backwards a compressor draws nearly what it should: swapping two legs costs nothing. */
const WORN: readonly Ask[] = ['two legs swapped and tried', 'charge and air judged by readings'];

export interface NotYet {
  readonly part: PartId;
  /** What is still to be done before that is said, in the order in which it stands in the table. */
  readonly first: readonly string[];
  /** Those of them that are ticked by hand; the others are measured. */
  readonly checks: readonly Check[];
  /** What of the record asks for more than usual, as a sentence. */
  readonly because?: string;
}

/** What the record says of parts that somebody would condemn now. */
export interface OnRecord {
  /** Parts that were renewed on this machine, and how many days ago. */
  readonly renewed?: readonly { readonly part: PartId; readonly days: number }[];
  /** The same part, condemned lately on another machine of the same supply. */
  readonly elsewhere?: readonly { readonly part: PartId; readonly unit: string }[];
}

/** Two renewed in so many days, and the third one is not the cause [common practice: two years]. */
const THIRD_IN_DAYS = 730;
const BEFORE_A_THIRD = 2;
/** Parts that wear out are renewed by right. */
const WEARS: ReadonlySet<PartId> = new Set(['filter', 'blower belt', 'flame sensor', 'filter-drier']);

/** What the record adds to what has to be done before a part is condemned. */
function recordAsks(part: PartId, { renewed = [], elsewhere = [] }: OnRecord) {
  const times = renewed.filter((one) => one.part === part && one.days <= THIRD_IN_DAYS).length;
  const again = times >= BEFORE_A_THIRD && !WEARS.has(part);
  const other = elsewhere.find((one) => one.part === part);
  const asks: Ask[] = [
    ...(again ? (['what killed the last ones looked for'] as const) : []),
    ...(other ? (['supply volts measured at the panel'] as const) : []),
  ];
  const because = [
    ...(again ? [`renewed ${times} times in two years: what kills it?`] : []),
    ...(other ? [`the same part was condemned on ${other.unit}, on the same supply`] : []),
  ].join('; ');
  return { asks, because };
}

const words = (ask: Ask): string =>
  typeof ask === 'string' ? ask : `${ask.volts.join(' to ')} seen at ${ask.atLeast} V or more`;

function isDone(ask: Ask, seen: readonly Observed[]): boolean {
  if (typeof ask === 'string') return seen.some((one) => one.kind === 'done' && one.check === ask);
  const [a, b] = ask.volts;
  return seen.some(
    (one) =>
      one.kind === 'volts' &&
      [...one.between].sort().join() === [a, b].sort().join() &&
      one.reads >= ask.atLeast,
  );
}

/** From this share on somebody would act on it. */
const ACTED_ON = 0.15;

/** Asks of what is likely, by the part that somebody would condemn. */
function asksOf(suspect: Suspect, part: PartId): readonly Ask[] {
  const worn = 'around' in suspect.fault && stageOf(suspect.fault.around).name === 'compressor worn';
  const terminals = allTerminals(suspect.ladder);
  // A machine whose thermostat feeds everything has no terminal for its call.
  const asks = (GATES[part] ?? []).filter(
    (ask) => typeof ask === 'string' || ask.volts.every((node) => terminals.has(node)),
  );
  return worn && suspect.ladder.supply.legs.length === 3 ? WORN : asks;
}

/** What may not be concluded yet of what is likely, and what has to be done first. */
export function notYet(
  ranked: readonly Ranked[],
  seen: readonly Observed[],
  record: OnRecord = {},
): NotYet[] {
  const asked = new Map<PartId, readonly Ask[]>();
  for (const { suspect, share } of ranked) {
    const part = condemned(suspect);
    if (share >= ACTED_ON && part !== undefined && !suspect.known) asked.set(part, asksOf(suspect, part));
  }
  return [...asked].flatMap(([part, asks]) => {
    const { asks: more, because } = recordAsks(part, record);
    const missing = [...more, ...asks].filter((ask) => !isDone(ask, seen));
    const checks = missing.filter((ask) => typeof ask === 'string');
    if (missing.length === 0) return [];
    return [{ part, first: missing.map(words), checks, ...(because === '' ? {} : { because }) }];
  });
}
