import type { PartId } from '#core/machine';

/** Stages a machine can have, of cooling or of electric heat. */
export const STAGES = [1, 2, 3, 4] as const;
export type Stage = (typeof STAGES)[number];
type Nth<T extends string> = T | `${T} ${2 | 3 | 4}`;
/** The same thing of a later stage; of the first it bears no number. */
export const nth = <T extends string>(what: T, stage: Stage): Nth<T> =>
  stage === 1 ? what : `${what} ${stage}`;

/** A name that {@link nth} made, taken apart again; the first stage bears no number. */
export function stageOf(what: string): { readonly name: string; readonly stage: string | undefined } {
  const [, name = what, stage] = /^(.*?)(?: ([2-4]))?$/.exec(what) ?? [];
  return { name, stage };
}

/** What runs, burns or flows because of the circuit: seen, heard or felt. */
const ONCE = [
  ...(['inducer', 'blower', 'spark', 'igniter', 'pilot valve', 'gas valve', 'high fire'] as const),
  ...(['reversing valve', 'water valve', 'pump', 'outdoor damper'] as const),
] as const;
const STAGED = ['compressor', 'condenser fan', 'heater', 'zone damper'] as const;
export type Effect = (typeof ONCE)[number] | Nth<(typeof STAGED)[number]>;
export const EFFECTS: readonly Effect[] = [
  ...ONCE,
  ...STAGES.flatMap((stage) => STAGED.map((what) => nth(what, stage))),
];

/** What the machine does by itself once something runs; switches feel it. */
export type Condition =
  | 'draft'
  | 'air'
  | 'pilot flame'
  | 'flame'
  | 'flame at the sensor'
  | 'over limit'
  | 'rolled out'
  | 'pan full'
  | 'water flow'
  | 'water low'
  | 'gas pressure low'
  | 'damper open'
  | 'cool outdoors'
  | 'warm outdoors'
  | 'discharge cold'
  | 'outdoor coil cold'
  | 'outdoor coil iced'
  | Nth<'pressures part' | 'high pressure' | 'low pressure' | 'coil freezing' | 'compressor hot'>;

/**
 * What the thermostat asks for. Free cooling is its first stage on a cool day; a defrost test is a call for heat with
 * the test pins of the defrost control bridged. Nothing is a state of its own: what runs then runs uncalled. With the
 * disconnect open the supply stands by itself, and no load feeds a leg that is lost.
 */
export const CALLS = [
  ...(['heat', 'cool', 'free cooling', 'fan', 'defrost test', 'nothing', 'disconnect open'] as const),
] as const;
export type Call = (typeof CALLS)[number];

interface Base {
  /** Names it within its machine. */
  readonly id: string;
  readonly part: PartId;
}
interface Between extends Base {
  readonly a: string;
  readonly b: string;
}

/** What stands on a ladder, between the terminals by which people measure. */
export type Rung =
  | (Between & { readonly kind: 'wire' })
  | (Between & { readonly kind: 'fuse'; readonly amps: number; readonly slow?: true })
  /** Opened by hand. */
  | (Between & { readonly kind: 'disconnect' })
  /** The thermostat's, closed while it asks for one of these. */
  | (Between & { readonly kind: 'call'; readonly calls: readonly Call[] })
  /** Felt by the switch: closed while it is so, or opened by it. */
  | (Between & {
      readonly kind: 'switch';
      readonly feels: Condition;
      readonly closes: 'while it is so' | 'while it is not';
      /** Stays open until somebody presses its button. */
      readonly byHand?: true;
    })
  | (Between & {
      readonly kind: 'coil';
      readonly volts: number;
      /** Ohms with its armature in, out, and by the ohmmeter. */
      readonly hold: number;
      readonly pull: number;
      readonly dc: number;
      /** What it opens by itself, without contacts: a gas valve. */
      readonly does?: Effect;
    })
  | (Between & {
      readonly kind: 'contact';
      readonly of: string;
      readonly normally: 'open' | 'closed';
      /** It carries a compressor: such poles burn and work loose. */
      readonly heavy?: true;
    })
  /** Passes what comes in once it has come in so long, seconds. */
  | (Between & { readonly kind: 'timer'; readonly seconds: number; readonly common: string })
  | (Base & {
      readonly kind: 'motor';
      readonly legs: readonly string[];
      readonly does: Effect;
      /** Ohms of each winding while it turns, while it does not, and by the ohmmeter. */
      readonly turning: number;
      readonly stalled: number;
      readonly dc: number;
      /** Volts between its legs by its plate. */
      readonly volts: number;
    })
  /** A run capacitor: without it its motor hums, or turns only when it is pushed. */
  | (Base & { readonly kind: 'capacitor'; readonly of: string; readonly microfarads: number })
  /** A heating element. */
  | (Between & { readonly kind: 'heater'; readonly ohms: number; readonly does: Effect })
  /** A relay that is in while every pair of its legs has its volts, in the right order. */
  | (Base & { readonly kind: 'monitor'; readonly legs: readonly string[]; readonly volts: number })
  | (Base & {
      readonly kind: 'transformer';
      readonly primary: readonly [string, string];
      readonly secondary: readonly [string, string];
      readonly ratio: number;
      readonly ohms: number;
      readonly dc: { readonly primary: number; readonly secondary: number };
    })
  /** A heating control; its relays are contacts of its own, `id:inducer` and the like. */
  | (Base & {
      readonly kind: 'board';
      readonly power: readonly [string, string];
      /** Terminals it reads against its common: the call, the proof, the string of limits. */
      readonly call: string;
      readonly proof: string;
      readonly limits: string;
      readonly times: BoardTimes;
    })
  /** Any other control: it reads terminals against its common, and its relays are contacts, `id:relay`. */
  | (Base & {
      readonly kind: 'control';
      readonly power: readonly [string, string];
      /** Terminals by what they are taken for. */
      readonly reads: Readonly<Record<string, string>>;
      /** What it feels by sensors of its own. */
      readonly feels: readonly Condition[];
      readonly program: Program;
      /** What fails of it are its relays, each for itself. */
      readonly relaysFail?: true;
      /** What keeps it from giving anything out though it is well. */
      readonly heldOffBy?: AroundFault;
    });

/** What a control does phase by phase; the first phase is the one it wakes up in. */
export interface Program {
  readonly phases: readonly ProgramPhase[];
  /** Failures that count until it locks out, in a phase of that name; none where nothing of it counts. */
  readonly tries?: number;
}
export interface ProgramPhase {
  readonly name: string;
  /** Relays that are in. */
  readonly pulls: readonly string[];
  /** The first of these that holds is where it goes. */
  readonly goes: readonly Go[];
}
export interface Go {
  readonly to: string;
  /** Not before so many seconds in this phase. */
  readonly after?: number;
  /** What it reads or feels, all of them. */
  readonly yes?: readonly string[];
  /** What it does not read or feel: one of them is enough. */
  readonly no?: readonly string[];
  /** It counts as one failure. */
  readonly counts?: true;
}

export const RELAYS = ['inducer', 'igniter', 'pilot valve', 'gas valve', 'blower'] as const;
export type BoardRelay = (typeof RELAYS)[number];
/** Seconds of a heating control, and how often it tries. */
export interface BoardTimes {
  readonly purge: number;
  /** How long its igniter glows before gas is let in; none where it sparks. */
  readonly warm?: number;
  /** It lights a pilot, and lets the burners have gas once that is proved. */
  readonly pilot?: true;
  readonly trial: number;
  readonly between: number;
  readonly tries: number;
  readonly blowerOn: number;
  readonly blowerOff: number;
}

export interface Supply {
  /** Its legs as they come to the machine, before anything of it. */
  readonly legs: readonly string[];
  readonly volts: number;
  /** What of it is grounded: volts to ground are by this. */
  readonly system: 'wye' | 'high leg' | 'one phase' | 'one leg';
}

/** Two terminals joined by a wire that somebody put there. */
export type Jumper = readonly [string, string];

/** The name of the whole supply where all of it is dead. */
export const EVERY_LEG = 'every leg';

/** What of a machine decides what follows from what runs. */
export interface MachineKind {
  /** It has a reversing valve: out it heats, in it cools. */
  readonly pump: boolean;
  /** Its heat goes into water of a loop and comes from there. */
  readonly water: boolean;
  /** It heats water. */
  readonly boiler: boolean;
  /** A pilot is proved before its burners have gas. */
  readonly pilot: boolean;
  /** All its air comes from outdoors. */
  readonly makeUp: boolean;
}

/** How long a call is watched, and from when on it has come to what it comes to, seconds. */
export interface Watched {
  readonly seconds: number;
  readonly settled: number;
}

export interface Ladder {
  readonly kind: MachineKind;
  readonly watched: Readonly<Record<Call, Watched>>;
  readonly supply: Supply;
  readonly rungs: readonly Rung[];
  /** The terminal that is tied to ground on the control side. */
  readonly common: string;
  /** What can be wrong around it, by what it is made of. */
  readonly around: readonly AroundFault[];
}

/** One thing that is wrong in a machine: a rung of its ladder, or what is around it. */
export type Fault =
  | { readonly rung: string; readonly how: RungFault }
  | { readonly leg: string }
  | { readonly around: AroundFault };
export const RUNG_FAULTS = [
  ...(['open', 'welded', 'shorted', 'grounded', 'stuck', 'no output', 'blind', 'weak'] as const),
  ...(['resistive', 'loose'] as const),
] as const;
export type RungFault = (typeof RUNG_FAULTS)[number];
/** Nothing in a rung: what the switches feel is true, or two legs of the supply are the wrong way round. */
const AROUND_ONCE = [
  'no gas',
  'flue blocked',
  'belt broken',
  'low air',
  'sensor fouled',
  'crossover plugged',
  'exchanger plugged',
  'drain plugged',
  'legs swapped',
  'pilot plugged',
  'no loop flow',
  'low loop flow',
  'water coil fouled',
  'water low',
  'damper jammed',
  'panel in test',
  'held off by automation',
] as const;
const AROUND_STAGED = ['charge low', 'condenser dirty', 'compressor worn'] as const;
export type AroundFault = (typeof AROUND_ONCE)[number] | Nth<(typeof AROUND_STAGED)[number]>;
export const AROUND: readonly AroundFault[] = [
  ...AROUND_ONCE,
  ...STAGES.flatMap((stage) => AROUND_STAGED.map((what) => nth(what, stage))),
];
