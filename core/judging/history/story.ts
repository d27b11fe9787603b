import { compareText } from '#core/base/collections';
import type { PlainDate } from '#core/base/time';
import { callbacksOf } from './callback.ts';
import type { CallFact, HistorySettings, UnitFacts } from './facts.ts';
import { findingText } from './failures.ts';
import { repeatsOf } from './repeat.ts';

/** What the story line draws: marks in time and the arcs that join a failure to its repeat. */
export interface Story {
  readonly marks: readonly StoryMark[];
  readonly arcs: readonly StoryArc[];
}

interface StoryMark {
  readonly callId: string;
  readonly ref: string;
  readonly on: PlainDate;
  readonly kind: CallFact['kind'];
  readonly label: string;
  readonly poundsAdded?: number;
}

interface StoryArc {
  readonly kind: 'repeat' | 'callback';
  readonly fromCallId: string;
  readonly toCallId: string;
  readonly label: string;
}

/**
 * A unit's years as marks and arcs. A repeat's arc joins each failure of a part to the one before it inside
 * the window; a callback's arc joins it to the call it came back from. "Any failures" repeats are not drawn:
 * they would join everything to everything.
 */
export function storyOf(facts: UnitFacts, settings: HistorySettings): Story {
  const added = new Map<string, number>();
  for (const a of facts.additions)
    if (a.pounds !== undefined) added.set(a.callId, (added.get(a.callId) ?? 0) + a.pounds);
  const marks = [...facts.calls]
    .sort((a, b) => a.receivedAtMs - b.receivedAtMs || compareText(a.id, b.id))
    .map((call) => {
      const pounds = added.get(call.id);
      const label =
        call.findings.map(findingText).join(', ') ||
        (call.kind === 'call' ? 'cause not recorded' : call.kind);
      return {
        callId: call.id,
        ref: call.ref,
        on: call.receivedOn,
        kind: call.kind,
        label,
        ...(pounds === undefined ? {} : { poundsAdded: pounds }),
      };
    });
  const repeatArcs = repeatsOf(facts, settings)
    .filter((r) => r.kind === 'same part')
    .map((r) => {
      const [from, to] = r.failures.slice(-2);
      return {
        kind: 'repeat' as const,
        fromCallId: from?.call.id as string,
        toCallId: to?.call.id as string,
        label: `${r.part} again`,
      };
    });
  const callbackArcs = callbacksOf(facts, settings).map((c) => ({
    kind: 'callback' as const,
    fromCallId: c.earlier.id,
    toCallId: c.later.id,
    label: `back after ${c.days} ${c.days === 1 ? 'day' : 'days'}`,
  }));
  return { marks, arcs: [...repeatArcs, ...callbackArcs] };
}
