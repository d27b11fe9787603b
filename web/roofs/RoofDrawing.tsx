import {
  memo,
  useEffect,
  useImperativeHandle,
  useMemo,
  useRef,
  useState,
  type KeyboardEvent,
  type PointerEvent,
  type Ref,
} from 'react';
import {
  boxAround,
  cornersOf,
  ROOF_ITEMS,
  type Box,
  type Edge,
  type RoofItem,
  type RoofPlan,
} from '#core/places/roof';
import type { RoofUnit } from '#contracts/roofs';
import { placeTags, sidesOf, type TagPlace } from '../drawings/tagLayout.ts';
import { UnitOutline } from '../drawings/UnitOutline.tsx';

const MARGIN_FT = 7;

/**
 * The stretch of the sheet that is shown, in feet: the roof, its picture if there is one, and a margin for
 * north and scale.
 */
export function sheetBox(plan: RoofPlan): Box {
  const { underlay } = plan;
  const points = [
    ...plan.outline,
    ...(underlay
      ? [
          { x: underlay.x, y: underlay.y },
          { x: underlay.x + underlay.widthFt, y: underlay.y },
        ]
      : []),
  ];
  const box = boxAround(
    points.length > 0
      ? points
      : [
          { x: 0, y: 0 },
          { x: 60, y: 40 },
        ],
  );
  return {
    left: box.left - MARGIN_FT,
    top: box.top - MARGIN_FT,
    right: box.right + MARGIN_FT,
    bottom: box.bottom + MARGIN_FT + 3,
  };
}

interface DrawingHandlers {
  readonly onItemDown?: (event: PointerEvent<SVGGElement>, item: RoofItem) => void;
  readonly onItemKey?: (event: KeyboardEvent<SVGGElement>, item: RoofItem) => void;
  readonly onItemFocus?: (item: RoofItem) => void;
  readonly onItemClick?: (item: RoofItem) => void;
}

/**
 * A roof true to scale: edges, everything that stands on it, north and a scale. The same drawing serves desk,
 * roof and paper.
 */
export function RoofDrawing({
  plan,
  units,
  chosen,
  svgRef,
  children,
  className = '',
  handlers = {},
  onDown,
  onMove,
  onUp,
}: {
  plan: RoofPlan;
  units: ReadonlyMap<string, RoofUnit>;
  chosen?: string | undefined;
  svgRef?: Ref<SVGSVGElement>;
  /** Handles of the editor, drawn above everything. */
  children?: React.ReactNode;
  className?: string;
  handlers?: DrawingHandlers;
  onDown?: (event: PointerEvent<SVGSVGElement>) => void;
  onMove?: (event: PointerEvent<SVGSVGElement>) => void;
  onUp?: (event: PointerEvent<SVGSVGElement>) => void;
}) {
  const box = sheetBox(plan);
  const [w, h] = [box.right - box.left, box.bottom - box.top];
  const own = useRef<SVGSVGElement>(null);
  useImperativeHandle(svgRef, () => own.current as SVGSVGElement, []);
  const [room, setRoom] = useState({ width: 860, height: 560 });
  useEffect(() => {
    const svg = own.current;
    if (!svg) return;
    const observer = new ResizeObserver(([entry]) => {
      if (entry && entry.contentRect.width > 0) setRoom(entry.contentRect);
    });
    observer.observe(svg);
    return () => observer.disconnect();
  }, []);
  // Letters keep their size on screen, however large the roof: what a unit has no room for stands beside it.
  const letter = LETTER_PX / Math.min(room.width / w, room.height / h);
  const places = useMemo(
    () => placesOf(plan, units, chosen, letter, box),
    // The box follows from the plan.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [plan, units, chosen, letter],
  );
  return (
    <svg
      ref={own}
      viewBox={`${box.left} ${box.top} ${w} ${h}`}
      className={className}
      role="group"
      aria-label={`Roof plan, north ${Math.round(plan.northDeg)}° clockwise from the top`}
      onPointerDown={onDown}
      onPointerMove={onMove}
      onPointerUp={onUp}
      onPointerCancel={onUp}
    >
      <defs>
        <pattern id="gravel" width="3" height="3" patternUnits="userSpaceOnUse">
          <rect width="3" height="3" fill="var(--zinc)" />
          <circle cx="0.7" cy="0.8" r="0.16" fill="var(--rule)" />
          <circle cx="2.1" cy="2.2" r="0.13" fill="var(--rule)" />
        </pattern>
      </defs>
      {plan.underlay ? (
        <image
          href={`/api/photos/${plan.underlay.photoId}/image`}
          x={plan.underlay.x}
          y={plan.underlay.y}
          width={plan.underlay.widthFt}
          opacity={plan.underlay.opacity}
          preserveAspectRatio="xMinYMin meet"
        />
      ) : null}
      <polygon
        points={plan.outline.map((p) => `${p.x},${p.y}`).join(' ')}
        fill={plan.underlay ? 'none' : 'url(#gravel)'}
      />
      {plan.outline.map((corner, i) => {
        const next = plan.outline[(i + 1) % plan.outline.length];
        return next ? <Side key={i} from={corner} to={next} edge={corner.edge} /> : null;
      })}
      {plan.items.map((item) => (
        <Item
          key={item.id}
          item={item}
          unit={item.unitId ? units.get(item.unitId) : undefined}
          letter={letter}
          place={places.get(item.id)}
          chosen={item.id === chosen}
          handlers={handlers}
        />
      ))}
      <ScaleAndNorth box={box} northDeg={plan.northDeg} letter={letter} />
      {children}
    </svg>
  );
}

/** Height of a letter on screen, px. */
const LETTER_PX = 12.5;
/**
 * Small things of which there are many say their name only when chosen; the list beside the drawing says it
 * always.
 */
const QUIET: ReadonlySet<RoofItem['kind']> = new Set(['disconnect', 'tie-off', 'drain']);

/** Where feet are few pixels, only ways up and what somebody can fall through are named beside the units. */
const NEEDED: ReadonlySet<RoofItem['kind']> = new Set(['hatch', 'ladder point', 'skylight']);
const CROWDED_FT = 3;

/** What is written at an item. */
function nameOf(item: RoofItem, unit: RoofUnit | undefined, chosen: boolean): string {
  if (item.kind === 'unit') {
    const { word, look } = unitState(unit);
    return [unit?.tag ?? item.label ?? '?', look === 'hazard' ? word : ''].filter(Boolean).join(' ');
  }
  if (QUIET.has(item.kind) && !item.label && !chosen) return '';
  return [item.label ?? ROOF_ITEMS[item.kind].word, item.psi === undefined ? '' : `${item.psi} psi`]
    .filter(Boolean)
    .join(' ');
}

/** Where each name stands: units before things, and what can hurt before all. */
function placesOf(
  { items, outline }: RoofPlan,
  units: ReadonlyMap<string, RoofUnit>,
  chosen: string | undefined,
  letter: number,
  box: Box,
): ReadonlyMap<string, TagPlace> {
  const boxed = items.map((item) => {
    const around = boxAround(cornersOf(item));
    const unit = item.unitId ? units.get(item.unitId) : undefined;
    const hazard = unitState(unit).look === 'hazard';
    return {
      id: item.id,
      x: item.x,
      y: item.y,
      w: around.right - around.left,
      h: around.bottom - around.top,
      text:
        letter > CROWDED_FT && item.kind !== 'unit' && item.id !== chosen && !NEEDED.has(item.kind)
          ? ''
          : nameOf(item, unit, item.id === chosen),
      rank: item.id === chosen ? 0 : hazard ? 1 : item.kind === 'unit' ? 2 : 3,
    };
  });
  const named = boxed.filter((one) => one.text !== '').toSorted((a, b) => a.rank - b.rank);
  return placeTags(
    named,
    boxed.filter((one) => one.text === ''),
    letter,
    box,
    sidesOf(outline),
  );
}

const EDGE_LOOK: Record<Edge, { stroke: string; width: number; dash?: string }> = {
  'not known': { stroke: 'var(--soft)', width: 0.25 },
  parapet: { stroke: 'var(--ink)', width: 0.9 },
  wall: { stroke: 'var(--ink)', width: 1.6 },
  'open edge': { stroke: 'var(--ember)', width: 0.7, dash: '1.6 0.9' },
};

function Side({
  from,
  to,
  edge,
}: {
  from: { x: number; y: number };
  to: { x: number; y: number };
  edge: Edge;
}) {
  const look = EDGE_LOOK[edge];
  return (
    <line
      x1={from.x}
      y1={from.y}
      x2={to.x}
      y2={to.y}
      stroke={look.stroke}
      strokeWidth={look.width}
      strokeDasharray={look.dash}
      strokeLinecap="square"
    />
  );
}

/** What a unit's state is called on the drawing; a plain unit says nothing. */
export function unitState(unit: RoofUnit | undefined): {
  word: string;
  look: 'plain' | 'left' | 'hazard' | 'idle';
} {
  if (!unit) return { word: '', look: 'plain' };
  const hazard = unit.conditions.find((c) => c.hazard);
  if (hazard) return { word: hazard.kind, look: 'hazard' };
  if (unit.status !== 'in service') return { word: unit.status, look: 'idle' };
  if (unit.conditions[0]) return { word: unit.conditions[0].kind, look: 'left' };
  return { word: '', look: 'plain' };
}

/** Everything that is said of an item, for those who do not see it. */
export function itemWords(item: RoofItem, unit: RoofUnit | undefined): string {
  const kind = ROOF_ITEMS[item.kind].word;
  if (item.kind !== 'unit')
    return [kind, item.label, item.psi === undefined ? '' : `${item.psi} psi`, item.note]
      .filter(Boolean)
      .join(', ');
  return [
    `Unit ${unit?.tag ?? item.label ?? ''}`,
    unit?.areaServed ? `serves ${unit.areaServed}` : '',
    unitState(unit).word,
  ]
    .filter(Boolean)
    .join(', ');
}

const Item = memo(function Item({
  item,
  unit,
  letter,
  place,
  chosen,
  handlers,
}: {
  item: RoofItem;
  unit: RoofUnit | undefined;
  letter: number;
  place: TagPlace | undefined;
  chosen: boolean;
  handlers: DrawingHandlers;
}) {
  const active = Boolean(handlers.onItemDown ?? handlers.onItemClick);
  const words = itemWords(item, unit);
  const name = nameOf(item, unit, chosen);
  const [tag, ...more] = item.kind === 'unit' ? name.split(' ') : [name];
  return (
    <g
      data-item={item.id}
      {...(active ? { role: 'button', tabIndex: 0, 'aria-label': words, 'aria-pressed': chosen } : {})}
      onPointerDown={handlers.onItemDown ? (e) => handlers.onItemDown?.(e, item) : undefined}
      onKeyDown={handlers.onItemKey ? (e) => handlers.onItemKey?.(e, item) : undefined}
      onFocus={handlers.onItemFocus ? () => handlers.onItemFocus?.(item) : undefined}
      onClick={handlers.onItemClick ? () => handlers.onItemClick?.(item) : undefined}
      className={
        handlers.onItemDown ? 'roof-item cursor-move' : active ? 'roof-item cursor-pointer' : undefined
      }
    >
      <g transform={`translate(${item.x} ${item.y}) rotate(${item.turn})`}>
        {item.kind === 'unit' ? (
          <UnitOutline
            w={item.w}
            h={item.h}
            letter={letter}
            chosen={chosen}
            flagKinds={marksOf(unit)}
            {...(unit ? { status: unit.status } : {})}
          />
        ) : (
          <ThingShape item={item} chosen={chosen} />
        )}
      </g>
      {active && place?.from ? (
        // Between a thing and its name a finger means the thing.
        <path
          d={`M${item.x} ${item.y}L${place.x} ${place.y}`}
          stroke="transparent"
          strokeWidth={letter * 1.6}
        />
      ) : null}
      {place?.from ? (
        <path
          d={`M${place.from[0]} ${place.from[1]}L${place.x} ${place.y}`}
          stroke="var(--soft)"
          strokeWidth={letter * 0.08}
        />
      ) : null}
      {place ? (
        <text
          x={place.x}
          y={place.y + letter * 0.36}
          fontSize={item.kind === 'unit' ? letter : letter * 0.92}
          textAnchor="middle"
          className={item.kind === 'unit' ? 'plate' : undefined}
          fill="var(--ink)"
          {...(place.inside
            ? {}
            : {
                stroke: 'var(--zinc)',
                strokeWidth: letter * 0.28,
                strokeLinejoin: 'round',
                paintOrder: 'stroke',
              })}
        >
          {tag}
          {more.length > 0 ? (
            <tspan fontWeight="700" fill="var(--ember)">
              {' '}
              {more.join(' ')}
            </tspan>
          ) : null}
        </text>
      ) : null}
      {active ? null : <title>{words}</title>}
    </g>
  );
});

/** What the outline of a unit carries: its flags, and what of it is left open now. */
const marksOf = (unit: RoofUnit | undefined): string[] => [
  ...(unit?.flagKinds ?? []),
  ...(unit?.conditions.some((c) => c.hazard) ? ['hazard'] : []),
  ...(unit && unit.conditions.length > 0 ? ['left open'] : []),
];

function ThingShape({ item, chosen }: { item: RoofItem; chosen: boolean }) {
  const { w, h, kind } = item;
  // What somebody can fall through is drawn as what can hurt.
  const stroke = kind === 'skylight' || kind === 'hatch' ? 'var(--ember)' : 'var(--ink)';
  const look = { fill: chosen ? 'var(--zinc)' : 'var(--sheet)', stroke, strokeWidth: chosen ? 0.5 : 0.25 };
  return (
    <>
      {kind === 'gas cock' || kind === 'water tap' || kind === 'drain' || kind === 'tie-off' ? (
        <circle r={Math.min(w, h) / 2} {...look} />
      ) : (
        <rect x={-w / 2} y={-h / 2} width={w} height={h} {...look} />
      )}
      {kind === 'skylight' ? (
        <path
          d={`M${-w / 2} ${-h / 2} L${w / 2} ${h / 2} M${w / 2} ${-h / 2} L${-w / 2} ${h / 2}`}
          stroke={stroke}
          strokeWidth="0.2"
        />
      ) : null}
      {kind === 'hatch' ? (
        <path d={`M${-w / 2} ${-h / 2} L${w / 2} ${h / 2}`} stroke={stroke} strokeWidth="0.3" />
      ) : null}
      {kind === 'ladder point' ? (
        <path
          d={`M${-w / 4} ${-h / 2} V${h / 2} M${w / 4} ${-h / 2} V${h / 2} M${-w / 4} ${-h / 6} H${w / 4} M${-w / 4} ${h / 5} H${w / 4}`}
          stroke={stroke}
          strokeWidth="0.22"
        />
      ) : null}
      {kind === 'gas cock' ? (
        <path d={`M${-w / 2} 0 H${w / 2} M0 0 V${-h / 2}`} stroke={stroke} strokeWidth="0.25" />
      ) : null}
      {kind === 'water tap' ? (
        <path
          d={`M0 ${-h * 0.3} c${-w * 0.5} ${h * 0.5} ${w * 0.5} ${h * 0.5} 0 0 z`}
          fill="none"
          stroke={stroke}
          strokeWidth="0.22"
        />
      ) : null}
      {kind === 'panel' ? (
        <path
          d={`M${-w * 0.3} 0 H${w * 0.3} M${-w * 0.3} ${h * 0.25} H${w * 0.3}`}
          stroke={stroke}
          strokeWidth="0.2"
        />
      ) : null}
      {kind === 'disconnect' ? (
        <path d={`M${-w * 0.3} ${h * 0.3} L${w * 0.25} ${-h * 0.3}`} stroke={stroke} strokeWidth="0.25" />
      ) : null}
    </>
  );
}

function ScaleAndNorth({ box, northDeg, letter }: { box: Box; northDeg: number; letter: number }) {
  const width = box.right - box.left;
  const length = [5, 10, 20, 25, 50, 100, 200, 500].find((ft) => ft >= width / 9) ?? 500;
  const y = box.bottom - 1.6;
  const x = box.left + 2;
  return (
    <g aria-hidden="true">
      <path
        d={`M${x} ${y - 0.8} V${y} H${x + length} V${y - 0.8}`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="0.25"
      />
      <text x={x + length + 0.8} y={y + 0.2} fontSize={letter * 0.92} fill="var(--ink)">
        {length} ft
      </text>
      <g transform={`translate(${box.right - letter - 2.2} ${box.top + letter + 2.8}) rotate(${northDeg})`}>
        <path d="M0 2.4 V-2 M-0.9 -0.6 L0 -2.4 L0.9 -0.6" fill="none" stroke="var(--ink)" strokeWidth="0.3" />
        <text y="-2.7" fontSize={letter * 0.92} textAnchor="middle" fill="var(--ink)">
          N
        </text>
      </g>
    </g>
  );
}
