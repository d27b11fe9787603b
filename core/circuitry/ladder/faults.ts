import {
  stageOf,
  EVERY_LEG,
  type AroundFault,
  type Fault,
  type Ladder,
  type Rung,
  type RungFault,
} from './types.ts';

/** One fault with how often it is met beside the others [from memory: weights, not shares]. */
export interface FaultMet {
  readonly key: string;
  readonly fault: Fault;
  readonly weight: number;
}

const BY_KIND: { readonly [K in Rung['kind']]: readonly (readonly [RungFault, number])[] } = {
  wire: [
    ['open', 0.4],
    ['grounded', 0.4],
    ['resistive', 0.2],
  ],
  fuse: [['open', 0.5]],
  disconnect: [['open', 0.1]],
  call: [
    ['open', 0.5],
    ['welded', 0.15],
  ],
  switch: [
    ['open', 0.4],
    ['welded', 0.15],
  ],
  coil: [
    ['open', 0.7],
    ['shorted', 0.4],
    ['stuck', 0.3],
  ],
  contact: [
    ['open', 0.4],
    ['welded', 0.15],
  ],
  timer: [
    ['no output', 0.5],
    ['welded', 0.05],
  ],
  motor: [
    ['open', 0.5],
    ['stuck', 0.9],
    ['grounded', 0.3],
  ],
  // What fails most of all that is electrical on a single-phase motor [common practice].
  capacitor: [['weak', 2]],
  heater: [
    ['open', 0.6],
    ['grounded', 0.2],
  ],
  // A relay that stays out on a good supply is its contact that does not make.
  monitor: [],
  transformer: [['open', 0.9]],
  board: [
    ['no output', 0.6],
    ['blind', 0.4],
  ],
  control: [['no output', 0.6]],
};

/** What is around the circuit is met more often than what is in it [common practice: dirt before parts]. */
const AROUND: Readonly<Record<string, number>> = {
  'no gas': 0.8,
  'flue blocked': 0.6,
  'belt broken': 1.5,
  'low air': 1.8,
  'sensor fouled': 2,
  'crossover plugged': 0.7,
  'exchanger plugged': 0.3,
  'charge low': 2,
  'condenser dirty': 1.8,
  'compressor worn': 0.3,
  'drain plugged': 1.5,
  'legs swapped': 0.15,
  'pilot plugged': 1.2,
  'no loop flow': 1.5,
  'low loop flow': 0.8,
  'water coil fouled': 0.5,
  'water low': 0.8,
  'damper jammed': 0.7,
  'panel in test': 0.2,
  'held off by automation': 0.8,
};
/** Of a later stage it is as often as of the first. */
const weightAround = (around: AroundFault): number => AROUND[stageOf(around).name] ?? 0;

/** How a rung can fail. Only a control with sensors of its own can be blind, only a pole in front of a load burns. */
function failuresOf(rung: Rung): readonly (readonly [RungFault, number])[] {
  if (rung.kind === 'control')
    return [
      ...(rung.relaysFail ? [] : BY_KIND.control),
      ...(rung.feels.length > 0 ? ([['blind', 0.4]] as const) : []),
    ];
  if (rung.kind === 'contact' && rung.heavy) return [...BY_KIND.contact, ['resistive', 0.3]];
  return BY_KIND[rung.kind];
}

/** Cables, fuse holders and the poles of a compressor are what works loose [common practice]. */
export const worksLoose = (rung: Rung): boolean =>
  rung.kind === 'wire' || rung.kind === 'fuse' || (rung.kind === 'contact' && rung.heavy === true);

export const keyOf = (fault: Fault): string =>
  'rung' in fault ? `${fault.rung}: ${fault.how}` : 'leg' in fault ? `${fault.leg}: lost` : fault.around;

/** Every single thing that can be wrong in a ladder and around it. */
export const singleFaults = (ladder: Ladder): FaultMet[] =>
  [
    ...ladder.rungs.flatMap((rung) =>
      failuresOf(rung).map(([how, weight]) => ({ fault: { rung: rung.id, how }, weight }) as const),
    ),
    ...ladder.supply.legs
      // The only hot leg is the whole supply.
      .filter((leg) => leg !== 'N' && ladder.supply.system !== 'one leg')
      .map((leg) => ({ fault: { leg }, weight: 0.3 }) as const),
    // A breaker, its panel, or the panel behind it: met more often than one leg alone.
    { fault: { leg: EVERY_LEG }, weight: 0.8 } as const,
    ...ladder.around.map((around) => ({ fault: { around }, weight: weightAround(around) }) as const),
  ].map(({ fault, weight }) => ({ key: keyOf(fault), fault, weight }));
