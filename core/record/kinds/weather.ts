import { z } from 'zod';
import { degF, saidText, say } from '#core/base/quantities';
import { SKIES, WINDS, type Weather } from '#core/evidence';
import { kind } from './kind.ts';

/** The weather a visit was made in. */
export const weather = kind({
  body: z.object({
    outdoorF: z.number('how warm is it outside?').min(-80).max(140),
    wetBulbF: z.number().min(-80).max(110).optional(),
    sky: z.enum(SKIES).optional(),
    wind: z.enum(WINDS).optional(),
  }) satisfies z.ZodType<Weather>,
  about: 'the visit',
  says: ({ outdoorF, wetBulbF, sky, wind }, { system }) =>
    [
      saidText(say`${degF(outdoorF)} outdoors`, system),
      wetBulbF === undefined ? '' : saidText(say`wet bulb ${degF(wetBulbF)}`, system),
      sky,
      wind,
    ]
      .filter(Boolean)
      .join(', '),
  form: { title: 'Weather', save: 'Put the weather on the sheet', group: 'seen' },
});
