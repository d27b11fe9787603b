import type { PartId } from '#core/machine';
import type { ConditionKind } from '#core/base/vocabulary';
import type { Section, SectionPart } from './sectionTypes.ts';

/* Where what is known of a machine belongs on its cut. */

/** Parts at which a condition is shown, the likeliest first. */
const CONDITION_PLACE: Record<ConditionKind, readonly PartId[]> = {
  'heat disabled': ['burner', 'heat exchanger', 'heat strip'],
  'exchanger holed or cracked': ['heat exchanger', 'burner'],
  'flame rolls out': ['burner', 'heat exchanger'],
  'safety bypassed': ['limit switch'],
  'burnt wiring': ['main board'],
  'gas leak suspected': ['gas valve', 'burner'],
  'carbon monoxide found': ['heat exchanger', 'burner'],
  'reading to act on': ['main board'],
  'circuit isolated': ['compressor'],
  'part borrowed': ['main board'],
  'filters out': ['filter'],
  'heater disconnected': ['crankcase heater', 'compressor'],
  'override on': ['main board'],
  'overcharge left': ['condenser coil', 'compressor'],
  'jumper or test mode': ['main board'],
  'running on known leak': ['evaporator coil', 'compressor'],
  'out of use': ['disconnect or breaker'],
  other: ['main board'],
};

/** Parts that are drawn within another part. */
const WITHIN: Partial<Record<PartId, PartId>> = {
  igniter: 'burner',
  'spark lead': 'burner',
  'flame sensor': 'burner',
  'combustion-air proof': 'inducer',
  'rollout switch': 'limit switch',
  'high-pressure switch': 'limit switch',
  'low-pressure switch': 'limit switch',
  'freeze stat': 'limit switch',
  'low-water cutoff': 'limit switch',
  'ignition control': 'main board',
  'delay timer': 'main board',
  'phase monitor': 'main board',
  relay: 'main board',
  sequencer: 'main board',
  thermostat: 'main board',
  'zone panel': 'main board',
  wiring: 'main board',
  'control fuse': 'transformer',
  'refrigerant circuit': 'evaporator coil',
  'check valve': 'reversing valve',
  pulley: 'blower belt',
  'fan proof': 'blower bearing',
  'float switch': 'drain',
  'damper actuator': 'economizer',
  'zone damper': 'economizer',
  'flow switch': 'pump or loop',
};

/** The drawn part that stands for a part of the machine, or undefined when the drawing has none. */
export function partFor(
  section: Section,
  part: PartId | null | undefined,
  circuit?: number | null,
): SectionPart | undefined {
  if (!part) return undefined;
  const drawn = (name: PartId) => {
    const own = section.parts.filter((p) => p.part === name);
    return own.find((p) => p.circuit === circuit) ?? own[0];
  };
  const within = WITHIN[part];
  return drawn(part) ?? (within ? drawn(within) : undefined);
}

/**
 * The part a condition is shown at: its own, else the one its kind is about; where the drawing has none, the first part, so that nothing left open is
 * ever out of sight.
 */
export function partForCondition(
  section: Section,
  condition: { readonly kind: string; readonly circuit?: number | null; readonly part?: PartId | null },
): SectionPart {
  const places = CONDITION_PLACE[condition.kind as ConditionKind] ?? [];
  for (const place of [condition.part, ...places]) {
    const part = partFor(section, place, condition.circuit);
    if (part) return part;
  }
  return section.parts.find((p) => p.part === 'main board') ?? (section.parts[0] as SectionPart);
}
