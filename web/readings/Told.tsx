import type { ReadingSet } from '#core/evidence';
import type { Likely } from '#core/judging/readings';
import { circuitOf, judgeable, type JudgedUnit } from './circuitOf.ts';
import { JudgedPanel } from './JudgedPanel.tsx';
import { useJudged } from './useJudged.ts';

/** What a set says of a circuit of a unit; nothing where it says nothing of a circuit that cools. */
export function ReadingsTold({
  set,
  unit,
  onFinding,
}: {
  set: ReadingSet;
  unit: JudgedUnit;
  onFinding?: ((likely: Likely) => void) | undefined;
}) {
  const judging = judgeable(set);
  const { judged, working, trouble } = useJudged(judging, circuitOf(unit, set.circuit ?? 1));
  return judging ? <JudgedPanel {...{ judged, working, trouble, onFinding }} /> : null;
}
