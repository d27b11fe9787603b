import { buildMachine, type MachineSpec } from '#core/simulation';
import { CAUSES, causesOf, type CauseId } from './causes.ts';
import { vectorOf, type Conditions } from './shown.ts';
import { shownBy, stateOf, waysOf, type Way } from './solved.ts';
import { onSurface, scaled, slopesAt, termsAt, type Surface } from './surfaces.ts';

/** What a machine would show in what it stands in: sound, and with each cause at each of its levels. */
export interface Expected {
  readonly spec: MachineSpec;
  readonly at: Conditions;
  readonly sound: Float64Array;
  readonly wrong: ReadonlyMap<CauseId, readonly Float64Array[]>;
  /** What differs from machine to machine of one plate, each by one standard deviation. */
  readonly otherwise: readonly Float64Array[];
  /** How what is shown moves with each condition, per °F. */
  readonly slopes: readonly Float64Array[];
  /** Solved anew in these very conditions, or read off the surfaces. */
  readonly from: 'surfaces' | 'solved anew';
}

/** Off the surfaces of a build: a few thousand multiplications. */
export function expectedFrom(surfaces: readonly Surface[], spec: MachineSpec, at: Conditions): Expected {
  const water = spec.rejects === 'water';
  const terms = termsAt(scaled(at, water));
  const ways = waysOf(spec);
  if (ways.length !== surfaces.length) throw new RangeError('these surfaces are of another build');
  const by = new Map<string, Float64Array>(
    ways.map((way, i) => [wayKey(way), onSurface(surfaces[i] as Surface, terms)]),
  );
  return {
    ...gathered(spec, at, (way) => by.get(wayKey(way)) as Float64Array),
    slopes: slopesAt(surfaces[0] as Surface, at, water),
    from: 'surfaces',
  };
}

/** Solves anew what is asked for, the rest stays as the surfaces have it. */
export function solvedAnew(expected: Expected, causes: readonly CauseId[]): Expected {
  const { spec, at } = expected;
  const machine = buildMachine(spec);
  const solve = (way: Way): Float64Array | undefined => {
    const state = stateOf(machine, way, at);
    return state.opens?.safety === 'high-pressure switch' ? undefined : shownBy(machine, state);
  };
  const sound = solve({ as: 'sound' }) ?? expected.sound;
  // What is not solved keeps its distance from the sound one.
  const kept = (was: Float64Array) => was.map((value, i) => value + sound[i]! - expected.sound[i]!);
  return {
    ...expected,
    sound,
    wrong: new Map(
      [...expected.wrong].map(([cause, levels]) => [
        cause,
        levels.map((was, i) =>
          causes.includes(cause)
            ? (solve({ as: 'wrong', cause, level: CAUSES[cause].levels[i] as number }) ?? kept(was))
            : kept(was),
        ),
      ]),
    ),
    from: 'solved anew',
  };
}

const wayKey = (way: Way): string =>
  way.as === 'sound' ? way.as : way.as === 'wrong' ? `${way.cause} ${way.level}` : way.by;

function gathered(spec: MachineSpec, at: Conditions, shown: (way: Way) => Float64Array) {
  const sound = shown({ as: 'sound' });
  return {
    ...{ spec, at, sound },
    wrong: new Map(
      causesOf(spec).map((cause) => [
        cause,
        CAUSES[cause].levels.map((level) => shown({ as: 'wrong', cause, level })),
      ]),
    ),
    otherwise: [
      ...waysOf(spec).flatMap((way) =>
        way.as === 'built otherwise' ? [shown(way).map((value, i) => value - sound[i]!)] : [],
      ),
      ...(spec.device === 'expansion valve' ? [VALVE_SET] : []),
      LIQUID,
    ],
  };
}

/** Valves are set to hold one superheat or another, °F [common practice: 8 to 15]. */
const VALVE_SET = vectorOf({ 'suction line': 2, discharge: 2.5 });
/** How far the liquid is cooled differs by the coil; what is behind the drier is that same liquid. */
const LIQUID = vectorOf({ 'liquid line': 1.5, 'after drier': 1.5 });

/**
 * What an expectation is off by beside what is known to differ, °F and % of amps: the simulated machine is not the
 * machine [our choice, from how far published simulations and laboratories lie apart, from memory].
 */
export const EXPECTATION_OFF = vectorOf({
  evaporating: 1.2,
  'suction line': 1.5,
  condensing: 1.2,
  'liquid line': 1.2,
  'after drier': 1.5,
  discharge: 8,
  'condenser leaving': 1.2,
  supply: 1.2,
  'supply wet bulb': 1,
  amps: 6,
});
/**
 * What it is off by besides, otherwise on each day with weather, load, dirt and settings, so that readings of another
 * day do not take it away [our choice: somewhat more than what stays].
 */
export const VISIT_OFF = vectorOf({
  evaporating: 0.8,
  'suction line': 2,
  condensing: 0.8,
  'liquid line': 1,
  'after drier': 1,
  discharge: 9,
  'condenser leaving': 1.8,
  supply: 1.8,
  'supply wet bulb': 1.5,
  amps: 6,
});
/**
 * What moves together: vapour follows the evaporator it comes from, liquid the condenser, and the liquid is the same
 * before and behind the drier.
 */
export const VISIT_TOGETHER = [
  vectorOf({ evaporating: 2, 'suction line': 2 }),
  vectorOf({ condensing: 2, 'liquid line': 1.5, 'after drier': 1.5 }),
  vectorOf({ 'liquid line': 1.2, 'after drier': 1.2 }),
] as const;
/** What a cause does is known no better than this, as a share of what it moves. */
export const EFFECT_OFF = { each: 0.25, together: 0.15 } as const;
