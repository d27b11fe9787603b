import type { LadderPlate } from '#core/circuitry/ladder';
import type { Worked } from './cases.ts';
import { blows, flame, look, microfarads, ohms, pulled, ran, volts, watched } from './seen.ts';

const GLOWS: Partial<LadderPlate> = { heat: 'hot surface' };
const STRIPS: Partial<LadderPlate> = { heat: 'electric', strips: 2, phase: 1, volts: 240, drive: 'direct' };
const PUMP: Partial<LadderPlate> = { heat: 'heat pump', drive: 'direct' };
const LINE: Partial<LadderPlate> = {
  ...{ heat: 'unit heater', volts: 115, phase: 1, stages: 0, drive: 'direct', proof: false },
};

/**
 * Cases as they are met on machines that heat otherwise [common practice], each written down from what a technician sees and
 * measures, before the ranking was first scored on them.
 */
export const ON_OTHER_HEAT: readonly Worked[] = [
  // Hot surface.
  {
    name: 'hot surface: inducer runs, nothing glows, line volts at the igniter',
    plate: GLOWS,
    seen: [ran('heat', 'inducer'), ran('heat', 'igniter', 'no'), watched('heat', 'IG', 'F2', 208)],
    was: ['hot surface igniter: open'],
    never: ['igniter relay: open', 'board: blind'],
  },
  {
    name: 'hot surface: nothing glows, the igniter reads open',
    plate: GLOWS,
    seen: [ran('heat', 'inducer'), ran('heat', 'igniter', 'no'), ohms('IG', 'F2', null)],
    was: ['hot surface igniter: open'],
    never: ['igniter relay: open'],
  },
  {
    name: 'hot surface: draft is proved, nothing glows, no volts ever at a sound igniter',
    plate: GLOWS,
    seen: [
      ...[ran('heat', 'inducer'), ran('heat', 'igniter', 'no'), watched('heat', 'IG', 'F2', 0)],
      ...[ohms('IG', 'F2', 60), watched('heat', 'PS', 'C', 25), volts('heat', 'LIM', 'C', 25)],
    ],
    was: ['igniter relay: open'],
    never: ['hot surface igniter: open'],
  },
  {
    name: 'hot surface: glows, valve has its volts, no flame, nothing at the valve by the gauge',
    plate: GLOWS,
    seen: [ran('heat', 'igniter'), watched('heat', 'MV', 'C', 25), flame('none'), look('no gas', true)],
    was: ['no gas'],
    never: ['gas valve: open', 'hot surface igniter: open'],
  },
  {
    name: 'hot surface: glows, never any volts at the valve',
    plate: GLOWS,
    seen: [ran('heat', 'igniter'), watched('heat', 'MV', 'C', 0), flame('none')],
    was: ['gas valve relay: open'],
    never: ['gas valve: open', 'no gas'],
  },
  {
    name: 'hot surface: lights and goes out, the sensor is white',
    plate: GLOWS,
    seen: [ran('heat', 'igniter'), flame('goes out in seconds'), look('sensor fouled', true)],
    was: ['sensor fouled'],
    never: ['board: blind', 'hot surface igniter: open'],
  },
  {
    name: 'hot surface: the inducer turns, no proof, flue full of leaves',
    plate: GLOWS,
    seen: [
      ran('heat', 'inducer'),
      ran('heat', 'igniter', 'no'),
      watched('heat', 'PS', 'C', 0),
      look('flue blocked', true),
    ],
    was: ['flue blocked'],
    never: ['draft switch: open', 'hot surface igniter: open'],
  },
  // Electric heat.
  {
    name: 'electric heat: called, blower runs, the first sequencer is fed and nothing comes out',
    plate: STRIPS,
    seen: [
      ran('heat', 'blower'),
      volts('heat', 'WP', 'C', 25),
      volts('heat', 'E1', 'C', 0),
      ran('heat', 'heater', 'no'),
    ],
    was: ['sequencer: no output'],
    never: ['heat strip: open', 'heat relay: open'],
  },
  {
    name: 'electric heat: the first strip is cold with line volts across it',
    plate: STRIPS,
    seen: [
      ran('heat', 'blower'),
      ran('heat', 'heater', 'no'),
      ran('heat', 'heater 2'),
      watched('heat', 'J1', 'F2', 238),
    ],
    was: ['heat strip: open'],
    never: ['sequencer: no output', 'heat limit: open'],
  },
  {
    name: 'electric heat: the first strip is cold, the limit before it shows all the volts',
    plate: STRIPS,
    seen: [ran('heat', 'heater', 'no'), ran('heat', 'heater 2'), volts('heat', 'H1', 'J1', 238)],
    was: ['heat limit: open'],
    never: ['heat strip: open', 'heat relay: open'],
  },
  {
    name: 'electric heat: the second strip is cold, its relay is in and shows all the volts across its contact',
    plate: STRIPS,
    seen: [
      ran('heat', 'heater'),
      ran('heat', 'heater 2', 'no'),
      pulled('heat', 'heat relay 2', true),
      volts('heat', 'F1', 'H2', 238),
    ],
    was: ['heat relay 2 contact: open'],
    never: ['heat relay 2: open', 'heat strip 2: open'],
  },
  {
    name: 'electric heat: the relay of the first strip is fed, out, and its coil reads open',
    plate: STRIPS,
    seen: [ran('heat', 'heater', 'no'), volts('heat', 'E1', 'C', 25), ohms('E1', 'C', null)],
    was: ['heat relay: open'],
    never: ['heat relay contact: open', 'sequencer: no output'],
  },
  {
    name: 'electric heat: called, no air proved, the belt is on the floor',
    plate: { ...STRIPS, drive: 'belt' },
    seen: [
      ran('heat', 'blower'),
      ran('heat', 'heater', 'no'),
      volts('heat', 'WP', 'C', 0),
      look('belt broken', true),
    ],
    was: ['belt broken'],
    never: ['heat interlock: open', 'heat strip: open'],
  },
  {
    name: 'electric heat: called, air is there, the interlock lets nothing through',
    plate: STRIPS,
    seen: [
      ran('heat', 'blower'),
      volts('heat', 'W', 'C', 25),
      volts('heat', 'WP', 'C', 0),
      blows('heat', 'as the room'),
    ],
    was: ['heat interlock: open'],
    never: ['sequencer: no output', 'heat strip: open'],
  },
  {
    name: 'electric heat: an element is hot with nobody asking, nothing at its relay, no volts across its contact',
    plate: STRIPS,
    seen: [
      ran('nothing', 'heater'),
      volts('nothing', 'E1', 'C', 0),
      volts('nothing', 'F1', 'H1', 0),
      ran('nothing', 'blower', 'no'),
    ],
    was: ['heat relay contact: welded'],
    never: ['sequencer: welded', 'stat W: welded'],
  },
  {
    name: 'electric heat: no blower, its capacitor is down to half',
    plate: STRIPS,
    seen: [ran('heat', 'blower', 'hums'), microfarads('blower capacitor', 5)],
    was: ['blower capacitor: weak'],
    never: ['blower motor: stuck', 'heat strip: open'],
  },
  // Heat pump.
  {
    name: 'heat pump: blows warm on a call for cooling, the valve has its volts',
    plate: PUMP,
    seen: [ran('cool', 'compressor'), blows('cool', 'warm'), volts('cool', 'O', 'C', 25), ohms('O', 'C', 30)],
    was: ['reversing valve: stuck'],
    never: ['reversing valve: open', 'charge low', 'compressor worn'],
  },
  {
    name: 'heat pump: blows warm on a call for cooling, the coil of the valve is open',
    plate: PUMP,
    seen: [
      ran('cool', 'compressor'),
      blows('cool', 'warm'),
      volts('cool', 'O', 'C', 25),
      ohms('O', 'C', null),
    ],
    was: ['reversing valve: open'],
    never: ['reversing valve: stuck', 'charge low'],
  },
  {
    name: 'heat pump: blows warm on a call for cooling, nothing arrives at O, it leaves the thermostat',
    plate: PUMP,
    seen: [blows('cool', 'warm'), volts('cool', 'O', 'C', 0), volts('cool', 'stat O', 'C', 25)],
    was: ['cable O: open'],
    never: ['reversing valve: open', 'stat O: open'],
  },
  {
    name: 'heat pump: blows warm on a call for cooling, the thermostat shows all of it across O',
    plate: PUMP,
    seen: [blows('cool', 'warm'), volts('cool', 'O', 'C', 0), volts('cool', 'stat R', 'stat O', 25)],
    was: ['stat O: open'],
    never: ['reversing valve: open', 'cable O: open'],
  },
  {
    name: 'heat pump: blows cool on a call for heat, O is called all the time',
    plate: PUMP,
    seen: [blows('heat', 'cool'), volts('heat', 'O', 'C', 25), ran('nothing', 'reversing valve')],
    was: ['stat O: welded'],
    never: ['reversing valve: stuck', 'charge low'],
  },
  {
    name: 'heat pump: the outdoor fan only hums, its capacitor is weak',
    plate: PUMP,
    seen: [
      ran('cool', 'compressor'),
      ran('cool', 'condenser fan', 'hums'),
      microfarads('condenser fan capacitor', 4),
    ],
    was: ['condenser fan capacitor: weak'],
    never: ['condenser fan motor: stuck', 'compressor: open'],
  },
  {
    name: 'heat pump: compressor fed through, contactor in, all the volts across the first pole once it has tripped',
    plate: PUMP,
    seen: [
      ...[
        pulled('heat', 'contactor', true),
        ran('heat', 'compressor', 'hums'),
        ran('heat', 'condenser fan', 'no'),
      ],
      volts('heat', 'F1', 'T1', 207),
    ],
    was: ['pole 1: open'],
    never: ['compressor: open', 'contactor: open'],
  },
  // Unit heater on line volts.
  {
    name: 'unit heater: dead on a call, 115 V across its thermostat',
    plate: LINE,
    seen: [ran('heat', 'inducer', 'no'), volts('heat', 'F1', 'V1', 115)],
    was: ['line thermostat: open'],
    never: ['transformer: open', 'board: no output'],
  },
  {
    name: 'unit heater: 115 V into its transformer, nothing out',
    plate: LINE,
    seen: [ran('heat', 'inducer', 'no'), volts('heat', 'V1', 'N', 115), volts('heat', 'R0', 'C', 0)],
    was: ['transformer: open'],
    never: ['control fuse: open', 'line thermostat: open'],
  },
  {
    name: 'unit heater: 26 V before the control fuse, none behind it',
    plate: LINE,
    seen: [ran('heat', 'inducer', 'no'), volts('heat', 'R0', 'C', 26), volts('heat', 'R', 'C', 0)],
    was: ['control fuse: open'],
    never: ['transformer: open'],
  },
  {
    name: 'unit heater: lights and goes out each time, sensor clean, all burners lit',
    plate: LINE,
    seen: [
      flame('goes out in seconds'),
      look('sensor fouled', false),
      look('crossover plugged', false),
      ran('heat', 'blower', 'no'),
    ],
    was: ['board: blind'],
    never: ['no gas', 'gas valve: open'],
  },
  {
    name: 'unit heater: flame stays for minutes and goes on its limit, the fan never comes, fed',
    plate: LINE,
    seen: [
      flame('goes out after minutes'),
      ran('heat', 'blower', 'no'),
      watched('heat', 'B1', 'N', 115),
      ohms('B1', 'N', null),
    ],
    was: ['blower motor: open'],
    never: ['blower relay 1: open', 'limit switch: open'],
  },
  {
    name: 'unit heater: the fan never comes and is never fed',
    plate: LINE,
    seen: [
      flame('goes out after minutes'),
      ran('heat', 'blower', 'no'),
      watched('heat', 'B1', 'N', 0),
      look('sensor fouled', false),
    ],
    was: ['blower relay 1: open'],
    never: ['blower motor: open', 'limit switch: open'],
  },
  {
    name: 'unit heater: inducer hums and does not turn',
    plate: LINE,
    seen: [ran('heat', 'inducer', 'hums')],
    was: ['inducer: stuck'],
    never: ['inducer relay: open', 'draft switch: open'],
  },
];
