import { groupBy } from '#core/base/collections';
import { saidText } from '#core/base/quantities';
import type { ConditionKind } from '#core/base/vocabulary';
import { closesByWords, isCarbonMonoxide, ruleOf, type Answer } from '#core/measuring/answers';
import { answerNumber, type EntryBody } from '#core/record/kinds';
import { opening, type Closed, type ConditionState } from './conditions.ts';
import type { Entry } from './entries.ts';
import type { Standing } from './standing.ts';

/*
 * What a reading asks to act on stands open until it has led to a finding or to something left open, until
 * the same is measured again and is as it should be, or until somebody explains it by name. Carbon monoxide
 * and gas are settled by a reading alone.
 */

/** The answers of a line: those that were kept beside it when it was written. */
export type AnswersOf = (e: Entry) => readonly Answer[];
export const keptAnswers: AnswersOf = (e) => (e.body as { answers?: readonly Answer[] }).answers ?? [];

/** As which condition what a rule asks to act on stands open. */
export const conditionOfRule = (rule: string): ConditionKind =>
  isCarbonMonoxide(rule) ? 'carbon monoxide found' : 'reading to act on';

/**
 * The id of what one answer of a line asks: the same on every device. Four rounds of FNV-1a (32 bit) over
 * line and rule, in the shape of a UUID of the eighth version.
 */
export function actId(lineId: string, rule: string): string {
  const text = `${lineId} ${rule}`;
  const hex = [0x811c9dc5, 0x01000193, 0x9e3779b9, 0x85ebca6b]
    .map((seed) => {
      let hash = seed;
      for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193) >>> 0;
      return hash.toString(16).padStart(8, '0');
    })
    .join('');
  const part = (from: number, to: number) => hex.slice(from, to);
  return `${part(0, 8)}-${part(8, 12)}-8${part(13, 16)}-a${part(17, 20)}-${part(20, 32)}`;
}

/** How a line was measured: the mode of a set; a card says none. */
const modeOf = (e: Standing): string | null =>
  e.kind === 'reading set' ? (e.body as EntryBody<'reading set'>).mode : null;

/** Whether a later measurement speaks of the same: one circuit, one mode, with the machine running. */
function measuresAgain(act: ConditionState, e: Standing): boolean {
  const circuit = (e.body as { circuit?: number }).circuit ?? null;
  if (act.circuit !== circuit) return false;
  const mode = modeOf(e);
  if (mode === 'off') return false;
  return act.mode === null || act.mode === 'off' || act.mode === mode;
}

/** In its band, or without one; what waits, or lies beside its band, settles nothing. */
const asItShouldBe = ({ advice, position }: Answer): boolean =>
  (advice ?? null) === null && position !== 'below' && position !== 'above';

/** The answer a finding or something that was left says it comes from. */
interface LedTo {
  readonly act?: { readonly lineId: string; readonly rule: string } | undefined;
}

function actOf(e: Standing, asks: Answer): ConditionState {
  const rule = ruleOf(asks);
  const { name, quantity, unit, value, decimals } = asks;
  const open = opening(e, conditionOfRule(rule), {
    id: actId(e.rootId, rule),
    source: 'measured',
    circuit: (e.body as { circuit?: number }).circuit,
    rule,
    mode: modeOf(e),
    text: [answerNumber(asks), saidText(asks.text)].filter(Boolean).join('. '),
    answer: { name, quantity, unit, value, decimals },
  });
  return { ...open, lines: [e.rootId], closed: null };
}

/**
 * What readings ask to act on, in the order in which it was measured, each with what settled it.
 *
 * @param own what stands about the subject, in order
 * @param conditions what stands open besides, to which it may have led
 * @param since lines recorded before it ask nothing: they were read under older rules
 */
export function actsOf(
  own: readonly Standing[],
  conditions: readonly ConditionState[],
  {
    roots,
    since,
    answersOf,
  }: { readonly roots: ReadonlyMap<string, string>; readonly since: number; readonly answersOf: AnswersOf },
): ConditionState[] {
  const acts: ConditionState[] = [];
  const settle = (i: number, closed: Closed) => {
    const act = acts[i] as ConditionState;
    if (act.closed === null && closed.atMs >= act.openedMs) acts[i] = { ...act, closed };
  };
  const isOf = (act: ConditionState, told: { lineId: string; rule: string } | undefined) =>
    told !== undefined && act.rule === told.rule && act.lines.includes(roots.get(told.lineId) ?? told.lineId);
  for (const e of own) {
    const at = { atMs: e.occurredMs, entryId: e.id };
    if (e.kind === 'reading set' || e.kind === 'measurement') {
      for (const [rule, answers] of groupBy(answersOf(e), ruleOf)) {
        // One line may answer a rule twice, as for two streams of air: what asks outweighs what does not.
        const asking = answers.find(({ advice }) => advice === 'act');
        if (!asking) {
          const same = acts.findIndex((a) => a.closed === null && a.rule === rule && measuresAgain(a, e));
          if (same !== -1 && answers.every(asItShouldBe)) settle(same, at);
        } else if (e.recordedMs >= since) {
          const next = actOf(e, asking);
          const known = acts.findIndex(
            (a) => a.closed === null && a.rule === rule && a.circuit === next.circuit,
          );
          // Measured again and no better: the same thing, with the newest number.
          if (known === -1) acts.push(next);
          else {
            const old = acts[known] as ConditionState;
            acts[known] = {
              ...old,
              text: next.text,
              answer: next.answer,
              lines: [...new Set([...old.lines, e.rootId])],
            };
          }
        }
      }
      continue;
    }
    const told = (e.body as LedTo).act;
    acts.forEach((act, i) => {
      if (!isOf(act, told)) return;
      if (e.kind === 'explained' && closesByWords(act.rule ?? '')) settle(i, at);
      if (e.kind === 'finding' && closesByWords(act.rule ?? '')) settle(i, at);
      if (e.kind === 'condition left') {
        const led = conditions.find(({ lines }) => lines.includes(e.rootId));
        // What stands open in its place says it; where words have closed that, the reading still asks.
        if (closesByWords(act.rule ?? '') || led?.closed === null) settle(i, at);
      }
    });
  }
  return acts;
}
