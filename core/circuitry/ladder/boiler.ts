import { legRungs, smallTransformer } from './oneLeg.ts';
import type { LadderPlate } from './plate.ts';
import type { Program, Rung } from './types.ts';

/** Seconds of a boiler's control [from memory: purge 10 to 60, trial 4 to 10]. */
const [PURGE_S, TRIAL_S, BETWEEN_S] = [20, 6, 20];
const CALLED = { to: 'off', no: ['call'] };

/** Pump, flow and string; fan, air, purge; trial; burn. Three trials without a flame lock it out. */
const PROGRAM: Program = {
  tries: 3,
  phases: [
    { name: 'off', pulls: [], goes: [{ to: 'pump', yes: ['call'] }] },
    // Air that is proved before the fan runs is a switch that is stuck: it waits.
    {
      ...{ name: 'pump', pulls: ['pump'] },
      goes: [CALLED, { to: 'fan', yes: ['flow', 'safe'], no: ['air'] }],
    },
    {
      ...{ name: 'fan', pulls: ['pump', 'fan'] },
      goes: [CALLED, { to: 'pump', no: ['flow', 'safe'] }, { to: 'purge', yes: ['air'] }],
    },
    {
      ...{ name: 'purge', pulls: ['pump', 'fan'] },
      goes: [CALLED, { to: 'fan', no: ['flow', 'safe', 'air'] }, { to: 'trial', after: PURGE_S }],
    },
    {
      ...{ name: 'trial', pulls: ['pump', 'fan', 'spark', 'gas'] },
      goes: [
        CALLED,
        { to: 'burns', yes: ['flame at the sensor'] },
        { to: 'between', after: TRIAL_S, counts: true },
      ],
    },
    { ...{ name: 'between', pulls: ['pump', 'fan'] }, goes: [CALLED, { to: 'trial', after: BETWEEN_S }] },
    {
      ...{ name: 'burns', pulls: ['pump', 'fan', 'gas'] },
      goes: [
        CALLED,
        { to: 'fan', no: ['flow', 'safe', 'air'] },
        { to: 'between', no: ['flame at the sensor'], counts: true },
      ],
    },
    { name: 'lockout', pulls: ['pump'], goes: [CALLED] },
  ],
};

/** A condensing boiler on one leg, from its disconnect to its gas valve. */
export const boilerRungs = (plate: LadderPlate): Rung[] => {
  const { volts } = plate;
  const control = 'main board';
  const relay = (id: string, of: string, a: string, b: string): Rung => ({
    ...{ kind: 'contact', id, part: control, a, b, of: `boiler control:${of}`, normally: 'open' },
  });
  return [
    ...legRungs(),
    ...smallTransformer('F1', plate),
    { kind: 'call', id: 'boiler thermostat', part: 'thermostat', a: 'R', b: 'TT', calls: ['heat'] },
    {
      ...{ kind: 'switch', id: 'low-water cutoff', part: 'low-water cutoff', a: 'R', b: 'LW' },
      ...{ feels: 'water low', closes: 'while it is not', byHand: true },
    },
    {
      ...{ kind: 'switch', id: 'high limit', part: 'limit switch', a: 'LW', b: 'HL' },
      ...{ feels: 'over limit', closes: 'while it is not' },
    },
    {
      ...{ kind: 'switch', id: 'condensate switch', part: 'float switch', a: 'HL', b: 'CS' },
      ...{ feels: 'pan full', closes: 'while it is not' },
    },
    {
      ...{ kind: 'switch', id: 'flow switch', part: 'flow switch', a: 'R', b: 'FS' },
      ...{ feels: 'water flow', closes: 'while it is so' },
    },
    {
      ...{ kind: 'switch', id: 'air proof', part: 'combustion-air proof', a: 'R', b: 'AS' },
      ...{ feels: 'draft', closes: 'while it is so' },
    },
    {
      ...{ kind: 'control', id: 'boiler control', part: control, power: ['R', 'C'] },
      reads: { call: 'TT', safe: 'CS', flow: 'FS', air: 'AS' },
      feels: ['flame at the sensor'],
      program: PROGRAM,
      relaysFail: true,
    },
    relay('pump relay', 'pump', 'F1', 'P1'),
    {
      ...{ kind: 'motor', id: 'pump', part: 'pump or loop', legs: ['P1', 'N'], does: 'pump' },
      ...{ turning: volts / 1.5, stalled: volts / 5, dc: 20, volts },
    },
    relay('fan relay', 'fan', 'F1', 'I1'),
    {
      ...{ kind: 'motor', id: 'inducer', part: 'inducer', legs: ['I1', 'N'], does: 'inducer' },
      ...{ turning: volts / 1.2, stalled: volts / 4, dc: 30, volts },
    },
    relay('spark relay', 'spark', 'R', 'SP'),
    {
      ...{ kind: 'coil', id: 'spark transformer', part: 'igniter', a: 'SP', b: 'C', volts: 24 },
      ...{ hold: 60, pull: 60, dc: 20, does: 'spark' },
    },
    relay('gas valve relay', 'gas', 'R', 'MV'),
    {
      ...{ kind: 'coil', id: 'gas valve', part: 'gas valve', a: 'MV', b: 'C', volts: 24 },
      ...{ hold: 60, pull: 60, dc: 40, does: 'gas valve' },
    },
  ];
};
