import type { LadderPlate } from '#core/circuitry/ladder';
import type { Worked } from './cases.ts';
import {
  after,
  amps,
  blows,
  flame,
  look,
  microfarads,
  ohms,
  pressures,
  pulled,
  ran,
  volts,
  watched,
} from './seen.ts';

const LINE: Partial<LadderPlate> = {
  ...{ heat: 'unit heater', volts: 115, phase: 1, stages: 0, drive: 'direct', proof: false },
};
const TWO: Partial<LadderPlate> = { stages: 2 };
const GUARDED: Partial<LadderPlate> = { monitor: true, float: true };
const SPLIT: Partial<LadderPlate> = {
  heat: 'none',
  phase: 1,
  volts: 240,
  drive: 'direct',
  float: true,
  proof: false,
};
const FAN: Partial<LadderPlate> = { heat: 'none', stages: 0, proof: false };

/**
 * Cases as they are met on other machines that cool, on guarded ones, and after a change [common practice], each written down from what a technician sees and
 * measures, before the ranking was first scored on them.
 */
export const ON_OTHER_MACHINES: readonly Worked[] = [
  // Two stages.
  {
    name: 'two stages: the second compressor never starts, its timer gives nothing out',
    plate: TWO,
    seen: [
      ran('cool', 'compressor'),
      ran('cool', 'compressor 2', 'no'),
      volts('cool', '2FZ', 'C', 25),
      volts('cool', '2TD', 'C', 0),
    ],
    was: ['anti-short-cycle timer 2: no output'],
    never: ['contactor 2: open', 'compressor 2: open'],
  },
  {
    name: 'two stages: the second is not called, the thermostat shows all of it across Y2',
    plate: TWO,
    seen: [
      ran('cool', 'compressor'),
      ran('cool', 'compressor 2', 'no'),
      volts('cool', 'stat R', 'stat Y2', 25),
    ],
    was: ['stat Y2: open'],
    never: ['cable Y2: open', 'compressor 2: open'],
  },
  {
    name: 'two stages: the second call leaves the thermostat and does not arrive',
    plate: TWO,
    seen: [
      ran('cool', 'compressor 2', 'no'),
      volts('cool', 'stat Y2', 'C', 25),
      volts('cool', 'Y2', 'C', 0),
      ran('cool', 'compressor'),
    ],
    was: ['cable Y2: open'],
    never: ['stat Y2: open', 'contactor 2: open'],
  },
  {
    name: 'two stages: the first stops after minutes, its condenser is matted, the second runs on',
    plate: TWO,
    seen: [
      after('cool', 'compressor', false),
      after('cool', 'compressor 2', true),
      ran('cool', 'compressor'),
      look('condenser dirty', true),
    ],
    was: ['condenser dirty'],
    never: ['condenser dirty 2', 'high-pressure switch: open'],
  },
  {
    name: 'two stages: the second stops after minutes by its low pressure, the gauge says low charge',
    plate: TWO,
    seen: [
      ran('cool', 'compressor 2'),
      after('cool', 'compressor 2', false),
      after('cool', 'compressor', true),
      look('charge low 2', true),
    ],
    was: ['charge low 2'],
    never: ['charge low', 'low-pressure switch 2: open'],
  },
  {
    name: 'two stages: the second runs and its pressures stay together, the first is well',
    plate: TWO,
    seen: [ran('cool', 'compressor'), pressures(1, true), ran('cool', 'compressor 2'), pressures(2, false)],
    was: ['compressor worn 2'],
    never: ['legs swapped', 'charge low 2'],
  },
  {
    name: 'two stages: both run and neither pair of pressures parts',
    plate: TWO,
    seen: [
      ran('cool', 'compressor'),
      pressures(1, false),
      ran('cool', 'compressor 2'),
      pressures(2, false),
      look('legs swapped', true),
    ],
    was: ['legs swapped'],
    never: ['compressor worn', 'compressor worn 2'],
  },
  {
    name: 'two stages: the first runs, contactor of the second is in, its motor hums, a pole does not make',
    plate: TWO,
    seen: [
      ran('cool', 'compressor'),
      pulled('cool', 'contactor 2', true),
      ran('cool', 'compressor 2', 'hums'),
      watched('cool', '2T2', '2T3', 104),
      volts('cool', 'F3', '2T3', 118),
    ],
    was: ['pole 3 of stage 2: open'],
    never: ['compressor 2: open', 'L3: lost'],
  },
  // Phase monitor and float.
  {
    name: 'nothing at all: the pan is full and the float shows all of it',
    plate: GUARDED,
    seen: [ran('cool', 'blower', 'no'), volts('cool', 'PM', 'FS', 26), look('drain plugged', true)],
    was: ['drain plugged'],
    never: ['float switch: open', 'transformer: open', 'stat G: open'],
  },
  {
    name: 'nothing at all: the float shows all of it and the pan is dry',
    plate: GUARDED,
    seen: [ran('cool', 'blower', 'no'), volts('cool', 'PM', 'FS', 26), look('drain plugged', false)],
    was: ['float switch: open'],
    never: ['drain plugged', 'transformer: open'],
  },
  {
    name: 'nothing at all: the contact of the phase monitor shows all of it, all pairs are good',
    plate: GUARDED,
    seen: [
      ...[ran('cool', 'blower', 'no'), volts('cool', 'R', 'PM', 26), watched('cool', 'L1', 'L2', 208)],
      ...[watched('cool', 'L2', 'L3', 207), look('legs swapped', false), ohms('D1', 'F1', 0)],
      ...[ohms('D2', 'F2', 0), ohms('D3', 'F3', 0)],
    ],
    was: ['monitor contact: open'],
    never: ['L3: lost', 'transformer: open'],
  },
  {
    name: 'nothing at all: the phase monitor is out, and a leg of the service is dead by itself',
    plate: GUARDED,
    seen: [
      ran('cool', 'blower', 'no'),
      volts('cool', 'R', 'PM', 26),
      volts('disconnect open', 'L3', 'ground', 0),
    ],
    was: ['L3: lost'],
    never: ['monitor contact: open', 'compressor: stuck'],
  },
  {
    name: 'nothing at all after work at the panel: the monitor is out, the rotation is wrong',
    plate: GUARDED,
    seen: [ran('cool', 'blower', 'no'), volts('cool', 'R', 'PM', 26), look('legs swapped', true)],
    was: ['legs swapped'],
    never: ['monitor contact: open', 'L3: lost'],
  },
  {
    name: 'nothing at all: the monitor is out, one line fuse is open',
    plate: GUARDED,
    seen: [ran('cool', 'blower', 'no'), volts('cool', 'R', 'PM', 26), ohms('D3', 'F3', null)],
    was: ['fuse 3: open'],
    never: ['monitor contact: open', 'compressor: stuck'],
  },
  // A split on one phase.
  {
    name: 'split: the compressor hums and trips, its capacitor reads next to nothing',
    plate: SPLIT,
    seen: [
      ran('cool', 'compressor', 'hums'),
      ran('cool', 'condenser fan'),
      microfarads('compressor capacitor', 3),
    ],
    was: ['compressor capacitor: weak'],
    never: ['compressor: stuck', 'compressor: open'],
  },
  {
    name: 'split: the compressor hums and trips, capacitor sound, full volts',
    plate: SPLIT,
    seen: [
      ran('cool', 'compressor', 'hums'),
      ran('cool', 'condenser fan'),
      microfarads('compressor capacitor', 45),
    ],
    was: ['compressor: stuck'],
    never: ['compressor capacitor: weak', 'pole 1: open'],
  },
  {
    name: 'split: the compressor is silent, draws nothing, is fed, its winding reads open with the shell cold',
    plate: SPLIT,
    seen: [
      ...[ran('cool', 'compressor', 'no'), ran('cool', 'condenser fan'), amps('cool', 'compressor', 0)],
      { kind: 'alone', rung: 'compressor', to: 'its own leads', reads: null },
      { kind: 'done', check: 'compressor shell cool' },
    ],
    was: ['compressor: open'],
    never: ['compressor capacitor: weak', 'contactor: open'],
  },
  {
    name: 'split: the indoor fan is silent, called, its contactor is in, nothing at the motor',
    plate: SPLIT,
    seen: [
      ran('cool', 'blower', 'no'),
      pulled('cool', 'blower contactor', true),
      watched('cool', 'B1', 'B2', 0),
    ],
    was: ['blower pole 1: open', 'blower pole 2: open'],
    never: ['blower motor: open', 'blower contactor: open'],
  },
  {
    name: 'split: nothing indoors at all, the float shows all of it, the pan is full',
    plate: SPLIT,
    seen: [ran('cool', 'blower', 'no'), volts('cool', 'R', 'FS', 26), look('drain plugged', true)],
    was: ['drain plugged'],
    never: ['float switch: open', 'transformer: open'],
  },
  {
    name: 'split: ices and stops after a long time, filters black',
    plate: SPLIT,
    seen: [ran('cool', 'compressor'), look('low air', true), blows('cool', 'cool')],
    was: ['low air'],
    never: ['charge low', 'freeze stat: open'],
  },
  // An exhaust fan.
  {
    name: 'exhaust fan: silent, its coil has 26 V and reads open',
    plate: FAN,
    seen: [ran('fan', 'blower', 'no'), volts('fan', 'G', 'C', 26), ohms('G', 'C', null)],
    was: ['blower contactor: open'],
    never: ['blower motor: open', 'transformer: open'],
  },
  {
    name: 'exhaust fan: the motor runs and nothing blows',
    plate: FAN,
    seen: [ran('fan', 'blower'), look('belt broken', true)],
    was: ['belt broken'],
    never: ['blower motor: open', 'blower contactor: open'],
  },
  {
    name: 'exhaust fan: hums with full volts at it',
    plate: FAN,
    seen: [ran('fan', 'blower', 'hums'), watched('fan', 'B1', 'B2', 207)],
    was: ['blower motor: stuck'],
    never: ['blower contactor: open', 'blower pole 1: open'],
  },
  // The supply.
  {
    name: 'nothing at all: no volts on any pair at the disconnect, and none to ground',
    seen: [
      ran('cool', 'blower', 'no'),
      volts('disconnect open', 'L1', 'ground', 0),
      volts('disconnect open', 'L2', 'ground', 0),
    ],
    was: ['every leg: lost'],
    never: ['transformer: open', 'L1: lost', 'control fuse: open'],
  },
  {
    name: 'unit heater: nothing at all, no volts before its disconnect',
    plate: LINE,
    seen: [ran('heat', 'inducer', 'no'), volts('heat', 'L1', 'N', 0)],
    was: ['every leg: lost', 'L1: lost'],
    never: ['line thermostat: open', 'transformer: open'],
  },
  // After a change.
  {
    name: 'flame goes out; the sensor was cleaned, and it goes out as before',
    seen: [
      ...[flame('goes out in seconds'), look('sensor fouled', true)],
      { kind: 'changed', part: 'flame sensor', how: 'cleaned' },
      ...[flame('goes out in seconds'), ran('heat', 'blower', 'no'), look('crossover plugged', false)],
    ],
    was: ['board: blind'],
    never: ['sensor fouled'],
  },
  {
    name: 'the contactor was swapped, and the compressor is as silent as before with 25 V at the coil',
    seen: [
      ...[ran('cool', 'compressor', 'no'), volts('cool', 'TD', 'C', 25)],
      { kind: 'changed', part: 'contactor', how: 'swapped' },
      ...[ran('cool', 'compressor', 'no'), ran('cool', 'condenser fan', 'no'), volts('cool', 'TD', 'C', 0)],
      volts('cool', 'FZ', 'C', 26),
    ],
    was: ['anti-short-cycle timer: no output'],
    never: ['contactor: open', 'contactor: stuck'],
  },
  {
    name: 'a code of the board points at the proof of draft, and draft there is',
    seen: [
      { kind: 'code', code: 'HC-2 3', points: ['combustion-air proof'] },
      ...[
        ran('heat', 'inducer'),
        ran('heat', 'spark', 'no'),
        watched('heat', 'PS', 'C', 0),
        look('flue blocked', false),
      ],
    ],
    was: ['draft switch: open'],
    never: ['flue blocked', 'board: no output'],
  },
];
