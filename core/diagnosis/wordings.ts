import {
  EVERY_LEG,
  stageOf,
  type AroundFault,
  type Call,
  type Effect,
  type Fault,
  type Ladder,
  type Rung,
  type RungFault,
} from '#core/circuitry/ladder';
import type { Observed } from './evidence.ts';
import type { Suspect } from './suspects.ts';

/** What a fault of each kind of rung is called, as it is said aloud. */
const HOW: { readonly [K in Rung['kind']]?: { readonly [H in RungFault]?: string } } = {
  wire: {
    ...{ open: 'broken or off its terminal', grounded: 'chafed through to the frame' },
    ...{ loose: 'makes and breaks', resistive: 'a poor splice or terminal: volts are lost in it' },
  },
  fuse: { open: 'blown', loose: 'loose in its holder' },
  disconnect: { open: 'does not make' },
  call: { open: 'does not call', welded: 'calls without being asked' },
  switch: { open: 'open though it should be closed', welded: 'stuck closed' },
  coil: { open: 'coil open', shorted: 'coil shorted', stuck: 'coil is fed and nothing pulls in' },
  contact: {
    ...{ open: 'does not make when it is pulled in', welded: 'welded shut' },
    ...{ loose: 'makes and breaks', resistive: 'burnt: volts are lost in it' },
  },
  timer: { 'no output': 'fed, its time over, nothing out', welded: 'lets everything through at once' },
  motor: { open: 'winding open', stuck: 'fed and does not turn', grounded: 'winding on the frame' },
  heater: { open: 'open', grounded: 'on the frame' },
  capacitor: { weak: 'weak' },
  transformer: { open: 'fed, nothing out' },
  board: { 'no output': 'gives no spark', blind: 'does not see the flame that is there' },
  control: { 'no output': 'asked, nothing out', blind: 'does not see the flame that is there' },
};

const AROUND: Readonly<Record<string, string>> = {
  'no gas': 'no gas at the valve',
  'flue blocked': 'flue or vent blocked: no draft for the switch',
  'belt broken': 'blower belt broken or off',
  'low air': 'too little air: filter, coil, belt, dampers',
  'sensor fouled': 'flame sensor fouled',
  'crossover plugged': 'flame does not carry across to the sensor',
  'exchanger plugged': 'flame rolls out: exchanger or burners plugged',
  'charge low': 'refrigerant charge low',
  'condenser dirty': 'condenser dirty or its air in the way',
  'compressor worn': 'compressor runs and pumps little: valves or scroll',
  'drain plugged': 'drain plugged: the pan is full',
  'pilot plugged': 'pilot orifice or tube plugged',
  'no loop flow': 'no water flows: pump, valve, air in the loop',
  'low loop flow': 'too little water flows: strainer, half-shut valve, air',
  'water coil fouled': 'water coil fouled',
  'water low': 'water low: the cutoff is right',
  'damper jammed': 'outdoor-air damper jammed or its linkage off',
  'panel in test': 'zone panel left in its test mode',
  'held off by automation': 'held off by a schedule or an override of the automation',
  'legs swapped': 'two legs of the supply swapped: three-phase motors run backwards',
};

/** What a fault around the machine is called; of a later stage with its number. */
function aroundWords(around: AroundFault): string {
  const { name, stage } = stageOf(around);
  return `${AROUND[name] ?? name}${stage === undefined ? '' : `, stage ${stage}`}`;
}

/** A suspect as it is said aloud: what killed it with it, and what was known before by its own words. */
export function suspectWords(ladder: Ladder, { fault, behind, known }: Suspect): string {
  if (known) return `nothing new: what is known already explains it (${faultWords(ladder, fault)})`;
  const words = faultWords(ladder, fault);
  return behind ? `${words}; killed by ${faultWords(ladder, behind)}` : words;
}

/** @example "contactor: coil open" */
export function faultWords(ladder: Ladder, fault: Fault): string {
  if ('around' in fault) return aroundWords(fault.around);
  if ('leg' in fault && fault.leg === EVERY_LEG)
    return 'no supply at the unit: its breaker, its panel, or a panel behind the panel';
  if ('leg' in fault) return `leg ${fault.leg} of the supply is lost`;
  const rung = ladder.rungs.find(({ id }) => id === fault.rung);
  return `${fault.rung}: ${(rung && HOW[rung.kind]?.[fault.how]) ?? fault.how}`;
}

const CALL_WORDS: Readonly<Record<Call, string>> = {
  heat: 'on a call for heat',
  cool: 'on a call for cooling',
  'free cooling': 'on a call for cooling on a cool day',
  fan: 'on a call for the fan',
  'defrost test': 'with the defrost test pins bridged',
  nothing: 'with no call',
  'disconnect open': 'with the disconnect open',
};
export const callWords = (call: Call): string => CALL_WORDS[call];

/** Verbs of what is seen, heard or felt: a spark ticks, an element gets hot. */
const DOES: Readonly<Record<string, readonly [ask: string, yes: string, no: string]>> = {
  spark: ['does it spark', 'it sparks', 'it does not spark'],
  igniter: ['does the igniter glow', 'the igniter glows', 'the igniter stays dark'],
  'reversing valve': [
    'does the reversing valve shift',
    'the reversing valve shifts',
    'the reversing valve does not shift',
  ],
  ...Object.fromEntries(
    ['gas valve', 'pilot valve', 'water valve', 'outdoor damper', 'zone damper'].map((what) => [
      what,
      [`does the ${what} open`, `the ${what} opens`, `the ${what} stays shut`] as const,
    ]),
  ),
  'high fire': ['does it go to high fire', 'it goes to high fire', 'it stays on low fire'],
};
const does = (what: Effect): readonly [string, string, string] =>
  DOES[what] ??
  (what.startsWith('heater')
    ? [`does ${what} get hot`, `${what} gets hot`, `${what} stays cold`]
    : [`does the ${what} run`, `the ${what} runs`, `the ${what} does not run`]);

/** Terminals that are marked so on the machine or its diagram. */
const MARKED = /^(R|C|W|G|O|TT|Y\d?|L\d|N|MV|PV|(\d)?T\d)$/;

/** A terminal as somebody would point at it. */
export function terminalWords({ rungs, common }: Ladder, node: string): string {
  if (node === 'ground') return 'the frame';
  if (node === common || MARKED.test(node)) return node;
  if (node.startsWith('stat ')) return `${node.slice(5)} at the thermostat`;
  if (node === 'R0') return 'R before the control fuse';
  const before = rungs.find((rung) => 'b' in rung && rung.b === node);
  return before ? `behind the ${before.id}` : node;
}

/** Where the leads go: across something that opens, or from one terminal to another. */
function leads(ladder: Ladder, a: string, b: string): string {
  const across = ladder.rungs.find(
    (rung) => 'a' in rung && ((rung.a === a && rung.b === b) || (rung.a === b && rung.b === a)),
  );
  if (across && across.kind !== 'wire') return `across the ${across.id}`;
  const words = [terminalWords(ladder, a), terminalWords(ladder, b)] as const;
  return `from ${words[0]} to ${words[1]}`;
}

const LOOKS: Readonly<Record<string, string>> = {
  'no gas': 'is there no gas at the valve, by a gauge',
  'flue blocked': 'is the flue or vent blocked',
  'belt broken': 'is the belt broken or off',
  'low air': 'is air held back: filter, coil, belt, dampers',
  'sensor fouled': 'is the flame sensor fouled',
  'crossover plugged': 'does the flame stop before it reaches the sensor',
  'exchanger plugged': 'does flame roll out, or is the exchanger plugged',
  'charge low': 'is the charge low, by the readings',
  'condenser dirty': 'is the condenser dirty or its air in the way',
  'drain plugged': 'is the pan full',
  'pilot plugged': 'is the pilot orifice or tube plugged',
  'no loop flow': 'is there no flow of water: in and out alike in pressure, one cold, one hot',
  'low loop flow': 'is the flow of water held back: strainer, valve, more than 15 °F between in and out',
  'water coil fouled': 'is the water coil fouled: pressure drop over it above its table',
  'water low': 'is the water low in the glass',
  'damper jammed': 'is the outdoor-air damper jammed or its linkage off',
  'panel in test': 'does the zone panel stand in its test mode',
  'held off by automation': 'is it held off by a schedule or an override',
  'outdoor coil iced': 'is the outdoor coil a block of ice',
  'legs swapped': 'is the rotation wrong, by a rotation meter or with two legs swapped',
};

/** What is asked, as one asks a colleague on the roof who knows which call is on. */
export function briefWords(ladder: Ladder, asks: Observed): string {
  if (!('call' in asks) || asks.call === 'disconnect open') return questionWords(ladder, asks);
  return questionWords(ladder, asks)
    .replace(` ${callWords(asks.call)}`, '')
    .replace(', the most seen', '');
}

/** What is asked, as one asks a colleague on the roof. */
export function questionWords(ladder: Ladder, asks: Observed): string {
  switch (asks.kind) {
    case 'ran':
      if (asks.jumper)
        return `with a wire from ${terminalWords(ladder, asks.jumper[0])} to ${terminalWords(ladder, asks.jumper[1])}, ${does(asks.what)[0]}?`;
      return asks.call === 'nothing'
        ? `${does(asks.what)[0]} with no call?`
        : `${does(asks.what)[0]} ${callWords(asks.call)}?`;
    case 'after':
      return `${does(asks.what)[0]} still, after some minutes ${callWords(asks.call)}?`;
    case 'locked out':
      return `does it lock out ${callWords(asks.call)}?`;
    case 'blows':
      return `what comes out of the registers ${callWords(asks.call)}, after some minutes?`;
    case 'flame':
      return 'does a flame come, and stay?';
    case 'volts':
      return `volts ${leads(ladder, ...asks.between)}${asks.watched ? ', the most seen' : ''} ${callWords(asks.call)}${asks.lifted ? `, ${asks.lifted} off` : ''}`;
    case 'supply':
      return `volts from ${asks.between.join(' to ')} at the panel`;
    case 'ohms':
      return `ohms ${leads(ladder, ...asks.between)}, power off`;
    case 'alone':
      return `ohms of the ${asks.rung} to ${asks.to}, leads off`;
    case 'pulled':
      return `is the ${asks.rung} pulled in ${callWords(asks.call)}?`;
    case 'microfarads':
      return `microfarads of the ${asks.rung}, leads off`;
    case 'amps':
      return `amps of the ${asks.rung} ${callWords(asks.call)}`;
    case 'pressures':
      return `does suction fall and head rise${asks.stage > 1 ? ` on stage ${asks.stage}` : ''}?`;
    case 'look': {
      const { name, stage } = stageOf(asks.at);
      return `look: ${LOOKS[name] ?? name}${stage === undefined ? '' : `, stage ${stage}`}?`;
    }
    case 'comes and goes':
      return `does it come and go ${callWords(asks.call)}, with nothing touched?`;
    case 'wiggled':
      return `does moving the ${asks.rung} start or stop it?`;
    case 'circumstance':
      return `was it so when it failed: ${asks.what}?`;
    case 'done':
      return asks.check;
    case 'code':
      return `code ${asks.code}`;
    case 'changed':
      return `${asks.part} ${asks.how}`;
  }
}

const ohmsText = (ohms: number | null): string =>
  ohms === null ? 'open' : ohms < 1 ? 'below 1 Ω' : `${Math.round(ohms).toLocaleString('en')} Ω`;
const tenth = (value: number): string => String(Math.round(value * 10) / 10);

/** What is answered by yes or no. */
const YES_NO = {
  after: ['still so', 'no longer'],
  'locked out': ['locks out', 'does not lock out'],
  look: ['it is so', 'it is not'],
  pulled: ['it is in', 'it is out'],
  'comes and goes': ['it comes and goes', 'it is always so'],
  wiggled: ['it starts or stops it', 'nothing changes'],
  circumstance: ['it was', 'it was not'],
} as const;

/** What a test would show, or showed, in a few words. */
export function observedWords(seen: Observed): string {
  switch (seen.kind) {
    case 'ran':
      return seen.how === 'hums'
        ? `the ${seen.what} hums and does not turn`
        : does(seen.what)[seen.how === 'yes' ? 1 : 2];
    case 'volts':
    case 'supply':
      return `${tenth(seen.reads)} V`;
    case 'ohms':
    case 'alone':
      return ohmsText(seen.reads);
    case 'microfarads':
      return `${tenth(seen.reads)} µF`;
    case 'amps':
      return `${tenth(seen.reads)} A`;
    case 'pressures':
      return seen.part ? 'the pressures part' : 'the pressures stay together';
    case 'after':
    case 'locked out':
    case 'look':
    case 'pulled':
    case 'comes and goes':
    case 'wiggled':
    case 'circumstance':
      return YES_NO[seen.kind][seen.yes ? 0 : 1];
    case 'done':
      return seen.waived === undefined ? 'done' : `waived: ${seen.waived}`;
    case 'blows':
      return {
        warm: 'warm air',
        cool: 'cool air',
        'as the room': 'air as warm as the room',
        'no air': 'no air',
      }[seen.how];
    case 'flame':
      return {
        none: 'no flame',
        'pilot only': 'the pilot burns, the burners never light',
        'goes out in seconds': 'a flame comes and goes out in seconds',
        'goes out after minutes': 'a flame burns and goes out after minutes',
        stays: 'it stays',
      }[seen.how];
    case 'code':
      return seen.points.length > 0 ? `points at ${seen.points.join(', ')}` : 'no chart for it yet';
    case 'changed':
      return seen.how;
  }
}
