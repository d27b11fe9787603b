import type { ReactNode } from 'react';
import type { Glyph } from './sectionCells.ts';
import { SCROLL, type Box } from './sectionTypes.ts';

interface Drawn {
  readonly box: Box;
  /** The middle of the box. */
  readonly cx: number;
  readonly cy: number;
  /** The largest circle in it. */
  readonly r: number;
  readonly ink: string;
}

/** The body of a part, drawn as what it looks like in the machine, in the room it has. */
export function SectionBody({ glyph, body, still }: { glyph: Glyph; body: Box; still: boolean }) {
  const drawn: Drawn = {
    box: body,
    cx: body.x + body.w / 2,
    cy: body.y + body.h / 2,
    r: Math.max(8, Math.min(body.w, body.h) / 2),
    ink: still ? 'var(--soft)' : 'var(--ink)',
  };
  return (
    <g
      aria-hidden="true"
      stroke={drawn.ink}
      strokeWidth="2"
      fill="var(--sheet)"
      strokeLinejoin="round"
      strokeDasharray={still ? '4 3' : undefined}
    >
      {BODIES[glyph](drawn)}
    </g>
  );
}

const times = (n: number): number[] => Array.from({ length: n }, (_, i) => i);

/** Blades in the wind of a damper, all at one slant. */
const blades = ({ box: { w, y, h }, cx }: Drawn): ReactNode => {
  const wide = Math.min(w, 76);
  return (
    <>
      <path d={`M${cx - wide / 2} ${y}V${y + h}M${cx + wide / 2} ${y}V${y + h}`} />
      {times(4).map((i) => {
        const at = y + (h * (i + 0.5)) / 4;
        return (
          <g key={i}>
            <path d={`M${cx - wide / 2 + 6} ${at + 8}L${cx + wide / 2 - 6} ${at - 8}`} strokeWidth="4" />
            <circle cx={cx} cy={at} r="3.5" />
          </g>
        );
      })}
    </>
  );
};

/** A slab with its fins; the tube that runs through it is drawn with what flows in it. */
const slab = ({ box: { x, y, w, h } }: Drawn, upright: boolean): ReactNode => {
  const n = Math.floor((upright ? w : h) / 9);
  return (
    <>
      <rect x={x} y={y} width={w} height={h} rx="2" />
      <path
        stroke="var(--rule)"
        strokeWidth="1"
        d={times(n - 1)
          .map((i) =>
            upright
              ? `M${x + ((i + 1) * w) / n} ${y + 2}V${y + h - 2}`
              : `M${x + 2} ${y + ((i + 1) * h) / n}H${x + w - 2}`,
          )
          .join('')}
      />
    </>
  );
};

/** A fan in its housing, which opens to the right. */
const scroll = ({ cx, cy, ink, ...drawn }: Drawn): ReactNode => {
  const r = Math.min(drawn.r, SCROLL);
  return (
    <>
      <path
        d={`M${cx + r * 1.5} ${cy - r}H${cx}A${r} ${r} 0 1 0 ${cx + r} ${cy + r * 0.1}V${cy - r * 0.25}H${cx + r * 1.5}Z`}
      />
      <circle cx={cx} cy={cy} r={r * 0.62} />
      {times(8).map((i) => (
        <path
          key={i}
          d={`M${cx + r * 0.3} ${cy}q${r * 0.2} ${-r * 0.14} ${r * 0.3} 0`}
          fill="none"
          transform={`rotate(${i * 45} ${cx} ${cy})`}
        />
      ))}
      <circle cx={cx} cy={cy} r={Math.max(2.5, r * 0.1)} fill={ink} />
    </>
  );
};

const valve = ({ cx, cy }: Drawn, top: ReactNode): ReactNode => (
  <>
    <path d={`M${cx - 18} ${cy - 10}L${cx + 18} ${cy + 10}V${cy - 10}L${cx - 18} ${cy + 10}Z`} />
    <path d={`M${cx} ${cy}V${cy - 12}`} />
    {top}
  </>
);

const BODIES: Record<Glyph, (drawn: Drawn) => ReactNode> = {
  damper: blades,
  coil: (d) => slab(d, d.box.w > d.box.h * 1.3),
  jacket: ({ box: { x, y, w, h } }) => <rect x={x} y={y} width={w} height={h} rx="14" />,
  scroll,
  // A fan in its housing that throws upwards.
  draft: (d) => <g transform={`rotate(-90 ${d.cx} ${d.cy})`}>{scroll(d)}</g>,
  mesh: ({ box: { y, h }, cx }) => (
    <>
      <rect x={cx - 22} y={y} width="44" height={h} />
      <path
        strokeWidth="1"
        d={
          times(5)
            .map((i) => `M${cx - 22 + (i + 1) * 7.3} ${y}V${y + h}`)
            .join('') +
          times(9)
            .map((i) => `M${cx - 22} ${y + ((i + 1) * h) / 10}H${cx + 22}`)
            .join('')
        }
      />
    </>
  ),
  filter: ({ box: { y, h }, cx }) => (
    <>
      <rect x={cx - 17} y={y} width="34" height={h} />
      {/* Pleats, from frame to frame. */}
      <path
        fill="none"
        strokeWidth="1.5"
        d={`M${cx - 12} ${y}${times(12)
          .map((i) => `L${i % 2 ? cx - 12 : cx + 12} ${y + ((i + 1) * h) / 12}`)
          .join('')}`}
      />
    </>
  ),
  belt: ({ cx, box: { y, h } }) => (
    <>
      <path
        fill="none"
        d={`M${cx - 12} ${y + 14}L${cx - 18} ${y + h - 20}M${cx + 12} ${y + 14}L${cx + 18} ${y + h - 20}`}
      />
      <circle cx={cx} cy={y + 13} r="12" />
      <circle cx={cx} cy={y + h - 19} r="18" />
      <circle cx={cx} cy={y + 13} r="3" />
      <circle cx={cx} cy={y + h - 19} r="4" />
    </>
  ),
  motor: ({ cx, cy, ink }) => (
    <>
      <path d={`M${cx + 30} ${cy}h16`} strokeWidth="6" />
      <rect x={cx - 30} y={cy - 22} width="60" height="44" rx="8" />
      <path
        strokeWidth="1.5"
        d={times(5)
          .map((i) => `M${cx - 18 + i * 9} ${cy - 16}v32`)
          .join('')}
      />
      <path d={`M${cx - 18} ${cy + 22}l-5 8h46l-5 -8`} fill={ink} />
    </>
  ),
  flame: ({ box: { x, w }, cy }) => {
    const n = w > 90 ? 3 : 2;
    const tall = 22;
    return (
      <>
        <rect x={x + 4} y={cy + 12} width={w - 8} height="9" rx="2" />
        {times(n).map((i) => {
          const at = x + (w * (i + 0.5)) / n;
          return (
            <path
              key={i}
              d={`M${at} ${cy + 12}c-14 -4 -3 -12 0 -${tall + 8}c4 10 14 ${tall - 2} 0 ${tall + 8}z`}
            />
          );
        })}
      </>
    );
  },
  element: ({ box: { x, y, w, h } }) => (
    <>
      <path d={`M${x + 6} ${y}V${y + h}M${x + w - 6} ${y}V${y + h}`} />
      {times(3).map((k) => (
        <path
          key={k}
          fill="none"
          d={`M${x + 6} ${y + (h * (k + 0.5)) / 3}${times(12)
            .map((i) => `l${(w - 12) / 12} ${i % 2 ? 12 : -12}`)
            .join('')}`}
        />
      ))}
    </>
  ),
  // Its tubes are drawn with the flue gas in them.
  exchanger: () => null,
  sections: ({ box: { x, y, w, h } }) => (
    <>
      {times(5).map((i) => (
        <rect key={i} x={x + (w * i) / 5} y={y} width={w / 5 - 3} height={h} rx="6" />
      ))}
    </>
  ),
  can: ({ box: { x, y, w, h } }) => (
    <>
      <path
        d={`M${x} ${y + 16}Q${x} ${y} ${x + w / 2} ${y}T${x + w} ${y + 16}V${y + h - 8}q0 8 -8 8h${16 - w}q-8 0 -8 -8Z`}
      />
      <path fill="none" d={`M${x} ${y + 22}H${x + w}`} strokeWidth="1.5" />
      <path d={`M${x - 4} ${y + h}h${w + 8}`} strokeWidth="4" />
    </>
  ),
  band: ({ box: { x, y, w, h } }) => (
    <>
      <rect x={x} y={y} width={w} height={h} rx="3" />
      <path
        fill="none"
        strokeWidth="1.5"
        d={`M${x + 5} ${y + h - 4}${times(9)
          .map((i) => `l${(w - 10) / 9} ${i % 2 ? h - 8 : 8 - h}`)
          .join('')}`}
      />
    </>
  ),
  prop: ({ cx, cy, r, ink }) => {
    const reach = Math.min(r - 3, 46);
    return (
      <>
        <circle cx={cx} cy={cy} r={reach + 3} />
        {times(4).map((i) => (
          <path
            key={i}
            d={`M${cx} ${cy}q${-reach * 0.5} ${-reach * 0.5} ${-reach * 0.2} ${-reach}q${reach * 0.6} ${reach * 0.3} ${reach * 0.2} ${reach}z`}
            transform={`rotate(${i * 90} ${cx} ${cy})`}
          />
        ))}
        <circle cx={cx} cy={cy} r={Math.max(3, reach * 0.16)} fill={ink} />
      </>
    );
  },
  'four-way': ({ box: { x, y, w, h } }) => <rect x={x} y={y} width={w} height={h} rx="10" />,
  expansion: (d) => valve(d, <path d={`M${d.cx - 13} ${d.cy - 12}a13 8 0 0 1 26 0z`} />),
  orifice: ({ cx, cy }) => <path d={`M${cx - 20} ${cy - 10}h12l8 7l8 -7h12v20h-12l-8 -7l-8 7h-12z`} />,
  capillary: ({ cx, cy, ink }) => (
    <g fill="none" stroke={ink} strokeWidth="1.5">
      <rect x={cx - 24} y={cy - 14} width="48" height="28" rx="14" fill="var(--sheet)" stroke="none" />
      {times(5).map((i) => (
        <ellipse key={i} cx={cx - 14 + i * 7} cy={cy} rx="7" ry="12" />
      ))}
    </g>
  ),
  drier: ({ cx, cy, ink }) => (
    <>
      <path d={`M${cx - 34} ${cy - 4}l8 -8h52l8 8v8l-8 8h-52l-8 -8z`} />
      <path d={`M${cx + 14} ${cy}h-24M${cx - 2} ${cy - 5}l-8 5l8 5`} fill="none" />
      <path d={`M${cx - 26} ${cy - 12}v24M${cx + 26} ${cy - 12}v24`} stroke={ink} />
    </>
  ),
  'gas-valve': (d) => valve(d, <rect x={d.cx - 11} y={d.cy - 24} width="22" height="13" rx="2" />),
  pump: ({ cx, cy, r }) => (
    <>
      <circle cx={cx} cy={cy} r={r} />
      <path
        d={`M${cx + r * 0.55} ${cy - r * 0.75}L${cx - r * 0.9} ${cy}L${cx + r * 0.55} ${cy + r * 0.75}`}
      />
    </>
  ),
  // A pan with its spout, and the trap below it that keeps the fan from drawing air in.
  tray: ({ box: { x, y, w }, cx, ink }) => (
    <>
      <path d={`M${x} ${y}v10l${w / 2 - 8} 6h16l${w / 2 - 8} -6v-10`} fill="var(--zinc)" />
      <path d={`M${cx} ${y + 16}v20q0 9 9 9t9 -9v-10h22`} fill="none" strokeWidth="6" stroke={ink} />
      <path
        d={`M${cx} ${y + 16}v20q0 9 9 9t9 -9v-10h22`}
        fill="none"
        strokeWidth="2.5"
        stroke="var(--sheet)"
      />
    </>
  ),
  board: ({ cx, cy, ink }) => (
    <>
      <rect x={cx - 26} y={cy - 17} width="52" height="34" rx="2" />
      <path fill="none" strokeWidth="1.5" d={`M${cx - 18} ${cy + 9}h10v-12h12v8h14M${cx - 18} ${cy - 9}h8`} />
      <rect x={cx + 4} y={cy - 12} width="14" height="10" strokeWidth="1.5" />
      <circle cx={cx - 18} cy={cy + 1} r="2.5" fill={ink} />
    </>
  ),
  contactor: ({ cx, cy }) => (
    <>
      <rect x={cx - 22} y={cy - 17} width="44" height="34" rx="2" />
      {[-12, 0, 12].map((dx) => (
        <path key={dx} fill="none" d={`M${cx + dx} ${cy - 13}v7l5 9M${cx + dx} ${cy + 4}v9`} />
      ))}
    </>
  ),
  capacitor: ({ cx, cy }) => (
    <>
      <path d={`M${cx - 7} ${cy - 12}v-5M${cx + 7} ${cy - 12}v-5`} />
      <rect x={cx - 14} y={cy - 12} width="28" height="30" rx="6" />
    </>
  ),
  transformer: ({ cx, cy }) => (
    <>
      {[-1, 1].map((side) => (
        <g key={side} fill="none">
          {[-10, 0, 10].map((dy) => (
            <path key={dy} d={`M${cx + side * 7} ${cy + dy - 5}a5 5 0 0 ${side > 0 ? 1 : 0} 0 10`} />
          ))}
          <path d={`M${cx + side * 7} ${cy - 15}h${side * 14}M${cx + side * 7} ${cy + 15}h${side * 14}`} />
        </g>
      ))}
      <path d={`M${cx - 2} ${cy - 16}v32M${cx + 2} ${cy - 16}v32`} strokeWidth="1.5" />
    </>
  ),
  switch: ({ cx, cy }) => (
    <>
      <path
        fill="none"
        d={`M${cx - 26} ${cy + 4}h12M${cx + 14} ${cy + 4}h12M${cx - 14} ${cy + 4}L${cx + 12} ${cy - 9}`}
      />
      <circle cx={cx - 14} cy={cy + 4} r="3" />
      <circle cx={cx + 14} cy={cy + 4} r="3" />
    </>
  ),
  disconnect: ({ cx, cy }) => (
    <>
      <rect x={cx - 19} y={cy - 17} width="38" height="34" rx="2" />
      {[-9, 0, 9].map((dx) => (
        <path
          key={dx}
          fill="none"
          d={`M${cx + dx} ${cy - 12}v6M${cx + dx} ${cy + 7}v5M${cx + dx} ${cy + 7}l6 -11`}
        />
      ))}
    </>
  ),
};
