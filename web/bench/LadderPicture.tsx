import type { KeyboardEvent, ReactNode } from 'react';
import type { Ladder, Rung } from '#core/circuitry/ladder';
import { terminalWords } from '#core/diagnosis';
import type { Row } from './ladderRows.ts';

/** A step of the drawing from one terminal to the next, and from one line to the next. */
const [STEP, LINE, LEFT] = [122, 78, 48] as const;

/** Where the two leads of the meter are. */
export interface Leads {
  readonly red: string | undefined;
  readonly black: string | undefined;
}

/**
 * The ladder of a machine as it stands, line under line: tap a terminal to put a lead on it. Switches and contacts
 * are drawn as they are at this moment.
 */
export function LadderPicture({
  ladder,
  rows,
  closed,
  pulled,
  leads,
  onLead,
}: {
  ladder: Ladder;
  rows: readonly Row[];
  /** Whether what opens and closes is closed now. */
  closed: (rung: Rung) => boolean;
  pulled: ReadonlySet<string>;
  leads: Leads;
  onLead: (terminal: string) => void;
}) {
  const most = Math.max(...rows.map(({ elements }) => elements.length));
  const places = placed(rows, most);
  const lines = Math.max(...places.map(({ line }) => line)) + 1;
  const [width, height] = [LEFT * 2 + most * STEP, lines * LINE + 20];
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Ladder of the machine">
      <svg viewBox={`0 0 ${width} ${height}`} style={{ minWidth: width, maxWidth: width * 1.3 }} role="group">
        {rows.map((row, r) => {
          const { line = 0, from = 0 } = places[r] ?? {};
          const [y, left] = [line * LINE + 34, LEFT + from * STEP];
          return (
            <g key={r} stroke={row.line ? 'var(--ember)' : 'var(--ink)'}>
              {row.elements.map((rung, k) => (
                <ElementDrawn
                  key={rung.id}
                  rung={rung}
                  x={left + k * STEP}
                  y={y}
                  closed={closed(rung)}
                  pulled={pulled.has(rung.id)}
                />
              ))}
              {row.nodes.map((node, k) => (
                <Terminal
                  key={k}
                  x={left + k * STEP}
                  y={y}
                  name={node}
                  words={terminalWords(ladder, node)}
                  lead={leads.red === node ? 'red' : leads.black === node ? 'black' : undefined}
                  onLead={() => onLead(node)}
                />
              ))}
            </g>
          );
        })}
      </svg>
    </div>
  );
}

/** Short lines stand beside one another where there is room; what hurts and what does not never on one line. */
function placed(rows: readonly Row[], most: number): { line: number; from: number }[] {
  let [line, from] = [0, 0];
  return rows.map((row, r) => {
    const before = rows[r - 1];
    if (before && (before.line !== row.line || from + row.elements.length > most))
      [line, from] = [line + 1, 0];
    const at = { line, from };
    from += row.elements.length + 1;
    return at;
  });
}

function Terminal({
  x,
  y,
  name,
  words,
  lead,
  onLead,
}: {
  x: number;
  y: number;
  name: string;
  words: string;
  lead: 'red' | 'black' | undefined;
  onLead: () => void;
}) {
  const key = (event: KeyboardEvent) => {
    if (event.key !== 'Enter' && event.key !== ' ') return;
    event.preventDefault();
    onLead();
  };
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={`Terminal ${words}${lead ? `, ${lead} lead on it` : ''}`}
      className="cursor-pointer focus-visible:outline-3 focus-visible:outline-copper"
      onClick={onLead}
      onKeyDown={key}
    >
      <rect x={x - 26} y={y - 26} width="52" height="52" fill="transparent" stroke="none" />
      <circle
        cx={x}
        cy={y}
        r={lead ? 9 : 5}
        fill={lead === 'red' ? 'var(--ember)' : lead === 'black' ? 'var(--ink)' : 'var(--sheet)'}
        strokeWidth="2"
      />
      <text x={x} y={y - 12} fontSize="12" textAnchor="middle" fill="var(--ink)" stroke="none">
        {name}
      </text>
    </g>
  );
}

function ElementDrawn({
  rung,
  x,
  y,
  closed,
  pulled,
}: {
  rung: Rung;
  x: number;
  y: number;
  closed: boolean;
  pulled: boolean;
}) {
  return (
    <g fill="none" strokeWidth="2">
      <path d={`M${x} ${y}h${STEP / 2 - 18}M${x + STEP / 2 + 18} ${y}h${STEP / 2 - 18}`} />
      <g transform={`translate(${x + STEP / 2} ${y})`}>{symbol(rung, closed, pulled)}</g>
      <text x={x + STEP / 2} y={y + 26} fontSize="12" textAnchor="middle" fill="var(--soft)" stroke="none">
        {rung.id.length > 22 ? `${rung.id.slice(0, 21)}…` : rung.id}
      </text>
    </g>
  );
}

/** What opens is drawn open or closed as it is; what is pulled in is filled. */
function symbol(rung: Rung, closed: boolean, pulled: boolean): ReactNode {
  switch (rung.kind) {
    case 'wire':
      return <path d="M-18 0h36" />;
    case 'fuse':
      return (
        <path
          d={closed ? 'M-18 0h4M14 0h4M-14 -6h28v12h-28zM-14 0h28' : 'M-18 0h4M14 0h4M-14 -6h28v12h-28z'}
        />
      );
    case 'contact':
      return (
        <path
          d={closed ? 'M-18 0h10M8 0h10M-8 -9v18M8 -9v18M-10 9L10 -9' : 'M-18 0h10M8 0h10M-8 -9v18M8 -9v18'}
        />
      );
    case 'timer':
      return (
        <>
          <circle r="13" />
          <path d={`M-18 0h5M13 0h5M0 -8v8${closed ? 'l6 4' : 'l-6 4'}`} />
        </>
      );
    case 'coil':
    case 'heater':
      return rung.kind === 'coil' ? (
        <>
          <circle r="13" fill={pulled ? 'var(--copper)' : 'var(--sheet)'} />
          <path d="M-18 0h5M13 0h5" />
        </>
      ) : (
        <path d="M-18 0h3l4 -8l7 16l7 -16l7 16l4 -8h3" />
      );
    case 'motor':
      return (
        <>
          <rect x="-16" y="-13" width="32" height="26" rx="13" />
          <path d="M-7 5v-10l7 8l7 -8v10" />
        </>
      );
    case 'transformer':
      return <path d="M-18 -2h6a6 6 0 0 0 12 0a6 6 0 0 0 12 0h6M-14 9h28" />;
    default:
      return <path d={closed ? 'M-18 0h8M10 0h8M-10 0L11 -2' : 'M-18 0h8M10 0h8M-10 0L9 -12'} />;
  }
}
