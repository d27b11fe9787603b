import { useState, type RefObject } from 'react';
import type { Ladder } from '#core/circuitry/ladder';
import { capital } from '#core/base/sentences';
import type { Advice, Cause, Diagnosed, NotYet, Observed } from '#core/diagnosis';
import { Button } from '../ui/frame/Button.tsx';
import { Panel } from '../ui/frame/Screen.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { percent } from '../ui/words/format.ts';
import { AnswerRow } from './AnswerRow.tsx';
import { useNextFocus } from './useNextFocus.ts';

/** Causes and tests that are shown; the rest is likely by less than anybody acts on. */
const [CAUSES, TESTS] = [4, 3] as const;
const SHOWN_FROM = 0.01;
const NAMED_FROM = 0.4;
/** Shares this close to the first are the same to whoever reads them. */
const ALIKE = 0.9;

/** The three things that are never folded: what it most likely is, what to test next, what not to conclude yet. */
export function Told({
  diagnosed,
  nothingSeen,
  ladder,
  onAnswer,
  onFinding,
}: {
  diagnosed: Diagnosed;
  /** By how often things fail alone: nobody has seen anything yet. */
  nothingSeen: boolean;
  ladder: Ladder;
  /** Nothing where it is only tried, away from a visit. */
  onAnswer: (asked: string, seen: Observed) => void;
  onFinding?: ((cause: Cause) => void) | undefined;
}) {
  const { list, answered } = useNextFocus<HTMLOListElement>(diagnosed);
  const causes = diagnosed.causes.slice(0, CAUSES).filter(({ share }) => share >= SHOWN_FROM);
  const line = (cause: Cause) => (
    <CauseLine key={cause.key} cause={cause} named={cause.share >= NAMED_FROM} onFinding={onFinding} />
  );
  // What is not in the table stands where its share has it: first, where little of what was seen is explained.
  const before = causes.filter(({ share }) => share >= diagnosed.other).length;
  return (
    <>
      <Panel title="What it most likely is">
        {nothingSeen ? (
          <p className="text-soft">Nothing seen yet: the first step that did not come will tell most.</p>
        ) : (
          <>
            <Contradict answers={diagnosed.contradict} />
            <ol aria-label="Most likely" className="space-y-2">
              {causes.slice(0, before).map(line)}
              <li className={before < causes.length ? 'font-semibold' : 'text-soft'}>
                {percent(diagnosed.other)} something that is not in the table
              </li>
              {causes.slice(before).map(line)}
            </ol>
          </>
        )}
      </Panel>
      <Panel title="What to test next">
        {diagnosed.next.length === 0 ? (
          <p className="text-soft">Nothing in the table narrows it further.</p>
        ) : null}
        <ol ref={list} aria-label="Next tests" className="divide-y divide-rule">
          {diagnosed.next.slice(0, TESTS).map((advice) => (
            <NextTest
              key={advice.words}
              advice={advice}
              nothingSeen={nothingSeen}
              ladder={ladder}
              onAnswer={(asked, seen) => {
                answered();
                onAnswer(asked, seen);
              }}
            />
          ))}
        </ol>
      </Panel>
      {diagnosed.notYet.length > 0 && !nothingSeen ? (
        <Panel title="What not to conclude yet" className="hurts">
          <ul className="space-y-3">
            {diagnosed.notYet.map((gate) => (
              <Gate key={gate.part} gate={gate} onAnswer={onAnswer} />
            ))}
          </ul>
          <p className="mt-2 text-sm text-soft">Local codes, the maker and licensed practice decide.</p>
        </Panel>
      ) : null}
    </>
  );
}

/**
 * Where one column holds everything, what it most likely is stands below every step of the call: it is said in one
 * line at the lower edge, and one tap away.
 */
export function WayToTold({
  diagnosed,
  told,
}: {
  diagnosed: Diagnosed;
  told: RefObject<HTMLDivElement | null>;
}) {
  const [first] = diagnosed.causes;
  const likeliest = first && first.share >= diagnosed.other ? first : undefined;
  // One of several that nothing parts yet is not named as if it were the one.
  const alike = diagnosed.causes.filter(({ share }) => likeliest && share >= ALIKE * likeliest.share).length;
  return (
    <div className="save-foot lg:hidden">
      <button
        type="button"
        className="reach w-full text-left"
        onClick={() => {
          told.current?.scrollIntoView();
          told.current?.focus({ preventScroll: true });
        }}
      >
        <strong>
          {likeliest === undefined
            ? 'Not in the table'
            : alike > 1
              ? `${alike} as likely as each other, ${percent(likeliest.share)} each`
              : `${percent(likeliest.share)} ${capital(likeliest.words)}`}
        </strong>
        <span className="text-copper">. Why, and what now ↓</span>
      </button>
    </div>
  );
}

/** What nothing in the table explains together, to be looked at once more. */
function Contradict({ answers }: { answers: Diagnosed['contradict'] }) {
  if (answers.length === 0) return null;
  return (
    <div className="tied mb-3">
      <p className="font-semibold">
        {answers.length === 1 ? 'Nothing in the table shows this:' : 'No one fault shows both of these:'}
      </p>
      <ul className="list-disc pl-5">
        {answers.map(({ question, seen }) => (
          <li key={question}>
            {question.endsWith('?') ? question : `${question}:`} {seen}
          </li>
        ))}
      </ul>
      <p>
        {answers.length === 1
          ? 'Look at it once more before anything is made of it.'
          : 'One was misread, something comes and goes, or there are two faults: look at both once more.'}
      </p>
    </div>
  );
}

function CauseLine({
  cause,
  named,
  onFinding,
}: {
  cause: Cause;
  /** As likely that somebody would act on it. */
  named: boolean;
  onFinding: ((cause: Cause) => void) | undefined;
}) {
  const marks = { for: '✓', against: '✗', neither: '·' } as const;
  return (
    <li>
      <p className="flex flex-wrap items-baseline gap-x-2">
        <strong className="w-20 tabular-nums">{percent(cause.share)}</strong>
        <span className="min-w-0 flex-1 font-semibold">{capital(cause.words)}</span>
      </p>
      {named && cause.killer ? (
        <p className="text-sm">
          <strong>Before a new one:</strong> {cause.killer}.
        </p>
      ) : null}
      <span
        aria-hidden
        className="mt-0.5 block h-1.5 bg-copper"
        style={{ width: `${Math.max(1, cause.share * 100)}%` }}
      />
      <div className="flex flex-wrap items-center justify-end gap-x-4">
        {onFinding && cause.part !== null ? (
          <Button
            look="quiet"
            aria-label={`Write it down as found: ${cause.words}`}
            onClick={() => onFinding(cause)}
          >
            Write it down as found
          </Button>
        ) : null}
      </div>
      <details className="text-sm">
        <summary className="reach content-center cursor-pointer font-semibold text-copper">Explain</summary>
        <table className="w-full text-left wrap-anywhere">
          <thead>
            <tr className="text-soft">
              <th scope="col" className="font-normal" />
              <th scope="col" className="font-normal">
                Asked
              </th>
              <th scope="col" className="font-normal">
                Seen
              </th>
              <th scope="col" className="font-normal">
                It would show
              </th>
            </tr>
          </thead>
          <tbody>
            {cause.reasons.map((reason) => (
              <tr key={reason.question} className="border-t border-rule align-top">
                <td className={reason.speaks === 'against' ? 'text-ember' : 'text-verdigris'}>
                  <span aria-hidden>{marks[reason.speaks]}</span>
                  <span className="sr-only">
                    speaks {reason.speaks === 'neither' ? 'neither way' : reason.speaks}
                  </span>
                </td>
                <td className="pr-2">{reason.question}</td>
                <td className="pr-2 font-semibold">{reason.seen}</td>
                <td>{reason.expected}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </li>
  );
}

const LIVE = {
  no: undefined,
  control: 'live, 24 V',
  line: 'live, line volts: gloves, one hand, stand clear',
} as const;

function NextTest({
  advice,
  nothingSeen,
  ladder,
  onAnswer,
}: {
  advice: Advice;
  nothingSeen: boolean;
  ladder: Ladder;
  onAnswer: (asked: string, seen: Observed) => void;
}) {
  const live = LIVE[advice.live];
  return (
    <li className="py-2">
      <p className="font-semibold">{capital(advice.words)}</p>
      <p className="text-sm text-soft">
        {advice.minutes < 2 ? 'a minute' : `${Math.round(advice.minutes)} minutes`}
        {live ? (
          <>
            , <strong className={advice.live === 'line' ? 'text-ember' : ''}>{live}</strong>
          </>
        ) : null}
        {nothingSeen ? '' : `; ${advice.expects}, if it is the first above`}
      </p>
      <AnswerRow
        asks={advice.asks}
        sound={advice.sound}
        ladder={ladder}
        words={advice.words}
        onAnswer={(seen) => onAnswer(advice.words, seen)}
      />
    </li>
  );
}

/** What has to be on record before a part is condemned: ticked, or left out by name with a reason. */
function Gate({ gate, onAnswer }: { gate: NotYet; onAnswer: (asked: string, seen: Observed) => void }) {
  const [waiving, setWaiving] = useState<NotYet['checks'][number]>();
  const [why, setWhy] = useState('');
  return (
    <li>
      <p className="font-semibold">
        Not the {gate.part} yet{gate.because ? `: ${gate.because}` : ''}. First:
      </p>
      <ul className="mt-1 space-y-1">
        {gate.first.map((words) => {
          const check = gate.checks.find((one) => one === words);
          return (
            <li key={words} className="flex flex-wrap items-center gap-2">
              <span className="min-w-0 flex-1">{capital(words)}</span>
              {check ? (
                <>
                  <Button
                    className="min-h-12"
                    aria-label={`Done: ${check}`}
                    onClick={() => onAnswer(check, { kind: 'done', check })}
                  >
                    Done
                  </Button>
                  <Button
                    look="quiet"
                    className="min-h-12"
                    aria-label={`Leave out: ${check}`}
                    onClick={() => setWaiving(check)}
                  >
                    Leave out
                  </Button>
                </>
              ) : null}
            </li>
          );
        })}
      </ul>
      {waiving ? (
        <form
          className="mt-2 space-y-2"
          noValidate
          onSubmit={(event) => {
            event.preventDefault();
            if (why.trim() === '') return;
            onAnswer(waiving, { kind: 'done', check: waiving, waived: why.trim() });
            setWaiving(undefined);
            setWhy('');
          }}
        >
          <Field label={`Why “${waiving}” is left out`} hint="it stands on the sheet under your name" roof>
            <input autoFocus value={why} maxLength={200} onChange={(event) => setWhy(event.target.value)} />
          </Field>
          <div className="flex gap-2">
            <Button type="submit" look="act" roof disabled={why.trim() === ''}>
              Leave it out
            </Button>
            <Button roof onClick={() => setWaiving(undefined)}>
              Not now
            </Button>
          </div>
        </form>
      ) : null}
    </li>
  );
}
