import type { ComponentClass, ConditionKind } from '#core/vocabulary';
import type { Section, SectionPart } from './section.ts';

/* Where what is known of a machine belongs on its cut. */

/** Where a condition belongs on the machine when its text names no component. */
const CONDITION_PLACE: Record<ConditionKind, readonly ComponentClass[]> = {
  'heat disabled': ['burner', 'heat exchanger'],
  'exchanger holed or cracked': ['heat exchanger', 'burner'],
  'safety bypassed': ['limit switch'],
  'burnt wiring': ['control board'],
  'gas leak suspected': ['gas valve', 'burner'],
  'circuit isolated': ['compressor'],
  'part borrowed': ['control board'],
  'filters out': ['filter'],
  'heater disconnected': ['crankcase heater', 'compressor'],
  'override on': ['control board'],
  'overcharge left': ['condenser coil', 'compressor'],
  'jumper or test mode': ['control board'],
  'running on known leak': ['evaporator coil', 'compressor'],
  'out of use': ['disconnect or breaker'],
  other: ['control board'],
};

/** Component classes that are drawn within another part. */
const WITHIN: Partial<Record<ComponentClass, ComponentClass>> = {
  igniter: 'burner',
  'flame sensor': 'burner',
  'pressure switch': 'limit switch',
  'control fuse': 'transformer',
  thermostat: 'control board',
  wiring: 'control board',
  'refrigerant circuit': 'evaporator coil',
  'blower bearing': 'blower bearing',
};

/** The circuit a text speaks of: "circuit 2", "stage 2". */
const circuitIn = (text: string): number | undefined => {
  const found = /\b(?:circuit|stage|compressor|cct)\s*#?(\d)\b/i.exec(text)?.[1];
  return found ? Number(found) : undefined;
};

/** The part a word of a finding belongs to, or undefined when the drawing has no such part. */
export function partFor(
  section: Section,
  componentClass: ComponentClass | undefined,
  text = '',
): SectionPart | undefined {
  if (!componentClass) return undefined;
  const circuit = circuitIn(text);
  const of = (name: ComponentClass) => {
    const own = section.parts.filter((p) => p.componentClass === name);
    return own.find((p) => p.circuit === circuit) ?? own[0];
  };
  const within = WITHIN[componentClass];
  return of(componentClass) ?? (within ? of(within) : undefined);
}

/** The part a condition is shown at; where the drawing has none, the first part, so that nothing left open is ever out of sight. */
export function partForCondition(
  section: Section,
  condition: { readonly kind: string; readonly text: string },
): SectionPart {
  const places = CONDITION_PLACE[condition.kind as ConditionKind] ?? [];
  for (const place of places) {
    const part = partFor(section, place, condition.text);
    if (part) return part;
  }
  return section.parts.find((p) => p.componentClass === 'control board') ?? (section.parts[0] as SectionPart);
}
