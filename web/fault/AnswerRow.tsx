import { useState } from 'react';
import { effectsOf, type Ladder } from '#core/circuitry/ladder';
import { answersTo, oddOf, type Observed } from '#core/diagnosis';
import { Button } from '../ui/frame/Button.tsx';
import { numberTyped } from '../ui/forms/numbers.ts';

/** The answers to one question: a tap each, or a number with its unit. */
export function AnswerRow({
  asks,
  sound,
  ladder,
  words,
  taken = false,
  onAnswer,
}: {
  asks: Observed;
  /** What a sound machine shows. */
  sound: Observed;
  ladder: Ladder;
  words: string;
  /** It stands where a button was that has gone with its answer: the keyboard goes on in it. */
  taken?: boolean;
  onAnswer: (seen: Observed) => void;
}) {
  const { taps, number } = answersTo(asks, sound, effectsOf(ladder).includes('pilot valve'));
  const [typed, setTyped] = useState<string>();
  const [sister, setSister] = useState('');
  const [trouble, setTrouble] = useState<string>();
  const give = (seen: Observed) => {
    const odd = oddOf(ladder, seen);
    setTrouble(odd);
    if (odd !== undefined) return;
    setTyped(undefined);
    onAnswer(seen);
  };
  const file = () => {
    const read = numberTyped(typed);
    if (number === undefined || read === undefined || !Number.isFinite(read) || read < 0)
      return setTrouble('a number, without a sign');
    const other = sister.trim() === '' ? undefined : numberTyped(sister);
    if (other !== undefined && (!Number.isFinite(other) || other < 0))
      return setTrouble('what its sister shows is a number, without a sign');
    give(number.seen(read, other));
    setSister('');
  };
  return (
    <div className="mt-1" role="group" aria-label={words}>
      <div className="grid grid-cols-3 gap-2 desk:flex desk:flex-wrap">
        {taps.map(({ words: answer, seen }) => (
          <Button
            key={answer}
            autoFocus={taken && answer === taps[0]?.words}
            className="min-h-12 !px-2 desk:min-w-20"
            onClick={() => give(seen)}
          >
            {answer}
          </Button>
        ))}
        {number && typed === undefined ? (
          <Button className="min-h-12 !px-2 desk:min-w-20" onClick={() => setTyped('')}>
            other, {number.unit}
          </Button>
        ) : null}
      </div>
      {number && typed !== undefined ? (
        <form
          noValidate
          className="mt-2 flex flex-wrap items-center gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            file();
          }}
        >
          <label className="flex items-center gap-2">
            <span className="sr-only">{words}</span>
            <input
              autoFocus
              inputMode="decimal"
              autoComplete="off"
              className="min-h-12 w-28 rounded-[3px] border-2 border-edge bg-sheet px-2 text-lg font-bold"
              value={typed}
              onChange={(event) => setTyped(event.target.value)}
            />
            {number.unit}
          </label>
          {number.hasSister ? (
            <label className="flex items-center gap-2">
              its sister
              <input
                inputMode="decimal"
                autoComplete="off"
                placeholder="if measured"
                className="min-h-12 w-28 rounded-[3px] border-2 border-rule bg-sheet px-2 text-lg"
                value={sister}
                onChange={(event) => setSister(event.target.value)}
              />
              {number.unit}
            </label>
          ) : null}
          <Button type="submit" look="act" className="min-h-12 text-lg">
            Put it down
          </Button>
          <Button className="min-h-12" onClick={() => setTyped(undefined)}>
            Not now
          </Button>
        </form>
      ) : null}
      {trouble ? (
        <p role="alert" className="mt-1 fault">
          {trouble}
        </p>
      ) : null}
    </div>
  );
}
