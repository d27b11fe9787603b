import { useMemo } from 'react';
import { sameSlot, slotFor } from '#core/machine';
import type { ConditionView, UnitPage } from '#contracts/units';
import { number, shortDay } from '../ui/format.ts';
import { sectionOf, type Glyph, type Section, type SectionLine, type SectionPart } from './section.ts';
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

/**
 * The product's own cut-away of a machine. A part is chosen by click, tap or key; what is chosen is told
 * below it.
 */
export function UnitSection({
  section,
  at,
  chosen,
  onChoose,
}: {
  section: Section;
  at: readonly AtPart[];
  chosen: string | undefined;
  onChoose: (id: string) => void;
}) {
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Cut through the unit">
      <svg
        viewBox={`-48 0 ${section.width + 96} ${section.height}`}
        className="w-full min-w-[860px]"
        role="group"
        aria-label="Parts of the unit"
      >
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
              <text x={c.x + 6} y={c.y - 6} fontSize="14" fontWeight="700" fill="var(--soft)">
                {c.word}
              </text>
            ) : null}
          </g>
        ))}
        {section.lines.map((line, i) => (
          <Line key={i} line={line} />
        ))}
        {at.map((a) => (
          <Part key={a.part.id} at={a} chosen={a.part.id === chosen} onChoose={() => onChoose(a.part.id)} />
        ))}
      </svg>
    </div>
  );
}

const LINE_LOOK: Record<SectionLine['kind'], { stroke: string; width: number; dash?: string }> = {
  air: { stroke: 'var(--soft)', width: 5 },
  refrigerant: { stroke: 'var(--verdigris)', width: 3 },
  field: { stroke: 'var(--verdigris)', width: 3, dash: '9 4' },
  water: { stroke: 'var(--verdigris)', width: 5 },
  gas: { stroke: 'var(--copper)', width: 4 },
};

function Line({ line }: { line: SectionLine }) {
  const look = LINE_LOOK[line.kind];
  const [first] = line.points;
  return (
    <g>
      <polyline
        points={line.points.map((p) => p.join(',')).join(' ')}
        fill="none"
        stroke={look.stroke}
        strokeWidth={look.width}
        strokeDasharray={look.dash}
      />
      {line.word && first ? (
        <text
          x={first[0] < 500 ? 2 : 998}
          y={first[1] - 8}
          fontSize="13"
          fill="var(--soft)"
          textAnchor={first[0] < 500 ? 'end' : 'start'}
          className="section-word"
        >
          {line.word}
        </text>
      ) : null}
    </g>
  );
}

function Part({
  at: { part, conditions, findings, readings },
  chosen,
  onChoose,
}: {
  at: AtPart;
  chosen: boolean;
  onChoose: () => void;
}) {
  const hazard = conditions.some((c) => c.hazard);
  const left = conditions.length > 0;
  const { x, y, w, h } = part;
  const small = h < 60;
  const lines = wrap(part.word, Math.max(6, Math.floor(w / 8)));
  const said = [
    part.word,
    ...conditions.map((c) => `left open: ${c.kind}`),
    ...findings.map((f) => `found: ${f.component} ${f.failure}`),
    ...readings.map((r) => `${r.point} ${r.value} ${r.unit}`),
  ].join(', ');
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
        fill="var(--sheet)"
        stroke={hazard ? 'var(--ember)' : chosen || left ? 'var(--copper)' : 'var(--soft)'}
        strokeWidth={hazard || chosen ? 4 : left ? 3 : 1.2}
      />
      {(left || findings.length > 0) && readings.length > 0 ? null : (
        <Shape
          glyph={part.glyph}
          x={x}
          y={y + 13 * Math.min(2, readings.length)}
          w={w}
          h={h - 34 - 13 * Math.min(2, readings.length)}
          small={small}
        />
      )}
      {lines.slice(0, small ? 2 : 3).map((text, i, all) => (
        <text
          key={i}
          x={small ? x + w / 2 : x + w / 2}
          y={(small ? y + h / 2 + 4 - (all.length - 1) * 7.5 : y + h - 6 - (all.length - 1) * 15) + i * 15}
          fontSize="14"
          fontWeight="600"
          textAnchor="middle"
          fill="var(--ink)"
        >
          {text}
        </text>
      ))}
      {(small ? [] : readings.slice(0, 2)).map((r, i) => (
        <text
          key={r.point}
          x={x + w / 2}
          y={y + (left || findings.length > 0 ? 36 : 17) + i * 16}
          fontSize="13"
          fontWeight="700"
          textAnchor="middle"
          fill="var(--verdigris)"
        >
          {number(r.value)} {r.unit}
        </text>
      ))}
      {left ? <Flag x={x + w - 4} y={y + 4} hazard={hazard} word={conditions[0]?.kind ?? ''} /> : null}
      {findings.length > 0 ? (
        <g aria-hidden="true">
          <path d={`M${x + 4} ${y + 4} h14 l-7 12 z`} fill="var(--copper)" />
          <text x={x + 22} y={y + 15} fontSize="13" fontWeight="700" fill="var(--copper)">
            {small ? '' : findings.length > 1 ? `${findings.length} found` : findings[0]?.failure}
          </text>
        </g>
      ) : null}
    </g>
  );
}

/**
 * A tied string with a knot for something left open, a notched corner for a hazard; the word always beside
 * it.
 */
function Flag({ x, y, hazard, word }: { x: number; y: number; hazard: boolean; word: string }) {
  const width = Math.max(40, word.length * 7 + 10);
  return hazard ? (
    <g aria-hidden="true">
      <path d={`M${x} ${y} h${-width} v18 h${width - 9} l9 -9 z`} fill="var(--ember)" />
      <text x={x - width + 5} y={y + 13} fontSize="13" fontWeight="700" fill="var(--paper)">
        {word}
      </text>
    </g>
  ) : (
    <g aria-hidden="true">
      <path
        d={`M${x - width} ${y + 16} q${width / 2} 8 ${width} 0`}
        fill="none"
        stroke="var(--copper)"
        strokeWidth="2.4"
      />
      <circle cx={x - 3} cy={y + 15} r="3.5" fill="var(--copper)" />
      <text x={x - width + 2} y={y + 12} fontSize="13" fontWeight="700" fill="var(--copper)">
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

function Shape({
  glyph,
  x,
  y,
  w,
  h,
  small,
}: {
  glyph: Glyph;
  x: number;
  y: number;
  w: number;
  h: number;
  small: boolean;
}) {
  if (small) return null;
  const [cx, cy] = [x + w / 2, y + h / 2 + 12];
  const r = Math.max(8, Math.min(w, h) * 0.24);
  const stroke = { stroke: 'var(--soft)', strokeWidth: 2, fill: 'none' } as const;
  switch (glyph) {
    case 'coil':
      return (
        <path
          d={`M${x + 10} ${cy - r} ${Array.from({ length: 5 }, (_, i) => `l${(w - 20) / 10} ${(i % 2 ? -1 : 1) * 0} v${r * 2 * (i % 2 ? -1 : 1)} h${(w - 20) / 10}`).join(' ')}`}
          {...stroke}
        />
      );
    case 'filter':
    case 'mesh':
      return (
        <g>
          {[0, 1, 2, 3].map((i) => (
            <line
              key={i}
              x1={cx - r + (i * 2 * r) / 3}
              x2={cx - r + (i * 2 * r) / 3}
              y1={cy - r}
              y2={cy + r}
              {...stroke}
              strokeDasharray={glyph === 'filter' ? '4 3' : undefined}
            />
          ))}
          {glyph === 'mesh'
            ? [0, 1, 2].map((i) => (
                <line key={i} x1={cx - r} x2={cx + r} y1={cy - r + i * r} y2={cy - r + i * r} {...stroke} />
              ))
            : null}
        </g>
      );
    case 'damper':
      return (
        <g>
          {[-1, 0, 1].map((i) => (
            <line
              key={i}
              x1={cx - r}
              x2={cx + r}
              y1={cy + i * r * 0.8 + 6}
              y2={cy + i * r * 0.8 - 6}
              {...stroke}
            />
          ))}
        </g>
      );
    case 'wheel':
      return (
        <g>
          <circle cx={cx} cy={cy} r={r} {...stroke} />
          {[0, 60, 120, 180, 240, 300].map((a) => (
            <path
              key={a}
              d={`M${cx} ${cy} q${r * 0.5} ${-r * 0.4} ${r * 0.9} 0`}
              transform={`rotate(${a} ${cx} ${cy})`}
              {...stroke}
            />
          ))}
        </g>
      );
    case 'motor':
      return (
        <g>
          <rect x={cx - r} y={cy - r * 0.7} width={r * 2} height={r * 1.4} rx="6" {...stroke} />
          <line x1={cx + r} x2={cx + r * 1.5} y1={cy} y2={cy} {...stroke} strokeWidth={4} />
        </g>
      );
    case 'belt':
      return (
        <g>
          <circle cx={cx} cy={cy - r * 0.9} r={r * 0.35} {...stroke} />
          <circle cx={cx} cy={cy + r * 0.7} r={r * 0.65} {...stroke} />
          <path
            d={`M${cx - r * 0.35} ${cy - r * 0.9} L${cx - r * 0.65} ${cy + r * 0.7} M${cx + r * 0.35} ${cy - r * 0.9} L${cx + r * 0.65} ${cy + r * 0.7}`}
            {...stroke}
          />
        </g>
      );
    case 'flame':
      return (
        <path
          d={`M${cx} ${cy + r} c${-r * 1.3} ${-r * 0.4} ${-r * 0.2} ${-r} 0 ${-r * 2} c${r * 0.3} ${r * 0.9} ${r * 1.3} ${r * 1.4} 0 ${r * 2} z`}
          {...stroke}
          stroke="var(--copper)"
        />
      );
    case 'element':
      return (
        <path
          d={`M${cx - r} ${cy} ${[1, -1, 1, -1, 1, -1].map((s) => `l${r / 3} ${s * r * 0.7}`).join(' ')}`}
          {...stroke}
          stroke="var(--copper)"
        />
      );
    case 'exchanger':
      return (
        <path
          d={`M${x + 12} ${cy - r} h${w - 24} a${r / 2} ${r / 2} 0 0 1 0 ${r} h${-(w - 24)} a${r / 2} ${r / 2} 0 0 0 0 ${r} h${w - 24}`}
          {...stroke}
        />
      );
    case 'can':
      return (
        <g>
          <path
            d={`M${cx - r * 0.8} ${cy - r * 0.7} v${r * 1.5} q${r * 0.8} ${r * 0.5} ${r * 1.6} 0 v${-r * 1.5} q${-r * 0.8} ${-r * 0.7} ${-r * 1.6} 0 z`}
            {...stroke}
          />
          <line x1={cx - r * 0.8} x2={cx + r * 0.8} y1={cy - r * 0.1} y2={cy - r * 0.1} {...stroke} />
        </g>
      );
    case 'prop':
      return (
        <g>
          {[0, 120, 240].map((a) => (
            <ellipse
              key={a}
              cx={cx}
              cy={cy - r * 0.6}
              rx={r * 0.32}
              ry={r * 0.6}
              transform={`rotate(${a} ${cx} ${cy})`}
              {...stroke}
            />
          ))}
          <circle cx={cx} cy={cy} r="3" fill="var(--soft)" />
        </g>
      );
    case 'valve':
      return (
        <path
          d={`M${cx - r} ${cy - r * 0.6} L${cx + r} ${cy + r * 0.6} V${cy - r * 0.6} L${cx - r} ${cy + r * 0.6} Z M${cx} ${cy} v${-r}`}
          {...stroke}
        />
      );
    case 'pump':
      return (
        <g>
          <circle cx={cx} cy={cy} r={r} {...stroke} />
          <path
            d={`M${cx - r * 0.5} ${cy - r * 0.8} L${cx + r} ${cy} L${cx - r * 0.5} ${cy + r * 0.8}`}
            {...stroke}
          />
        </g>
      );
    case 'drum':
      return <rect x={cx - r * 1.2} y={cy - r * 0.5} width={r * 2.4} height={r} rx={r * 0.5} {...stroke} />;
    case 'tray':
    case 'box':
    case 'cross':
      return null;
  }
}
