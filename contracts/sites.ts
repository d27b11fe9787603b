import { z } from 'zod';
import type { AgreedAtSite } from './agreements.ts';
import { id, latitude, listQuery, longitude, longText, name, shortText, version } from './common.ts';
import { minutesOfDay } from '#core/base/time';
import { SITE_HAZARD_NAMES, type SiteHazard } from '#core/base/vocabulary';
import type { ConditionView, RecommendedView, StandingView, UnitRow } from './units.ts';
import type { CallRow } from './calls.ts';

function isClock(text: string): boolean {
  try {
    return minutesOfDay(text) >= 0;
  } catch {
    return false;
  }
}

const clock = z.string().refine(isClock, 'must be a time of day HH:MM');

const hours = z
  .tuple([clock, clock])
  .refine(
    ([open, close]) => !isClock(open) || !isClock(close) || minutesOfDay(close) > minutesOfDay(open),
    'must close after it opens',
  );

/**
 * Opening hours by ISO weekday "1" Monday … "7" Sunday; a day that is missing is closed. Null: nobody has
 * said.
 */
export const openingHours = z.partialRecord(
  z.enum(['1', '2', '3', '4', '5', '6', '7']),
  z.array(hours).max(4),
);
export type OpeningHours = z.infer<typeof openingHours>;

/**
 * Who can work at a site at all: how many people, and what one of them is licensed or skilled for; and when
 * its units may be off for work that can wait, where that is not whenever it is open.
 */
export const siteNeeds = z.object({
  people: z.int('how many? a whole number').min(1, 'somebody has to go').max(6, 'more than any crew'),
  skills: z.array(name.max(80)).max(10),
  offHours: openingHours.nullish(),
});
export type SiteNeeds = z.infer<typeof siteNeeds>;

export const siteFields = z.object({
  name,
  ref: shortText.nullable(),
  address: shortText.nullable(),
  lat: latitude.nullable(),
  lon: longitude.nullable(),
  openingHours: openingHours.nullable(),
  access: longText.nullable(),
  keyAt: shortText.nullable(),
  wayUp: shortText.nullable(),
  parking: shortText.nullable(),
  permit: shortText.nullable(),
  hazards: z
    .array(z.enum(SITE_HAZARD_NAMES as [SiteHazard, ...SiteHazard[]], 'is no hazard we know'))
    .max(20),
  needs: siteNeeds,
  /** Parts are fetched here; nothing is maintained. */
  counter: z.boolean(),
});
export const newSite = siteFields.partial().extend({ id, customerId: id, name });
export const sitePatch = siteFields.partial().extend({ version, retired: z.boolean().optional() });
export const siteList = listQuery(['customer', 'name', 'units', 'flagged', 'address', 'best']).extend({
  /** Whether it is on the map. */
  placed: z.enum(['yes', 'no']).optional(),
  /** Whether anybody has said when it is open. */
  hours: z.enum(['known', 'not known']).optional(),
  /** Whether anybody there is on record. */
  contact: z.enum(['known', 'not known']).optional(),
  /** Whether something there waits for a decision. */
  watched: z.enum(['yes', 'no']).optional(),
});
export type SiteOnly = Partial<Pick<z.infer<typeof siteList>, 'placed' | 'hours' | 'contact' | 'watched'>>;

export type NewSite = z.infer<typeof newSite>;
export type SitePatch = z.infer<typeof sitePatch>;

export interface SiteView {
  readonly id: string;
  readonly customerId: string;
  readonly customer: string;
  readonly name: string;
  readonly ref: string | null;
  readonly address: string | null;
  readonly lat: number | null;
  readonly lon: number | null;
  readonly timeZone: string;
  readonly openingHours: OpeningHours | null;
  readonly access: string | null;
  readonly contact: string | null;
  readonly keyAt: string | null;
  readonly keyHidden?: true;
  readonly wayUp: string | null;
  readonly parking: string | null;
  readonly permit: string | null;
  readonly hazards: readonly SiteHazard[];
  readonly needs: SiteNeeds;
  readonly counter: boolean;
  readonly retiredAt: string | null;
  readonly version: number;
}

export interface SiteRow extends SiteView {
  readonly units: number;
  readonly flagged: number;
  /** The units here somebody has to decide about, worst first. */
  readonly watched: readonly {
    readonly id: string;
    readonly tag: string;
    readonly status: string;
    readonly flagKinds: readonly string[];
  }[];
}

export interface SitePage extends SiteView {
  readonly agreed: AgreedAtSite;
  readonly units: readonly UnitRow[];
  readonly openCalls: readonly CallRow[];
  readonly recentVisits: readonly { id: string; on: string; crew: string | null; refs: string }[];
  readonly conditions: readonly ConditionView[];
  /** What stands open and was recommended at its panels, towers and the like. */
  readonly atPoints: {
    readonly standing: readonly StandingView[];
    readonly recommended: readonly RecommendedView[];
  };
  readonly roofs: readonly { id: string; name: string; units: number }[];
}
