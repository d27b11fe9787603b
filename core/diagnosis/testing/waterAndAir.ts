import type { LadderPlate } from '#core/circuitry/ladder';
import type { Worked } from './cases.ts';
import { after, amps, blows, flame, look, ohms, pressures, ran, volts, watched } from './seen.ts';

const BOILER: Partial<LadderPlate> = {
  ...{ heat: 'boiler', volts: 115, phase: 1, stages: 0, drive: 'direct', proof: false },
};
const WATER: Partial<LadderPlate> = {
  ...{ heat: 'water source', volts: 208, phase: 1, drive: 'direct', proof: false, float: true },
};
const PILOT: Partial<LadderPlate> = { heat: 'intermittent pilot' };
const MAKE_UP: Partial<LadderPlate> = { heat: 'make-up air', stages: 0, proof: false };
const ECONOMIZER: Partial<LadderPlate> = { economizer: true };
const PUMP: Partial<LadderPlate> = { heat: 'heat pump', drive: 'direct' };
const ZONES: Partial<LadderPlate> = { commanded: 'zone panel' };
const AUTOMATION: Partial<LadderPlate> = { commanded: 'automation' };

/**
 * Cases as they are met on boilers, on machines on a water loop, and on what moves outdoor air [common practice],
 * each written down from what a technician sees and measures, before the ranking was first scored on them.
 */
export const ON_WATER_AND_AIR: readonly Worked[] = [
  // Boilers.
  {
    name: 'boiler: called, the pump runs, and that is all; no volts come out of the low-water cutoff, its glass is low',
    plate: BOILER,
    seen: [
      ran('heat', 'pump'),
      ran('heat', 'inducer', 'no'),
      volts('heat', 'R', 'LW', 25),
      look('water low', true),
    ],
    was: ['water low'],
    never: ['low-water cutoff: open', 'boiler control: no output'],
  },
  {
    name: 'boiler: low-water cutoff open with the glass full',
    plate: BOILER,
    seen: [
      ran('heat', 'pump'),
      ran('heat', 'inducer', 'no'),
      volts('heat', 'R', 'LW', 25),
      look('water low', false),
    ],
    was: ['low-water cutoff: open'],
    never: ['boiler control: no output', 'high limit: open'],
  },
  {
    name: 'boiler: nothing runs on a call, the pump has its line volts and hums',
    plate: BOILER,
    seen: [ran('heat', 'pump', 'hums'), watched('heat', 'P1', 'N', 115), ran('heat', 'inducer', 'no')],
    was: ['pump: stuck'],
    never: ['flow switch: open', 'boiler control: no output'],
  },
  {
    name: 'boiler: the pump runs, no flow is proved, and a valve of the loop is shut',
    plate: BOILER,
    seen: [
      ran('heat', 'pump'),
      watched('heat', 'FS', 'C', 0),
      ran('heat', 'inducer', 'no'),
      look('no loop flow', true),
    ],
    was: ['no loop flow'],
    never: ['flow switch: open', 'pump: stuck'],
  },
  {
    name: 'boiler: water flows and is felt, the flow switch does not make',
    plate: BOILER,
    seen: [
      ran('heat', 'pump'),
      watched('heat', 'FS', 'C', 0),
      look('no loop flow', false),
      ran('heat', 'inducer', 'no'),
    ],
    was: ['flow switch: open'],
    never: ['no loop flow', 'boiler control: no output'],
  },
  {
    name: 'boiler: fires and goes out after minutes on its limit; the strainer is half plugged',
    plate: BOILER,
    seen: [ran('heat', 'gas valve'), flame('goes out after minutes'), look('low loop flow', true)],
    was: ['low loop flow'],
    never: ['high limit: open', 'sensor fouled', 'no gas'],
  },
  {
    name: 'boiler: condensate stands in its trap, the fan never starts',
    plate: BOILER,
    seen: [
      ran('heat', 'pump'),
      ran('heat', 'inducer', 'no'),
      volts('heat', 'HL', 'CS', 25),
      look('drain plugged', true),
    ],
    was: ['drain plugged'],
    never: ['condensate switch: open', 'boiler control: no output'],
  },
  {
    name: 'boiler: three trials with a flame each time, then lockout; the rod is coated',
    plate: BOILER,
    seen: [
      { kind: 'locked out', call: 'heat', yes: true },
      flame('goes out in seconds'),
      look('sensor fouled', true),
    ],
    was: ['sensor fouled'],
    never: ['no gas', 'gas valve: open', 'boiler control: blind'],
  },
  {
    name: 'boiler: fan runs and runs, its proof never makes, the vent is full of a nest',
    plate: BOILER,
    seen: [
      ran('heat', 'inducer'),
      watched('heat', 'AS', 'C', 0),
      ran('heat', 'gas valve', 'no'),
      look('flue blocked', true),
    ],
    was: ['flue blocked'],
    never: ['air proof: open', 'inducer: stuck'],
  },
  {
    name: 'boiler: dead on a call, 25 V at R and none at TT with the thermostat asking',
    plate: BOILER,
    seen: [volts('heat', 'R', 'C', 25), volts('heat', 'TT', 'C', 0), ran('heat', 'pump', 'no')],
    was: ['boiler thermostat: open'],
    never: ['boiler control: no output', 'pump: open'],
  },
  // On a water loop.
  {
    name: 'water source: cools for a minute and locks out on high pressure, the loop valve is shut',
    plate: WATER,
    seen: [
      ran('cool', 'compressor'),
      after('cool', 'compressor', false),
      ran('cool', 'water valve'),
      look('no loop flow', true),
    ],
    was: ['no loop flow'],
    never: ['high-pressure switch: open', 'compressor: stuck', 'charge low'],
  },
  {
    name: 'water source: heating it trips its freeze stat within minutes, cooling its high pressure: no flow',
    plate: WATER,
    seen: [
      ran('heat', 'compressor'),
      after('heat', 'compressor', false),
      after('cool', 'compressor', false),
      look('no loop flow', true),
    ],
    was: ['no loop flow'],
    never: ['charge low', 'freeze stat: open'],
  },
  {
    name: 'water source: the water valve has its 24 V and stays shut, its coil reads open',
    plate: WATER,
    seen: [volts('cool', 'Y', 'C', 25), ran('cool', 'water valve', 'no'), ohms('Y', 'C', null)],
    was: ['water valve: open'],
    never: ['no loop flow', 'unit control: no output'],
  },
  {
    name: 'water source: called, five minutes over, strings closed, nothing at the contactor',
    plate: WATER,
    seen: [
      ran('cool', 'water valve'),
      volts('cool', 'FZ', 'C', 25),
      volts('cool', 'LP', 'C', 25),
      watched('cool', 'TD', 'C', 0),
    ],
    was: ['unit control: no output', 'compressor relay: open'],
    never: ['contactor: open', 'compressor: open'],
  },
  {
    name: 'water source: blows warm on a call for cooling, the reversing valve has its volts',
    plate: WATER,
    seen: [
      ran('cool', 'compressor'),
      blows('cool', 'warm'),
      volts('cool', 'O', 'C', 25),
      ran('cool', 'reversing valve', 'no'),
    ],
    was: ['reversing valve: stuck', 'reversing valve: open'],
    never: ['stat O: open', 'cable O: open'],
  },
  // A pilot that is lit on each call.
  {
    name: 'pilot: sparks at the pilot, no pilot flame, gas is there at the inlet: its orifice is plugged',
    plate: PILOT,
    seen: [
      ran('heat', 'spark'),
      ran('heat', 'pilot valve'),
      flame('none'),
      look('no gas', false),
      look('pilot plugged', true),
    ],
    was: ['pilot plugged'],
    never: ['board: no output', 'gas valve: open'],
  },
  {
    name: 'pilot: burns well and the burners never light; the main valve gets its 24 V',
    plate: PILOT,
    seen: [flame('pilot only'), watched('heat', 'MV', 'C', 24), ran('heat', 'gas valve', 'no')],
    was: ['gas valve: open', 'gas valve: stuck'],
    never: ['sensor fouled', 'pilot plugged', 'no gas'],
  },
  {
    name: 'pilot: burns, nothing ever at the main valve, and the rod is coated',
    plate: PILOT,
    seen: [flame('pilot only'), watched('heat', 'MV', 'C', 0), look('sensor fouled', true)],
    was: ['sensor fouled'],
    never: ['gas valve: open', 'gas valve: stuck', 'pilot plugged'],
  },
  {
    name: 'pilot: no spark, the pilot valve opens, lead and gap are well',
    plate: PILOT,
    seen: [ran('heat', 'pilot valve'), ran('heat', 'spark', 'no')],
    was: ['board: no output'],
    never: ['pilot plugged', 'no gas'],
  },
  // Make-up air.
  {
    name: 'make-up air: exhaust runs, the damper has its volts and does not move',
    plate: MAKE_UP,
    seen: [volts('heat', 'EL', 'C', 25), ran('heat', 'outdoor damper', 'no'), ran('heat', 'blower', 'no')],
    was: ['damper actuator: open', 'damper actuator: stuck'],
    never: ['end switch: open', 'blower motor: open'],
  },
  {
    name: 'make-up air: the damper is open all the way, its end switch does not make',
    plate: MAKE_UP,
    seen: [
      ran('heat', 'outdoor damper'),
      watched('heat', 'ES', 'C', 0),
      look('damper jammed', false),
      ran('heat', 'blower', 'no'),
    ],
    was: ['end switch: open'],
    never: ['blower motor: open', 'damper jammed'],
  },
  {
    name: 'make-up air: blows cold and stops after minutes on its low limit, three trials without a flame',
    plate: MAKE_UP,
    seen: [
      ran('heat', 'blower'),
      ran('heat', 'gas valve'),
      flame('none'),
      after('heat', 'blower', false),
      look('no gas', true),
    ],
    was: ['no gas'],
    never: ['discharge low limit: open', 'blower motor: stuck'],
  },
  {
    name: 'make-up air: nothing on a call, the exhaust runs, no volts behind its interlock',
    plate: MAKE_UP,
    seen: [volts('heat', 'R', 'C', 25), volts('heat', 'R', 'EX', 25), ran('heat', 'outdoor damper', 'no')],
    was: ['exhaust interlock: open'],
    never: ['damper actuator: open', 'discharge low limit: open'],
  },
  // Free cooling.
  {
    name: 'economizer: the compressor runs on a cool day and the damper stays shut, no volts behind its sensor',
    plate: ECONOMIZER,
    seen: [
      ran('free cooling', 'compressor'),
      ran('free cooling', 'outdoor damper', 'no'),
      volts('free cooling', 'OA', 'C', 0),
    ],
    was: ['outdoor-air sensor: open'],
    never: ['damper actuator: open', 'economizer module: no output'],
  },
  {
    name: 'economizer: cool day, no compressor and no air from outside, the actuator has its volts and is jammed',
    plate: ECONOMIZER,
    seen: [
      ran('free cooling', 'compressor', 'no'),
      ran('free cooling', 'outdoor damper'),
      look('damper jammed', true),
    ],
    was: ['damper jammed'],
    never: ['economizer module: no output', 'compressor: open'],
  },
  {
    name: 'economizer: hot day, the damper stands open and no compressor is let on',
    plate: ECONOMIZER,
    seen: [
      ran('cool', 'outdoor damper'),
      ran('cool', 'compressor', 'no'),
      volts('cool', 'Y', 'C', 25),
      volts('cool', 'OA', 'C', 25),
    ],
    was: ['outdoor-air sensor: welded'],
    never: ['contactor: open', 'compressor: open', 'anti-short-cycle timer: no output'],
  },
  // Heat pumps in winter.
  {
    name: 'heat pump: the outdoor coil is a block of ice, bridging the test pins defrosts it',
    plate: PUMP,
    seen: [
      look('outdoor coil iced', true),
      ran('defrost test', 'reversing valve'),
      ran('heat', 'compressor'),
    ],
    was: ['defrost sensor: open'],
    never: ['defrost control: no output', 'charge low'],
  },
  {
    name: 'heat pump: the outdoor coil is a block of ice, the test pins do nothing',
    plate: PUMP,
    seen: [
      look('outdoor coil iced', true),
      ran('defrost test', 'reversing valve', 'no'),
      ran('cool', 'reversing valve'),
    ],
    was: ['defrost control: no output', 'defrost relay: open'],
    never: ['defrost sensor: open', 'charge low'],
  },
  // What commands it from elsewhere.
  {
    name: 'zone panel: its thermostats call, nothing leaves it; its lamp says test',
    plate: ZONES,
    seen: [
      volts('cool', 'ZY', 'C', 25),
      volts('cool', 'stat Y', 'C', 0),
      ran('cool', 'compressor', 'no'),
      look('panel in test', true),
    ],
    was: ['panel in test'],
    never: ['zone panel: no output', 'compressor: open'],
  },
  {
    name: 'automation: fan fail, everything is held off; the fan ran and its belt lies in the pan',
    plate: AUTOMATION,
    seen: [
      { kind: 'locked out', call: 'cool', yes: true },
      ran('cool', 'blower'),
      ran('cool', 'compressor', 'no'),
      look('belt broken', true),
    ],
    was: ['belt broken'],
    never: ['automation: no output', 'compressor: open'],
  },
  {
    name: 'automation: nothing is commanded, an override of last winter holds it off',
    plate: AUTOMATION,
    seen: [ran('cool', 'blower', 'no'), volts('cool', 'R', 'C', 25), look('held off by automation', true)],
    was: ['held off by automation'],
    never: ['automation: no output', 'blower motor: open'],
  },
  // What comes and goes, and what stands in series.
  {
    name: 'it ran this morning and not now, nothing was touched; wiggling the cable of Y starts and stops it',
    seen: [
      { kind: 'comes and goes', call: 'cool', yes: true },
      { kind: 'wiggled', rung: 'cable Y', yes: true },
    ],
    was: ['cable Y: loose'],
    never: ['stat Y: open', 'contactor: open', 'compressor: stuck'],
  },
  {
    name: 'low volts at every coil: 25 V at R of the unit, 15 at Y and the contactor buzzes',
    seen: [
      volts('cool', 'R', 'C', 25),
      volts('cool', 'stat R', 'C', 25),
      watched('cool', 'TD', 'C', 14),
      ran('cool', 'compressor', 'no'),
    ],
    was: ['cable Y: resistive'],
    never: ['contactor: stuck', 'contactor: open', 'transformer: open'],
  },
  {
    name: 'compressor hums, all three legs at the line side, 60 V across one closed pole',
    seen: [
      ran('cool', 'compressor', 'hums'),
      volts('cool', 'F1', 'F2', 208),
      volts('cool', 'F2', 'F3', 208),
      watched('cool', 'F2', 'T2', 65),
    ],
    was: ['pole 2: resistive'],
    never: ['compressor: stuck', 'L2: lost', 'fuse 2: open'],
  },
  {
    name: 'the transformer is burnt; with its leads off the contactor coil reads next to nothing',
    seen: [
      volts('cool', 'F1', 'F2', 207),
      volts('cool', 'R0', 'C', 0),
      ran('cool', 'blower', 'no'),
      ohms('TD', 'C', 1.5),
    ],
    was: ['transformer: open, behind contactor: shorted'],
    never: ['transformer: open', 'control fuse: open'],
  },
  {
    name: 'a wire from R to Y at the unit starts it, the thermostat did not',
    seen: [
      ran('cool', 'compressor', 'no'),
      ran('cool', 'blower'),
      { kind: 'ran', call: 'cool', what: 'compressor', how: 'yes', jumper: ['R', 'Y'] },
    ],
    was: ['stat Y: open', 'cable Y: open'],
    never: ['contactor: open', 'high-pressure switch: open', 'compressor: open'],
  },
  {
    name: 'a wire from R to W changes nothing: it is in the unit',
    seen: [
      ran('heat', 'inducer', 'no'),
      volts('heat', 'R', 'C', 25),
      { kind: 'ran', call: 'heat', what: 'inducer', how: 'no', jumper: ['R', 'W'] },
      amps('heat', 'inducer', 0),
    ],
    was: [
      'inducer: open',
      'inducer relay: open',
      'draft switch: welded',
      'limit switch: open',
      'rollout switch: open',
    ],
    never: ['stat W: open', 'cable W: open'],
  },
  {
    name: 'pressures stay together and nothing was changed: blows as the room on both',
    plate: WATER,
    seen: [ran('cool', 'compressor'), pressures(1, false), blows('cool', 'as the room')],
    was: ['compressor worn'],
    never: ['no loop flow', 'charge low', 'compressor: stuck'],
  },
];
