import { nth, STAGES, type AroundFault, type Condition, type Effect, type Stage } from './types.ts';

/*
 * What follows from what runs, and how soon: draft behind the inducer, air behind the blower, a flame behind
 * spark and gas, heat and pressure behind those. Seconds are starting values from memory.
 */

interface Rule {
  readonly of: Condition;
  /** Whether it is coming about; what is not is going away. */
  readonly comes: (now: Now) => boolean;
  readonly after: number;
  /** How long it takes to go. */
  readonly goes: number;
}

export interface Now {
  /** It has a reversing valve: out it heats, in it cools. */
  readonly pump: boolean;
  readonly running: ReadonlySet<Effect>;
  readonly conditions: ReadonlySet<Condition>;
  readonly around: ReadonlySet<AroundFault>;
  /** Windings draw and nothing turns. */
  readonly stalled: ReadonlySet<Effect>;
}

const lit = ({ running, conditions, around }: Now): boolean =>
  running.has('gas valve') &&
  !around.has('no gas') &&
  (running.has('spark') || running.has('igniter') || conditions.has('flame'));

const heaters = STAGES.map((stage) => nth('heater', stage));
const heats = ({ running, conditions }: Now): boolean =>
  conditions.has('flame') || heaters.some((heater) => running.has(heater));

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
  const cools = ({ pump, running }: Now): boolean => !pump || running.has('reversing valve');
  return [
    { of: nth('pressures part', stage), comes: pumps, after: 10, goes: 30 },
    {
      of: nth('high pressure', stage),
      comes: (now) => pumps(now) && (cools(now) ? !now.running.has(fan) || now.around.has(dirty) : held(now)),
      after: 150,
      goes: 240,
    },
    {
      of: nth('low pressure', stage),
      comes: (now) => pumps(now) && now.around.has(low),
      after: 100,
      goes: 300,
    },
    {
      of: nth('coil freezing', stage),
      comes: (now) => pumps(now) && cools(now) && held(now),
      after: 900,
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
  { of: 'flame', comes: lit, after: 1, goes: 0 },
  {
    of: 'flame at the sensor',
    comes: (now) => lit(now) && !now.around.has('sensor fouled') && !now.around.has('crossover plugged'),
    after: 2,
    goes: 0,
  },
  {
    of: 'over limit',
    comes: (now) => heats(now) && (!now.conditions.has('air') || now.around.has('low air')),
    after: 110,
    goes: 150,
  },
  {
    of: 'rolled out',
    comes: ({ conditions, around }) => conditions.has('flame') && around.has('exchanger plugged'),
    after: 45,
    goes: 120,
  },
  // A pan that cannot drain is full before anybody comes.
  { of: 'pan full', comes: ({ around }) => around.has('drain plugged'), after: 0, goes: 0 },
  ...STAGES.flatMap(ofStage),
];

/** Conditions with how long each has been coming about or going away, seconds. */
export type Turning = ReadonlyMap<Condition, number>;

/** How long until the next condition changes if all stays as it is; Infinity where none does. */
export function nextChange(now: Now, turning: Turning): number {
  let soonest = Infinity;
  for (const { of, comes, after, goes } of RULES) {
    const is = now.conditions.has(of);
    if (comes(now) === is) continue;
    soonest = Math.min(soonest, Math.max(0, (is ? goes : after) - (turning.get(of) ?? 0)));
  }
  return soonest;
}

/** The conditions after some seconds in which nothing else changed. */
export function later(
  now: Now,
  turning: Turning,
  seconds: number,
): { conditions: Set<Condition>; turning: Map<Condition, number> } {
  const conditions = new Set(now.conditions);
  const next = new Map<Condition, number>();
  for (const { of, comes, after, goes } of RULES) {
    const is = now.conditions.has(of);
    if (comes(now) === is) continue;
    const gone = (turning.get(of) ?? 0) + seconds;
    if (gone >= (is ? goes : after) - 1e-9) {
      if (is) conditions.delete(of);
      else conditions.add(of);
    } else next.set(of, gone);
  }
  return { conditions, turning: next };
}
