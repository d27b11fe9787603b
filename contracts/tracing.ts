import { z } from 'zod';
import {
  HOW_NAMES,
  LINK_KINDS,
  POINT_KINDS,
  type How,
  type LinkKind,
  type PointKind,
  type SiteLink,
  type SitePoint,
} from '#core/places/tracing';
import { id, name, plainDate, shortText, version } from './common.ts';

const pointKind = z.enum(
  Object.keys(POINT_KINDS).filter((kind) => kind !== 'unit') as [PointKind, ...PointKind[]],
  'is none of the things that are traced',
);
const linkKind = z.enum(Object.keys(LINK_KINDS) as [LinkKind, ...LinkKind[]]);

export const pointFields = z.object({
  name,
  place: shortText.nullable(),
  volts: z.number().positive('must be above zero').max(15000).nullable(),
  phase: z.union([z.literal(1), z.literal(3)], 'is 1 or 3').nullable(),
  ratingA: z.number().positive('must be above zero').max(10000).nullable(),
  spaces: z.int('is a whole number').min(1).max(200, 'at most 200 spaces').nullable(),
});
export const newPoint = pointFields.partial().extend({ id, siteId: id, kind: pointKind, name });
export const pointPatch = pointFields.partial().extend({ version, retired: z.boolean().optional() });
export type NewPoint = z.infer<typeof newPoint>;
export type PointPatch = z.infer<typeof pointPatch>;

export const newLink = z.object({
  id,
  siteId: id,
  kind: linkKind,
  from: id,
  to: id,
  poles: z
    .array(z.int('is a whole number').min(1, 'poles count from 1').max(200, 'no panel has so many poles'))
    .max(6, 'at most six poles')
    .refine((poles) => new Set(poles).size === poles.length, 'a pole stands there twice')
    .optional(),
  breakerA: z.number().positive('must be above zero').max(5000).optional(),
  how: z.enum(HOW_NAMES as [How, ...How[]], 'how is it known?'),
  on: plainDate,
  note: shortText.optional(),
  /** The fact this one takes the place of. */
  insteadOf: id.optional(),
});
export type NewLink = z.infer<typeof newLink>;

export interface PointView extends SitePoint {
  readonly version: number;
}

export interface TracingView {
  readonly siteId: string;
  readonly site: string;
  readonly customer: string;
  readonly points: readonly PointView[];
  readonly links: readonly SiteLink[];
}
