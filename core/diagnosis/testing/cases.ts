import type { LadderPlate } from '#core/circuitry/ladder';
import type { Observed } from '../index.ts';
import { flame, look, ohms, ran, volts, watched } from './seen.ts';

/** A worked case: what was seen, what it was, and what must not be concluded from it. */
export interface Worked {
  readonly name: string;
  /** What the machine is where it is not the usual package unit. */
  readonly plate?: Partial<LadderPlate>;
  readonly seen: readonly Observed[];
  /** Keys of what it may be called; several where nothing that was seen tells them apart. */
  readonly was: readonly string[];
  readonly never: readonly string[];
}

const lockedOut: Observed = { kind: 'locked out', call: 'heat', yes: true };

/**
 * Cases as they are met [common practice], each written down from what a technician sees and measures, before the
 * ranking was first scored on them.
 */
export const WORKED: readonly Worked[] = [
  {
    name: 'no heat: nothing at all, the transformer is fed and gives nothing',
    seen: [ran('heat', 'inducer', 'no'), volts('heat', 'F1', 'F2', 207), volts('heat', 'R0', 'C', 0)],
    was: ['transformer: open'],
    never: ['board: no output'],
  },
  {
    name: 'nothing at all, 26 V before the control fuse and none behind it',
    seen: [ran('cool', 'blower', 'no'), volts('cool', 'R0', 'C', 26), volts('cool', 'R', 'C', 0)],
    was: ['control fuse: open'],
    never: ['transformer: open'],
  },
  {
    name: 'control fuse goes as soon as the compressor is called; its coil reads next to nothing',
    seen: [ran('cool', 'blower'), volts('cool', 'R', 'C', 0), ohms('TD', 'C', 1.4)],
    was: ['contactor: shorted'],
    never: ['control fuse: open'],
  },
  {
    name: 'no heat: the control is powered, no call arrives, the thermostat shows all of it across W',
    seen: [volts('heat', 'R', 'C', 26), volts('heat', 'W', 'C', 0), volts('heat', 'stat R', 'stat W', 26)],
    was: ['stat W: open'],
    never: ['board: no output'],
  },
  {
    name: 'no heat: call leaves the thermostat and does not arrive',
    seen: [
      ...[volts('heat', 'R', 'C', 26), volts('heat', 'W', 'C', 0), volts('heat', 'stat R', 'stat W', 0)],
      volts('heat', 'stat W', 'C', 26),
    ],
    was: ['cable W: open'],
    never: ['board: no output', 'stat W: open'],
  },
  {
    name: 'thermostat dead: 26 V at the unit, none at its R',
    seen: [volts('cool', 'R', 'C', 26), volts('cool', 'stat R', 'C', 0), ran('cool', 'blower', 'no')],
    was: ['cable R: open'],
    never: ['transformer: open'],
  },
  {
    name: 'called, and the inducer stays silent with line volts at it',
    seen: [volts('heat', 'W', 'C', 26), ran('heat', 'inducer', 'no'), watched('heat', 'I1', 'F2', 208)],
    was: ['inducer: open'],
    never: ['inducer relay: open', 'board: no output'],
  },
  {
    name: 'called, and the inducer hums',
    seen: [ran('heat', 'inducer', 'hums')],
    was: ['inducer: stuck'],
    never: ['draft switch: open', 'inducer relay: open'],
  },
  {
    name: 'called, inducer silent and nothing at it',
    seen: [
      volts('heat', 'W', 'C', 26),
      ran('heat', 'inducer', 'no'),
      watched('heat', 'I1', 'F2', 0),
      volts('heat', 'PS', 'C', 0),
    ],
    was: ['inducer relay: open'],
    never: ['inducer: open'],
  },
  {
    name: 'called, inducer silent: the proof is there before anything runs',
    seen: [volts('heat', 'W', 'C', 26), ran('heat', 'inducer', 'no'), volts('heat', 'PS', 'C', 26)],
    was: ['draft switch: welded'],
    never: ['inducer: open', 'inducer relay: open'],
  },
  {
    name: 'inducer runs for ever: no proof, and the vent is full of a nest',
    seen: [
      ran('heat', 'inducer'),
      ran('heat', 'spark', 'no'),
      volts('heat', 'PS', 'C', 0),
      look('flue blocked', true),
    ],
    was: ['flue blocked'],
    never: ['draft switch: open', 'board: no output'],
  },
  {
    name: 'inducer runs for ever: no proof, vent and hose clear',
    seen: [
      ...[ran('heat', 'inducer'), ran('heat', 'spark', 'no'), volts('heat', 'R', 'PS', 26)],
      ...[look('flue blocked', false), { kind: 'after', call: 'heat', what: 'inducer', yes: true } as const],
    ],
    was: ['draft switch: open'],
    never: ['board: no output'],
  },
  {
    name: 'tries three times and locks out: spark and valve are there, no gas comes',
    seen: [
      ran('heat', 'spark'),
      watched('heat', 'MV', 'C', 26),
      flame('none'),
      lockedOut,
      look('no gas', true),
    ],
    was: ['no gas'],
    never: ['board: no output', 'gas valve: open'],
  },
  {
    name: 'tries and locks out: spark, and never any volts at the valve',
    seen: [ran('heat', 'spark'), watched('heat', 'MV', 'C', 0), flame('none'), lockedOut],
    was: ['gas valve relay: open'],
    never: ['gas valve: open', 'no gas'],
  },
  {
    name: 'tries and locks out: volts at the valve, its coil reads open',
    seen: [ran('heat', 'spark'), watched('heat', 'MV', 'C', 26), flame('none'), ohms('MV', 'C', null)],
    was: ['gas valve: open'],
    never: ['gas valve relay: open'],
  },
  {
    name: 'volts at the valve, its coil is sound, gas stands before it and nothing opens',
    seen: [
      ...[ran('heat', 'spark'), watched('heat', 'MV', 'C', 26), flame('none'), ohms('MV', 'C', 40)],
      ...[look('no gas', false), ran('heat', 'gas valve', 'no')],
    ],
    was: ['gas valve: stuck'],
    never: ['gas valve relay: open', 'no gas'],
  },
  {
    name: 'valve opens and no spark is heard',
    seen: [ran('heat', 'gas valve'), ran('heat', 'spark', 'no'), flame('none'), lockedOut],
    was: ['board: no output'],
    never: ['gas valve: open', 'no gas'],
  },
  {
    name: 'burns for a few seconds, three times: the sensor is white',
    seen: [flame('goes out in seconds'), lockedOut, look('sensor fouled', true)],
    was: ['sensor fouled'],
    never: ['board: blind', 'gas valve: open'],
  },
  {
    name: 'burns for a few seconds, three times: the first burner alone',
    seen: [
      flame('goes out in seconds'),
      lockedOut,
      look('sensor fouled', false),
      look('crossover plugged', true),
    ],
    was: ['crossover plugged'],
    never: ['board: blind'],
  },
  {
    name: 'burns for a few seconds, three times: sensor clean, all burners lit, sound ground',
    seen: [
      flame('goes out in seconds'),
      lockedOut,
      look('sensor fouled', false),
      look('crossover plugged', false),
    ],
    was: ['board: blind'],
    never: ['gas valve relay: open', 'no gas'],
  },
  {
    name: 'on a call for heat the blower runs at once and nothing lights: 26 V across the limit',
    seen: [ran('heat', 'blower'), flame('none'), volts('heat', 'R', 'RO', 26)],
    was: ['limit switch: open'],
    never: ['rollout switch: open', 'board: no output'],
  },
  {
    name: 'on a call for heat the blower runs at once and nothing lights: 26 V across the rollout',
    seen: [ran('heat', 'blower'), flame('none'), volts('heat', 'RO', 'LIM', 26)],
    was: ['rollout switch: open'],
    never: ['limit switch: open'],
  },
  {
    name: 'heat goes off after minutes: flame rolls out',
    seen: [flame('goes out after minutes'), ran('heat', 'blower'), look('exchanger plugged', true)],
    was: ['exchanger plugged'],
    never: ['rollout switch: open', 'board: blind'],
  },
  {
    name: 'heat goes off on its limit, the belt lies on the floor',
    seen: [flame('goes out after minutes'), ran('heat', 'blower'), look('belt broken', true)],
    was: ['belt broken'],
    never: ['limit switch: open'],
  },
  {
    name: 'heat goes off on its limit, filters black, belt on',
    seen: [
      flame('goes out after minutes'),
      ran('heat', 'blower'),
      look('belt broken', false),
      look('low air', true),
    ],
    was: ['low air'],
    never: ['limit switch: open'],
  },
  {
    name: 'heats for a while, the blower never comes, but it does for cooling',
    seen: [
      ...[flame('goes out after minutes'), ran('heat', 'blower', 'no'), ran('cool', 'blower')],
      { kind: 'locked out', call: 'heat', yes: false },
    ],
    was: ['blower relay 1: open', 'blower relay 2: open'],
    never: ['blower motor: open', 'limit switch: open'],
  },
  {
    name: 'no blower for cooling: called, and the coil of its contactor is open',
    seen: [ran('cool', 'blower', 'no'), volts('cool', 'G', 'C', 26), ohms('G', 'C', null)],
    was: ['blower contactor: open'],
    never: ['blower motor: open'],
  },
  {
    name: 'blower hums with line volts at it',
    seen: [ran('cool', 'blower', 'hums'), watched('cool', 'B1', 'B2', 207)],
    was: ['blower motor: stuck'],
    never: ['blower contactor: open'],
  },
  {
    name: 'blower is fed and silent, its winding is open',
    seen: [ran('cool', 'blower', 'no'), watched('cool', 'B1', 'B2', 207), ohms('B1', 'B2', null)],
    was: ['blower motor: open'],
    never: ['blower contactor: open', 'blower pole 1: open'],
  },
  {
    name: 'blower runs, compressor silent: the call stops at the proof of air, and air there is',
    seen: [
      ...[ran('cool', 'blower'), ran('cool', 'compressor', 'no'), volts('cool', 'Y', 'C', 26)],
      ...[volts('cool', 'AP', 'C', 0), look('belt broken', false)],
    ],
    was: ['blower proof: open'],
    never: ['compressor: open', 'contactor: open'],
  },
  {
    name: 'blower motor runs, no air, compressor silent: the belt is off',
    seen: [
      ran('cool', 'blower'),
      ran('cool', 'compressor', 'no'),
      volts('cool', 'AP', 'C', 0),
      look('belt broken', true),
    ],
    was: ['belt broken'],
    never: ['blower proof: open', 'compressor: open'],
  },
  {
    name: 'compressor silent from the first second: 26 V across the high-pressure switch',
    seen: [ran('cool', 'blower'), ran('cool', 'compressor', 'no'), volts('cool', 'AP', 'HP', 26)],
    was: ['high-pressure switch: open'],
    never: ['contactor: open', 'condenser dirty'],
  },
  {
    name: 'compressor silent from the first second: 26 V across the low-pressure switch',
    seen: [ran('cool', 'blower'), ran('cool', 'compressor', 'no'), volts('cool', 'HP', 'LP', 26)],
    was: ['low-pressure switch: open'],
    never: ['contactor: open', 'charge low'],
  },
  {
    name: 'compressor runs for two minutes and stops; the condenser is matted',
    seen: [ran('cool', 'compressor'), ran('cool', 'condenser fan'), look('condenser dirty', true)],
    was: ['condenser dirty'],
    never: ['high-pressure switch: open', 'compressor: stuck'],
  },
  {
    name: 'timer is fed, six minutes have gone, nothing comes out',
    seen: [ran('cool', 'compressor', 'no'), volts('cool', 'FZ', 'C', 26), volts('cool', 'TD', 'C', 0)],
    was: ['anti-short-cycle timer: no output'],
    never: ['contactor: open', 'compressor: open'],
  },
  {
    name: 'contactor is fed and stays out, its coil is open',
    seen: [ran('cool', 'compressor', 'no'), volts('cool', 'TD', 'C', 26), ohms('TD', 'C', null)],
    was: ['contactor: open'],
    never: ['compressor: open', 'anti-short-cycle timer: no output'],
  },
  {
    name: 'contactor is fed and stays out, its coil reads as its sister',
    seen: [ran('cool', 'compressor', 'no'), volts('cool', 'TD', 'C', 26), ohms('TD', 'C', 12)],
    was: ['contactor: stuck'],
    never: ['compressor: open'],
  },
  {
    name: 'compressor hums and trips: volts into the third pole and not out',
    seen: [
      ran('cool', 'compressor', 'hums'),
      ran('cool', 'condenser fan'),
      ohms('D3', 'F3', 0),
      volts('disconnect open', 'L3', 'ground', 120),
      ohms('T1', 'T3', 0.8),
    ],
    was: ['pole 3: open', 'disconnect 3: open', 'compressor: stuck'],
    never: ['compressor: open', 'L3: lost'],
  },
  {
    name: 'compressor hums and trips: one fuse is open',
    seen: [ran('cool', 'compressor', 'hums'), ohms('D3', 'F3', null)],
    was: ['fuse 3: open'],
    never: ['compressor: stuck', 'compressor: open'],
  },
  {
    name: 'compressor hums and trips: a leg of the service is dead by itself',
    seen: [
      ran('cool', 'compressor', 'hums'),
      volts('disconnect open', 'L3', 'ground', 0),
      volts('disconnect open', 'L1', 'ground', 120),
    ],
    was: ['L3: lost'],
    never: ['compressor: stuck', 'pole 3: open'],
  },
  {
    name: 'compressor hums and trips: one winding open, shell cold, leads off',
    seen: [
      ran('cool', 'compressor', 'hums'),
      { kind: 'alone', rung: 'compressor', to: 'its own leads', reads: null },
      { kind: 'done', check: 'compressor shell cool' },
    ],
    was: ['compressor: open'],
    never: ['L3: lost', 'pole 3: open'],
  },
  {
    name: 'compressor hums and trips on all three legs, windings sound',
    seen: [
      ...[
        ran('cool', 'compressor', 'hums'),
        watched('cool', 'T1', 'T2', 206),
        watched('cool', 'T2', 'T3', 206),
      ],
      ...[ohms('T1', 'T2', 0.8), ohms('T1', 'T3', 0.8)],
    ],
    was: ['compressor: stuck'],
    never: ['pole 3: open', 'L3: lost', 'compressor: open'],
  },
  {
    name: 'line fuse goes when the compressor starts; alone it is on the frame',
    seen: [ran('cool', 'blower'), { kind: 'alone', rung: 'compressor', to: 'the frame', reads: 0.4 }],
    was: ['compressor: grounded'],
    never: ['condenser fan motor: grounded', 'contactor: open'],
  },
  {
    name: 'compressor runs, its fan does not: fed, hums, its capacitor is sound',
    seen: [
      ran('cool', 'compressor'),
      ran('cool', 'condenser fan', 'hums'),
      { kind: 'microfarads', rung: 'condenser fan capacitor', reads: 7.4 },
    ],
    was: ['condenser fan motor: stuck'],
    never: ['high-pressure switch: open', 'condenser fan motor: open'],
  },
  {
    name: 'compressor runs, its fan is silent and its winding open',
    seen: [ran('cool', 'compressor'), ran('cool', 'condenser fan', 'no'), ohms('T1', 'T2', 0.8)],
    was: ['condenser fan motor: open'],
    never: ['pole 1: open', 'compressor: open'],
  },
  {
    name: 'control fuse goes on a call for cooling: the cable is chafed through',
    seen: [
      volts('cool', 'R', 'C', 0),
      ran('cool', 'blower', 'no'),
      ran('heat', 'inducer'),
      ohms('Y', 'ground', 0.5),
    ],
    was: ['cable Y: grounded'],
    never: ['contactor: shorted', 'transformer: open'],
  },
  {
    name: 'it heats with nobody asking',
    seen: [ran('nothing', 'gas valve'), ran('nothing', 'inducer')],
    was: ['stat W: welded'],
    never: ['gas valve relay: welded'],
  },
  {
    name: 'gas without a call, the inducer still: the relay of the valve is welded',
    seen: [ran('nothing', 'gas valve'), ran('nothing', 'inducer', 'no')],
    was: ['gas valve relay: welded'],
    never: ['stat W: welded'],
  },
];
