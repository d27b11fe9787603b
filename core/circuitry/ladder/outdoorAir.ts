import { burning } from './gas.ts';
import { callTerminal, type LadderPlate } from './plate.ts';
import type { Rung } from './types.ts';

/**
 * A damper that cools for nothing: while it is cool outdoors the first stage of cooling opens it and starts no
 * compressor [common practice].
 */
export const economizerRungs = (plate: LadderPlate): Rung[] => {
  const part = 'economizer';
  return [
    {
      ...{ kind: 'switch', id: 'outdoor-air sensor', part, a: 'R', b: 'OA' },
      ...{ feels: 'cool outdoors', closes: 'while it is so' },
    },
    {
      ...{ kind: 'control', id: 'economizer module', part, power: ['R', 'C'], feels: [] },
      reads: { call: callTerminal(plate, 1), cool: 'OA' },
      program: {
        phases: [
          { name: 'off', pulls: [], goes: [{ to: 'free', yes: ['call', 'cool'] }] },
          { name: 'free', pulls: ['free', 'damper'], goes: [{ to: 'off', no: ['call', 'cool'] }] },
        ],
      },
    },
    {
      ...{ kind: 'contact', id: 'compressor lock', part, a: callTerminal(plate, 1), b: 'YE' },
      ...{ of: 'economizer module:free', normally: 'closed' },
    },
    {
      ...{ kind: 'contact', id: 'damper relay', part, a: 'R', b: 'DA' },
      ...{ of: 'economizer module:damper', normally: 'open' },
    },
    actuator('DA'),
  ];
};

const actuator = (node: string): Rung => ({
  ...{ kind: 'coil', id: 'damper actuator', part: 'damper actuator', a: node, b: 'C' },
  ...{ volts: 24, hold: 100, pull: 100, dc: 80, does: 'outdoor damper' },
});

/** After so long below its limit the air that goes in stops the fan; nobody is blown upon with frost. */
const LOW_FIRE_S = 30;

/**
 * A make-up air unit: exhaust runs, damper opens and proves it, fan, air, cold enough outdoors, gas at its pressure,
 * then the burner; low fire first [common practice].
 */
export const makeUpRungs = ({ volts }: LadderPlate): Rung[] => [
  { ...{ kind: 'call', id: 'exhaust interlock', part: 'relay', a: 'R', b: 'EX', calls: ['heat', 'fan'] } },
  {
    ...{ kind: 'switch', id: 'discharge low limit', part: 'freeze stat', a: 'EX', b: 'EL' },
    ...{ feels: 'discharge cold', closes: 'while it is not', byHand: true },
  },
  actuator('EL'),
  {
    ...{ kind: 'switch', id: 'end switch', part: 'damper actuator', a: 'EL', b: 'ES' },
    ...{ feels: 'damper open', closes: 'while it is so' },
  },
  {
    ...{ kind: 'switch', id: 'airflow switch', part: 'fan proof', a: 'ES', b: 'AF' },
    ...{ feels: 'air', closes: 'while it is so' },
  },
  {
    ...{ kind: 'switch', id: 'outdoor stat', part: 'thermostat', a: 'AF', b: 'OT' },
    ...{ feels: 'warm outdoors', closes: 'while it is not' },
  },
  {
    ...{ kind: 'switch', id: 'low gas switch', part: 'gas valve', a: 'OT', b: 'W' },
    ...{ feels: 'gas pressure low', closes: 'while it is not' },
  },
  ...burning('W', { hot: 'F1', back: 'F2', volts }, 'direct spark'),
  {
    ...{ kind: 'timer', id: 'low-fire timer', part: 'delay timer', a: 'MV', b: 'LF' },
    ...{ seconds: LOW_FIRE_S, common: 'C' },
  },
  {
    ...{ kind: 'coil', id: 'modulating valve', part: 'gas valve', a: 'LF', b: 'C', volts: 24 },
    ...{ hold: 80, pull: 80, dc: 60, does: 'high fire' },
  },
];
