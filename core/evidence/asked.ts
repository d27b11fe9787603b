import { systemHeard } from '#core/heard';
import { kindsWith } from '#core/machine';
import type { UnitKind } from '#core/base/vocabulary';
import { pointsOf, type ReadingGroup, type ReadingPoint, type ReadingSet } from './points.ts';

/* What is asked of a machine in the mode it runs in: readings follow machine and mode. */

interface AskedMachine {
  readonly kind: UnitKind;
  /** Circuits on record; none for boilers, heaters and fans. */
  readonly circuits: number;
  readonly phase: number | null;
}

interface AskedGroup {
  readonly title: string;
  readonly group: ReadingGroup;
  /** Asked for at once. */
  readonly first: readonly ReadingPoint[];
  /** Folded away until somebody wants them. */
  readonly beside: readonly ReadingPoint[];
  /** Answers said right under it, and those said on request or when they ask to act. */
  readonly says: readonly string[];
  readonly more: readonly string[];
}

const GAS_KINDS = kindsWith(['burner', 'gas valve']);
const WATER_KINDS = kindsWith(['pump or loop']);
const COOLS = kindsWith(['compressor']);

interface Draft extends Omit<AskedGroup, 'beside' | 'more'> {
  readonly more?: readonly string[];
}

const withRest = ({ more = [], ...group }: Draft): AskedGroup => ({
  ...group,
  more,
  beside: pointsOf(group.group).filter((point) => !group.first.includes(point)),
});

/** The groups of readings a machine is asked in a mode, those that matter most first. */
export function askedOf(mode: ReadingSet['mode'], { kind, circuits, phase }: AskedMachine): AskedGroup[] {
  const heating = mode === 'heating';
  const gas = heating && GAS_KINDS.includes(kind);
  const water = WATER_KINDS.includes(kind);
  const single = phase === 1;
  const air: Draft = {
    title: 'Air',
    group: 'air',
    first: heating ? ['return air', 'supply air'] : ['return air', 'supply air', 'return wet bulb'],
    says: ['mixed air', heating ? 'rise' : 'split'],
  };
  const refrigerant: Draft = {
    title: 'Refrigerant',
    group: 'refrigerant',
    first: circuits > 0 && !gas ? ['suction pressure', 'suction line', 'liquid pressure', 'liquid line'] : [],
    says: ['head pressure', 'superheat', 'subcooling', 'evaporating'],
    more: ['approach', 'condenser split', 'evaporator difference', 'pressure ratio', 'discharge line'],
  };
  const burner: Draft = {
    title: 'Gas',
    group: 'gas',
    first: gas
      ? [
          'room CO',
          'flue CO',
          'flue oxygen',
          'manifold gas',
          'inlet gas, standing',
          'inlet gas, firing',
          'flame signal',
        ]
      : [],
    says: [
      'CO in the room',
      'CO air-free',
      'CO air-free, at least',
      'manifold',
      'inlet, highest',
      'flame signal',
    ],
    more: ['input, of rated', 'inlet drop', 'inlet, running'],
  };
  const loop: Draft = {
    title: 'Water',
    group: 'water',
    first: water && mode !== 'off' ? ['water in', 'water out', 'water flow'] : [],
    says: ['coldest water', 'rise (it cools)', 'drop (it heats)'],
    more: ['water in', 'heat into the water', 'heat out of the water', 'flow for its size'],
  };
  const volts: Draft = {
    title: 'Volts',
    group: 'volts',
    first: single ? ['volts L1-L2'] : ['volts L1-L2', 'volts L2-L3', 'volts L3-L1'],
    says: ['lowest pair', 'voltage unbalance'],
    more: ['farthest from the plate'],
  };
  const amps: Draft = {
    title: 'Amps',
    group: 'amps',
    first: mode === 'off' ? [] : single ? ['amps L1'] : ['amps L1', 'amps L2', 'amps L3'],
    says: ['leg without current', 'current unbalance'],
    more: ['highest leg'],
  };
  const still: Draft = {
    title: 'Static pressure',
    group: 'static',
    first: [],
    says: ['filter drop', 'coil drop'],
    more: ['external static'],
  };
  const order = gas
    ? [burner, air, volts, amps, still, refrigerant, loop]
    : water
      ? [loop, refrigerant, air, volts, amps, still, burner]
      : [refrigerant, air, volts, amps, still, loop, burner];
  return order.map(withRest);
}

/** Colder than this outdoors a call is likelier about heating, °F [common practice]. */
const HEATING_WEATHER_F = 55;

/**
 * The mode a machine is likeliest measured in: what it can do, then what the complaint says, then the
 * weather; cooling where none of them speaks. It is a start, and changed with a tap.
 */
export function likelyMode(
  kind: UnitKind,
  complaint: string,
  outdoorF: number | undefined,
): 'cooling' | 'heating' {
  if (!COOLS.includes(kind)) return 'heating';
  const heard = systemHeard(complaint);
  if (heard === 'heating' || heard === 'cooling') return heard;
  return outdoorF !== undefined && outdoorF < HEATING_WEATHER_F ? 'heating' : 'cooling';
}
