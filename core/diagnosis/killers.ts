import type { PartId } from '#core/machine';

/*
 * What kills a part, asked before a new one is put in: what fails twice was not the cause the first time [common
 * practice].
 */
const KILLERS: Readonly<Partial<Record<PartId, string>>> = {
  compressor:
    'what burnt it: contactor poles, volts on every pair, charge and air, acid in the oil; a burnout leaves acid',
  contactor: 'what wears it: control volts that sag, short cycling, insects under the armature',
  capacitor: 'what its motor draws: one that is stiff or short of air takes the next one too',
  'condenser fan motor': 'its capacitor goes in with it; the blade sits at its depth and turns its way',
  'blower motor': 'belt tension, bearings, volts under load, and air that is more than its horsepower',
  inducer: 'water or soot in its housing: a plugged drain or flue takes the next one',
  igniter: 'volts above its rating, gas too rich, fingers on the element',
  'ignition control':
    'spark gap, lead, burner ground and water in the cabinet: a third one is not fitted before these are looked at',
  'gas valve': 'inlet pressure above its rating, dirt without a drip leg',
  'heat exchanger': 'what overheated it: air too little, gas too much',
  'limit switch': 'what makes it trip: filter, belt, coil, too much gas',
  transformer: 'what it fed: a coil shorted, a cable chafed, more VA than it has, the wrong tap',
  'control fuse': 'which load took it: lift them and put them back one at a time',
  'disconnect or breaker': 'loose terminals, a motor on the frame, one breaker for two machines',
  'flame sensor': 'what fouls it: dirty combustion air, a flame that lifts, a poor burner ground',
  wiring: 'what it rubs on: the next one chafes at the same edge',
  'heat strip': 'air too little over it',
};

/** What to ask before a new part goes in; undefined where nothing but its age kills it. */
export const killerOf = (part: PartId | undefined): string | undefined =>
  part === undefined ? undefined : KILLERS[part];
