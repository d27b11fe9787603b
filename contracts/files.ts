import { z } from 'zod';
import { EDGES, ROOF_ITEM_KINDS, type RoofItemKind } from '#core/places/roof';
import {
  HOW_NAMES,
  LINK_KINDS,
  POINT_KINDS,
  type How,
  type LinkKind,
  type PointKind,
} from '#core/places/tracing';
import { id, latitude, longitude, longText, name, plainDate, shortText } from './common.ts';
import { roofItem } from './roofs.ts';
import { siteFields } from './sites.ts';

/** A site as a GeoJSON feature (RFC 7946). Without a position the geometry is null. */
const siteFeature = z.object({
  type: z.literal('Feature'),
  geometry: z
    .object({ type: z.literal('Point'), coordinates: z.tuple([longitude, latitude]).rest(z.number()) })
    .nullable(),
  properties: z.object({
    customer: name,
    site: name,
    ref: shortText.nullish(),
    address: shortText.nullish(),
    contact: shortText.nullish(),
    access: longText.nullish(),
    key: shortText.nullish(),
    way_up: shortText.nullish(),
    parking: shortText.nullish(),
    permit: shortText.nullish(),
    hazards: siteFields.shape.hazards.nullish(),
  }),
});
export const siteCollection = z.object({
  type: z.literal('FeatureCollection', 'must be a FeatureCollection'),
  features: z.array(siteFeature).max(20000),
});
export type SiteCollection = z.infer<typeof siteCollection>;

export const sitesImport = z.object({ id, apply: z.boolean(), collection: z.unknown() });

export interface SitesImported {
  readonly added: number;
  readonly changed: number;
  readonly same: number;
  readonly problems: readonly { readonly path: string; readonly message: string }[];
  readonly applied: boolean;
}

const pointKind = z.enum(Object.keys(POINT_KINDS) as [PointKind, ...PointKind[]]);
const end = z.object({ kind: pointKind, name });

/**
 * Roofs, feeds and controls of one site in a file of their own: things are named, not numbered, so that it
 * can be read and written by hand.
 */
export const planFile = z.object({
  format: z.literal('site plan 1', 'is no site plan of this format'),
  customer: name,
  site: name,
  roofs: z
    .array(
      z.object({
        name,
        northDeg: z.number().min(0).max(360),
        outline: z.array(z.object({ x: z.number(), y: z.number(), edge: z.enum(EDGES) })).max(200),
        items: z.array(
          roofItem
            .omit({ id: true, unitId: true, pointId: true, kind: true })
            .extend({
              kind: z.enum(ROOF_ITEM_KINDS as [RoofItemKind, ...RoofItemKind[]]),
              unit: name.optional(),
              point: end.optional(),
            }),
        ),
      }),
    )
    .max(50),
  points: z
    .array(
      end.extend({
        where: shortText.optional(),
        volts: z.number().positive().optional(),
        phase: z.union([z.literal(1), z.literal(3)]).optional(),
        ratingA: z.number().positive().optional(),
        spaces: z.int().min(1).max(200).optional(),
      }),
    )
    .max(5000),
  links: z
    .array(
      z.object({
        kind: z.enum(Object.keys(LINK_KINDS) as [LinkKind, ...LinkKind[]]),
        from: end,
        to: end,
        poles: z.array(z.int().min(1).max(200)).max(6).optional(),
        breakerA: z.number().positive().optional(),
        how: z.enum(HOW_NAMES as [How, ...How[]]),
        by: shortText.optional(),
        on: plainDate,
        note: shortText.optional(),
      }),
    )
    .max(10000),
});
export type PlanFile = z.infer<typeof planFile>;
export const planImport = z.object({ id, plan: z.unknown() });
