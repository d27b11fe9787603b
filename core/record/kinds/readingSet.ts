import { z } from 'zod';
import { QUANTITIES, say, degF, saidText } from '#core/base/quantities';
import { shortText } from '#core/base/shapes';
import {
  READING_POINT_NAMES,
  READING_POINTS,
  readingAnswers,
  TAKEN,
  type ReadingPoint,
} from '#core/evidence';
import { standing, type Answer } from '#core/measuring/answers';
import { answerSaid, rounded } from './answerSaid.ts';
import { circuitNumber } from './fields.ts';
import { kind, sentences } from './kind.ts';

export const reading = z
  .object({
    point: z.enum(READING_POINT_NAMES as [ReadingPoint, ...ReadingPoint[]]),
    value: z.number(),
    unit: z.string(),
    instrument: shortText.optional(),
  })
  .refine((r) => Object.hasOwn(QUANTITIES[READING_POINTS[r.point].quantity].units, r.unit), {
    error: (issue) => `${(issue.input as { point: string }).point} is not measured in that unit`,
    path: ['unit'],
  });

/** What a line always says of a set of readings; the rest only when it is not as it should be. */
const FIRST: ReadonlySet<string> = new Set([
  'superheat',
  'subcooling',
  'split',
  'voltage unbalance',
  'current unbalance',
]);

/** Readings taken together; what they say is worked out when they are written and kept beside them. */
export const readingSet = kind({
  body: z.object({
    mode: z.enum(['cooling', 'heating', 'off']),
    circuit: circuitNumber.optional(),
    stage: z.int().min(1).max(8).optional(),
    /** Before anybody worked on it, or as it was left. */
    taken: z.enum(TAKEN).optional(),
    outdoorF: z.number().min(-80).max(140).optional(),
    minutesRunning: z.number().min(0).max(100000).optional(),
    condenser: z.enum(['clean and dry', 'wet', 'dirty']).optional(),
    readings: z.array(reading).min(1, 'at least one reading').max(40),
  }),
  about: 'anything',
  folded: 'answers',
  says(body, { circuit, limits, system }) {
    const taken = body.readings.map((r) => `${r.point} ${rounded(r.value)} ${r.unit}`).join(', ');
    // What was worked out on that day stands; until the server has answered, it is worked out here.
    const kept = (body as { answers?: readonly Answer[] }).answers;
    const answers = (kept ?? readingAnswers(body, circuit, limits).answers).filter(
      (a) => FIRST.has(a.name) || !['inside', 'measure first', null].includes(standing(a)),
    );
    const where = [
      body.mode,
      body.taken,
      body.circuit === undefined ? '' : `circuit ${body.circuit}`,
      body.stage === undefined ? '' : `stage ${body.stage}`,
      body.outdoorF === undefined ? '' : saidText(say`${degF(body.outdoorF)} outdoors`, system),
      body.condenser === undefined ? '' : `condenser ${body.condenser}`,
    ];
    return sentences(
      where.filter(Boolean).join(', '),
      answers.map((a) => answerSaid(a, system)).join(', '),
      taken,
    );
  },
  form: { title: 'Readings', save: 'Put the readings on the sheet', group: 'seen' },
});
