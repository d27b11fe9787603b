import { useMemo } from 'react';
import { sameSlot, slotFor } from '#core/machine';
import type { ConditionView, UnitPage } from '#contracts/units';
import { number, shortDay } from '../ui/format.ts';
import { sectionOf, type AirPath, type Section, type SectionLine, type SectionPart } from './section.ts';
import { SectionGlyph } from './SectionGlyph.tsx';
import { partFor, partForCondition } from './sectionPlaces.ts';

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
function stillOf(at: readonly AtPart[], status: string): ReadonlySet<string> {
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

/**
 * The product's own cut-away of a machine: one duct of air, one loop of refrigerant for each circuit, the flue apart. A part
 * is chosen by click, tap or key; what is chosen is told beside it. What stands still is grey.
 */
export function UnitSection({
  section,
  at,
  status = 'in service',
  chosen,
  onChoose,
}: {
  section: Section;
  at: readonly AtPart[];
  status?: string;
  chosen: string | undefined;
  onChoose: (id: string) => void;
}) {
  const still = stillOf(at, status);
  const stands = (line: SectionLine): boolean =>
    at.some(
      ({ part }) =>
        still.has(part.id) &&
        (line.circuit === undefined ? part.id === 'burner' : part.circuit === line.circuit),
    );
  const days = [...new Set(at.flatMap(({ readings }) => readings.map((r) => r.at.slice(0, 10))))].sort();
  const one = days.length === 1 ? days[0] : undefined;
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Cut through the unit" data-listed>
      <svg
        viewBox={`-52 0 ${section.width + 104} ${section.height + (one ? 14 : 0)}`}
        className="w-full min-w-[880px]"
        role="group"
        aria-label="Parts of the unit"
      >
        <defs>
          <marker
            id="flow"
            viewBox="0 0 8 8"
            refX="6"
            refY="4"
            markerWidth="3.2"
            markerHeight="3.2"
            orient="auto"
          >
            <path d="M0 0L8 4L0 8z" fill="context-stroke" />
          </marker>
        </defs>
        {section.cabinets.map((c) => (
          <g key={c.y}>
            <rect
              x={c.x}
              y={c.y}
              width={c.w}
              height={c.h}
              rx="4"
              fill="var(--zinc)"
              stroke="var(--ink)"
              strokeWidth="3"
            />
            {c.word ? (
              <text x={c.x + 6} y={c.y - 6} fontSize="15" fontWeight="700" fill="var(--soft)">
                {c.word}
              </text>
            ) : null}
          </g>
        ))}
        {section.air ? <Duct air={section.air} width={section.width} /> : null}
        {section.lines.map((line, i) => (
          <Line key={i} line={line} still={stands(line)} width={section.width} />
        ))}
        {at.map((a) => (
          <Part
            key={a.part.id}
            at={a}
            inAir={section.air !== undefined && a.part.y === section.air.top}
            still={still.has(a.part.id)}
            dated={one === undefined}
            chosen={a.part.id === chosen}
            onChoose={() => onChoose(a.part.id)}
          />
        ))}
        {one ? (
          <text
            x={section.width / 2}
            y={section.height + 8}
            fontSize="14"
            textAnchor="middle"
            fill="var(--soft)"
          >
            Measured {shortDay(one)}
          </text>
        ) : null}
      </svg>
    </div>
  );
}

/** One way for the air, from left to right: in, past everything it meets, and out. */
function Duct({ air: { top, bottom, into, outOf }, width }: { air: AirPath; width: number }) {
  const middle = (top + bottom) / 2;
  const arrow = (x: number) => `M${x} ${middle - 14}h18v-11l20 25l-20 25v-11h-18z`;
  return (
    <g>
      <rect x="-4" y={top} width={width + 8} height={bottom - top} fill="var(--paper)" />
      <path d={`M-4 ${top}H${width + 4}M-4 ${bottom}H${width + 4}`} stroke="var(--ink)" strokeWidth="2" />
      <path
        d={`${arrow(-46)}${arrow(width + 8)}`}
        fill="var(--sheet)"
        stroke="var(--ink)"
        strokeWidth="1.5"
      />
      <text x="-28" y={bottom - 8} fontSize="14" textAnchor="middle" fill="var(--ink)">
        {into}
      </text>
      <text x={width + 28} y={bottom - 8} fontSize="14" textAnchor="middle" fill="var(--ink)">
        {outOf}
      </text>
    </g>
  );
}

const LINE_LOOK: Record<SectionLine['kind'], { width: number; dash?: string }> = {
  'hot gas': { width: 4 },
  liquid: { width: 2.5 },
  suction: { width: 6 },
  water: { width: 5 },
  gas: { width: 3, dash: '10 3 2 3' },
  flue: { width: 5, dash: '2 4' },
};

function Line({ line, still, width }: { line: SectionLine; still: boolean; width: number }) {
  const look = LINE_LOOK[line.kind];
  const stroke = still ? 'var(--edge)' : 'var(--ink)';
  const [first, second] = line.points;
  const outside = line.points.find(([x, y]) => x > width || y < 8);
  const beside =
    outside ??
    // The suction line is named at the foot of its riser, where it stands free.
    (line.kind === 'suction' ? line.points[2] : undefined) ??
    (first && second ? [(first[0] + second[0]) / 2, first[1]] : undefined);
  return (
    <g>
      <polyline
        points={line.points.map((p) => p.join(',')).join(' ')}
        fill="none"
        stroke={stroke}
        strokeWidth={look.width}
        strokeLinejoin="round"
        strokeDasharray={still ? '3 5' : line.field ? '12 5' : look.dash}
        markerEnd="url(#flow)"
      />
      {line.word && beside ? (
        <text
          x={beside[0]}
          y={(beside[1] ?? 0) + (outside && beside[1]! < 8 ? 14 : -7)}
          dx={(outside && beside[1]! < 8) || line.kind === 'suction' ? 10 : 0}
          fontSize="14"
          textAnchor={outside || line.kind === 'suction' ? 'start' : 'middle'}
          fill={still ? 'var(--soft)' : 'var(--ink)'}
          className="halo"
        >
          {line.word}
        </text>
      ) : null}
    </g>
  );
}

function Part({
  at: { part, conditions, findings, readings },
  inAir,
  still,
  dated,
  chosen,
  onChoose,
}: {
  at: AtPart;
  inAir: boolean;
  still: boolean;
  dated: boolean;
  chosen: boolean;
  onChoose: () => void;
}) {
  const hazard = conditions.some((c) => c.hazard);
  const left = conditions.length > 0;
  const { x, y, w, h } = part;
  const small = h < 70;
  const lines = wrap(part.word, Math.max(6, Math.floor(w / 8.2)));
  const said = [
    part.word,
    ...(still ? ['stands still'] : []),
    ...conditions.map((c) => `left open: ${c.kind}`),
    ...findings.map((f) => `found: ${f.component} ${f.failure}`),
    ...readings.map((r) => `${r.point} ${r.value} ${r.unit}`),
  ].join(', ');
  const told = readings.slice(0, small ? 0 : 2);
  const ink = still ? 'var(--soft)' : 'var(--ink)';
  const word = hazard || left ? (conditions[0]?.kind ?? '') : '';
  const marks = (word ? 1 : 0) + (findings.length > 0 ? 1 : 0);
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={said}
      aria-pressed={chosen}
      onClick={onChoose}
      onKeyDown={(e) => {
        if (e.key !== 'Enter' && e.key !== ' ') return;
        e.preventDefault();
        onChoose();
      }}
      className="cursor-pointer"
    >
      <rect
        x={x}
        y={y}
        width={w}
        height={h}
        rx="3"
        fill={inAir && !chosen ? 'transparent' : 'var(--sheet)'}
        stroke={hazard || chosen || left ? 'var(--ink)' : inAir ? 'transparent' : 'var(--edge)'}
        strokeWidth={hazard ? 4 : chosen ? 3 : left ? 2 : 1}
        strokeDasharray={still ? '4 4' : undefined}
      />
      {marks + told.length > 2 && !inAir ? null : (
        <SectionGlyph
          glyph={part.glyph}
          ink={ink}
          x={x}
          y={y + 16 * Math.min(2, told.length + marks)}
          w={w}
          h={h - 20 - 16 * (Math.min(3, lines.length) + Math.min(2, told.length + marks))}
          small={small}
        />
      )}
      {lines.slice(0, h < 56 ? 2 : 3).map((text, i, all) => (
        <text
          key={i}
          x={x + w / 2}
          y={(small ? y + h / 2 + 5 - (all.length - 1) * 8 : y + h - 7 - (all.length - 1) * 16) + i * 16}
          fontSize="14.5"
          fontWeight="600"
          textAnchor="middle"
          fill={ink}
        >
          {text}
        </text>
      ))}
      {told.map((r, i) => (
        <text
          key={r.point}
          x={x + w / 2}
          y={y + 18 + (marks + i) * 18}
          fontSize="15"
          fontWeight="700"
          textAnchor="middle"
          fill={ink}
        >
          {number(r.value)} {r.unit}
          {dated && w > 150 ? (
            <tspan fontSize="14" fontWeight="400" fill="var(--soft)">
              {' '}
              {shortDay(r.at.slice(0, 10))}
            </tspan>
          ) : null}
        </text>
      ))}
      {word ? <Flag x={x} y={y} hazard={hazard} word={word} /> : null}
      {findings.length > 0 ? (
        <g aria-hidden="true" transform={`translate(${x + 4} ${y + 5 + (word ? 18 : 0)})`}>
          <path d="M0 0h13l-6.5 11z" fill="var(--ink)" />
          <text x="17" y="11" fontSize="14.5" fontWeight="700" fill="var(--ink)">
            {small ? '' : findings.length > 1 ? `${findings.length} found` : findings[0]?.failure}
          </text>
        </g>
      ) : null}
    </g>
  );
}

/** A string tied over the edge for something left open, a notched field for a hazard; the word always beside it. */
function Flag({ x, y, hazard, word }: { x: number; y: number; hazard: boolean; word: string }) {
  const width = word.length * 7.6 + 18;
  return hazard ? (
    <g aria-hidden="true">
      <path
        d={`M${x} ${y}h${width - 10}l10 10v10h${-width}z`}
        fill="var(--hazard)"
        stroke="var(--ink)"
        strokeWidth="1.5"
      />
      <text x={x + 5} y={y + 15} fontSize="14.5" fontWeight="700" fill="var(--on-hazard)">
        {word}
      </text>
    </g>
  ) : (
    <g aria-hidden="true" transform={`translate(${x + 10} ${y})`}>
      <path d="M4 12C-4 9 -3 1 2 2C7 3 5 7 0 6M2 2L9 -6" fill="none" stroke="var(--ink)" strokeWidth="2" />
      <text x="12" y="15" fontSize="14.5" fontWeight="700" fill="var(--ink)">
        {word}
      </text>
    </g>
  );
}

/** Words broken into lines of at most so many letters. */
function wrap(text: string, letters: number): string[] {
  const lines: string[] = [];
  for (const word of text.split(' ')) {
    const last = lines.at(-1);
    if (last !== undefined && last.length + 1 + word.length <= letters)
      lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  return lines;
}
