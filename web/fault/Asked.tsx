import { capital } from '#core/base/sentences';
import type { Ladder } from '#core/circuitry/ladder';
import { observedWords, questionOf, questionWords, type Observed } from '#core/diagnosis';
import { AnswerRow } from './AnswerRow.tsx';

/** Questions with what was answered, and the taps that answer them. */
export function Asked({
  asks,
  sound = (one) => one,
  ladder,
  seen,
  onAnswer,
}: {
  asks: readonly Observed[];
  /** What a sound machine shows; the question itself where nothing is known of it. */
  sound?: (asks: Observed) => Observed;
  ladder: Ladder;
  seen: readonly Observed[];
  onAnswer: (asked: string, seen: Observed) => void;
}) {
  return (
    <ul className="divide-y divide-rule">
      {asks.map((one) => {
        const words = questionWords(ladder, one);
        const given = seen.findLast((other) => questionOf(other) === questionOf(one));
        return (
          <li key={words} className="py-2">
            <p className="font-semibold">
              {capital(words)} {given ? <span className="text-verdigris">{observedWords(given)}</span> : null}
            </p>
            <AnswerRow
              {...{ ladder, words }}
              asks={one}
              sound={sound(one)}
              onAnswer={(answer) => onAnswer(words, answer)}
            />
          </li>
        );
      })}
    </ul>
  );
}
