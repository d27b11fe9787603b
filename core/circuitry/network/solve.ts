import { ComplexLu } from './lu.ts';

/** Volts or amps of one frequency: real and imaginary part of the RMS value. */
export interface Phasor {
  readonly re: number;
  readonly im: number;
}

/**
 * What stands between the nodes of a network. Ohms are those of a live circuit; `dc` those that an ohmmeter sees in
 * a dead one, where they differ: the reactance of a coil is none to it.
 */
export type Element =
  /** A closed switch or a sound wire: its two ends are one. */
  | { readonly kind: 'joined'; readonly a: string; readonly b: string }
  | {
      readonly kind: 'impedance';
      readonly a: string;
      readonly b: string;
      readonly ohms: number;
      readonly reactance?: number;
      readonly dc?: number;
    }
  /** Volts of `a` above `b` behind some ohms. Dead, nothing of it is there. */
  | {
      readonly kind: 'source';
      readonly a: string;
      readonly b: string;
      readonly volts: Phasor;
      readonly ohms: number;
    }
  | {
      readonly kind: 'transformer';
      readonly primary: readonly [string, string];
      readonly secondary: readonly [string, string];
      /** Secondary volts for each volt of the primary, unloaded. */
      readonly ratio: number;
      /** Inner resistance, seen at the secondary. */
      readonly ohms: number;
      readonly dc: { readonly primary: number; readonly secondary: number };
    };

/** What a digital meter on volts is, ohms [common practice]. */
export const METER_OHMS = 10e6;
/** Behind less than this to ground the meter takes less than a thousandth of what is there. */
const STIFF_OHMS = METER_OHMS / 4_000;
/** Insulation: nothing stands quite alone, so that every node has a voltage. */
const INSULATION_S = 1e-9;
/** Beside an ohmmeter that tells 40 MΩ from open even all of it together is none. */
const DEAD_INSULATION_S = 1e-11;
/** Ohms of the winding that an unloaded transformer draws by: some milliamperes at 240 V. */
const MAGNETISING_OHMS = 50_000;

export interface Solution {
  /** Volts of a node above ground. A node that nothing is connected to has none. */
  phasor(node: string): Phasor;
  /** What a meter of {@link METER_OHMS} shows between two nodes; ground where none is named. */
  reads(a: string, b?: string): number;
  /** Amps through an impedance from `a` to `b`, or out of a transformer's secondary. */
  amps(element: Element): Phasor;
}

/** The magnitude of a difference. */
export const across = (a: Phasor, b: Phasor = { re: 0, im: 0 }): number =>
  Math.hypot(a.re - b.re, a.im - b.im);

/** Nodes by number, those that are joined by the same; ground is −1. */
function numbered(elements: readonly Element[], ground: string): (node: string) => number {
  const parent = new Map<string, string>();
  const root = (node: string): string => {
    const up = parent.get(node);
    if (up === undefined) {
      parent.set(node, node);
      return node;
    }
    if (up === node) return node;
    const top = root(up);
    parent.set(node, top);
    return top;
  };
  for (const element of elements) {
    if (element.kind === 'transformer') [...element.primary, ...element.secondary].forEach(root);
    else if (element.kind === 'joined') parent.set(root(element.a), root(element.b));
    else [element.a, element.b].forEach(root);
  }
  const numbers = new Map<string, number>([[root(ground), -1]]);
  let next = 0;
  for (const node of [...parent.keys()]) {
    const top = root(node);
    if (!numbers.has(top)) numbers.set(top, next++);
  }
  return (node) => (parent.has(node) ? (numbers.get(root(node)) as number) : -2);
}

/** The conductances of a network, with a row and column for the current of each transformer behind the nodes. */
class Stamps {
  readonly re: Float64Array;
  readonly im: Float64Array;
  readonly bRe: Float64Array;
  readonly bIm: Float64Array;
  readonly n: number;

  constructor(n: number) {
    this.n = n;
    this.re = new Float64Array(n * n);
    this.im = new Float64Array(n * n);
    this.bRe = new Float64Array(n);
    this.bIm = new Float64Array(n);
  }

  add(i: number, j: number, re: number, im = 0): void {
    if (i < 0 || j < 0) return;
    this.re[i * this.n + j] = (this.re[i * this.n + j] as number) + re;
    this.im[i * this.n + j] = (this.im[i * this.n + j] as number) + im;
  }

  /** An admittance between two nodes. */
  admit(i: number, j: number, re: number, im = 0): void {
    this.add(i, i, re, im);
    this.add(j, j, re, im);
    this.add(i, j, -re, -im);
    this.add(j, i, -re, -im);
  }

  /** A current into a node. */
  feed(i: number, re: number, im: number): void {
    if (i < 0) return;
    this.bRe[i] = (this.bRe[i] as number) + re;
    this.bIm[i] = (this.bIm[i] as number) + im;
  }
}

/** @throws RangeError for ohms that cannot be */
function admittance(element: Extract<Element, { kind: 'impedance' }>, live: boolean): Phasor {
  const ohms = live ? element.ohms : (element.dc ?? element.ohms);
  const reactance = live ? (element.reactance ?? 0) : 0;
  const size = ohms * ohms + reactance * reactance;
  if (!(size > 0) || ohms < 0 || !Number.isFinite(size))
    throw new RangeError(`${element.a} to ${element.b}: ${ohms} Ω cannot be; join them, or leave it out`);
  return { re: ohms / size, im: -reactance / size };
}

/**
 * Solves a network in phasors by modified nodal analysis: Kirchhoff's law for the current at each node, and one
 * equation for each transformer.
 *
 * @param ground the node that volts are counted from
 * @throws RangeError for ohms that cannot be
 * @see Ho, Ruehli and Brennan, The modified nodal approach to network analysis, IEEE Trans. CAS-22 (1975)
 */
export function solve(elements: readonly Element[], ground: string): Solution {
  const at = numbered(elements, ground);
  const { system, nodes, currents } = assembled(elements, at, true);
  const lu = new ComplexLu(system.re, system.im, system.n);
  const { re, im } = lu.solve(system.bRe, system.bIm);
  const phasorAt = (i: number): Phasor =>
    i < 0 ? { re: 0, im: 0 } : { re: re[i] as number, im: im[i] as number };
  const phasor = (node: string): Phasor => phasorAt(at(node));
  // What is behind one node and ground, found once: two nodes that are both stiff do not feel the meter.
  const own = new Map<number, Phasor>();
  const toGround = (i: number): Phasor => {
    const known = own.get(i) ?? (i < 0 ? { re: 0, im: 0 } : behind(lu, nodes, system.n, i, -1));
    own.set(i, known);
    return known;
  };
  let paths: Float64Array | undefined;
  // A short way to ground says as much and costs nothing; only without one is it worked out.
  const isStiff = (i: number): boolean =>
    i < 0 ||
    ((paths ??= waysToGround(elements, at, nodes))[i] as number) < STIFF_OHMS ||
    across(toGround(i)) < STIFF_OHMS;
  return {
    phasor,
    reads: (a, b = ground) => {
      const [i, j] = [at(a), at(b)];
      // Two ends of one wire, or a lead that hangs in the air: nothing drives the meter.
      if (i === j || i === -2 || j === -2) return 0;
      const volts = across(phasorAt(i), phasorAt(j));
      if (isStiff(i) && isStiff(j)) return volts;
      const z = i < 0 ? toGround(j) : j < 0 ? toGround(i) : behind(lu, nodes, system.n, i, j);
      return (volts * METER_OHMS) / Math.hypot(METER_OHMS + z.re, z.im);
    },
    amps: (element) => {
      if (element.kind === 'transformer') return phasorAt(currents.get(element) ?? -1);
      if (element.kind !== 'impedance') throw new RangeError(`${element.kind} has no amps of its own`);
      const [from, to, y] = [phasor(element.a), phasor(element.b), admittance(element, true)];
      const [dr, di] = [from.re - to.re, from.im - to.im];
      return { re: dr * y.re - di * y.im, im: dr * y.im + di * y.re };
    },
  };
}

/**
 * Ohms along the shortest way from each node to ground, through impedances and sources. Whatever else is joined to a
 * node beside such a way hardly lets more stand behind it.
 */
function waysToGround(
  elements: readonly Element[],
  at: (node: string) => number,
  nodes: number,
): Float64Array {
  const ways = new Float64Array(nodes).fill(Infinity);
  const edges = elements.flatMap((e) =>
    e.kind === 'impedance'
      ? [{ i: at(e.a), j: at(e.b), ohms: Math.hypot(e.ohms, e.reactance ?? 0) }]
      : e.kind === 'source'
        ? [{ i: at(e.a), j: at(e.b), ohms: e.ohms }]
        : [],
  );
  const of = (i: number): number => (i < 0 ? 0 : (ways[i] as number));
  for (let shorter = true; shorter;) {
    shorter = false;
    for (const { i, j, ohms } of edges)
      for (const [from, to] of [
        [i, j],
        [j, i],
      ] as const)
        if (to >= 0 && of(from) + ohms < of(to)) {
          ways[to] = of(from) + ohms;
          shorter = true;
        }
  }
  return ways;
}

/** Resistance and reactance behind two nodes, as a meter between them sees the network. */
function behind(lu: ComplexLu, nodes: number, n: number, i: number, j: number): Phasor {
  const [re, im] = [new Float64Array(n), new Float64Array(n)];
  if (i >= 0 && i < nodes) re[i] = 1;
  if (j >= 0 && j < nodes) re[j] = -1;
  const asked = [i, j].filter((k) => k >= 0 && k < n);
  const answer = lu.solve(re, im, Math.min(...asked));
  const of = (k: number): Phasor =>
    k < 0 ? { re: 0, im: 0 } : { re: answer.re[k] as number, im: answer.im[k] as number };
  const [p, q] = [of(i), of(j)];
  return { re: p.re - q.re, im: p.im - q.im };
}

/**
 * Ohms between two nodes of a dead network as an ohmmeter shows them: no source is there, a transformer is its two
 * windings, a coil its wire. The network is taken apart once for all that is asked of it.
 *
 * @returns a meter: Infinity above what it can tell from open, 0 for one wire
 */
export function ohmmeter(elements: readonly Element[], ground: string): (a: string, b: string) => number {
  const at = numbered(elements, ground);
  const { system, nodes } = assembled(elements, at, false);
  const lu = new ComplexLu(system.re, system.im, system.n);
  return (a, b) => {
    const [i, j] = [at(a), at(b)];
    if (i === -2 || j === -2) return Infinity;
    if (i === j) return 0;
    const ohms = behind(lu, nodes, system.n, i, j).re;
    return ohms > MOST_OHMS ? Infinity : ohms;
  };
}

/** Above this a meter says open [common practice: 40 MΩ ranges]. */
const MOST_OHMS = 40e6;

function assembled(
  elements: readonly Element[],
  at: (node: string) => number,
  live: boolean,
): { system: Stamps; nodes: number; currents: Map<Element, number> } {
  const ends = elements.flatMap((e) =>
    e.kind === 'transformer' ? [...e.primary, ...e.secondary] : [e.a, e.b],
  );
  const nodes = Math.max(-1, ...ends.map(at)) + 1;
  const currents = new Map<Element, number>();
  if (live) for (const e of elements) if (e.kind === 'transformer') currents.set(e, nodes + currents.size);
  const system = new Stamps(nodes + currents.size);
  for (let i = 0; i < nodes; i++) system.add(i, i, live ? INSULATION_S : DEAD_INSULATION_S);
  for (const element of elements) {
    if (element.kind === 'joined') continue;
    if (element.kind === 'impedance') {
      const { re, im } = admittance(element, live);
      system.admit(at(element.a), at(element.b), re, im);
    } else if (element.kind === 'source') {
      if (!live) continue;
      if (!(element.ohms > 0))
        throw new RangeError(`a source from ${element.b} to ${element.a} has some ohms`);
      const [i, j, y] = [at(element.a), at(element.b), 1 / element.ohms];
      system.admit(i, j, y);
      system.feed(i, element.volts.re * y, element.volts.im * y);
      system.feed(j, -element.volts.re * y, -element.volts.im * y);
    } else if (live) stampTransformer(system, element, at, currents.get(element) as number);
    else {
      const { primary, secondary, dc } = element;
      system.admit(at(primary[0]), at(primary[1]), 1 / dc.primary);
      system.admit(at(secondary[0]), at(secondary[1]), 1 / dc.secondary);
    }
  }
  return { system, nodes, currents };
}

function stampTransformer(
  system: Stamps,
  { primary, secondary, ratio, ohms }: Extract<Element, { kind: 'transformer' }>,
  at: (node: string) => number,
  current: number,
): void {
  const [p, q] = primary.map(at) as [number, number];
  const [s, t] = secondary.map(at) as [number, number];
  system.admit(p, q, 1 / MAGNETISING_OHMS);
  // The secondary's current leaves at s and comes back at t; the primary draws it times the ratio.
  system.add(s, current, -1);
  system.add(t, current, 1);
  system.add(p, current, ratio);
  system.add(q, current, -ratio);
  // Its volts are those of the primary by the ratio, less what the inner resistance takes.
  system.add(current, s, 1);
  system.add(current, t, -1);
  system.add(current, p, -ratio);
  system.add(current, q, ratio);
  system.add(current, current, ohms);
}
