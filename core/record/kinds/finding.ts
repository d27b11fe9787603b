import { z } from 'zod';
import { dayWords } from '#core/base/time';
import { longText, plainDate, shortText } from '#core/base/shapes';
import { FINDING_GRADES, SYSTEMS } from '#core/base/vocabulary';
import { actTold, circuitNumber, ofCircuit, part } from './fields.ts';
import { kind, sentences } from './kind.ts';

/** What is wrong, with what, and how sure that is. */
export const finding = kind({
  body: z.object({
    system: z.enum(SYSTEMS).optional(),
    /** As the technician says it; `part` stands beside it where it was chosen from the list. */
    component: z.string().trim().min(1, 'which component?').max(100),
    part: part.optional(),
    circuit: circuitNumber.optional(),
    failure: z.string().trim().min(1, 'what is wrong with it?').max(100),
    grade: z.enum(FINDING_GRADES),
    /** A presumed cause is looked at again on this day. */
    watchUntil: plainDate.optional(),
    /** Where it endangers somebody: what was made safe, and who was told, in writing. */
    madeSafe: shortText.optional(),
    told: shortText.optional(),
    text: longText.optional(),
    /** The reading that asked to act and has led to it. */
    act: actTold.optional(),
  }),
  // Records brought in from elsewhere may say what was wrong and not with what.
  older: ({ component = '', failure = '', ...body }) => ({ component, failure, ...body }),
  about: 'a unit or point',
  which: 'a finding is about one, or about a point of the site',
  touches: ['calls', 'called units'],
  folded: 'all',
  says: ({ component, circuit, failure, grade, watchUntil, madeSafe, told, text }) =>
    sentences(
      `${component}${ofCircuit(circuit)} ${failure}, ${grade}` +
        (watchUntil ? `, watched until ${dayWords(watchUntil)}` : ''),
      madeSafe && `Made safe: ${madeSafe}`,
      told && `Told: ${told}`,
      text,
    ),
  form: { title: 'Finding', save: 'Put the finding on the sheet', group: 'done' },
});
