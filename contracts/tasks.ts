import { z } from 'zod';
import { cardOf } from '#core/measuring/cards';
import { TAKES, type OwnTask } from '#core/upkeep/maintenance';
import { PART_IDS } from '#core/machine';
import { SYSTEMS } from '#core/base/vocabulary';
import { cadence, minutes, taskKey } from './agreements.ts';
import { longText, shortText } from './common.ts';

const degreesF = z.number().min(-40, 'at least −40 °F').max(120, 'at most 120 °F');

/** A task of the list as a company writes it. */
export const ownTask = z.strictObject({
  key: taskKey,
  title: shortText.min(1, 'what is it called?'),
  system: z.enum(SYSTEMS),
  parts: z.array(z.enum(PART_IDS)).max(12),
  without: z.array(z.enum(PART_IDS)).max(12).optional(),
  usual: z.discriminatedUnion('by', [
    ...cadence.options,
    z.strictObject({
      by: z.literal('once'),
      withinDays: z.int().min(1, 'at least one day').max(365, 'at most a year'),
    }),
  ]),
  minutes,
  steps: z.array(shortText.min(1, 'what is done?')).max(30),
  readings: z.array(z.string().refine((id) => cardOf(id) !== undefined, 'there is no such card')).max(12),
  takes: z.array(z.enum(TAKES)).max(TAKES.length),
  skills: z.array(shortText.min(1)).max(8),
  caution: longText.optional(),
  weather: z
    .strictObject({ fromF: degreesF.optional(), toF: degreesF.optional() })
    .refine(({ fromF, toF }) => fromF === undefined || toF === undefined || fromF <= toF, {
      path: ['toF'],
      message: 'must not lie below the coldest',
    })
    .optional(),
  water: z.literal(true).optional(),
  followsCondition: z.literal(true).optional(),
  protects: z.literal(true).optional(),
  onStandby: z.literal(true).optional(),
});

/** What a company has changed, added or dropped of the trade's task list; each task once. */
export const ownTasks = z
  .array(z.union([z.strictObject({ key: taskKey, dropped: z.literal(true) }), ownTask]))
  .max(100)
  .superRefine((tasks, context) => {
    tasks.forEach(({ key }, i) => {
      if (tasks.findIndex((other) => other.key === key) !== i)
        context.addIssue({
          code: 'custom',
          path: [i, 'title'],
          message: 'there is a task of this name already',
        });
    });
  })
  .readonly() satisfies z.ZodType<readonly OwnTask[]>;
