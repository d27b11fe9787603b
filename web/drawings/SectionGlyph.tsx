import type { Glyph } from './sectionCells.ts';

/** A part of the machine as its sign, in the room it has; a part that is low has room for its name only. */
export function SectionGlyph({
  glyph,
  ink,
  x,
  y,
  w,
  h,
  small,
}: {
  glyph: Glyph;
  ink: string;
  x: number;
  y: number;
  w: number;
  h: number;
  small: boolean;
}) {
  if (small) return null;
  const [cx, cy] = [x + w / 2, y + h / 2 + 12];
  const r = Math.max(9, Math.min(w, h) * 0.32);
  const stroke = { stroke: ink, strokeWidth: 2, fill: 'none' };
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
        />
      );
    case 'element':
      return (
        <path
          d={`M${cx - r} ${cy} ${[1, -1, 1, -1, 1, -1].map((s) => `l${r / 3} ${s * r * 0.7}`).join(' ')}`}
          {...stroke}
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
          <circle cx={cx} cy={cy} r="3" fill={ink} />
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
