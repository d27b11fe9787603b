import type { Answer } from '#core/measurement';
import { BandPicture } from './BandPicture.tsx';
import { number } from './format.ts';
import { plainUnit, shownText, shownValue, type UnitSystem } from './units.ts';

/** A verdict in sign and word. */
export const VERDICT_WORDS: Record<Answer['verdict'], string> = {
  within: '✓ within',
  low: '↓ low',
  high: '↑ high',
  act: '! act',
  wait: '… wait',
  'says nothing': '',
};

/** One answer: value and verdict, what it means, its band as a picture, formula and source one tap away. */
export function AnswerLine({ answer: a, system }: { answer: Answer; system: UnitSystem }) {
  const shown = shownValue(a.quantity, a.unit, a.value, system);
  const bad = a.verdict === 'act';
  // What would make a verdict surer may stay behind a tap; what is missing for any verdict may not. It is named first.
  const [missing, ...rest] = a.improve;
  const noVerdict = a.verdict === 'says nothing' && missing !== undefined;
  const surer = noVerdict ? rest : a.improve;
  return (
    <div
      className={`border-l-4 pl-3 ${bad ? 'border-ember' : a.verdict === 'within' ? 'border-verdigris' : 'border-copper'}`}
    >
      <div className="grid items-center gap-x-4 sm:grid-cols-[minmax(0,1fr)_minmax(0,15rem)]">
        <div>
          <p className="flex flex-wrap items-baseline gap-x-3">
            <span className="text-2xl font-bold">
              {a.name} {number(shown.value, a.decimals)} {plainUnit(shown.unit)}
            </span>
            {VERDICT_WORDS[a.verdict] ? (
              <span
                className={`text-lg font-semibold ${a.verdict === 'within' ? 'text-verdigris' : bad ? 'text-ember' : 'text-copper'}`}
              >
                {VERDICT_WORDS[a.verdict]}
              </span>
            ) : null}
          </p>
          {a.text ? <p>{shownText(a.text, system)}</p> : null}
          {noVerdict ? <p>To judge it: {shownText(missing, system)}.</p> : null}
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
          {a.band ? `Band: ${a.band.from}, ${shownText(a.band.source, system)}` : 'No band'}
          {a.confidence === 'high' ? '' : `; ${a.confidence} confidence`}
        </summary>
        <p>{a.formula}</p>
        <p className="text-soft">{a.source}</p>
        {surer.length > 0 ? <p>Surer with: {shownText(surer.join('; '), system)}.</p> : null}
      </details>
    </div>
  );
}
