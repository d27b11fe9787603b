import { memo, useMemo } from 'react';
import { Link } from 'react-router';
import { boxAround, cornersOf, type RoofItem } from '#core/places/roof';
import type { BriefRoof } from '#contracts/roofs';
import { useBriefRoofsQuery } from '../api/roofs.ts';
import { useKept } from '../outbox/kept.ts';
import { plateWords } from '../ui/marks/plateWords.ts';
import { useWidth } from '../ui/frame/useWidth.ts';
import { placeTags, sidesOf } from './tagLayout.ts';
import { UnitOutline } from './UnitOutline.tsx';

const LETTER = 12;
const SMALL = 11;
const MARGIN = 14;
/** Letters of things that are no units: a way up, a panel. */
const NAMED: ReadonlySet<RoofItem['kind']> = new Set(['hatch', 'ladder point']);
const WAY_UP = { hatch: 'hatch', 'ladder point': 'ladder' } as const;
const NONE: readonly string[] = [];
/** Room for a roof nothing is known of, feet. */
const EMPTY_ROOF = { left: 0, top: 0, right: 60, bottom: 40 };

/**
 * The roofs of some sites in brief, as last seen on this device where there is no signal; undefined as long as
 * nothing is known of them.
 */
export function useRoofsIfKnown(siteIds: readonly string[]): readonly BriefRoof[] | undefined {
  const ids = useMemo(() => [...new Set(siteIds)].sort(), [siteIds]);
  const { data, currentData } = useBriefRoofsQuery(ids.length > 0 ? ids : NONE, { skip: ids.length === 0 });
  return useKept<BriefRoof[]>(`roofs ${ids.join(' ')}`, currentData) ?? data;
}

const NO_ROOFS: readonly BriefRoof[] = [];

/** The same, none as long as they are not known. */
export const useRoofs = (siteIds: readonly string[]): readonly BriefRoof[] =>
  useRoofsIfKnown(siteIds) ?? NO_ROOFS;

/** The box around a thing however it is turned. */
const upright = ({ x, y, w, h, turn }: RoofItem) => {
  const box = boxAround(cornersOf({ x, y, w, h, turn }));
  return { w: box.right - box.left, h: box.bottom - box.top };
};

/**
 * A roof in small: its edge, its units with what their outlines say, the ways up. The unit in question is
 * filled; it and whatever asks for a look is named, all of them where there is room.
 *
 * @param width room it has, px; it is drawn at that size, so that letters keep theirs
 * @param marked the units in question
 * @param onChoose makes each unit something that can be chosen
 */
export const MiniRoof = memo(function MiniRoof({
  roof,
  width = 300,
  height = 190,
  marked = NONE,
  onChoose,
}: {
  roof: BriefRoof;
  width?: number;
  height?: number;
  marked?: readonly string[];
  onChoose?: ((unitId: string) => void) | undefined;
}) {
  const { plan } = roof;
  const drawn = useMemo(() => {
    const drawnPoints = plan.outline.length > 2 ? plan.outline : plan.items;
    const box = drawnPoints.length > 0 ? boxAround(drawnPoints) : EMPTY_ROOF;
    const feet = Math.max(1, box.right - box.left);
    const deep = Math.max(1, box.bottom - box.top);
    const scale = Math.min((width - 2 * MARGIN) / feet, (height - 2 * MARGIN) / deep);
    const [dx, dy] = [(width - feet * scale) / 2, (height - deep * scale) / 2];
    const x = (ft: number) => dx + (ft - box.left) * scale;
    const y = (ft: number) => dy + (ft - box.top) * scale;
    const known = new Map(roof.units.map((unit) => [unit.id, unit]));
    const units = plan.items.flatMap((item) => {
      const unit = item.unitId ? known.get(item.unitId) : undefined;
      if (item.kind !== 'unit' || !unit) return [];
      const size = upright(item);
      return {
        id: unit.id,
        unit,
        text: unit.tag,
        x: x(item.x),
        y: y(item.y),
        w: Math.max(9, size.w * scale),
        h: Math.max(7, size.h * scale),
      };
    });
    const ups = plan.items.filter((item) => NAMED.has(item.kind));
    const asks = (one: (typeof units)[number]) =>
      (marked.includes(one.id) ? 4 : 0) +
      (one.unit.flagKinds.includes('hazard') ? 2 : 0) +
      one.unit.flagKinds.length;
    const ordered = [...units].sort((a, b) => asks(b) - asks(a));
    const sheet = { left: 2, top: 2, right: width - 2, bottom: height - 2 };
    // The ladder's sign with its word beside it.
    const others = ups.map((item) => ({
      id: item.id,
      x: x(item.x) + 20,
      y: y(item.y),
      w: 54,
      h: 15,
      word: true,
    }));
    const named = [
      ...ordered.filter((one) => asks(one) > 0),
      ...ordered.filter((one) => asks(one) === 0 && units.length <= 14),
    ];
    return {
      units,
      ups: ups.map((item) => ({ item, x: x(item.x), y: y(item.y) })),
      edge: plan.outline.map((corner) => `${x(corner.x)},${y(corner.y)}`).join(' '),
      places: placeTags(
        named,
        [...others, ...units.filter((one) => !named.includes(one))],
        LETTER,
        sheet,
        sidesOf(plan.outline.map((corner) => ({ x: x(corner.x), y: y(corner.y) }))),
      ),
    };
  }, [plan, roof.units, width, height, marked]);

  return (
    <svg
      width={width}
      height={height}
      className="max-w-full"
      data-listed={onChoose ? '' : undefined}
      role={onChoose ? 'group' : 'img'}
      aria-label={`${roof.name}: ${drawn.units.length === 0 ? 'no unit drawn' : roof.units.map((one) => one.tag).join(', ')}`}
    >
      <polygon points={drawn.edge} fill="var(--zinc)" stroke="var(--ink)" strokeWidth="2" />
      {drawn.ups.map(({ item, x, y }) => (
        <g key={item.id}>
          <path
            d={`M${x - 4} ${y - 6}v12M${x + 4} ${y - 6}v12M${x - 4} ${y - 3}h8M${x - 4} ${y + 3}h8`}
            stroke="var(--ink)"
            strokeWidth="1.5"
          />
          <text x={x + 8} y={y + 4} fontSize={SMALL} fill="var(--ink)" className="halo">
            {WAY_UP[item.kind as keyof typeof WAY_UP]}
          </text>
        </g>
      ))}
      {drawn.units.map(({ id, unit, x, y, w, h }) => {
        const place = drawn.places.get(id);
        const isMarked = marked.includes(id);
        return (
          <g
            key={id}
            {...(onChoose
              ? {
                  role: 'button',
                  tabIndex: 0,
                  'aria-label': `Unit ${unit.tag}, ${plateWords(unit)}`,
                  'aria-pressed': isMarked,
                  className: 'cursor-pointer',
                  onClick: () => onChoose(id),
                  onKeyDown: (e) => {
                    if (e.key !== 'Enter' && e.key !== ' ') return;
                    e.preventDefault();
                    onChoose(id);
                  },
                }
              : {})}
          >
            {onChoose ? (
              <rect
                x={x - Math.max(24, w / 2)}
                y={y - Math.max(24, h / 2)}
                width={Math.max(48, w)}
                height={Math.max(48, h)}
                fill="transparent"
              />
            ) : null}
            {place?.from ? (
              <path d={`M${place.from[0]} ${place.from[1]}L${place.x} ${place.y}`} stroke="var(--soft)" />
            ) : null}
            <g transform={`translate(${x} ${y})`}>
              <UnitOutline w={w} h={h} letter={LETTER} marked={isMarked} {...unit} />
            </g>
            {place ? (
              <text
                x={place.x}
                y={place.y + LETTER * 0.36}
                fontSize={LETTER}
                textAnchor="middle"
                className={place.inside ? 'plate' : 'plate halo'}
                fill={place.inside && isMarked ? 'var(--paper)' : 'var(--ink)'}
              >
                {unit.tag}
              </text>
            ) : null}
          </g>
        );
      })}
    </svg>
  );
});

/** The roofs of a site, each the way to its drawing, or that nobody has drawn one. */
export function SiteRoofs({
  siteId,
  marked = NONE,
  width = 300,
  height = 190,
}: {
  siteId: string;
  marked?: readonly string[];
  width?: number;
  height?: number;
}) {
  const asked = useMemo(() => [siteId], [siteId]);
  const roofs = useRoofs(asked);
  const [ref, room] = useWidth<HTMLDivElement>(width);
  const across = Math.min(width, room);
  // Of several roofs only those on which a unit in question stands, where one does.
  const here = roofs.filter((roof) => roof.units.some((unit) => marked.includes(unit.id)));
  return (
    <div ref={ref} className="flex min-w-0 flex-wrap gap-3">
      {(here.length > 0 ? here : roofs).map((roof) => (
        <Link
          key={roof.id}
          to={`/roofs/${roof.id}${marked.length === 1 ? `?unit=${marked[0]}` : ''}`}
          aria-label={`${roof.name}, open the drawing`}
          className="block hover:outline-2 hover:outline-copper"
        >
          <MiniRoof roof={roof} marked={marked} width={across} height={height} />
        </Link>
      ))}
    </div>
  );
}
