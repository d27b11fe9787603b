import { GROUND } from './elements.ts';
import type { Call, Effect, Ladder, Rung } from './types.ts';

/** The terminals a rung stands between or is connected to. */
export function terminalsOf(rung: Rung): readonly string[] {
  switch (rung.kind) {
    case 'motor':
    case 'monitor':
      return rung.legs;
    case 'transformer':
      return [...rung.primary, ...rung.secondary];
    case 'board':
      return [...rung.power, rung.call, rung.proof, rung.limits];
    case 'control':
      return [...rung.power, ...Object.values(rung.reads)];
    case 'capacitor':
      return [];
    default:
      return [rung.a, rung.b];
  }
}

/** Every terminal of a machine, ground among them. */
export const allTerminals = (ladder: Ladder): ReadonlySet<string> =>
  new Set([GROUND, ladder.common, ...ladder.supply.legs, ...ladder.rungs.flatMap(terminalsOf)]);

/**
 * Terminals that the supply reaches without a transformer between: they hurt. What hangs on the secondary of a
 * transformer is control.
 */
export function lineTerminals(ladder: Ladder): ReadonlySet<string> {
  const reached = new Set(ladder.supply.legs);
  for (let grew = true; grew;) {
    grew = false;
    for (const rung of ladder.rungs) {
      const ends = rung.kind === 'transformer' ? rung.primary : terminalsOf(rung);
      if (!ends.some((end) => reached.has(end))) continue;
      for (const end of ends)
        if (!reached.has(end)) {
          reached.add(end);
          grew = true;
        }
    }
  }
  return reached;
}

/** What a machine can do: its loads, in the order of its ladder, with spark where its control gives one. */
export const effectsOf = ({ rungs }: Ladder): Effect[] => [
  ...new Set(
    rungs.flatMap((rung): Effect[] => {
      if (rung.kind === 'motor' || rung.kind === 'heater') return [rung.does];
      if (rung.kind === 'coil' && rung.does) return [rung.does];
      return rung.kind === 'board' && rung.times.warm === undefined ? ['spark'] : [];
    }),
  ),
];

/** What a machine can be called for; no call and an open disconnect are states of every machine. */
export const callsOf = ({ rungs }: Ladder): Call[] => [
  ...(['heat', 'cool', 'free cooling', 'fan', 'defrost test'] as const).filter((call) =>
    rungs.some((rung) => rung.kind === 'call' && rung.calls.includes(call)),
  ),
  ...(['nothing', 'disconnect open'] as const),
];
