import { legRungs, smallTransformer } from './oneLeg.ts';
import type { LadderPlate } from './plate.ts';
import type { BoardTimes, Rung } from './types.ts';
import { when } from './when.ts';

/** Where a heating section takes its line volts from. */
interface Line {
  readonly hot: string;
  readonly back: string;
  readonly volts: number;
}

type Lights = 'direct spark' | 'hot surface' | 'intermittent pilot';
const TIMES: BoardTimes = { ...{ purge: 15, trial: 8, between: 30, tries: 3, blowerOn: 30, blowerOff: 90 } };
/** A pilot may take a minute; one that is not proved shuts everything off, as LP must [common practice]. */
const TIMES_OF: Readonly<Record<Lights, BoardTimes>> = {
  'direct spark': TIMES,
  'hot surface': { ...TIMES, warm: 20 },
  'intermittent pilot': { ...TIMES, trial: 60, tries: 2, pilot: true },
};

/** Proof, limits, control, inducer, igniter and gas valve of a heating section. */
export function burning(call: string, { hot, back, volts }: Line, lights: Lights): Rung[] {
  const [glows, pilot] = [lights === 'hot surface', lights === 'intermittent pilot'];
  return [
    {
      ...{ kind: 'switch', id: 'draft switch', part: 'combustion-air proof', a: 'R', b: 'PS' },
      ...{ feels: 'draft', closes: 'while it is so' },
    },
    {
      ...{ kind: 'switch', id: 'limit switch', part: 'limit switch', a: 'R', b: 'RO' },
      ...{ feels: 'over limit', closes: 'while it is not' },
    },
    {
      ...{ kind: 'switch', id: 'rollout switch', part: 'rollout switch', a: 'RO', b: 'LIM' },
      ...{ feels: 'rolled out', closes: 'while it is not', byHand: true },
    },
    {
      ...{ kind: 'board', id: 'board', part: 'ignition control', power: ['R', 'C'], call },
      ...{ proof: 'PS', limits: 'LIM', times: TIMES_OF[lights] },
    },
    {
      ...{ kind: 'contact', id: 'inducer relay', part: 'ignition control', a: hot, b: 'I1' },
      ...{ of: 'board:inducer', normally: 'open' },
    },
    {
      ...{ kind: 'motor', id: 'inducer', part: 'inducer', legs: ['I1', back], does: 'inducer' },
      ...{ turning: volts / 1.2, stalled: volts / 4, dc: 30, volts },
    },
    ...when(
      glows,
      {
        ...{ kind: 'contact', id: 'igniter relay', part: 'ignition control', a: hot, b: 'IG' },
        ...{ of: 'board:igniter', normally: 'open' },
      },
      // Nitride, 10 to 75 Ω cold [from memory].
      {
        ...{ kind: 'heater', id: 'hot surface igniter', part: 'igniter', a: 'IG', b: back },
        ...{ ohms: 60, does: 'igniter' },
      },
    ),
    ...when(
      pilot,
      {
        ...{ kind: 'contact', id: 'pilot valve relay', part: 'ignition control', a: 'R', b: 'PV' },
        ...{ of: 'board:pilot valve', normally: 'open' },
      },
      {
        ...{ kind: 'coil', id: 'pilot valve', part: 'gas valve', a: 'PV', b: 'C', volts: 24 },
        ...{ hold: 60, pull: 60, dc: 40, does: 'pilot valve' },
      },
    ),
    {
      ...{ kind: 'contact', id: 'gas valve relay', part: 'ignition control', a: 'R', b: 'MV' },
      ...{ of: 'board:gas valve', normally: 'open' },
    },
    {
      ...{ kind: 'coil', id: 'gas valve', part: 'gas valve', a: 'MV', b: 'C', volts: 24 },
      ...{ hold: 60, pull: 60, dc: 40, does: 'gas valve' },
    },
  ];
}

/** The heating section of a package unit, called by the thermostat at W. */
export const gasRungs = ({ volts, heat }: LadderPlate): Rung[] =>
  burning('W', { hot: 'F1', back: 'F2', volts }, heat as Lights);

/**
 * A unit heater whose thermostat feeds everything: dark between calls, and each call clears its lockout, so that
 * trials never end [common practice].
 */
export const lineVoltageRungs = (plate: LadderPlate): Rung[] => [
  ...legRungs(),
  { kind: 'call', id: 'line thermostat', part: 'thermostat', a: 'F1', b: 'V1', calls: ['heat'] },
  ...smallTransformer('V1', plate),
  ...burning('R', { hot: 'V1', back: 'N', volts: plate.volts }, 'direct spark'),
  {
    ...{ kind: 'contact', id: 'blower relay 1', part: 'ignition control', a: 'V1', b: 'B1' },
    ...{ of: 'board:blower', normally: 'open' },
  },
  {
    ...{ kind: 'motor', id: 'blower motor', part: 'blower motor', legs: ['B1', 'N'], does: 'blower' },
    ...{ turning: plate.volts / 3, stalled: plate.volts / 12, dc: 6, volts: plate.volts },
  },
];
