import { neverPastTheVisit } from '#core/record/conditions';
import type { UnitSystem } from '#core/base/quantities';
import { answerNumber } from '#core/record/kinds';
import type { ConditionState } from '#core/record/sheet';
import { closesByWords, ruleOf, type Answer } from '#core/measuring/answers';
import { actValue } from './forms.ts';
import { staysOpen, type OpenHere } from './standing.ts';

/* What somebody is asked about on a sheet: readings that ask to act, and what must not be left behind. */

/** What a reading asks to act on, on a unit or a point. */
export interface Act {
  readonly subjectId: string;
  readonly condition: OpenHere;
}
type Standing = ReadonlyMap<string, readonly OpenHere[]>;

/** Everything that readings ask and that nothing has settled. */
export const actsOn = (standing: Standing): Act[] =>
  [...standing].flatMap(([subjectId, open]) =>
    open
      .filter((condition) => condition.source === 'measured' && staysOpen(condition))
      .map((condition) => ({ subjectId, condition })),
  );

/** The act an answer of a line asks, where it still does. */
export const actOfAnswer = (acts: readonly Act[], rootId: string, answer: Pick<Answer, 'name'>) =>
  acts.find(({ condition }) => condition.rule === ruleOf(answer) && condition.lines.includes(rootId));

/** @example "CO in the room 80 ppm" */
export const actWords = ({ condition }: Act, system: UnitSystem): string =>
  condition.answer === null ? condition.text : answerNumber(condition.answer, system);

/** Whether somebody may say by name that there is nothing to do. */
export const mayExplain = ({ condition }: Act): boolean => closesByWords(condition.rule ?? '');

/** An act as an entry names it: the line, and the rule of its answer. */
export const named = ({ condition }: Act): { lineId: string; rule: string } => ({
  lineId: condition.lines[0] ?? condition.id,
  rule: condition.rule ?? '',
});
export const asValue = (act: Act): string => actValue(named(act));

/** What was left open on this visit, is still so, and must never stay past it: "safety bypassed on RTU-1". */
export const leftBehind = (
  standing: Standing,
  visitId: string,
  nameOf: (subjectId: string) => string | undefined,
): string[] =>
  [...standing].flatMap(([subjectId, open]) =>
    open
      .filter(
        (one: OpenHere & Pick<ConditionState, 'visitId'>) =>
          one.source !== 'measured' &&
          one.visitId === visitId &&
          staysOpen(one) &&
          neverPastTheVisit(one.kind),
      )
      .map(({ kind }) => `${kind}${nameOf(subjectId) ? ` on ${nameOf(subjectId)}` : ''}`),
  );
