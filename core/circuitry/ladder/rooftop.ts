import type { Ladder } from './types.ts';

/*
 * A package unit with gas heat and one stage of cooling on three legs: the usual order of things [common practice];
 * the diagram on the door wins. Values are starting values from memory.
 */

const POLES = [1, 2, 3] as const;

/** @param volts of its supply */
export const rooftop = (volts: 208 | 480 = 208): Ladder => ({
  supply: { legs: ['L1', 'L2', 'L3'], volts, system: 'wye' },
  common: 'C',
  rungs: [
    // Disconnect and fuses, one of each in every leg.
    ...POLES.flatMap((k) => [
      {
        kind: 'disconnect',
        id: `disconnect ${k}`,
        part: 'disconnect or breaker',
        a: `L${k}`,
        b: `D${k}`,
      } as const,
      {
        ...({
          kind: 'fuse',
          id: `fuse ${k}`,
          part: 'disconnect or breaker',
          a: `D${k}`,
          b: `F${k}`,
        } as const),
        ...{ amps: 35, slow: true as const },
      },
    ]),
    // Control power.
    {
      ...{
        kind: 'transformer',
        id: 'transformer',
        part: 'transformer',
        primary: ['F1', 'F2'],
        secondary: ['R0', 'C'],
      },
      ...{ ratio: 26.5 / volts, ohms: 0.7, dc: { primary: volts === 208 ? 60 : 240, secondary: 0.8 } },
    },
    { kind: 'fuse', id: 'control fuse', part: 'control fuse', a: 'R0', b: 'R', amps: 5 },
    // The thermostat and its cable.
    { kind: 'wire', id: 'cable R', part: 'wiring', a: 'R', b: 'stat R' },
    { kind: 'call', id: 'stat Y', part: 'thermostat', a: 'stat R', b: 'stat Y', calls: ['cool'] },
    { kind: 'call', id: 'stat G', part: 'thermostat', a: 'stat R', b: 'stat G', calls: ['cool', 'fan'] },
    { kind: 'call', id: 'stat W', part: 'thermostat', a: 'stat R', b: 'stat W', calls: ['heat'] },
    { kind: 'wire', id: 'cable Y', part: 'wiring', a: 'stat Y', b: 'Y' },
    { kind: 'wire', id: 'cable G', part: 'wiring', a: 'stat G', b: 'G' },
    { kind: 'wire', id: 'cable W', part: 'wiring', a: 'stat W', b: 'W' },
    // The blower, by its contactor or by the heating control.
    {
      ...{ kind: 'coil', id: 'blower contactor', part: 'contactor', a: 'G', b: 'C' },
      ...{ volts: 24, hold: 72, pull: 18, dc: 14 },
    },
    {
      kind: 'contact',
      id: 'blower pole 1',
      part: 'contactor',
      a: 'F1',
      b: 'B1',
      of: 'blower contactor',
      normally: 'open',
    },
    {
      kind: 'contact',
      id: 'blower pole 2',
      part: 'contactor',
      a: 'F2',
      b: 'B2',
      of: 'blower contactor',
      normally: 'open',
    },
    {
      kind: 'contact',
      id: 'blower relay 1',
      part: 'ignition control',
      a: 'F1',
      b: 'B1',
      of: 'board:blower',
      normally: 'open',
    },
    {
      kind: 'contact',
      id: 'blower relay 2',
      part: 'ignition control',
      a: 'F2',
      b: 'B2',
      of: 'board:blower',
      normally: 'open',
    },
    {
      ...{ kind: 'motor', id: 'blower motor', part: 'blower motor', legs: ['B1', 'B2'], does: 'blower' },
      ...{ turning: volts / 8, stalled: volts / 40, dc: 3, volts },
    },
    // Cooling: the call goes through every safety to the timer and the contactor.
    {
      kind: 'switch',
      id: 'blower proof',
      part: 'fan proof',
      a: 'Y',
      b: 'Y1',
      feels: 'air',
      closes: 'while it is so',
    },
    {
      kind: 'switch',
      id: 'high-pressure switch',
      part: 'high-pressure switch',
      a: 'Y1',
      b: 'Y2',
      feels: 'high pressure',
      closes: 'while it is not',
    },
    {
      kind: 'switch',
      id: 'low-pressure switch',
      part: 'low-pressure switch',
      a: 'Y2',
      b: 'Y3',
      feels: 'low pressure',
      closes: 'while it is not',
    },
    {
      kind: 'switch',
      id: 'freeze stat',
      part: 'freeze stat',
      a: 'Y3',
      b: 'Y4',
      feels: 'coil freezing',
      closes: 'while it is not',
    },
    {
      kind: 'timer',
      id: 'anti-short-cycle timer',
      part: 'delay timer',
      a: 'Y4',
      b: 'Y5',
      seconds: 180,
      common: 'C',
    },
    {
      ...{ kind: 'coil', id: 'contactor', part: 'contactor', a: 'Y5', b: 'C' },
      ...{ volts: 24, hold: 72, pull: 14, dc: 12 },
    },
    ...POLES.map((k) => ({
      ...({
        kind: 'contact',
        id: `pole ${k}`,
        part: 'contactor',
        a: `F${k}`,
        b: `T${k}`,
        of: 'contactor',
      } as const),
      normally: 'open' as const,
    })),
    {
      ...{
        kind: 'motor',
        id: 'compressor',
        part: 'compressor',
        legs: ['T1', 'T2', 'T3'],
        does: 'compressor',
      },
      ...{ turning: volts / Math.sqrt(3) / 16, stalled: volts / Math.sqrt(3) / 95, dc: 0.4, volts },
    },
    {
      ...{
        kind: 'motor',
        id: 'condenser fan motor',
        part: 'condenser fan motor',
        legs: ['T1', 'T2'],
        does: 'condenser fan',
      },
      ...{ turning: volts / 2.5, stalled: volts / 8, dc: 9, volts },
    },
    // Heating.
    {
      kind: 'switch',
      id: 'draft switch',
      part: 'combustion-air proof',
      a: 'R',
      b: 'PS',
      feels: 'draft',
      closes: 'while it is so',
    },
    {
      kind: 'switch',
      id: 'limit switch',
      part: 'limit switch',
      a: 'R',
      b: 'RO',
      feels: 'over limit',
      closes: 'while it is not',
    },
    {
      ...{ kind: 'switch', id: 'rollout switch', part: 'rollout switch', a: 'RO', b: 'LIM' },
      ...{ feels: 'rolled out', closes: 'while it is not', byHand: true },
    },
    {
      ...{
        kind: 'board',
        id: 'board',
        part: 'ignition control',
        power: ['R', 'C'],
        call: 'W',
        proof: 'PS',
        limits: 'LIM',
      },
      times: { purge: 15, trial: 8, between: 30, tries: 3, blowerOn: 30, blowerOff: 90 },
    },
    {
      kind: 'contact',
      id: 'inducer relay',
      part: 'ignition control',
      a: 'F1',
      b: 'I1',
      of: 'board:inducer',
      normally: 'open',
    },
    {
      ...{ kind: 'motor', id: 'inducer', part: 'inducer', legs: ['I1', 'F2'], does: 'inducer' },
      ...{ turning: volts / 1.2, stalled: volts / 4, dc: 30, volts },
    },
    {
      kind: 'contact',
      id: 'gas valve relay',
      part: 'ignition control',
      a: 'R',
      b: 'MV',
      of: 'board:gas valve',
      normally: 'open',
    },
    {
      ...{ kind: 'coil', id: 'gas valve', part: 'gas valve', a: 'MV', b: 'C', volts: 24 },
      ...{ hold: 60, pull: 60, dc: 40, does: 'gas valve' },
    },
  ],
});
