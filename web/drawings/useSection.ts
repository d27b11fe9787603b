import { useMemo } from 'react';
import { sameSlot, slotFor } from '#core/machine';
import type { ConditionView, UnitPage } from '#contracts/units';
import { shortDay } from '../ui/words/format.ts';
import { sectionOf } from './section.ts';
import { partFor, partForCondition } from './sectionPlaces.ts';
import type { Section, SectionLine, SectionPart } from './sectionTypes.ts';

/** What is known at one part of the machine. */
export interface AtPart {
  readonly part: SectionPart;
  readonly conditions: readonly ConditionView[];
  readonly findings: UnitPage['lastSeen']['findings'];
  readonly readings: UnitPage['lastSeen']['readings'];
  /** What sits in its slot since when. */
  readonly installed: string | undefined;
}

type Drawn = Pick<UnitPage, 'kind' | 'circuits' | 'details' | 'lastSeen' | 'conditions' | 'slots'>;

/** The cut of a unit with everything that is known put where it belongs. */
export function useSection(unit: Drawn): {
  section: Section;
  at: AtPart[];
  elsewhere: UnitPage['lastSeen']['findings'];
} {
  return useMemo(() => {
    const section = sectionOf({ kind: unit.kind as never, circuits: unit.circuits, details: unit.details });
    const open = unit.conditions.filter((c) => c.closedAt === null);
    const places = new Map(open.map((c) => [c.id, partForCondition(section, c)]));
    const placed = unit.lastSeen.findings.map((f) => ({
      finding: f,
      part: partFor(section, f.part, f.circuit),
    }));
    const at = section.parts.map((part): AtPart => {
      const place = part.part ? slotFor(part.part, part.circuit) : undefined;
      const slot = place && unit.slots.find((s) => sameSlot(s, place))?.installed;
      return {
        part,
        conditions: open.filter((c) => places.get(c.id) === part),
        findings: placed.filter((p) => p.part === part).map((p) => p.finding),
        readings: unit.lastSeen.readings
          .filter(
            (r) =>
              part.readings.includes(r.point as never) &&
              (part.circuit === undefined || part.circuit === r.circuit),
          )
          // The part says which of its readings comes first where there is room for two.
          .toSorted(
            (a, b) => part.readings.indexOf(a.point as never) - part.readings.indexOf(b.point as never),
          ),
        installed: slot
          ? [slot.manufacturer, slot.model].filter(Boolean).join(' ') +
            (slot.from ? ` since ${shortDay(slot.from)}` : '')
          : undefined,
      };
    });
    return { section, at, elsewhere: placed.filter((p) => !p.part).map((p) => p.finding) };
  }, [unit]);
}

/** Parts that stand still: a machine out of use whole, an isolated circuit, heat that was disabled. */
export function stillOf(at: readonly AtPart[], status: string): ReadonlySet<string> {
  if (status !== 'in service' && status !== 'standby') return new Set(at.map(({ part }) => part.id));
  const open = at.flatMap(({ conditions }) => conditions);
  if (open.some((c) => c.kind === 'out of use')) return new Set(at.map(({ part }) => part.id));
  const isolated = open.filter((c) => c.kind === 'circuit isolated');
  const noHeat = open.some((c) => c.kind === 'heat disabled' || c.kind === 'heater disconnected');
  const circuits = new Set(at.flatMap(({ part }) => part.circuit ?? [])).size;
  const heat = ['burner', 'gas valve', 'inducer', 'heat exchanger', 'electric heat', 'hot-water coil'];
  return new Set(
    at
      .filter(
        ({ part }) =>
          (part.circuit !== undefined &&
            // Where nobody has said which of several, none is known to stand still.
            isolated.some((c) => (c.circuit === null ? circuits === 1 : c.circuit === part.circuit))) ||
          (noHeat && heat.includes(part.id)),
      )
      .map(({ part }) => part.id),
  );
}

/** Whether what flows in a line stands still with the parts it runs through. */
export const lineStands = (line: SectionLine, at: readonly AtPart[], still: ReadonlySet<string>): boolean =>
  at.some(
    ({ part }) =>
      still.has(part.id) &&
      (line.circuit === undefined ? part.id === 'burner' : part.circuit === line.circuit),
  );
