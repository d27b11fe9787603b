import { normal, oneOf, seededRandom, type Random } from '#core/base/random';
import {
  secondState,
  SECOND_FLUIDS,
  type SecondFaults,
  type SecondFluid,
  type SecondMachine,
  type SecondState,
  type SecondWeather,
} from './second.ts';

/*
 * The cases of the proof, drawn from the second machine by seed. They were frozen with their seeds before what they
 * put to the test was first scored; neither knows of the other.
 */

/** What can be wrong with a case, drawn from light to heavy. */
export const WRONGS = {
  'low charge': (r) => ({ charge: 1 - uniform(r, 0.06, 0.42) }),
  overcharge: (r) => ({ charge: 1 + uniform(r, 0.1, 0.4) }),
  'foreign gas': (r) => ({ gasPsi: uniform(r, 10, 60) }),
  restriction: (r) => ({ restricts: uniform(r, 0.2, 0.85) }),
  'feeds too little': (r) => ({ feeds: uniform(r, 0.4, 0.85) }),
  'feeds too much': (r) => ({ feeds: uniform(r, 1.25, 2.2) }),
  'compressor weak': (r) => ({ pumps: uniform(r, 0.45, 0.92) }),
  'turns backwards': () => ({ backwards: true }),
  'condenser fouled': (r) => ({
    condenserSurface: uniform(r, 0.3, 0.75),
    condenserAir: uniform(r, 0.75, 0.97),
  }),
  'condenser fan': (r) => ({ condenserAir: uniform(r, 0.18, 0.7) }),
  recirculates: (r) => ({ recirculates: uniform(r, 6, 22) }),
  'low indoor air': (r) => ({ indoorAir: uniform(r, 0.35, 0.8) }),
  'outdoor air': (r) => ({ outdoorAir: uniform(r, 0.2, 0.7) }),
} as const satisfies Record<string, (r: Random) => SecondFaults>;
export type Wrong = keyof typeof WRONGS;
export const WRONG_NAMES = Object.keys(WRONGS) as Wrong[];

/** What is in no table: what it may be called is for whoever reads the score. */
export const ODD = [
  'another refrigerant',
  'warm air into the supply',
  'water on the condenser',
  'a probe far off',
] as const;
export type Odd = (typeof ODD)[number];

/** A set as somebody would write it, in customary units; what was not read is not there. */
export interface Read {
  readonly points: Readonly<Partial<Record<Point, number>>>;
  readonly outdoorF: number | undefined;
}
export const POINTS = [
  'suction pressure',
  'liquid pressure',
  'suction line',
  'liquid line',
  'liquid after drier',
  'discharge line',
  'condenser leaving air',
  'return air',
  'return wet bulb',
  'supply air',
  'supply wet bulb',
  'amps L1',
] as const;
export type Point = (typeof POINTS)[number];

export interface Case {
  readonly seed: number;
  readonly truth: readonly (Wrong | Odd)[];
  readonly record: {
    readonly refrigerant: SecondFluid;
    readonly device: SecondMachine['device'];
    readonly rlaA: number;
    /** What the plate says of subcooling, where it says anything. */
    readonly subcoolingTargetF: number | undefined;
  };
  /** Loss of capacity or of efficiency against the same machine sound, whichever is more, as a share. */
  readonly loss: number;
  readonly read: Read;
  /** Readings of the same machine when it was sound, in other weather with other instruments. */
  readonly healthy: readonly Read[];
}

export interface Instruments {
  /** 0 for perfect ones, 1 for ordinary ones. */
  readonly noise: number;
  /** Share of readings that are missing, and that are wrong. */
  readonly missing: number;
  readonly wrong: number;
}
export const ORDINARY: Instruments = { noise: 1, missing: 1 / 20, wrong: 1 / 50 };

const uniform = (r: Random, low: number, high: number): number => low + (high - low) * r();

const RLA_A = 20;

function drawMachine(r: Random, device = oneOf(r, ['expansion valve', 'orifice'] as const)): SecondMachine {
  return {
    refrigerant: oneOf(r, SECOND_FLUIDS),
    device,
    splitF: uniform(r, 15, 25),
    subcoolingF: uniform(r, 8, 13),
    superheatF: device === 'orifice' ? uniform(r, 10, 15) : uniform(r, 8, 12.5),
    evaporatingF: uniform(r, 44, 48.5),
    air: uniform(r, 0.9, 1.1),
    charge: uniform(r, 0.97, 1.03),
    amps: uniform(r, 0.78, 0.95),
    efficiency: uniform(r, 0.93, 1.07),
  };
}

/** Wet bulb at a relative humidity, close enough to draw weather by. */
const wetBulbAt = (dryF: number, humidity: number): number => dryF - (1 - humidity) * (0.42 * dryF - 4);

export function drawWeather(r: Random, outdoors: readonly [number, number] = [67, 106]): SecondWeather {
  const returnF = uniform(r, 70, 81);
  return {
    outdoorF: uniform(r, ...outdoors),
    returnF,
    returnWetF: wetBulbAt(returnF, uniform(r, 0.32, 0.65)),
  };
}

/** Standard deviations of bias and of noise [common practice]. */
const OFF = {
  pressureShare: [0.006, 0.006],
  pipeF: [0.8, 0.7],
  airF: [0.4, 0.4],
  ampShare: [0.015, 0.01],
} as const;
const PIPES: ReadonlySet<Point> = new Set([
  'suction line',
  'liquid line',
  'liquid after drier',
  'discharge line',
]);

/** Reads a state with instruments that have a bias each: one gauge a side, one clamp, one air probe, one ammeter. */
function readState(
  state: SecondState,
  weather: SecondWeather,
  r: Random,
  { noise, missing, wrong }: Instruments,
): Read {
  const bias = (off: readonly [number, number]) => noise * off[0] * normal(r);
  const [low, high] = [bias(OFF.pressureShare), bias(OFF.pressureShare)];
  const [clamp, probe, ammeter] = [bias(OFF.pipeF), bias(OFF.airF), bias(OFF.ampShare)];
  const shows: Readonly<Record<Point, number>> = {
    'suction pressure': state.suctionPsig,
    'liquid pressure': state.liquidPsig,
    'suction line': state.suctionLineF,
    'liquid line': state.liquidLineF,
    'liquid after drier': state.afterDrierF,
    'discharge line': state.dischargeF,
    'condenser leaving air': state.condenserAirF,
    'return air': weather.returnF,
    'return wet bulb': weather.returnWetF,
    'supply air': state.supplyF,
    'supply wet bulb': state.supplyWetF,
    'amps L1': state.amps * RLA_A,
  };
  const points = POINTS.flatMap((point): [Point, number][] => {
    const value = shows[point];
    // Drawn whatever comes of it, so that one case more or less changes no other.
    const [gone, off, by, spread] = [r() < missing, r() < wrong, r() < 0.5 ? -1 : 1, normal(r)];
    const pressure = point === 'suction pressure' || point === 'liquid pressure';
    const read = pressure
      ? value +
        (value + 14.7) * ((point === 'suction pressure' ? low : high) + noise * OFF.pressureShare[1] * spread)
      : point === 'amps L1'
        ? value * (1 + ammeter + noise * OFF.ampShare[1] * spread)
        : PIPES.has(point)
          ? value + clamp + noise * OFF.pipeF[1] * spread
          : value + probe + noise * OFF.airF[1] * spread;
    const said = off ? (pressure || point === 'amps L1' ? read * (1 + by * 0.25) : read + by * 18) : read;
    return gone ? [] : [[point, Math.round(said * 10) / 10]];
  });
  const outdoorF = weather.outdoorF + probe + noise * OFF.airF[1] * normal(r);
  return {
    points: Object.fromEntries(points),
    outdoorF: r() < missing ? undefined : Math.round(outdoorF * 10) / 10,
  };
}

const joined = (faults: readonly SecondFaults[]): SecondFaults => {
  const both = Object.assign({}, ...faults) as SecondFaults;
  const product = (name: 'charge' | 'condenserAir') =>
    faults.reduce((by, fault) => by * (fault[name] ?? 1), 1);
  return {
    ...both,
    ...('charge' in both && { charge: product('charge') }),
    ...('condenserAir' in both && { condenserAir: product('condenserAir') }),
  };
};

/** What is asked of a case. */
export interface Wanted {
  readonly device?: SecondMachine['device'];
  readonly healthy?: number;
  /** How many things are wrong with it, or which. */
  readonly wrongs?: number | readonly Wrong[];
  readonly odd?: boolean;
  readonly instruments?: Instruments;
  readonly outdoors?: readonly [number, number];
}

/** A case by its seed; nothing where such a machine would trip before anybody could read it. */
export function drawCase(seed: number, wanted: Wanted = {}): Case | undefined {
  const r = seededRandom(seed);
  const instruments = wanted.instruments ?? ORDINARY;
  const machine = drawMachine(r, wanted.device);
  const weather = drawWeather(r, wanted.outdoors);
  const names: Wrong[] = Array.isArray(wanted.wrongs) ? [...(wanted.wrongs as Wrong[])] : [];
  const many = typeof wanted.wrongs === 'number' ? wanted.wrongs : wanted.wrongs === undefined ? 1 : 0;
  while (names.length < many) {
    const name = oneOf(r, WRONG_NAMES);
    const alone: ReadonlySet<Wrong> = new Set(['turns backwards']);
    if (names.includes(name) || (many > 1 && alone.has(name))) continue;
    if (names.some((one) => pairOf(one) === pairOf(name))) continue;
    names.push(name);
  }
  const faults = joined(names.map((name) => WRONGS[name](r)));
  const odd = wanted.odd ? oneOf(r, ODD) : undefined;
  const sound = secondState(machine, weather);
  const state = odd ? strange(odd, machine, weather, sound, r) : secondState(machine, weather, faults);
  if (state.trips || sound.trips) return undefined;
  const healthy = Array.from({ length: wanted.healthy ?? 0 }, () => {
    const then = drawWeather(r);
    return readState(secondState(machine, then), then, r, { ...instruments, wrong: 0 });
  });
  const efficiency = (one: SecondState) => one.capacity / one.amps;
  return {
    seed,
    truth: odd ? [odd] : names,
    record: {
      refrigerant: machine.refrigerant,
      device: machine.device,
      rlaA: RLA_A,
      subcoolingTargetF: r() < 0.5 ? Math.round(machine.subcoolingF) : undefined,
    },
    loss: Math.max(1 - state.capacity / sound.capacity, 1 - efficiency(state) / efficiency(sound)),
    read: readState(state, weather, r, instruments),
    healthy,
  };
}
/** Two of one kind are one thing wrong. */
const pairOf = (name: Wrong): string =>
  ({
    'low charge': 'charge',
    overcharge: 'charge',
    'feeds too little': 'feed',
    'feeds too much': 'feed',
    restriction: 'feed',
    'condenser fouled': 'condenser',
    'condenser fan': 'condenser',
    recirculates: 'condenser',
  })[name as string] ?? name;

/** What is in no table. */
function strange(
  odd: Odd,
  machine: SecondMachine,
  weather: SecondWeather,
  sound: SecondState,
  r: Random,
): SecondState {
  switch (odd) {
    case 'another refrigerant': {
      // Another one is in it: it works as that one does, and is read by the curve on the plate.
      const other = oneOf(
        r,
        SECOND_FLUIDS.filter(
          (one) => one !== machine.refrigerant && (one === 'R-22') !== (machine.refrigerant === 'R-22'),
        ),
      );
      return secondState({ ...machine, refrigerant: other }, weather);
    }
    case 'warm air into the supply':
      return {
        ...sound,
        supplyF: sound.supplyF + uniform(r, 9, 15),
        supplyWetF: sound.supplyWetF + uniform(r, 4, 7),
      };
    case 'water on the condenser':
      return secondState(machine, weather, { recirculates: -uniform(r, 14, 22) });
    case 'a probe far off':
      return {
        ...sound,
        suctionLineF: sound.suctionLineF - 16,
        liquidLineF: sound.liquidLineF + uniform(r, 12, 20),
      };
  }
}

/**
 * What the readings of such a set cannot part, fixed before anything was scored: whoever names one of a group and the
 * other was meant has named it right.
 */
export const GROUPS: Readonly<Record<Wrong, string>> = {
  'low charge': 'too little charge',
  overcharge: 'too much in the condenser',
  'foreign gas': 'too much in the condenser',
  restriction: 'fed too little',
  'feeds too little': 'fed too little',
  'feeds too much': 'fed too much',
  'compressor weak': 'compressor weak',
  'turns backwards': 'turns backwards',
  'condenser fouled': 'condenser gives off too little',
  'condenser fan': 'condenser gives off too little',
  recirculates: 'condenser gives off too little',
  'low indoor air': 'too little indoor air',
  'outdoor air': 'outdoor air',
};

/** Where the seeds of each kind of case begin; those for developing begin elsewhere. */
export const SEEDS = { single: 1_000_000, sound: 2_000_000, double: 3_000_000, odd: 4_000_000 } as const;
