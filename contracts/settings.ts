import { z } from 'zod';
import { DEFAULT_HISTORY_SETTINGS } from '#core/history';
import { UNIT_KINDS } from '#core/vocabulary';
import { isTimeZone } from '#core/time';
import { id, name, plainDate } from './common.ts';

const days = z.int().min(1, 'at least one day').max(3650, 'at most ten years');

/** The company's settings by name; each value holds from a day on, and older days keep the value they had. */
export const SETTING_SHAPES = {
  company: z.object({ name, timeZone: z.string().refine(isTimeZone, 'is not a time zone') }),
  history: z.object({
    callbackDays: days,
    repeatWindowDays: days,
    repeatSameClass: z.int().min(2).max(20),
    repeatAnyFailures: z.int().min(2).max(20),
    seasonYearStartMonth: z.int().min(1).max(12),
    callbackWatchDays: days,
    lifeYears: z.record(z.enum(UNIT_KINDS), z.int().min(1).max(99)),
  }),
  'map base': z.looseObject({ type: z.literal('FeatureCollection'), features: z.array(z.unknown()) }),
  demo: z.object({ madeFor: plainDate }),
} as const;

export type SettingName = keyof typeof SETTING_SHAPES;
export const SETTING_DEFAULTS = { company: { name: 'Our company', timeZone: 'EST5EDT' }, history: DEFAULT_HISTORY_SETTINGS } as const;

export const newSetting = z.object({ id, validFrom: plainDate, value: SETTING_SHAPES.history });
export type NewSetting = z.infer<typeof newSetting>;

export interface SettingRow {
  readonly id: string;
  readonly validFrom: string;
  readonly value: z.infer<typeof SETTING_SHAPES.history>;
  readonly by: string | null;
  readonly recordedAt: string;
}
