import { compareText } from '#core/base/collections';
import { cardOf, plateFacts, workedOut, type CardEntries } from '#core/measuring/cards';
import { readingAnswers, type ReadingSet } from '#core/evidence';
import type { Answer, MeasuringLimits } from '#core/measuring/answers';
import { plainUnit, saidText, shownValue, type UnitSystem } from '#core/base/quantities';
import type { ConditionKind } from '#core/base/vocabulary';
import type { VisitPage } from '#contracts/visits';
import { number } from '../ui/words/format.ts';
import type { Line } from './lines.ts';

/* What somebody has to act on: answers of this visit that say so, until the same reading says otherwise or it is left open. */

type Unit = VisitPage['units'][number];

/** An answer that asks to act, with the line it is on. */
export interface Act {
  readonly lineId: string;
  readonly unitId: string | null;
  readonly answer: Answer;
}

/** The answers of a line: the server's, or the same core's until they have come. */
function answersOfLine(
  line: Pick<Line, 'kind' | 'body'>,
  unit: Unit | undefined,
  limits: MeasuringLimits | undefined,
): readonly Answer[] {
  const kept = line.body.answers as readonly Answer[] | undefined;
  if (kept) return kept;
  if (line.kind === 'reading set') {
    const set = line.body as unknown as ReadingSet;
    return readingAnswers(set, unit ? plateFacts(unit, set.circuit ?? 1) : {}, limits).answers;
  }
  if (line.kind !== 'measurement' || !cardOf(String(line.body.card))) return [];
  return workedOut(String(line.body.card), line.body.inputs as CardEntries, limits).answers;
}

/** What a line asks to act on. */
export const actsOfLine = (line: Line, unit: Unit | undefined, limits: MeasuringLimits | undefined): Act[] =>
  answersOfLine(line, unit, limits)
    .filter((answer) => answer.advice === 'act')
    .map((answer) => ({ lineId: line.id, unitId: line.unitId, answer }));

/**
 * What still has to be acted on: of each answer of a unit and circuit the last one counts, and one that was
 * left open afterwards is in front of everybody already.
 */
export function standingActs(
  lines: readonly Line[],
  unitOf: (id: string | null) => Unit | undefined,
  limits: MeasuringLimits | undefined,
): Act[] {
  const standing = new Map<string, Act>();
  for (const line of [...lines].sort((a, b) => compareText(a.occurredAt, b.occurredAt))) {
    if (line.kind === 'condition left')
      for (const [key, { unitId, answer }] of standing)
        if (unitId === line.unitId && String(line.body.text ?? '').includes(answer.name))
          standing.delete(key);
    for (const answer of answersOfLine(line, unitOf(line.unitId), limits)) {
      const key = `${line.unitId} ${Number(line.body.circuit ?? 0)} ${answer.name}`;
      if (answer.advice === 'act') standing.set(key, { lineId: line.id, unitId: line.unitId, answer });
      else standing.delete(key);
    }
  }
  return [...standing.values()];
}

/** @example "CO in the room 80 ppm" */
export function actWords({ answer }: Act, system: UnitSystem = 'US'): string {
  const shown = shownValue(answer.quantity, answer.unit, answer.value, system);
  return `${answer.name} ${number(shown.value, answer.decimals)} ${plainUnit(shown.unit)}`.trim();
}

/** As which condition it is left open. */
export const conditionFor = ({ answer }: Act): ConditionKind =>
  answer.name.startsWith('CO') ? 'carbon monoxide found' : 'reading to act on';

/** What the condition says; the name of the answer in it is how it is known again. */
export const conditionText = (act: Act): string => `${actWords(act)}. ${saidText(act.answer.text)}`.trim();
