import { z } from 'zod';
import { AT_ALL, CIRCUMSTANCES, tableTroubles } from '#core/diagnosis';
import { DEFAULT_HISTORY_SETTINGS } from '#core/judging/history';
import { DEFAULT_LIMITS } from '#core/measuring/answers';
import { UNIT_SYSTEMS } from '#core/base/quantities';
import { DEFAULT_PLANNING } from '#core/planning/routing';
import { UNIT_KINDS } from '#core/base/vocabulary';
import { isTimeZone } from '#core/base/time';
import { cents, tasksTerms } from './agreements.ts';
import { id, instant, name, plainDate } from './common.ts';
import { startPlace } from './crews.ts';
import { ownTasks } from './tasks.ts';
import { DEFAULT_RIGHTS, ROLES, type Settable } from './roles.ts';

const LIMIT_PAIRS = [
  ['superheatLowF', 'superheatHighF'],
  ['subcoolingLowF', 'subcoolingHighF'],
  ['splitLowF', 'splitHighF'],
  ['cfmPerTonLow', 'cfmPerTonHigh'],
] as const;

const days = z.int().min(1, 'at least one day').max(3650, 'at most ten years');

const someRoles = z
  .array(z.enum(ROLES))
  .max(ROLES.length)
  .refine((roles) => roles.includes('manager'), 'a manager always may')
  .readonly();

/** A row of the table of what fails when; what it may name is looked at when it is written. */
const failureRow = z.object({
  fault: z.string().trim().min(1).max(80),
  circumstance: z.enum([...CIRCUMSTANCES, AT_ALL]),
  factor: z.number(),
  source: z.string().trim().max(200),
});
const MOST_ROWS = 400;

/** The company's settings by name; each value holds from a day on, and older days keep the value they had. */
export const SETTING_SHAPES = {
  company: z.object({
    name,
    timeZone: z.string().refine(isTimeZone, 'is not a time zone'),
    units: z.enum(UNIT_SYSTEMS).default('US'),
  }),
  /** Where crews start that have no start of their own. */
  yard: startPlace,
  history: z.object({
    callbackDays: days,
    repeatWindowDays: days,
    repeatSameClass: z.int().min(2).max(20),
    repeatAnyFailures: z.int().min(2).max(20),
    leakerApartDays: days.default(DEFAULT_HISTORY_SETTINGS.leakerApartDays),
    leakerWithinDays: days.default(DEFAULT_HISTORY_SETTINGS.leakerWithinDays),
    leakerSharePct: z.int().min(5).max(100).default(DEFAULT_HISTORY_SETTINGS.leakerSharePct),
    callbackWatchDays: days,
    lifeYears: z.record(z.enum(UNIT_KINDS), z.int().min(1).max(99)),
  }),
  measuring: z
    .object({
      elevationFt: z.number().min(-1500, 'below any city').max(15000, 'above any city'),
      chargeOutdoorF: z.number().min(40).max(80),
      superheatLowF: z.number().min(1).max(30),
      superheatHighF: z.number().min(1).max(40),
      subcoolingLowF: z.number().min(1).max(30),
      subcoolingHighF: z.number().min(1).max(40),
      splitLowF: z.number().min(5).max(30),
      splitHighF: z.number().min(5).max(40),
      cfmPerTonLow: z.number().min(200).max(600),
      cfmPerTonHigh: z.number().min(200).max(800),
      vacuumMicrons: z.number().min(100).max(1000),
      currentUnbalancePct: z.number().min(2).max(20),
      /** A company may be stricter than the trade here, never laxer. */
      coActPpm: z.number().min(9).max(100, 'the trade acts at 100 ppm at the latest'),
      coRoomPpm: z
        .number()
        .min(1)
        .max(9, 'published guidance looks for the source at 9 ppm at the latest')
        .default(DEFAULT_LIMITS.coRoomPpm),
    })
    .superRefine((limits, context) => {
      for (const [low, high] of LIMIT_PAIRS)
        if (limits[low] >= limits[high])
          context.addIssue({ code: 'custom', path: [high], message: 'must lie above the lower end' });
    }),
  /** How often each kind of machine is maintained where nothing else is agreed. */
  maintenance: z.partialRecord(z.enum(UNIT_KINDS), tasksTerms),
  /** What is maintained: the trade's task list with what the company has made of it. */
  tasks: ownTasks,
  /** How days are planned: overtime, breaks and rest, the window customers are told, what an hour costs. */
  planning: z.object({
    overtimeMinutes: z.int().min(0).max(240, 'four hours over are no plan'),
    restFrom: z.int().min(0).max(1440),
    restMinutes: z.int().min(0).max(120),
    windowMinutes: z.int().min(30, 'half an hour at least').max(480),
    nightRestMinutes: z
      .int()
      .min(0)
      .max(1440, 'a day and a night at most')
      .default(DEFAULT_PLANNING.nightRestMinutes),
    hourCents: cents.nullable().default(null),
    overtimeFactor: z.number().min(1, 'no less than the usual hour').max(5).default(1.5),
    vanHourCents: cents.nullable().default(null),
  }),
  /** What fails when, by this company's own calls: rows beside ours. */
  failures: z.array(failureRow).max(MOST_ROWS, `at most ${MOST_ROWS} rows`),
  rights: z.object({
    'write for another crew': someRoles,
    'withdraw another’s hazard': someRoles,
    'read every key': someRoles,
  } satisfies Record<Settable, unknown>),
  'map base': z.looseObject({ type: z.literal('FeatureCollection'), features: z.array(z.unknown()) }),
  /** From when on what was found and measured opens something; lines written before stand as they were read. */
  facts: z.object({ since: instant }),
  demo: z.object({ madeFor: plainDate }),
} as const;

export type SettingName = keyof typeof SETTING_SHAPES;
export const SETTING_DEFAULTS = {
  company: { name: 'Our company', timeZone: 'EST5EDT', units: 'US' },
  history: DEFAULT_HISTORY_SETTINGS,
  measuring: DEFAULT_LIMITS,
  maintenance: {},
  tasks: [],
  planning: DEFAULT_PLANNING,
  failures: [],
  rights: DEFAULT_RIGHTS,
} as const;

/** Settings that people of the company change, each by a form of its own. */
export const CHANGED_BY_HAND = [
  'company',
  'yard',
  'history',
  'measuring',
  'maintenance',
  'tasks',
  'planning',
  'failures',
  'rights',
] as const;
export type HandSetting = (typeof CHANGED_BY_HAND)[number];
export type SettingValue<N extends HandSetting> = z.infer<(typeof SETTING_SHAPES)[N]>;

export const newSetting = {
  company: z.object({ id, validFrom: plainDate, value: SETTING_SHAPES.company }),
  yard: z.object({ id, validFrom: plainDate, value: SETTING_SHAPES.yard }),
  history: z.object({ id, validFrom: plainDate, value: SETTING_SHAPES.history }),
  measuring: z.object({ id, validFrom: plainDate, value: SETTING_SHAPES.measuring }),
  maintenance: z.object({ id, validFrom: plainDate, value: SETTING_SHAPES.maintenance }),
  tasks: z.object({ id, validFrom: plainDate, value: SETTING_SHAPES.tasks }),
  planning: z.object({ id, validFrom: plainDate, value: SETTING_SHAPES.planning }),
  failures: z.object({
    ...{ id, validFrom: plainDate },
    value: SETTING_SHAPES.failures.superRefine((rows, context) => {
      for (const { row, trouble } of tableTroubles(rows))
        context.addIssue({ code: 'custom', path: [row - 1], message: `row ${row}: ${trouble}` });
    }),
  }),
  rights: z.object({ id, validFrom: plainDate, value: SETTING_SHAPES.rights }),
} as const;
export interface NewSetting<N extends HandSetting = HandSetting> {
  readonly id: string;
  readonly validFrom: string;
  readonly value: SettingValue<N>;
}

export interface SettingRow<N extends HandSetting = HandSetting> {
  readonly id: string;
  readonly validFrom: string;
  readonly value: SettingValue<N>;
  readonly by: string | null;
  readonly recordedAt: string;
}
