import { oneOf, wholeBetween, type Random } from '#core/base/random';
import { addDays, daysBetween } from '#core/base/time';
import type { DemoUnit } from './fleet.ts';
import { flameSignal, measured } from './instrument.ts';
import { workday, YEARS } from './maintenance.ts';
import { repair, type RepairOptions, type Trouble } from './repair.ts';
import type { Line, Writer } from './writer.ts';

/**
 * What goes wrong now and then, how often against the rest, on which machines, and what is measured about it.
 */
interface Ordinary {
  readonly trouble: Trouble;
  readonly weight: number;
  readonly fits?: (unit: DemoUnit) => boolean;
  /** What has to be fetched, where it is seldom on the truck. */
  readonly missing?: string;
  readonly more?: (
    unit: DemoUnit,
    random: Random,
  ) => Pick<RepairOptions, 'extra' | 'faults' | 'slot' | 'leakProven'>;
}

const cooled = (unit: DemoUnit): boolean => unit.refrigerant !== undefined;
const outdoorCoil = (unit: DemoUnit): boolean => cooled(unit) && unit.kind !== 'water-source heat pump';
const gasFired = (unit: DemoUnit): boolean =>
  ['package gas/electric', 'make-up air', 'unit heater'].includes(unit.kind);
const belted = (unit: DemoUnit): boolean =>
  ['make-up air', 'exhaust fan', 'package gas/electric', 'package cooling only'].includes(unit.kind);
const boiler = (unit: DemoUnit): boolean => unit.kind === 'boiler';
const water = (unit: DemoUnit): boolean => unit.kind === 'water-source heat pump';
const micro = (value: number) => ({ value, unit: 'µF' });

const weakCapacitor = (_unit: DemoUnit, random: Random) => {
  const marking = oneOf(random, [5, 7.5, 10, 35, 45]);
  return {
    extra: [
      measured('capacitor', {
        marking: micro(marking),
        measured: micro(Math.round(marking * (0.5 + 0.35 * random()) * 10) / 10),
      }),
    ],
  };
};

const leakingCore = (unit: DemoUnit, random: Random) => ({
  leakProven: true,
  faults: { 'low charge': 0.22 },
  extra: [
    {
      kind: 'refrigerant',
      body: { refrigerant: unit.refrigerant, addedLb: wholeBetween(random, 2, 8) / 2, circuit: 1 },
    },
  ],
});

/** A circuit that was opened: what was recovered and the charge weighed back in. */
const openedCircuit = (unit: DemoUnit, random: Random): Line => {
  const tons = Number(unit.record.tons);
  const full = Math.round((tons / (tons >= 7.5 ? 2 : 1)) * 20) / 10;
  const recoveredLb = Math.round(full * (0.8 + 0.15 * random()) * 10) / 10;
  return {
    kind: 'refrigerant',
    body: { refrigerant: unit.refrigerant, circuit: 1, recoveredLb, addedLb: full, afterOpening: true },
  };
};

const groundedWindings = (): Line =>
  measured('windings', {
    r12: { value: 1.1, unit: 'Ω' },
    r23: { value: 1.1, unit: 'Ω' },
    r31: { value: 0.9, unit: 'Ω' },
    megohms: { value: 0.2, unit: 'MΩ' },
  });

const TROUBLES: readonly Ordinary[] = [
  {
    trouble: ['No cooling', 'cooling', 'run cap', 'weak', 'Changed the capacitor'],
    weight: 3,
    fits: outdoorCoil,
    more: weakCapacitor,
  },
  {
    trouble: ['Warm since this morning', 'cooling', 'contactor', 'burnt', 'New contactor, coil 24 V'],
    weight: 3,
    fits: cooled,
  },
  {
    trouble: ['Not cooling well', 'cooling', 'condenser coil', 'dirty', 'Washed the coil from inside out'],
    weight: 2,
    fits: outdoorCoil,
    more: () => ({ faults: { 'condenser fouled': 0.5 } }),
  },
  {
    trouble: ['Blows but warm', 'cooling', 'condenser fan motor', 'seized', 'New motor and capacitor'],
    weight: 2,
    fits: outdoorCoil,
    missing: 'condenser fan motor, frame and rpm off the old one',
    more: () => ({
      faults: { 'condenser fan dead': 0.6 },
      slot: { part: 'condenser fan motor', circuit: null },
    }),
  },
  {
    trouble: ['Ice on the line', 'cooling', 'air filters', 'dirty', 'Thawed on fan, filters in, runs'],
    weight: 2,
    fits: cooled,
    more: () => ({ faults: { 'low indoor air': 0.55 } }),
  },
  {
    trouble: [
      'Cools a little',
      'cooling',
      'txv',
      'stuck',
      'New expansion valve and drier, vacuum held, charge weighed in',
    ],
    weight: 1,
    fits: (u) => cooled(u) && u.device === 'expansion valve',
    missing: 'expansion valve and drier',
    more: (unit, random) => ({ faults: { 'valve stuck shut': 0.5 }, extra: [openedCircuit(unit, random)] }),
  },
  {
    trouble: [
      'Not cold enough',
      'cooling',
      'schrader',
      'leak',
      'New core and cap, bubbles clean, charge weighed in',
    ],
    weight: 0.8,
    fits: outdoorCoil,
    more: leakingCore,
  },
  {
    trouble: ['Warm on stage two', 'cooling', 'compressor', 'burnt', 'New compressor, drier, vacuum held'],
    weight: 0.5,
    fits: cooled,
    missing: 'compressor and two people',
    more: (unit, random) => ({
      extra: [groundedWindings(), openedCircuit(unit, random)],
      slot: { part: 'compressor', circuit: 1 },
    }),
  },
  {
    trouble: ['No heat', 'heating', 'flame rod', 'dirty', 'Cleaned and proved the flame signal'],
    weight: 3,
    fits: gasFired,
    more: (_u, random) => ({ extra: [flameSignal({ 'weak flame': 1 }, random), flameSignal({}, random)] }),
  },
  {
    trouble: ['No heat, smell of nothing', 'heating', 'ignitor', 'cracked', 'New igniter'],
    weight: 0.6,
    fits: gasFired,
  },
  {
    trouble: ['Heat trips off', 'heating', 'inducer', 'worn', 'New inducer, proof closes'],
    weight: 2,
    fits: gasFired,
    missing: 'inducer with gasket',
  },
  {
    trouble: ['No heat after the weekend', 'heating', 'gas valve', 'stuck', 'New valve, manifold set'],
    weight: 1,
    fits: gasFired,
    missing: 'gas valve',
  },
  {
    trouble: [
      'Boiler locked out',
      'heating',
      'burner',
      'dirty',
      'Burner out and brushed, three clean starts',
    ],
    weight: 3,
    fits: boiler,
  },
  {
    trouble: ['Radiators lukewarm', 'water side', 'pump', 'seized', 'New pump, air bled'],
    weight: 2,
    fits: boiler,
    missing: 'circulator pump',
  },
  {
    trouble: [
      'Water under the cabinet',
      'drainage',
      'drain pan',
      'plugged',
      'Pan and line cleared, float tried',
    ],
    weight: 4,
    fits: water,
  },
  {
    trouble: [
      'Trips on high pressure',
      'water side',
      'flow switch',
      'stuck',
      'Strainer cleaned, flow switch freed',
    ],
    weight: 2,
    fits: water,
  },
  {
    trouble: ['Squeals on start', 'ventilation', 'belt', 'worn', 'New belt, pulleys in line'],
    weight: 3,
    fits: belted,
  },
  {
    trouble: ['Roars', 'ventilation', 'pillow block', 'worn', 'New bearings, shaft dressed'],
    weight: 1,
    fits: belted,
    missing: 'bearings, shaft size off the old ones',
  },
  {
    trouble: ['Water from the ceiling', 'drainage', 'drain', 'plugged', 'Cleared trap and line'],
    weight: 3,
    fits: outdoorCoil,
  },
  {
    trouble: ['Thermostat blank', 'controls', 'tstat', 'other', 'New thermostat, tested both ways'],
    weight: 1,
    fits: (u) => u.kind !== 'exhaust fan',
  },
  {
    trouble: ['Stuffy', 'ventilation', 'damper actuator', 'stuck', 'Freed and cycled the damper'],
    weight: 1.5,
    fits: (u) => u.kind === 'package gas/electric',
  },
  {
    trouble: ['Fan stops and starts', 'ventilation', 'paddle', 'stuck', 'Freed the sail, fan proves'],
    weight: 1,
    fits: (u) => u.kind === 'make-up air',
  },
  {
    trouble: ['Rattles at start', 'ventilation', 'sheave', 'loose', 'Set screw tightened, sheave in line'],
    weight: 1,
    fits: belted,
  },
  { trouble: ['Trips its breaker', 'electrical', 'wires', 'chafed', 'Rerouted and sleeved'], weight: 1 },
  {
    trouble: ['Dead', 'electrical', 'xfmr', 'burnt', 'New transformer, fuse in front of it'],
    weight: 0.6,
    fits: (u) => u.kind !== 'exhaust fan',
  },
];

const SEASON: Readonly<Record<string, readonly [from: number, to: number]>> = {
  cooling: [4, 10],
  heating: [10, 4],
};

/**
 * Ordinary failures of one unit over the years, cooling troubles in summer and heating ones in winter; old
 * machines fail more often than young ones. The same part seldom goes twice.
 */
export function ordinaryTroubles(writer: Writer, unit: DemoUnit): void {
  const { random, rows } = writer;
  const ratePerYear = 0.35 + 0.04 * (daysBetween(String(unit.record.installed_on), rows.today) / 365);
  const had: Ordinary[] = [];
  for (let ago = YEARS * 365 - wholeBetween(random, 0, 200); ago > 6; ago -= gapDays(random, ratePerYear)) {
    const day = workday(addDays(rows.today, -ago));
    const ordinary = pick(
      random,
      TROUBLES.filter(
        (t) =>
          (t.fits?.(unit) ?? true) && inSeason(t.trouble[1], day) && (!had.includes(t) || random() < 0.12),
      ),
    );
    if (!ordinary) continue;
    had.push(ordinary);
    const fetch =
      ordinary.missing !== undefined && random() < 0.75
        ? { missing: ordinary.missing, days: wholeBetween(random, 1, 9) }
        : undefined;
    const heatOff = fetch && ordinary.trouble[1] === 'heating' && unit.kind !== 'boiler';
    repair(writer, unit, day, ordinary.trouble, {
      cents: wholeBetween(random, 140, 900) * 100,
      ...ordinary.more?.(unit, random),
      ...(fetch ? { fetch: { ...fetch, ...(heatOff ? { left: HEAT_OFF } : {}) } } : {}),
    });
  }
}

const HEAT_OFF: Line = {
  kind: 'condition left',
  body: {
    condition: 'heat disabled',
    text: 'Heat off until the part is in',
    changedFrom: 'heat on call',
    changedTo: 'call wire lifted and taped',
    told: 'the desk, in writing',
  },
};

function inSeason(system: string, day: string): boolean {
  const season = SEASON[system];
  if (!season) return true;
  const month = Number(day.slice(5, 7));
  return season[0] < season[1]
    ? month >= season[0] && month <= season[1]
    : month >= season[0] || month <= season[1];
}

function pick(random: Random, from: readonly Ordinary[]): Ordinary | undefined {
  let left = random() * from.reduce((sum, t) => sum + t.weight, 0);
  return from.find((t) => (left -= t.weight) < 0);
}

const gapDays = (random: Random, ratePerYear: number): number =>
  Math.max(60, Math.round((-Math.log(1 - random()) / ratePerYear) * 365));
