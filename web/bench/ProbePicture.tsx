import type { Card } from '#core/cards';
import { plainUnit } from '#core/quantities';
import type { CardTyped } from './filled.ts';

/** Where each reading of the charge is taken on the circuit, by the name of its input. */
const PROBES: Readonly<Record<string, { x: number; y: number; label: string; end?: boolean }>> = {
  suction: { x: 116, y: 120, label: 'suction' },
  suctionLine: { x: 116, y: 164, label: 'suction line' },
  discharge: { x: 128, y: 30, label: 'discharge' },
  dischargeLine: { x: 128, y: 30, label: 'discharge line' },
  liquid: { x: 340, y: 106, label: 'liquid', end: true },
  liquidLine: { x: 340, y: 174, label: 'liquid line', end: true },
  outdoor: { x: 420, y: 30, label: 'outdoor air', end: true },
  indoorWet: { x: 158, y: 248, label: 'indoor wet bulb' },
};

/** A card whose readings belong on the circuit: at least two of them do. */
export const hasProbes = (card: Card): boolean =>
  card.inputs.filter((input) => PROBES[input.name] !== undefined).length >= 2;

/**
 * The circuit with what the card asks for where it is measured: compressor at the left, condenser above, metering device at
 * the right, coil below; each probe with its number as it is typed, empty while nobody has measured it.
 */
export function ProbePicture({
  card,
  typed,
  unitOf,
}: {
  card: Card;
  typed: CardTyped;
  unitOf: (name: string) => string;
}) {
  const probes = card.inputs.flatMap((input) => {
    const place = PROBES[input.name];
    const text = (typed[input.name]?.text ?? '').trim();
    return place
      ? [{ ...place, name: input.name, text, unit: typed[input.name]?.unit ?? unitOf(input.name) }]
      : [];
  });
  const said = probes.map(
    ({ label, text, unit }) => `${label} ${text ? `${text} ${plainUnit(unit)}` : 'not measured'}`,
  );
  return (
    <svg
      viewBox="0 0 440 266"
      className="w-full max-w-[440px]"
      role="img"
      aria-label={`Circuit: ${said.join(', ')}`}
    >
      <rect x="150" y="44" width="140" height="34" fill="var(--zinc)" stroke="var(--ink)" strokeWidth="2" />
      <path d="M158 52v18h14v-18h14v18h14v-18h14v18h14v-18h14v18h14v-18" fill="none" stroke="var(--ink)" />
      <rect x="150" y="192" width="140" height="34" fill="var(--zinc)" stroke="var(--ink)" strokeWidth="2" />
      <path d="M158 200v18h14v-18h14v18h14v-18h14v18h14v-18h14v18h14v-18" fill="none" stroke="var(--ink)" />
      <path d="M80 112V61H150" fill="none" stroke="var(--ink)" strokeWidth="4" />
      <path d="M290 61H360V124" fill="none" stroke="var(--ink)" strokeWidth="2.5" />
      <path d="M360 150V209H290" fill="none" stroke="var(--ink)" strokeWidth="2.5" />
      <path d="M150 209H80V162" fill="none" stroke="var(--ink)" strokeWidth="6" />
      <circle cx="80" cy="137" r="25" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="2.5" />
      <path d="M68 125L96 137L68 149" fill="none" stroke="var(--ink)" strokeWidth="2" />
      <path d="M348 124h24l-24 26h24z" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="2" />
      {[
        [220, 40, 'condenser'],
        [220, 186, 'coil'],
      ].map(([x, y, word]) => (
        <text key={word} x={x} y={y} fontSize="15" textAnchor="middle" fill="var(--soft)">
          {word}
        </text>
      ))}
      {probes.map(({ name, x, y, label, text, unit, end }) => (
        <g key={name}>
          <path
            d={end ? `M${x} ${y}l8 -4v8z` : `M${x} ${y}l-8 -4v8z`}
            fill={text ? 'var(--ink)' : 'none'}
            stroke="var(--ink)"
          />
          <text
            x={end ? x - 6 : x + 6}
            y={y - 4}
            fontSize="17"
            fontWeight="700"
            textAnchor={end ? 'end' : 'start'}
            fill="var(--ink)"
          >
            {text ? `${text} ${plainUnit(unit)}` : '–'}
          </text>
          <text
            x={end ? x - 6 : x + 6}
            y={y + 13}
            fontSize="15"
            textAnchor={end ? 'end' : 'start'}
            fill="var(--soft)"
          >
            {label}
          </text>
        </g>
      ))}
    </svg>
  );
}
