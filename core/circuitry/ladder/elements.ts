import type { Element, Phasor } from '#core/circuitry/network';
import {
  EVERY_LEG,
  type Effect,
  type Fault,
  type Jumper,
  type Ladder,
  type Rung,
  type RungFault,
  type Supply,
} from './types.ts';

export const GROUND = 'ground';
/** The utility's transformer and the wires to the roof, Ω in each leg. */
const SERVICE_OHMS = 0.05;
const FUSE_OHMS = 0.01;
/** A winding or wire that lies on the frame. */
const TO_FRAME_OHMS = 0.5;
/** A coil whose turns have burnt together. */
const SHORTED_OHMS = 1.5;
/** A splice or terminal of the control side that has corroded, and a pole that has burnt [from memory]. */
const POOR_WIRE_OHMS = 12;
const BURNT_POLE_OHMS = 1;
/** What an input of a board, or the electronics of a timer, draw. */
const INPUT_OHMS = 5_000;
/** A two-wire timer lets this much through while it waits [common practice: milliamperes]. */
const TIMER_LEAK_OHMS = 20_000;

/** What is where it can be otherwise: which switches are closed, coils pulled, motors turning. */
export interface Positions {
  readonly live: boolean;
  readonly closed: ReadonlySet<string>;
  readonly pulled: ReadonlySet<string>;
  readonly turning: ReadonlySet<Effect>;
  /** Motors whose own overload is open. */
  readonly tripped: ReadonlySet<Effect>;
}

const joined = (a: string, b: string): Element => ({ kind: 'joined', a, b });
const ohms = (a: string, b: string, value: number, dc = value): Element => ({
  ...{ kind: 'impedance', a, b, ohms: value, dc },
});

/** What is wrong with each rung. */
export const faultsOf = (faults: readonly Fault[]): ReadonlyMap<string, RungFault> =>
  new Map(faults.flatMap((fault) => ('rung' in fault ? [[fault.rung, fault.how] as const] : [])));

function sources({ supply }: Ladder, faults: readonly Fault[]): Element[] {
  const lost = new Set(faults.flatMap((fault) => ('leg' in fault ? [fault.leg] : [])));
  return supply.legs.flatMap((leg, k): Element[] =>
    lost.has(leg) || lost.has(EVERY_LEG)
      ? []
      : [{ kind: 'source', a: leg, b: GROUND, volts: legVolts(supply, k), ohms: SERVICE_OHMS }],
  );
}

/** Volts of a leg above ground. On a Δ whose winding is tapped in the middle the second leg is the high one. */
function legVolts({ volts, system }: Supply, leg: number): Phasor {
  const of = (size: number, degrees: number): Phasor => ({
    re: size * Math.cos((degrees * Math.PI) / 180),
    im: size * Math.sin((degrees * Math.PI) / 180),
  });
  switch (system) {
    case 'wye':
      return of(volts / Math.sqrt(3), -120 * leg);
    case 'high leg':
      return leg === 1 ? of((volts * Math.sqrt(3)) / 2, 90) : of(volts / 2, leg === 0 ? 0 : 180);
    case 'one phase':
      return of(volts / 2, -180 * leg);
    case 'one leg':
      return of(leg === 0 ? volts : 0, 0);
  }
}

/** The network of a ladder as things stand, with what is wrong in it. */
export function elementsOf(
  ladder: Ladder,
  at: Positions,
  faults: readonly Fault[],
  jumper?: Jumper,
): Element[] {
  const wrong = faultsOf(faults);
  return [
    joined(ladder.common, GROUND),
    ...(jumper ? [joined(...jumper)] : []),
    ...(at.live ? sources(ladder, faults) : []),
    ...ladder.rungs.flatMap((rung) => ofRung(rung, at, wrong.get(rung.id))),
  ];
}

function ofRung(rung: Rung, at: Positions, fault: RungFault | undefined): Element[] {
  const grounded = (node: string): Element[] =>
    fault === 'grounded' ? [ohms(node, GROUND, TO_FRAME_OHMS)] : [];
  switch (rung.kind) {
    case 'wire':
      if (fault === 'resistive') return [ohms(rung.a, rung.b, POOR_WIRE_OHMS)];
      return [...(fault === 'open' ? [] : [joined(rung.a, rung.b)]), ...grounded(rung.b)];
    case 'fuse':
      return at.closed.has(rung.id) && fault !== 'open' ? [ohms(rung.a, rung.b, FUSE_OHMS)] : [];
    case 'disconnect':
    case 'call':
    case 'switch':
    case 'contact':
      if (fault === 'resistive' && at.closed.has(rung.id)) return [ohms(rung.a, rung.b, BURNT_POLE_OHMS)];
      return fault === 'welded' || (at.closed.has(rung.id) && fault !== 'open')
        ? [joined(rung.a, rung.b)]
        : [];
    case 'timer':
      return [
        ohms(rung.a, rung.common, INPUT_OHMS),
        fault === 'welded' || (at.closed.has(rung.id) && fault !== 'no output')
          ? joined(rung.a, rung.b)
          : ohms(rung.a, rung.b, TIMER_LEAK_OHMS),
      ];
    case 'coil': {
      if (fault === 'open') return [];
      if (fault === 'shorted') return [ohms(rung.a, rung.b, SHORTED_OHMS)];
      const value = at.pulled.has(rung.id) ? rung.hold : rung.pull;
      return [ohms(rung.a, rung.b, value, rung.dc), ...grounded(rung.a)];
    }
    case 'transformer':
      // An open winding passes nothing to the other one.
      return fault === 'open' ? [] : [transformer(rung)];
    case 'heater':
      return fault === 'open' ? [] : [ohms(rung.a, rung.b, rung.ohms), ...grounded(rung.a)];
    // What it draws is next to nothing, and a capacitor is in its motor's ohms already.
    case 'monitor':
    case 'capacitor':
      return [];
    case 'motor':
      return [...windings(rung, at, fault), ...grounded(rung.legs[0] as string)];
    case 'board':
      return [
        ohms(rung.power[0], rung.power[1], INPUT_OHMS),
        ...[rung.call, rung.proof, rung.limits].map((input) => ohms(input, rung.power[1], INPUT_OHMS)),
      ];
    case 'control':
      return [...new Set([rung.power[0], ...Object.values(rung.reads)])].map((input) =>
        ohms(input, rung.power[1], INPUT_OHMS),
      );
  }
}

const transformer = ({
  primary,
  secondary,
  ratio,
  ohms: inner,
  dc,
}: Extract<Rung, { kind: 'transformer' }>): Element => ({
  ...{ kind: 'transformer', primary, secondary, ratio, ohms: inner, dc },
});

/** Windings from each leg to one point inside, or the one between two legs. */
function windings(
  { id, legs, does, turning, stalled, dc }: Extract<Rung, { kind: 'motor' }>,
  at: Positions,
  fault: RungFault | undefined,
): Element[] {
  if (at.tripped.has(does)) return [];
  const value = at.turning.has(does) ? turning : stalled;
  if (legs.length === 2)
    return fault === 'open' ? [] : [ohms(legs[0] as string, legs[1] as string, value, dc)];
  const sound = fault === 'open' ? legs.slice(1) : legs;
  return sound.map((leg) => ohms(leg, `inside ${id}`, value, dc));
}
