import type { PartId } from '#core/machine';
import type { Ladder } from '#core/circuitry/ladder';
import type { Check, Observed } from './evidence.ts';
import type { Ranked } from './suspects.ts';

/*
 * What has to be on record before an expensive or dangerous verdict is said [common practice]: a compressor that is
 * out on its own overload reads open, a board is condemned for what does not reach it.
 */

type Asks = readonly (Check | { readonly volts: readonly [string, string]; readonly atLeast: number })[];

const GATES: Readonly<Partial<Record<PartId, Asks>>> = {
  compressor: ['compressor shell cool', 'compressor leads off', 'volts on every pair of legs'],
  'ignition control': [
    { volts: ['R', 'C'], atLeast: 20 },
    { volts: ['W', 'C'], atLeast: 20 },
    'gas at the valve measured',
    'spark gap, lead and ground looked at',
  ],
  'gas valve': [{ volts: ['MV', 'C'], atLeast: 18 }, 'gas at the valve measured'],
  'heat exchanger': ['exchanger looked at'],
  'combustion-air proof': ['gauge beside the switch'],
  'high-pressure switch': ['gauge beside the switch'],
  'low-pressure switch': ['gauge beside the switch'],
  'blower motor': ['volts at the motor'],
  'condenser fan motor': ['volts at the motor', 'capacitor measured'],
  inducer: ['volts at the motor'],
};

export interface NotYet {
  readonly part: PartId;
  /** What is still to be done before that is said, in the order in which it stands in the table. */
  readonly first: readonly string[];
}

const words = (ask: Asks[number]): string =>
  typeof ask === 'string' ? ask : `${ask.volts.join(' to ')} seen at ${ask.atLeast} V or more`;

function isDone(ask: Asks[number], seen: readonly Observed[]): boolean {
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

/** What may not be concluded yet of what is likely, and what has to be done first. */
export function notYet(ladder: Ladder, ranked: readonly Ranked[], seen: readonly Observed[]): NotYet[] {
  const parts = new Set(
    ranked
      .filter(({ share }) => share >= ACTED_ON)
      .flatMap(({ suspect: { fault } }) => {
        const part = 'rung' in fault ? ladder.rungs.find(({ id }) => id === fault.rung)?.part : undefined;
        return part
          ? [part]
          : 'around' in fault && fault.around === 'exchanger plugged'
            ? ['heat exchanger' as const]
            : [];
      }),
  );
  return [...parts].flatMap((part) => {
    const first = (GATES[part] ?? []).filter((ask) => !isDone(ask, seen)).map(words);
    return first.length > 0 ? [{ part, first }] : [];
  });
}
