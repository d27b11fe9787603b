import {
  drawnAt,
  heldLb,
  leavingH,
  meter,
  warmSide,
  whole,
  type Circuit,
  type CondenserEnd,
  type Metered,
  type Pass,
  type Warm,
} from './circuit.ts';
import { rootBetween } from './roots.ts';

const { max } = Math;

/*
 * The balance of a circuit. Every quantity is searched between two ends between which it rises all along, one
 * inside the other:
 *
 * - at a given suction, evaporating temperature and end of the condenser, the **condensing** temperature at
 * which the
 *   condenser gives off what it is given;
 * - the **suction** at which the evaporator delivers what the compressor takes;
 * - the **evaporating** temperature at which the metering device passes what the compressor moves;
 * - the **end of the condenser**, from all gas over flash gas to more and more liquid, at which everything in
 * the
 *   machine weighs what is in it.
 *
 * So there is one state, it is always found, and a fault that grows moves it without a jump.
 */

/** All of it leaves the condenser as gas; next to all of the condenser holds liquid. */
const [ALL_GAS, ALL_LIQUID] = [-1, 0.99] as const;
/** No evaporator is looked for colder than this, °F. */
const COLDEST_F = -130;

/** Remembers the last few answers: the root of a search is one of them. */
function remembering<T>(at: (x: number) => T): (x: number) => T {
  const known: { x: number; made: T }[] = [];
  return (x) => {
    for (const one of known) if (one.x === x) return one.made;
    const made = at(x);
    known.push({ x, made });
    if (known.length > 3) known.shift();
    return made;
  };
}

/** Compressor, condenser and evaporator that agree, and what the metering device says to it. */
interface Agreed {
  readonly warm: Warm;
  readonly metered: Metered;
}

/** Where the searches look first: what the last one found. */
interface Last {
  tc: number;
  te: number;
  suctionH: number;
}

/** The suction at which evaporator and compressor agree, at a given evaporating temperature. */
function atEvaporating(circuit: Circuit, te: number, end: CondenserEnd, last: Last): Agreed {
  const { fluid, evaporator } = circuit;
  const boiling = evaporator.boiling(te);
  const at = remembering((suctionH) => {
    const warm = warmSide(circuit, drawnAt(circuit, te, boiling, suctionH), end, last.tc);
    last.tc = warm.tc;
    return warm;
  });
  const low = fluid.liquid(te) + 0.02 * fluid.latent(te);
  const high = fluid.vapour(max(te, evaporator.fromF), te);
  const near = last.suctionH + fluid.vapour(te, te) - fluid.vapour(last.te, last.te);
  const { x } = rootBetween((h) => h - leavingH(circuit, at(h)), low, high, 1e-6, { x: near, step: 0.5 });
  last.te = te;
  last.suctionH = x;
  const warm = at(x);
  return { warm, metered: meter(circuit, warm) };
}

/**
 * The evaporating temperature at which compressor and metering device agree, at a given end of the condenser.
 */
function atEnd(circuit: Circuit, end: CondenserEnd, last: Last): Agreed {
  const at = remembering((te) => atEvaporating(circuit, te, end, last));
  const { x } = rootBetween(
    (te) => {
      const { warm, metered } = at(te);
      return (warm.pounds - metered.metered) / circuit.ratedLb;
    },
    COLDEST_F,
    circuit.evaporator.fromF - 0.2,
    1e-6,
    { x: last.te, step: 0.5 },
  );
  return at(x);
}

const startOf = ({ fluid, evaporator, condenser }: Circuit): Last => {
  const te = evaporator.fromF - 32;
  return { tc: condenser.ontoF + 20, te, suctionH: fluid.vapour(te + 10, te) };
};

/** A balanced circuit; `over` where the head would pass what the high-pressure switch lets it. */
export interface Balanced {
  readonly pass: Pass;
  readonly charge: 'balanced' | 'short' | 'over';
}

/**
 * The one state in which mass, energy and charge of the circuit balance.
 *
 * @param mostPsia the head at which the high-pressure switch opens; past it nothing need balance
 */
export function balanced(circuit: Circuit, mostPsia: number): Balanced {
  const last = startOf(circuit);
  const at = remembering((end) => atEnd(circuit, end, last));
  const { x, rest } = rootBetween(
    (end) => {
      const { warm, metered } = at(end);
      const surplus = (heldLb(circuit, warm, metered) - circuit.chargeLb) / circuit.chargeLb;
      const over = warm.dischargePsia / mostPsia - 1;
      return over > 0 ? max(surplus, 0) + 3 * over + NOT_BALANCED : surplus;
    },
    ALL_GAS,
    ALL_LIQUID,
    1e-7,
    { x: 0.1, step: 0.05 },
  );
  const { warm, metered } = at(x);
  const over = x >= ALL_LIQUID || (rest >= NOT_BALANCED && warm.dischargePsia > mostPsia);
  return {
    pass: whole(circuit, warm, metered),
    charge: over ? 'over' : x <= ALL_GAS && rest > NOT_BALANCED ? 'short' : 'balanced',
  };
}
/** A charge that is further off than this does not balance. */
const NOT_BALANCED = 1e-4;
