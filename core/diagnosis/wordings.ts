import type { AroundFault, Rung, RungFault } from '#core/circuitry/ladder';
import type { Ladder } from '#core/circuitry/ladder';
import type { Observed } from './evidence.ts';
import type { Suspect } from './suspects.ts';

/** What a fault of each kind of rung is called, as it is said aloud. */
const HOW: { readonly [K in Rung['kind']]?: { readonly [H in RungFault]?: string } } = {
  wire: { open: 'broken or off its terminal', grounded: 'chafed through to the frame' },
  fuse: { open: 'blown' },
  disconnect: { open: 'does not make' },
  call: { open: 'does not call', welded: 'calls without being asked' },
  switch: { open: 'open though it should be closed', welded: 'stuck closed' },
  coil: { open: 'coil open', shorted: 'coil shorted', stuck: 'coil is fed and nothing pulls in' },
  contact: { open: 'does not make when it is pulled in', welded: 'welded shut' },
  timer: { 'no output': 'fed, its time over, nothing out' },
  motor: { open: 'winding open', stuck: 'fed and does not turn', grounded: 'winding on the frame' },
  transformer: { open: 'fed, nothing out' },
  board: { 'no output': 'gives no spark', blind: 'does not see the flame that is there' },
};

const AROUND: Readonly<Record<AroundFault, string>> = {
  'no gas': 'no gas at the valve',
  'flue blocked': 'flue or vent blocked: no draft for the switch',
  'belt broken': 'blower belt broken or off',
  'low air': 'too little air: filter, coil, belt, dampers',
  'sensor fouled': 'flame sensor fouled',
  'crossover plugged': 'flame does not carry across to the sensor',
  'exchanger plugged': 'flame rolls out: exchanger or burners plugged',
  'charge low': 'refrigerant charge low',
  'condenser dirty': 'condenser dirty or its air in the way',
};

/** @example "contactor: coil open" */
export function suspectWords(ladder: Ladder, { fault }: Pick<Suspect, 'fault'>): string {
  if ('around' in fault) return AROUND[fault.around];
  if ('leg' in fault) return `leg ${fault.leg} of the supply is lost`;
  const rung = ladder.rungs.find(({ id }) => id === fault.rung);
  return `${fault.rung}: ${(rung && HOW[rung.kind]?.[fault.how]) ?? fault.how}`;
}

const ohmsText = (ohms: number | null): string =>
  ohms === null ? 'open' : ohms < 1 ? 'below 1 Ω' : `${Math.round(ohms).toLocaleString('en')} Ω`;

/** What a test would show, or showed, in a few words. */
export function observedWords(seen: Observed): string {
  switch (seen.kind) {
    case 'ran':
      return seen.how === 'hums' ? 'hums and does not turn' : seen.how === 'yes' ? 'runs' : 'does not run';
    case 'volts':
      return `${seen.reads} V`;
    case 'ohms':
    case 'alone':
      return ohmsText(seen.reads);
    case 'after':
      return seen.yes ? 'still runs' : 'no longer runs';
    case 'locked out':
      return seen.yes ? 'locks out' : 'does not lock out';
    case 'look':
      return seen.yes ? 'it is so' : 'it is not';
    case 'done':
      return 'done';
    case 'flame':
      return { none: 'no flame', 'goes out': 'a flame comes and goes out', stays: 'it stays' }[seen.how];
  }
}
