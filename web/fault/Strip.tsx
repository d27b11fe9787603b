import { useState } from 'react';
import type { Ladder } from '#core/circuitry/ladder';
import { capital } from '#core/base/sentences';
import { observedWords, type Observed, type StepSeen } from '#core/diagnosis';
import { Button } from '../ui/frame/Button.tsx';
import { AnswerRow } from './AnswerRow.tsx';
import { useNextFocus } from './useNextFocus.ts';

/** When a step comes on a sound machine, as one would say it. */
function whenWords(atS: number): string {
  if (atS < 2) return 'at once';
  return atS < 100 ? `after ${Math.round(atS)} s` : `after ${Math.round(atS / 60)} min`;
}

/** The steps of a call in their order: what should come, when, what it should show; one tap a step. */
export function Strip({
  steps,
  ladder,
  onAnswer,
}: {
  steps: readonly StepSeen[];
  ladder: Ladder;
  onAnswer: (asked: string, seen: Observed) => void;
}) {
  const [changing, setChanging] = useState<string>();
  const { list, answered: goOn } = useNextFocus<HTMLOListElement>(steps);
  const stopped = steps.findIndex(({ well }) => well === false);
  return (
    <ol ref={list} aria-label="Steps of the call" className="divide-y divide-rule">
      {steps.map((step, k) => {
        const answered = step.seen !== undefined && changing !== step.key;
        return (
          <li key={step.key} className="py-2">
            <p className="flex flex-wrap items-baseline gap-x-2">
              <span className="w-6 text-soft tabular-nums">{k + 1}</span>
              <span className="min-w-0 flex-1 font-semibold">{capital(step.brief)}</span>
              {step.asks.kind === 'ran' && step.asks.call === 'nothing' ? null : (
                <span className="text-sm text-soft">{whenWords(step.atS)}</span>
              )}
            </p>
            {answered && step.seen ? (
              <p className="flex flex-wrap items-center gap-x-3 pl-8">
                <strong className={step.well === false ? 'text-ember' : 'text-verdigris'}>
                  {step.well === false ? '✗' : '✓'} {observedWords(step.seen)}
                </strong>
                {step.well === false ? (
                  <span className="text-sm text-soft">should be: {step.expects}</span>
                ) : null}
                <Button
                  look="quiet"
                  aria-label={`Change: ${step.words}`}
                  onClick={() => setChanging(step.key)}
                >
                  Change
                </Button>
              </p>
            ) : (
              <div className="pl-8">
                {k > stopped && stopped >= 0 ? (
                  <p className="text-sm text-soft">Comes after what did not happen.</p>
                ) : null}
                <AnswerRow
                  asks={step.asks}
                  sound={step.sound}
                  ladder={ladder}
                  taken={changing === step.key}
                  words={step.words}
                  onAnswer={(seen) => {
                    setChanging(undefined);
                    goOn();
                    onAnswer(step.words, seen);
                  }}
                />
              </div>
            )}
          </li>
        );
      })}
    </ol>
  );
}
