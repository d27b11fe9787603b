import type { Card } from '#core/measuring/cards';
import { plainUnit } from '#core/base/quantities';
import { SectionBody } from '../drawings/SectionBody.tsx';
import type { CardTyped } from './filled.ts';

interface Probe {
  readonly label: string;
  /** Where it is taken: a point of the circuit, or of the air beside it. */
  readonly at: readonly [number, number];
  /** Where its number stands, its name in the line below. */
  readonly spot: readonly [number, number];
  readonly anchor: 'start' | 'middle' | 'end';
}

/** Where each reading of the charge is taken on the circuit, by the name of its input. */
const PROBES: Readonly<Record<string, Probe>> = {
  suction: { label: 'suction', at: [150, 236], spot: [112, 204], anchor: 'start' },
  suctionLine: { label: 'suction line', at: [84, 236], spot: [46, 262], anchor: 'start' },
  discharge: { label: 'discharge', at: [120, 62], spot: [92, 30], anchor: 'start' },
  dischargeLine: { label: 'discharge line', at: [120, 62], spot: [92, 30], anchor: 'start' },
  liquid: { label: 'liquid', at: [380, 118], spot: [368, 116], anchor: 'end' },
  liquidLine: { label: 'liquid line', at: [380, 160], spot: [368, 158], anchor: 'end' },
  outdoor: { label: 'outdoor air', at: [316, 36], spot: [326, 26], anchor: 'start' },
  indoorWet: { label: 'indoor wet bulb', at: [316, 262], spot: [326, 266], anchor: 'start' },
};

/** A card whose readings belong on the circuit: at least two of them do. */
export const hasProbes = (card: Card): boolean =>
  card.inputs.filter((input) => PROBES[input.name] !== undefined).length >= 2;

/**
 * The circuit with what the card asks for where it is measured: compressor at the left, condenser above,
 * metering device at the right, coil below; each probe with its number as it is typed, empty while nobody
 * has measured it.
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
      viewBox="0 0 440 290"
      className="w-full max-w-[440px]"
      role="img"
      aria-label={`Circuit: ${said.join(', ')}`}
    >
      <SectionBody glyph="coil" body={{ x: 190, y: 36, w: 120, h: 58 }} still={false} />
      <SectionBody glyph="coil" body={{ x: 190, y: 208, w: 120, h: 58 }} still={false} />
      <g fill="none" stroke="var(--ink)" strokeLinejoin="round">
        <path d="M80 104V62H190" strokeWidth="4" />
        <path d="M190 62V46H300V56H200V66H300V76H200V84H310" strokeWidth="3" />
        <path d="M310 84H380V196" strokeWidth="2.5" />
        <path d="M380 196V256H310" strokeWidth="2.5" />
        <path d="M310 256H200V246H300V236H200V226H300V218H190" strokeWidth="3" />
        <path d="M190 218V236H40V150H56" strokeWidth="6" />
      </g>
      <SectionBody glyph="can" body={{ x: 56, y: 104, w: 48, h: 80 }} still={false} />
      <SectionBody glyph="expansion" body={{ x: 355, y: 176, w: 50, h: 40 }} still={false} />
      {[
        [250, 110, 'condenser'],
        [250, 202, 'coil'],
      ].map(([x, y, word]) => (
        <text key={word} x={x} y={y} fontSize="15" textAnchor="middle" fill="var(--soft)">
          {word}
        </text>
      ))}
      {probes.map(({ name, at: [x, y], spot: [left, top], anchor, label, text, unit }) => (
        <g key={name}>
          <circle
            cx={x}
            cy={y}
            r="6"
            fill={text ? 'var(--ink)' : 'var(--sheet)'}
            stroke="var(--ink)"
            strokeWidth="2"
          />
          <text x={left} y={top} fontSize="17" fontWeight="700" textAnchor={anchor} fill="var(--ink)">
            {text ? `${text} ${plainUnit(unit)}` : '–'}
          </text>
          <text x={left} y={top + 16} fontSize="15" textAnchor={anchor} fill="var(--soft)">
            {label}
          </text>
        </g>
      ))}
    </svg>
  );
}
