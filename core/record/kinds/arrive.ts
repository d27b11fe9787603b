import { z } from 'zod';
import { kind } from './kind.ts';

/** Somebody is there. */
export const arrive = kind({
  body: z.object({}),
  about: 'the visit',
  touches: ['calls', 'times of the visit'],
  says: () => 'Arrived',
});
