import { capital } from '#core/base/sentences';
import { shortDay } from '../ui/words/format.ts';
import { SectionBody } from './SectionBody.tsx';
import { SectionPartDrawn } from './SectionPart.tsx';
import type { AirPath, Box, Flow, Section, SectionLine } from './sectionTypes.ts';
import { lineStands, stillOf, type AtPart } from './useSection.ts';

/** Bodies that lie under what flows through them. */
const UNDER = new Set(['coil', 'jacket', 'four-way', 'exchanger', 'sections']);

/**
 * The product's own cut-away of a machine: one duct of air, one loop of refrigerant for each circuit that
 * runs through its parts without a break, the flue apart. A part is chosen by click, tap or key; what is
 * chosen is told beside it. What stands still is grey.
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
  const days = [...new Set(at.flatMap(({ readings }) => readings.map((r) => r.at.slice(0, 10))))].sort();
  const one = days.length === 1 ? days[0] : undefined;
  const foot = [section.note, one && `measured ${shortDay(one)}`].filter(Boolean).join('; ');
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Cut through the unit" data-listed>
      <svg
        viewBox={`-58 0 ${section.width + 116} ${section.height + (foot ? 16 : 0)}`}
        className="w-full min-w-[880px]"
        role="group"
        aria-label="Parts of the unit"
      >
        {section.cabinets.map((c) => (
          <Cabinet key={c.y} box={c} word={c.word} />
        ))}
        {section.air ? <Duct air={section.air} width={section.width} /> : null}
        {section.boxes.map((b) => (
          <rect
            key={b.x}
            x={b.x}
            y={b.y}
            width={b.w}
            height={b.h}
            rx="2"
            fill="var(--sheet)"
            stroke="var(--ink)"
            strokeWidth="1.5"
          />
        ))}
        {at
          .filter(({ part }) => UNDER.has(part.glyph))
          .map(({ part }) => (
            <SectionBody key={part.id} glyph={part.glyph} body={part.body} still={still.has(part.id)} />
          ))}
        {section.lines.map((line, i) => (
          <Line key={i} line={line} still={lineStands(line, at, still)} />
        ))}
        {at.map((a) => (
          <SectionPartDrawn
            key={a.part.id}
            at={a}
            under={UNDER.has(a.part.glyph)}
            still={still.has(a.part.id)}
            dated={one === undefined}
            chosen={a.part.id === chosen}
            onChoose={() => onChoose(a.part.id)}
          />
        ))}
        {foot ? (
          <text
            x={section.width / 2}
            y={section.height + 10}
            fontSize="14"
            textAnchor="middle"
            fill="var(--soft)"
          >
            {capital(foot)}
          </text>
        ) : null}
      </svg>
    </div>
  );
}

function Cabinet({ box, word }: { box: Box; word: string }) {
  return (
    <g>
      <rect
        x={box.x}
        y={box.y}
        width={box.w}
        height={box.h}
        rx="4"
        fill="var(--zinc)"
        stroke="var(--ink)"
        strokeWidth="3"
      />
      {/* At the right, where no line runs between the cabinets. */}
      {word ? (
        <text
          x={box.x + box.w - 6}
          y={box.y - 6}
          fontSize="15"
          fontWeight="700"
          textAnchor="end"
          fill="var(--soft)"
        >
          {word}
        </text>
      ) : null}
    </g>
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

/** How wide each thing that flows is drawn; water and flue gas run in tubes that show their inside. */
const LINE_LOOK: Record<Flow, { width: number; inside?: number; dash?: string }> = {
  'hot gas': { width: 4 },
  condensing: { width: 3.5 },
  liquid: { width: 2.5 },
  metered: { width: 2.5 },
  evaporating: { width: 3.5 },
  suction: { width: 6 },
  water: { width: 9, inside: 5 },
  gas: { width: 3, dash: '10 3 2 3' },
  flue: { width: 13, inside: 9 },
};

/**
 * Where the arrow of a line lies: the middle of its longest stretch. Inside a coil the way is plain without
 * one.
 */
function arrowOf({ kind, points }: SectionLine): { x: number; y: number; turn: number } | undefined {
  if (kind === 'condensing' || kind === 'evaporating') return undefined;
  const stretches = points.slice(1).map(([x2, y2], i) => {
    const [x1, y1] = points[i] as readonly [number, number];
    return {
      x: (x1 + x2) / 2,
      y: (y1 + y2) / 2,
      long: Math.hypot(x2 - x1, y2 - y1),
      turn: Math.atan2(y2 - y1, x2 - x1),
    };
  });
  const longest = stretches.toSorted((a, b) => b.long - a.long)[0];
  return longest && { x: longest.x, y: longest.y, turn: (longest.turn * 180) / Math.PI };
}

function Line({ line, still }: { line: SectionLine; still: boolean }) {
  const look = LINE_LOOK[line.kind];
  const stroke = still ? 'var(--soft)' : 'var(--ink)';
  const arrow = arrowOf(line);
  const path = {
    points: line.points.map((p) => p.join(',')).join(' '),
    fill: 'none',
    strokeLinejoin: 'round' as const,
  };
  const dash = still ? '3 5' : line.field ? '12 5' : look.dash;
  return (
    <g>
      {/* Clear ground beside it says that what it crosses is not joined to it. */}
      {line.kind === 'condensing' || line.kind === 'evaporating' ? null : (
        <polyline {...path} stroke="var(--zinc)" strokeWidth={look.width + 4} />
      )}
      <polyline
        {...path}
        stroke={stroke}
        strokeWidth={look.width}
        strokeDasharray={look.inside ? undefined : dash}
      />
      {look.inside ? <polyline {...path} stroke="var(--sheet)" strokeWidth={look.inside} /> : null}
      {arrow ? (
        <path
          d="M-6 -6L6 0L-6 6z"
          transform={`translate(${arrow.x} ${arrow.y}) rotate(${arrow.turn})`}
          fill={stroke}
        />
      ) : null}
      {line.word ? (
        <text
          x={line.word.at[0]}
          y={line.word.at[1]}
          fontSize="14"
          textAnchor={line.word.anchor}
          fill={stroke}
          className="halo"
        >
          {line.word.text}
        </text>
      ) : null}
    </g>
  );
}
