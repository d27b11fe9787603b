import { number, shortDay } from '../ui/words/format.ts';
import { SectionBody } from './SectionBody.tsx';
import { LINE } from './sectionTypes.ts';
import type { AtPart } from './useSection.ts';

/** One letter of the drawing's words, about, in its own units. */
const LETTER = 7.6;

/**
 * A part of the cut: its body, its name, what was measured, left open and found there; a button to choose
 * it.
 */
export function SectionPartDrawn({
  at: { part, conditions, findings, readings },
  under,
  still,
  dated,
  chosen,
  onChoose,
}: {
  at: AtPart;
  /** Its body was drawn already, beneath what flows through it. */
  under: boolean;
  still: boolean;
  dated: boolean;
  chosen: boolean;
  onChoose: () => void;
}) {
  const hazard = conditions.some((c) => c.hazard);
  const left = conditions.length > 0;
  const { x, y, w, h, words } = part;
  const said = [
    part.word,
    ...(still ? ['stands still'] : []),
    ...conditions.map((c) => `left open: ${c.kind}`),
    ...findings.map((f) => `found: ${f.component} ${f.failure}`),
    ...readings.map((r) => `${r.point} ${r.value} ${r.unit}`),
  ].join(', ');
  const ink = still ? 'var(--soft)' : 'var(--ink)';
  const name = wrap(part.word, Math.max(8, Math.floor(words.wide / LETTER))).slice(0, 3);
  const from = words.grows === 'down' ? words.name : words.name - (name.length - 1) * LINE;
  const word = conditions[0]?.kind;
  // Below a name that grew by a line, what was measured moves down with it.
  const values = (words.values ?? 0) + (words.grows === 'down' ? (name.length - 1) * LINE : 0);
  const [markX, markY] = part.marks;
  const [flagX, flagY] = part.flag ?? [x, y];
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
        fill="transparent"
        stroke={hazard || chosen || left ? 'var(--ink)' : 'transparent'}
        strokeWidth={hazard ? 4 : chosen ? 3 : 2}
        strokeDasharray={still ? '4 4' : undefined}
      />
      {under ? null : <SectionBody glyph={part.glyph} body={part.body} still={still} />}
      {name.map((text, i) => (
        <text
          key={i}
          x={words.x}
          y={from + i * LINE}
          fontSize="14.5"
          fontWeight="600"
          textAnchor={words.anchor}
          fill={ink}
        >
          {text}
        </text>
      ))}
      {readings.slice(0, words.values === undefined ? 0 : 2).map((r, i) => {
        const text = `${number(r.value)} ${r.unit}`;
        const day = dated && words.wide > 150 ? ` ${shortDay(r.at.slice(0, 10))}` : '';
        const wide = (text.length + day.length) * LETTER + 8;
        return (
          <g key={r.point}>
            <rect
              x={words.anchor === 'middle' ? words.x - wide / 2 : words.x - 4}
              y={values + i * 19 - 14}
              width={wide}
              height="18"
              rx="2"
              fill="var(--sheet)"
            />
            <text
              x={words.x}
              y={values + i * 19}
              fontSize="15"
              fontWeight="700"
              textAnchor={words.anchor}
              fill={ink}
            >
              {text}
              {day ? (
                <tspan fontSize="14" fontWeight="400" fill="var(--soft)">
                  {day}
                </tspan>
              ) : null}
            </text>
          </g>
        );
      })}
      {word === undefined ? null : <Flag x={flagX} y={flagY} hazard={hazard} word={word} />}
      {findings.length > 0 ? (
        <g aria-hidden="true" transform={`translate(${markX} ${markY + (word === undefined ? 0 : 20)})`}>
          <Ground wide={findings.length > 1 ? 64 : 20 + (findings[0]?.failure.length ?? 0) * LETTER} />
          <path d="M0 0h13l-6.5 11z" fill="var(--ink)" />
          <text x="17" y="11" fontSize="14.5" fontWeight="700" fill="var(--ink)">
            {findings.length > 1 ? `${findings.length} found` : findings[0]?.failure}
          </text>
        </g>
      ) : null}
    </g>
  );
}

/** Ground that keeps words apart from what is drawn beneath them. */
const Ground = ({ wide }: { wide: number }) => (
  <rect x="-2" y="-4" width={wide} height="19" rx="2" fill="var(--sheet)" />
);

/**
 * A string tied over the edge for something left open, a notched field for a hazard; the word always beside
 * it.
 */
function Flag({ x, y, hazard, word }: { x: number; y: number; hazard: boolean; word: string }) {
  const width = word.length * LETTER + 18;
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
      <rect x="10" y="3" width={width - 8} height="17" rx="2" fill="var(--sheet)" />
      <path d="M4 12C-4 9 -3 1 2 2C7 3 5 7 0 6M2 2L9 -6" fill="none" stroke="var(--ink)" strokeWidth="2" />
      <text x="12" y="16" fontSize="14.5" fontWeight="700" fill="var(--ink)">
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
