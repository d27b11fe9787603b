import {
  nth,
  STAGES,
  type AroundFault,
  type Call,
  type Condition,
  type Effect,
  type MachineKind,
  type Stage,
} from './types.ts';

/*
 * What follows from what runs, and how soon: draft behind the inducer, air behind the blower, a flame behind
 * spark and gas, heat and pressure behind those. Seconds are starting values from memory.
 */

interface Rule {
  readonly of: Condition;
  /** Whether it is coming about; what is not is going away. */
  readonly comes: (now: Now) => boolean;
  readonly after: number | ((now: Now) => number);
  /** How long it takes to go. */
  readonly goes: number;
}

export interface Now {
  readonly kind: MachineKind;
  readonly calls: readonly Call[];
  readonly running: ReadonlySet<Effect>;
  readonly conditions: ReadonlySet<Condition>;
  readonly around: ReadonlySet<AroundFault>;
  /** Windings draw and nothing turns. */
  readonly stalled: ReadonlySet<Effect>;
}

const lights = ({ running }: Now): boolean => running.has('spark') || running.has('igniter');
const pilotLit = (now: Now): boolean =>
  now.running.has('pilot valve') &&
  !now.around.has('no gas') &&
  !now.around.has('pilot plugged') &&
  (lights(now) || now.conditions.has('pilot flame'));
const lit = (now: Now): boolean =>
  now.running.has('gas valve') &&
  !now.around.has('no gas') &&
  (now.kind.pilot ? now.conditions.has('pilot flame') : lights(now) || now.conditions.has('flame'));
const seen = (now: Now): boolean =>
  (now.kind.pilot ? pilotLit(now) : lit(now) && !now.around.has('crossover plugged')) &&
  !now.around.has('sensor fouled');

const heaters = STAGES.map((stage) => nth('heater', stage));
const heats = ({ running, conditions }: Now): boolean =>
  conditions.has('flame') || heaters.some((heater) => running.has(heater));

/** Nothing carries the heat away: air, or the water of a boiler. */
const stays = ({ kind, conditions, around }: Now): boolean =>
  kind.boiler
    ? !conditions.has('water flow') || around.has('low loop flow')
    : !conditions.has('air') || around.has('low air');
/** The outdoor coil of a heat pump that heats. */
const frosts = ({ kind, running }: Now): boolean =>
  kind.pump && !kind.water && running.has('compressor') && !running.has('reversing valve');

/** What a stage of cooling does once its compressor runs. */
function ofStage(stage: Stage): readonly Rule[] {
  const [compressor, fan] = [nth('compressor', stage), nth('condenser fan', stage)];
  const [dirty, low, worn] = [
    nth('condenser dirty', stage),
    nth('charge low', stage),
    nth('compressor worn', stage),
  ];
  const pumps = ({ running, around }: Now): boolean =>
    running.has(compressor) && !around.has('legs swapped') && !around.has(worn);
  /** Air over the indoor coil is held back. */
  const held = ({ conditions, around }: Now): boolean => !conditions.has('air') || around.has('low air');
  const cools = ({ kind, running }: Now): boolean => !kind.pump || running.has('reversing valve');
  const flows = ({ conditions, around }: Now): boolean =>
    conditions.has('water flow') && !around.has('low loop flow');
  /** Heat of the condenser has nowhere to go; while it defrosts it melts the ice. */
  const shut = ({ kind, calls, running, around, conditions }: Now): boolean =>
    kind.water
      ? !conditions.has('water flow') || around.has('low loop flow') || around.has('water coil fouled')
      : !conditions.has('outdoor coil cold') &&
        !calls.includes('defrost test') &&
        (!running.has(fan) || around.has(dirty));
  return [
    { of: nth('pressures part', stage), comes: pumps, after: 10, goes: 30 },
    {
      of: nth('high pressure', stage),
      comes: (now) => pumps(now) && (cools(now) ? shut(now) : held(now)),
      after: 150,
      goes: 240,
    },
    {
      of: nth('low pressure', stage),
      comes: (now) =>
        pumps(now) && (now.around.has(low) || (!cools(now) && now.conditions.has('outdoor coil iced'))),
      after: 100,
      goes: 300,
    },
    {
      of: nth('coil freezing', stage),
      comes: (now) => pumps(now) && (cools(now) ? held(now) : now.kind.water && !flows(now)),
      // Heating, water that stands freezes within a minute or two.
      after: (now) => (cools(now) ? 900 : 60),
      goes: 1200,
    },
    {
      of: nth('compressor hot', stage),
      comes: ({ stalled }) => stalled.has(compressor),
      after: 8,
      goes: 1800,
    },
  ];
}

const RULES: readonly Rule[] = [
  {
    of: 'draft',
    comes: ({ running, around }) => running.has('inducer') && !around.has('flue blocked'),
    after: 4,
    goes: 3,
  },
  {
    of: 'air',
    comes: ({ running, around }) => running.has('blower') && !around.has('belt broken'),
    after: 8,
    goes: 5,
  },
  { of: 'pilot flame', comes: pilotLit, after: 2, goes: 0 },
  { of: 'flame', comes: lit, after: 1, goes: 0 },
  { of: 'flame at the sensor', comes: seen, after: 2, goes: 0 },
  { of: 'over limit', comes: (now) => heats(now) && stays(now), after: 110, goes: 150 },
  {
    of: 'rolled out',
    comes: ({ conditions, around }) => conditions.has('flame') && around.has('exchanger plugged'),
    after: 45,
    goes: 120,
  },
  {
    of: 'water flow',
    comes: ({ running, around }) =>
      (running.has('pump') || running.has('water valve')) && !around.has('no loop flow'),
    after: 5,
    goes: 5,
  },
  { of: 'water low', comes: ({ around }) => around.has('water low'), after: 0, goes: 0 },
  { of: 'gas pressure low', comes: ({ around }) => around.has('no gas'), after: 0, goes: 0 },
  {
    of: 'damper open',
    comes: ({ running, around }) => running.has('outdoor damper') && !around.has('damper jammed'),
    after: 75,
    goes: 60,
  },
  { of: 'cool outdoors', comes: ({ calls }) => calls.includes('free cooling'), after: 0, goes: 0 },
  // A make-up air unit that only ventilates does so because it is warm outdoors.
  {
    of: 'warm outdoors',
    comes: ({ kind, calls }) => kind.makeUp && calls.includes('fan'),
    ...{ after: 0, goes: 0 },
  },
  {
    of: 'discharge cold',
    comes: ({ kind, calls, conditions }) =>
      kind.makeUp && calls.includes('heat') && conditions.has('air') && !conditions.has('flame'),
    after: 300,
    goes: 300,
  },
  { of: 'outdoor coil cold', comes: frosts, after: 300, goes: 200 },
  // Nobody has defrosted it for an hour.
  { of: 'outdoor coil iced', comes: frosts, after: 3600, goes: 600 },
  // A pan that cannot drain is full before anybody comes.
  { of: 'pan full', comes: ({ around }) => around.has('drain plugged'), after: 0, goes: 0 },
  ...STAGES.flatMap(ofStage),
];

/** Conditions with how long each has been coming about or going away, seconds. */
export type Turning = ReadonlyMap<Condition, number>;

const comesAfter = ({ after }: Rule, now: Now): number => (typeof after === 'number' ? after : after(now));

/** How long until the next condition changes if all stays as it is; Infinity where none does. */
export function nextChange(now: Now, turning: Turning): number {
  let soonest = Infinity;
  for (const rule of RULES) {
    const { of, comes, goes } = rule;
    const is = now.conditions.has(of);
    if (comes(now) === is) continue;
    soonest = Math.min(soonest, Math.max(0, (is ? goes : comesAfter(rule, now)) - (turning.get(of) ?? 0)));
  }
  return soonest;
}

/** What is so before anybody calls for anything: a pan that is full, the weather. */
export const atFirst = (now: Now): ReadonlySet<Condition> => later(now, new Map(), 0).conditions;

/** The conditions after some seconds in which nothing else changed. */
export function later(
  now: Now,
  turning: Turning,
  seconds: number,
): { conditions: Set<Condition>; turning: Map<Condition, number> } {
  const conditions = new Set(now.conditions);
  const next = new Map<Condition, number>();
  for (const rule of RULES) {
    const { of, comes, goes } = rule;
    const is = now.conditions.has(of);
    if (comes(now) === is) continue;
    const gone = (turning.get(of) ?? 0) + seconds;
    if (gone >= (is ? goes : comesAfter(rule, now)) - 1e-9) {
      if (is) conditions.delete(of);
      else conditions.add(of);
    } else next.set(of, gone);
  }
  return { conditions, turning: next };
}
