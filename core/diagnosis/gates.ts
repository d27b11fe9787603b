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
function asksOf(suspect: Suspect): readonly [PartId, readonly Ask[]] | undefined {
  const part = condemned(suspect);
  if (part === undefined) return undefined;
  const worn = 'around' in suspect.fault && stageOf(suspect.fault.around).name === 'compressor worn';
  const terminals = allTerminals(suspect.ladder);
  // A machine whose thermostat feeds everything has no terminal for its call.
  const asks = GATES[part]?.filter(
    (ask) => typeof ask === 'string' || ask.volts.every((node) => terminals.has(node)),
  );
  return asks && [part, worn && suspect.ladder.supply.legs.length === 3 ? WORN : asks];
}

/** What may not be concluded yet of what is likely, and what has to be done first. */
export function notYet(ranked: readonly Ranked[], seen: readonly Observed[]): NotYet[] {
  const asked = new Map(
    ranked
      .filter(({ share }) => share >= ACTED_ON)
      .flatMap(({ suspect }) => [asksOf(suspect)].filter((a) => !!a)),
  );
  return [...asked].flatMap(([part, asks]) => {
    const missing = asks.filter((ask) => !isDone(ask, seen));
    const checks = missing.filter((ask) => typeof ask === 'string');
    return missing.length > 0 ? [{ part, first: missing.map(words), checks }] : [];
  });
}
