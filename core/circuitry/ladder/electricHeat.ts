import type { LadderPlate } from './plate.ts';
import { nth, STAGES, type Rung } from './types.ts';
import { when } from './when.ts';

/** Seconds until a sequencer makes; the next one follows the one before [common practice: 20 to 90]. */
const MAKES_S = 40;
/** A strip of 5 kW on 240 V. */
const STRIP_OHMS = 11.5;

/** Electric heat: the call through the blower interlock to sequencers one behind the other, each with its strip. */
export const electricRungs = ({ strips, proof }: LadderPlate): Rung[] => [
  ...when(proof, {
    ...{ kind: 'switch', id: 'heat interlock', part: 'fan proof', a: 'W', b: 'WP' },
    ...{ feels: 'air', closes: 'while it is so' },
  }),
  ...STAGES.filter((stage) => stage <= strips).flatMap((stage): Rung[] => {
    const from = stage > 1 ? `E${stage - 1}` : proof ? 'WP' : 'W';
    const relay = nth('heat relay', stage);
    return [
      {
        ...{ kind: 'timer', id: nth('sequencer', stage), part: 'sequencer', a: from, b: `E${stage}` },
        ...{ seconds: MAKES_S, common: 'C' },
      },
      {
        ...{ kind: 'coil', id: relay, part: 'sequencer', a: `E${stage}`, b: 'C' },
        ...{ volts: 24, hold: 120, pull: 60, dc: 55 },
      },
      {
        ...{ kind: 'contact', id: `${relay} contact`, part: 'sequencer', a: 'F1', b: `H${stage}` },
        ...{ of: relay, normally: 'open' },
      },
      {
        ...{ kind: 'switch', id: nth('heat limit', stage), part: 'limit switch', a: `H${stage}` },
        ...{ b: `J${stage}`, feels: 'over limit', closes: 'while it is not' },
      },
      {
        ...{ kind: 'heater', id: nth('heat strip', stage), part: 'heat strip', a: `J${stage}`, b: 'F2' },
        ...{ ohms: STRIP_OHMS, does: nth('heater', stage) },
      },
    ];
  }),
];
