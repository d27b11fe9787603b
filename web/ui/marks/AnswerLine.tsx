import { plainUnit, saidText, shownValue, type UnitSystem } from '#core/base/quantities';
import { standing, type Advice, type Answer, type Position } from '#core/measuring/answers';
import { BandPicture } from './BandPicture.tsx';
import { number } from '../words/format.ts';

/** What an answer comes down to, in sign and word. */
export const STANDING_WORDS: Record<Advice | Position, string> = {
  inside: '✓ within',
  below: '↓ low',
  above: '↑ high',
  act: '! act',
  wait: '… wait',
  'measure first': '',
};

export const standingWord = (answer: Answer): string => {
  const word = standing(answer);
  return word === null ? '' : STANDING_WORDS[word];
};

/**
 * One answer: value and what it comes down to, what it means, its band as a picture, formula and source one
 * tap away.
 */
export function AnswerLine({ answer: a, system }: { answer: Answer; system: UnitSystem }) {
  const shown = shownValue(a.quantity, a.unit, a.value, system);
  const bad = a.advice === 'act';
  const good = standing(a) === 'inside';
  // What would make an answer surer may stay behind a tap; what is missing for any judgement may not. It is
  // named first.
  const [missing, ...rest] = a.improve;
  const first = a.advice === 'measure first' ? missing : undefined;
  const surer = first === undefined ? a.improve : rest;
  const word = standingWord(a);
  return (
    <div className={bad ? 'hurts' : good ? 'settled' : 'tied'}>
      <div>
        <p className="flex flex-wrap items-baseline gap-x-3">
          <span className="font-semibold">{a.name} </span>
          <span className="leading-tight font-bold">
            <span className="text-4xl">{number(shown.value, a.decimals)}</span> {plainUnit(shown.unit)}
          </span>
          {bad ? (
            <span className="hazard-notch text-lg">{STANDING_WORDS.act}</span>
          ) : word ? (
            <span className={`text-lg font-semibold ${good ? 'text-verdigris' : 'text-ink'}`}>{word}</span>
          ) : null}
        </p>
        <div>
          {a.text.length > 0 ? (
            <p className={bad ? 'font-semibold text-ember' : ''}>{saidText(a.text, system)}</p>
          ) : null}
          {first === undefined ? null : <p>To judge it: {saidText(first, system)}.</p>}
          {a.sister ? (
            <p className="text-soft">
              Sister {a.sister.where}:{' '}
              {number(shownValue(a.quantity, a.unit, a.sister.value, system).value, a.decimals)}{' '}
              {plainUnit(shown.unit)}
            </p>
          ) : null}
        </div>
        <BandPicture answer={a} system={system} />
      </div>
      <details className="text-sm">
        <summary className="cursor-pointer text-soft">
          {a.band ? `Band: ${a.band.from}, ${saidText(a.band.source, system)}` : 'No band'}
          {a.confidence === 'high' ? '' : `; ${a.confidence} confidence`}
        </summary>
        <p>{a.formula}</p>
        <p className="text-soft">{a.source}</p>
        {surer.length > 0 ? (
          <p>Surer with: {surer.map((said) => saidText(said, system)).join('; ')}.</p>
        ) : null}
      </details>
    </div>
  );
}
