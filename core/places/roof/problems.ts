import { areaOf, crossing, standsOn } from './geometry.ts';
import { ROOF_ITEMS, type RoofItem, type RoofPlan } from './plan.ts';

interface RoofProblem {
  /** Where in the plan, such as `items.3`. */
  readonly path: string;
  readonly message: string;
}

/**
 * A side of a roof longer than this is a slip of the finger [our estimate; the largest warehouses are about
 * 2,000 ft long].
 */
const LONGEST_FT = 3000;

/** What is called what on the drawing: its label, else its kind. */
export const nameOf = (item: RoofItem): string => item.label || ROOF_ITEMS[item.kind].word;

/**
 * What keeps a plan from being a roof: too few corners, sides that cross, something that stands off the roof,
 * a unit drawn twice, ids used twice. An empty list means the plan is sound.
 */
export function roofProblems({ outline, items }: Pick<RoofPlan, 'outline' | 'items'>): RoofProblem[] {
  if (outline.length < 3) return [{ path: 'outline', message: 'a roof has at least three corners' }];
  const far = outline.findIndex(
    (p) =>
      !Number.isFinite(p.x) ||
      !Number.isFinite(p.y) ||
      Math.abs(p.x) > LONGEST_FT ||
      Math.abs(p.y) > LONGEST_FT,
  );
  if (far >= 0) return [{ path: `outline.${far}`, message: `a corner lies more than ${LONGEST_FT} ft away` }];
  const crossed = crossing(outline);
  if (crossed)
    return [
      {
        path: `outline.${crossed[0]}`,
        message: `sides ${crossed[0] + 1} and ${crossed[1] + 1} cross each other`,
      },
    ];
  if (areaOf(outline) < 10) return [{ path: 'outline', message: 'the roof has less than 10 square feet' }];
  const ids = new Set<string>();
  const units = new Map<string, string>();
  return items.flatMap((item, i): RoofProblem[] => {
    const path = `items.${i}`;
    const found: RoofProblem[] = [];
    if (ids.has(item.id)) found.push({ path, message: `${nameOf(item)} has an id that is used twice` });
    ids.add(item.id);
    if (item.unitId !== undefined) {
      if (units.has(item.unitId)) found.push({ path, message: `${nameOf(item)} stands on this roof twice` });
      units.set(item.unitId, item.id);
    }
    if (!(item.w > 0 && item.h > 0)) found.push({ path, message: `${nameOf(item)} has no size` });
    else if (!standsOn(item, outline))
      found.push({ path, message: `${nameOf(item)} does not stand on the roof` });
    return found;
  });
}
