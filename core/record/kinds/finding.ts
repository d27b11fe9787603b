import { z } from 'zod';
import { dangerOf, mayEndanger, partOfWord, type PartId } from '#core/machine';
import { dayWords } from '#core/base/time';
import { id, longText, plainDate, shortText } from '#core/base/shapes';
import { FINDING_GRADES, SYSTEMS, type ConditionKind } from '#core/base/vocabulary';
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
    /** The observations it rests on. */
    evidence: z.array(id).max(100).optional(),
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

/** What of a finding says which danger it is; as a form holds it, the grade may still be missing. */
type Found = Pick<z.infer<typeof finding.body>, 'component' | 'part' | 'failure' | 'system'> & {
  readonly grade: string;
};

/**
 * As which open condition a finding stands, and at which part; undefined where it endangers nobody, or where
 * nobody has said more than that it may be so.
 *
 * @param words component words the company has mapped itself
 */
export function dangerFound(
  { grade, component, part: chosen, failure, system }: Found,
  words: ReadonlyMap<string, PartId>,
): { readonly part: PartId; readonly kind: ConditionKind } | undefined {
  if ((grade !== 'proven' && grade !== 'presumed') || !mayEndanger(failure)) return undefined;
  const at = chosen ?? partOfWord(component, words, system) ?? null;
  const kind = dangerOf(at, failure);
  return at === null || kind === undefined ? undefined : { part: at, kind };
}
