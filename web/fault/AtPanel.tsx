import type { Ladder } from '#core/circuitry/ladder';
import { observedWords, questionOf, questionWords, type Observed } from '#core/diagnosis';
import { capital } from '#core/base/sentences';
import { Panel } from '../ui/frame/Screen.tsx';
import { AnswerRow } from './AnswerRow.tsx';

/** Volts at the panel, leg by leg: what is dead there is dead at every machine on it. */
export function AtPanel({
  ladder,
  feed,
  seen,
  onAnswer,
}: {
  ladder: Ladder;
  /** How it is fed, as a sentence; nothing where nobody has traced it. */
  feed: string | null;
  seen: readonly Observed[];
  onAnswer: (asked: string, seen: Observed) => void;
}) {
  const { legs, volts } = ladder.supply;
  // Of three legs every pair; of two there is one.
  const pairs = legs.slice(legs.length > 2 ? 0 : 1).map((leg, k): Observed => {
    const other = legs[legs.length > 2 ? (k + 1) % legs.length : k] as string;
    return { kind: 'supply', between: [leg, other].sort() as [string, string], reads: 0 };
  });
  return (
    <Panel title="At the panel">
      <p className="mb-2 text-soft">
        {feed ? `${feed}. ` : ''}What is measured there speaks for every machine it feeds. A breaker that
        tripped rests midway and may look on: full off, then on, once, standing aside.
      </p>
      <ul className="divide-y divide-rule">
        {pairs.map((asks) => {
          const words = questionWords(ladder, asks);
          const given = seen.findLast((one) => questionOf(one) === questionOf(asks));
          return (
            <li key={words} className="py-2">
              <p className="font-semibold">
                {capital(words)}{' '}
                {given ? <span className="text-verdigris">{observedWords(given)}</span> : null}
              </p>
              <AnswerRow
                {...{ asks, ladder, words }}
                sound={{ ...asks, reads: volts } as Observed}
                onAnswer={(one) => onAnswer(words, one)}
              />
            </li>
          );
        })}
      </ul>
    </Panel>
  );
}
