import { z } from 'zod';
import { EDGES, ROOF_ITEM_KINDS, type RoofItemKind, type RoofPlan } from '#core/places/roof';
import { id, idsAsked, name, shortText, version } from './common.ts';

const feet = z.number('is a length in feet').min(-5000, 'lies too far away').max(5000, 'lies too far away');

export const roofItem = z.object({
  id,
  kind: z.enum(ROOF_ITEM_KINDS as [RoofItemKind, ...RoofItemKind[]], 'is nothing that is drawn on a roof'),
  x: feet,
  y: feet,
  w: z.number().positive('must be above zero').max(200, 'more than 200 ft'),
  h: z.number().positive('must be above zero').max(200, 'more than 200 ft'),
  turn: z.number().min(0).max(360),
  label: shortText.optional(),
  unitId: id.optional(),
  pointId: id.optional(),
  psi: z.number().min(0, 'a pressure above the air’s').max(300, 'more than any tap has').optional(),
  note: shortText.optional(),
});

/** A drawn roof. Shape only; whether it is sound is core's to say. */
const roofPlan = z.object({
  outline: z.array(z.object({ x: feet, y: feet, edge: z.enum(EDGES) })).max(200, 'at most 200 corners'),
  northDeg: z.number().min(0).max(360),
  items: z.array(roofItem).max(1000, 'at most 1,000 things on a roof'),
  underlay: z
    .object({
      photoId: id,
      x: feet,
      y: feet,
      widthFt: z.number().positive('must be above zero').max(5000),
      opacity: z.number().min(0).max(1),
    })
    .optional(),
}) satisfies z.ZodType<RoofPlan>;

export const newRoof = z.object({ id, siteId: id, name, plan: roofPlan });
export const roofPatch = z.object({
  version,
  name: name.optional(),
  plan: roofPlan.optional(),
  retired: z.boolean().optional(),
});
export type NewRoof = Omit<z.infer<typeof newRoof>, 'plan'> & { plan: RoofPlan };
export type RoofPatch = Omit<z.infer<typeof roofPatch>, 'plan'> & { plan?: RoofPlan | undefined };

/** A unit as the roof shows it. */
export interface RoofUnit {
  readonly id: string;
  readonly tag: string;
  readonly kind: string;
  readonly status: string;
  readonly areaServed: string | null;
  readonly flagKinds: readonly string[];
  readonly conditions: readonly { readonly kind: string; readonly hazard: boolean; readonly text: string }[];
  /** Its feed as a sentence, for the page in the panel room. */
  readonly feed: string | null;
}

/** Whose roofs are asked for in brief. */
export const briefRoofsAsk = z.object({ sites: idsAsked });

/** A roof small enough to stand beside whatever names its site. */
export interface BriefRoof {
  readonly id: string;
  readonly siteId: string;
  readonly name: string;
  readonly plan: Pick<RoofPlan, 'outline' | 'items' | 'northDeg'>;
  readonly units: readonly Pick<RoofUnit, 'id' | 'tag' | 'status' | 'flagKinds'>[];
}

export interface RoofView {
  readonly id: string;
  readonly siteId: string;
  readonly site: string;
  readonly customer: string;
  readonly name: string;
  readonly plan: RoofPlan;
  readonly version: number;
  readonly units: readonly RoofUnit[];
}
