import { useId } from 'react';
import { capital } from '#core/base/sentences';
import { plainUnit, saidText, shownValue, type UnitSystem } from '#core/base/quantities';
import type { Compared, Judged, Likely } from '#core/judging/readings';
import { useUnitSystem } from '../state/preferences.ts';
import { number, percent } from '../ui/words/format.ts';
import { Button } from '../ui/frame/Button.tsx';
import { ExplainPicture, LETTERS } from './ExplainPicture.tsx';

/** "condenser split 45 °F, 20 if sound" */
export function tells(one: Compared, system: UnitSystem): string {
  const [read, sound] = [one.read, one.sound].map((value) =>
    shownValue(one.quantity, one.unit, value, system),
  );
  if (!read || !sound) return '';
  return `${one.name} ${number(read.value, 0)} ${plainUnit(read.unit)}, ${number(sound.value, 0)} if sound`;
}

/** From this share on a machine looks sound at a glance. */
const SETTLED_FROM = 0.9;
const isSettled = ({ likely: [first], doubts, undecided }: Judged): boolean =>
  first?.says === 'sound' && first.share >= SETTLED_FROM && doubts.length + undecided.length === 0;

const minutes = (many: number): string => (many < 2 ? 'a minute' : `${number(many, 0)} minutes`);

/**
 * What readings say of their circuit, in three lines that are never folded: what it most likely is by which number,
 * what to look at next, what not to do yet; the rest in one line, and why one tap away.
 */
export function JudgedPanel({
  judged,
  working,
  trouble,
  onFinding,
}: {
  judged: Judged | undefined;
  working: boolean;
  trouble: string | undefined;
  onFinding?: ((likely: Likely) => void) | undefined;
}) {
  const [system] = useUnitSystem();
  const title = useId();
  return (
    <section aria-labelledby={title} className="space-y-2">
      <h3 id={title} className="font-plate text-base font-semibold">
        What these readings say{working ? <span className="font-normal text-soft"> …</span> : null}
      </h3>
      {trouble ? (
        <p role="alert" className="font-semibold text-ember">
          Not compared with a sound machine: {trouble}.
        </p>
      ) : null}
      <div aria-live="polite" className="space-y-2">
        {judged ? <Lines judged={judged} system={system} onFinding={onFinding} /> : null}
      </div>
    </section>
  );
}

/** The number that tells, large; what it would be beside it. */
function Telling({ one, system }: { one: Compared; system: UnitSystem }) {
  const [read, sound] = [one.read, one.sound].map((value) =>
    shownValue(one.quantity, one.unit, value, system),
  );
  if (!read || !sound) return null;
  return (
    <p className="flex flex-wrap items-baseline gap-x-3">
      <span className="font-semibold">{one.name} </span>
      <span className="leading-tight font-bold">
        <span className="text-4xl">{number(read.value, 0)}</span> {plainUnit(read.unit)}
      </span>
      <span className="text-soft">{number(sound.value, 0)} if sound</span>
    </p>
  );
}

const Rest = ({ words, of }: { words: string; of: readonly Likely[] }) =>
  of.length > 0 ? (
    <p className="text-sm text-soft">
      {words}: {of.map((one) => `${percent(one.share)} ${one.words}`).join(' · ')}
    </p>
  ) : null;

function Lines({
  judged,
  system,
  onFinding,
}: {
  judged: Judged;
  system: UnitSystem;
  onFinding: ((likely: Likely) => void) | undefined;
}) {
  const { questions, missing, doubts, undecided, likely, next, notYet, offered, compared, device, own } =
    judged;
  const [first, ...rest] = likely;
  const lettered = likely.filter(({ explanation }) => explanation !== undefined);
  const letterOf = (one: Likely) => LETTERS[lettered.indexOf(one)];
  const picture = compared.map((one) => ({
    ...one,
    wouldRead: lettered.map(({ explanation }) => one.wouldRead[explanation as number] as number),
  }));
  return (
    <>
      {questions.length > 0 ? (
        <p className="tied font-semibold">
          {questions.length === 1 ? saidText(questions[0] as never, system) : 'Answer the questions first.'}{' '}
          Nothing is concluded until then.
        </p>
      ) : null}
      {missing.length > 0 && questions.length === 0 ? (
        <p className="text-soft">To compare it with a sound machine, read also: {missing.join(', ')}.</p>
      ) : null}
      {doubts.map((said) => (
        <p key={saidText(said)} className="tied font-semibold">
          {saidText(said, system)}
        </p>
      ))}
      {first ? (
        <div className={isSettled(judged) ? 'settled' : 'tied'}>
          {first.telling ? <Telling one={first.telling} system={system} /> : null}
          <p className="text-lg font-semibold">
            <span className="tabular-nums">{percent(first.share)}</span> {first.words}
          </p>
          {first.among.length > 1 ? (
            <p>These readings cannot part: {first.among.join('; ')}.</p>
          ) : first.among.length === 1 && first.among[0] !== first.words ? (
            <p>{capital(first.among[0] as string)}.</p>
          ) : null}
          <Rest words="Perhaps besides" of={rest.filter(({ besides }) => besides)} />
          <Rest words="Else" of={rest.filter(({ besides }) => !besides)} />
          {onFinding && offered ? (
            <Button
              className="no-print mt-1 min-h-12"
              aria-label={`Write it down as found: ${offered.words}`}
              onClick={() => onFinding(offered)}
            >
              Write it down as found
            </Button>
          ) : null}
        </div>
      ) : null}
      {next[0] && first && first.says !== 'sound' ? (
        <div>
          <p>
            <strong>Next:</strong> <span className="font-semibold">{next[0].words}</span>{' '}
            <span className="text-soft">({minutes(next[0].minutes)})</span>{' '}
            {next[0].mind ? <strong className="text-ember">{next[0].mind}</strong> : null}
          </p>
          {next.length > 1 ? (
            <p className="text-sm text-soft">
              Then:{' '}
              {next
                .slice(1)
                .map(({ words }) => words)
                .join(' · ')}
            </p>
          ) : null}
        </div>
      ) : null}
      {undecided.length > 0 || notYet.length > 0 ? (
        <div className="hurts">
          <p className="font-semibold">Not yet:</p>
          <ul className="list-disc space-y-1 pl-5">
            {notYet.map(({ words, first: before }) => (
              <li key={words}>
                <span className="font-semibold">{words}</span>{' '}
                {before.map((said) => saidText(said, system)).join(' ')}
              </li>
            ))}
            {undecided.map((said) => (
              <li key={saidText(said)}>{saidText(said, system)}</li>
            ))}
          </ul>
        </div>
      ) : null}
      {first && compared.length > 0 ? (
        <details className="text-sm">
          <summary className="reach cursor-pointer content-center font-semibold text-copper">
            Explain: each number against what is expected
          </summary>
          {lettered.length > 0 ? (
            <ul>
              {lettered.map((one) => (
                <li key={one.says}>
                  <strong>{letterOf(one)}</strong> {percent(one.share)} {one.besides ? 'besides: ' : ''}
                  {one.words}
                  {one.telling ? `: ${tells(one.telling, system)}` : ''}
                </li>
              ))}
            </ul>
          ) : null}
          <ExplainPicture
            compared={picture}
            letters={lettered.map((one) => letterOf(one) as string)}
            system={system}
          />
          <p className="text-soft">
            The band is where a sound machine of this plate reads in this weather and load, nineteen times in
            twenty. {own > 0 ? `It is drawn to ${own} of its own readings from when it was sound. ` : ''}
            {device
              ? `Nobody knows what meters: ${device.name} by ${percent(device.share)}. Look what it is. `
              : ''}
            Local codes, the maker and licensed practice decide.
          </p>
        </details>
      ) : null}
    </>
  );
}
