import { lazy, memo, Suspense, useCallback, useMemo, useState } from 'react';
import { v7 as uuid } from 'uuid';
import {
  cautionsOf,
  partlyAnswered,
  plateFacts,
  type Card,
  type CardInput,
  type PlateUnit,
} from '#core/measuring/cards';
import {
  standing,
  withSisters,
  type Answer,
  type MeasuringLimits,
  type SisterReading,
  urgentFirst,
} from '#core/measuring/answers';
import type { RefrigerantName } from '#core/measuring/refrigerant';
import type { NewEntry, VisitPage } from '#contracts/visits';
import { useSistersQuery } from '../api/units.ts';
import { now } from '../state/clock.ts';
import { useWho } from '../state/session.ts';
import { useDraft } from '../outbox/hooks.ts';
import { post } from '../outbox/sender.ts';
import { AnswerLine, standingWord } from '../ui/marks/AnswerLine.tsx';
import { Button } from '../ui/frame/Button.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { number } from '../ui/words/format.ts';
import { Panel } from '../ui/frame/Screen.tsx';
import { plainUnit, shownUnit, shownValue, type UnitSystem } from '#core/base/quantities';
import { unitsOf } from '../ui/words/units.ts';
import { hasProbes, ProbePicture } from './ProbePicture.tsx';
import { readCard, type CardTyped, type Filled, type Typed } from './filled.ts';
import { say } from '../ui/saying/say.ts';

// Charts come after the fields: the first card is answered without them.
const CurvePicture = lazy(() => import('./CurvePicture.tsx'));

/**
 * One card: fields that answer at every key. What is typed survives a reload; plate values fill in by
 * themselves.
 */
export function CardView({
  card,
  system,
  unit,
  visit,
  unitId,
}: {
  card: Card;
  system: UnitSystem;
  unit: PlateUnit | undefined;
  visit: VisitPage | undefined;
  unitId: string | undefined;
}) {
  const key = `bench ${card.id} ${unitId ?? ''}`;
  const { value, set, clear, ready } = useDraft<CardTyped>(key, {});
  const { measuring } = useWho();
  const sisters = useSistersQuery({ unitId: unitId ?? '', card: card.id }, { skip: !unitId }).data;
  const facts = useMemo(
    () => ({ elevationFt: measuring.elevationFt, ...(unit ? plateFacts(unit) : {}) }),
    [unit, measuring.elevationFt],
  );
  const preferred = (input: CardInput) =>
    input.quantity && input.unit ? shownUnit(input.quantity, input.unit, system) : '';
  const unitOf = (name: string) => {
    const input = card.inputs.find((one) => one.name === name);
    return input ? preferred(input) : '';
  };
  const read = readCard(card, value, facts, preferred);
  const { answers, trouble } = answersOf(card, read, measuring, sisters ?? NO_SISTERS);
  const line = (a: Answer) => <AnswerLine key={a.name} answer={a} system={system} />;
  const change = useCallback((name: string, typed: Typed) => set({ [name]: typed }), [set]);
  if (!ready) return null;
  return (
    <Panel>
      <div className="mb-3 flex items-start justify-end gap-3">
        <div className="grow space-y-2">
          {cautionsOf(card, read.values).map((caution) => (
            <p key={caution} className="hurts text-sm">
              <strong>Careful.</strong> {caution}{' '}
              <span className="text-soft">Local codes, the maker and licensed practice decide.</span>
            </p>
          ))}
        </div>
        <Button
          onClick={() => {
            const before = value;
            clear();
            set(Object.fromEntries(Object.keys(before).map((name) => [name, { text: '' }])));
            say('The card is empty', { undo: () => set(before) });
          }}
        >
          Clear
        </Button>
      </div>
      <Strip answers={answers} trouble={trouble} system={system} />
      <div className="grid gap-x-6 gap-y-4 xl:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
        <div className="grid grid-cols-2 content-start gap-x-3 gap-y-2">
          {card.inputs.map((input) => (
            <InputField
              key={input.name}
              input={input}
              typed={value[input.name]}
              error={read.errors.get(input.name)}
              note={read.notes.get(input.name)}
              system={system}
              fact={input.plate ? facts[input.plate] : undefined}
              tag={unit?.tag}
              onChange={change}
            />
          ))}
        </div>
        <div aria-live="polite" className="space-y-3 xl:sticky xl:top-16 xl:self-start">
          {card.id === 'pressure-temperature' && typeof read.values.refrigerant === 'string' ? (
            <Suspense fallback={<div className="h-52" />}>
              <CurvePicture
                refrigerant={read.values.refrigerant as RefrigerantName}
                psig={read.values.pressure as number | undefined}
                tempF={read.values.temperature as number | undefined}
                system={system}
              />
            </Suspense>
          ) : null}
          {hasProbes(card) ? <ProbePicture card={card} typed={value} unitOf={unitOf} /> : null}
          {answers.filter((a) => a.advice === 'act').map(line)}
          {trouble ? (
            <p role="alert" className="fault">
              {trouble}
            </p>
          ) : null}
          {answers.filter((a) => a.advice !== 'act').map(line)}
          {answers.length === 0 && !trouble ? (
            <p className="text-soft">Answers appear here as soon as there is enough to go on.</p>
          ) : null}
        </div>
      </div>
      {visit ? (
        <Attach card={card} read={read} visit={visit} unitId={unitId} ready={answers.length > 0} />
      ) : null}
      <details className="mt-4 text-sm">
        <summary className="cursor-pointer font-semibold text-copper">Formula and source</summary>
        <p>{card.formula}</p>
        <p className="text-soft">{card.source}</p>
      </details>
    </Panel>
  );
}

/**
 * On a narrow screen the answers lie below the fields; the strip keeps them in sight while somebody types.
 */
function Strip({
  answers,
  trouble,
  system,
}: {
  answers: readonly Answer[];
  trouble: string | undefined;
  system: UnitSystem;
}) {
  if (answers.length === 0 && !trouble) return null;
  return (
    <div
      aria-hidden="true"
      className="no-print sticky top-13 z-10 -mx-3 mb-3 border-b-2 border-ink bg-sheet px-3 py-1.5 xl:hidden"
    >
      <p className="flex flex-wrap gap-x-4 text-lg font-bold">
        {answers.slice(0, 3).map((a) => {
          const shown = shownValue(a.quantity, a.unit, a.value, system);
          return (
            <span
              key={a.name}
              className={a.advice === 'act' ? 'text-ember' : standing(a) === 'inside' ? 'text-verdigris' : ''}
            >
              {a.name} {number(shown.value, a.decimals)} {plainUnit(shown.unit)} {standingWord(a)}
            </span>
          );
        })}
      </p>
      {trouble ? <p className="fault">{trouble}</p> : null}
    </div>
  );
}

const NO_SISTERS: readonly SisterReading[] = [];

function answersOf(
  card: Card,
  read: Filled,
  limits: MeasuringLimits,
  sisters: readonly SisterReading[],
): { answers: Answer[]; trouble?: string } {
  const { answers, why } = partlyAnswered(card, read.values, limits);
  return {
    answers: withSisters(urgentFirst(answers), sisters),
    ...(why === undefined ? {} : { trouble: why }),
  };
}

/** One field of a card; drawn anew only when it is the one that changed. */
const InputField = memo(function InputField({
  input,
  typed,
  error,
  note,
  system,
  fact,
  tag,
  onChange,
}: {
  input: CardInput;
  typed: Typed | undefined;
  error: string | undefined;
  note: string | undefined;
  system: UnitSystem;
  fact: number | string | undefined;
  tag: string | undefined;
  onChange: (name: string, typed: Typed) => void;
}) {
  const units = unitsOf(input, system);
  const unit = typed?.unit ?? units[0];
  const known = fact ?? input.usual;
  const shown =
    typeof known === 'number' && input.quantity && input.unit
      ? shownValue(input.quantity, input.unit, known, system)
      : undefined;
  const filled =
    known === undefined
      ? undefined
      : `${shown ? number(shown.value, 2) : known}${shown ? ` ${plainUnit(shown.unit)}` : ''}, ${fact === undefined ? 'unless you say' : input.plate === 'elevationFt' ? 'company setting' : `plate of ${tag}`}`;
  const hint = note ?? ((typed?.text ?? '') === '' && filled ? filled : undefined);
  return (
    <div className={input.choices ? '' : 'min-w-0'}>
      <Field
        label={input.label}
        unit={
          units.length > 1 ? (
            <select
              aria-label={`${input.label}, unit`}
              value={unit}
              onChange={(e) => onChange(input.name, { text: typed?.text ?? '', unit: e.target.value })}
              className="h-full bg-transparent pr-1 text-right text-soft"
            >
              {units.map((u) => (
                <option key={u} value={u}>
                  {plainUnit(u)}
                </option>
              ))}
            </select>
          ) : unit ? (
            plainUnit(unit)
          ) : undefined
        }
        hint={hint}
        error={error}
        roof
      >
        {input.choices ? (
          <select value={typed?.text ?? ''} onChange={(e) => onChange(input.name, { text: e.target.value })}>
            <option value="">{known === undefined ? 'choose' : String(known)}</option>
            {input.choices.map((choice) => (
              <option key={choice}>{choice}</option>
            ))}
          </select>
        ) : (
          <input
            inputMode="decimal"
            autoComplete="off"
            value={typed?.text ?? ''}
            placeholder={shown ? String(number(shown.value, 2)) : known === undefined ? '' : String(known)}
            // The unit stays with the number: changing to metric must not turn 52 °F into 52 °C.
            onChange={(e) => onChange(input.name, { text: e.target.value, ...(unit ? { unit } : {}) })}
          />
        )}
      </Field>
    </div>
  );
});

/** Puts the card on the sheet of an open visit; the server works the answers out anew. */
function Attach({
  card,
  read,
  visit,
  unitId,
  ready,
}: {
  card: Card;
  read: Filled;
  visit: VisitPage;
  unitId: string | undefined;
  ready: boolean;
}) {
  const [done, setDone] = useState(false);
  const tag = visit.units.find((u) => u.id === unitId)?.tag;
  const attach = async () => {
    const entry = {
      id: uuid(),
      visitId: visit.id,
      unitId: unitId ?? null,
      occurredAt: now().toISOString(),
      kind: 'measurement',
      body: { card: card.id, inputs: read.inputs },
    } as NewEntry;
    await post(entry);
    setDone(true);
    say(`On the sheet of ${visit.site}`);
  };
  return (
    <Button
      look="act"
      roof
      className="mt-4"
      disabled={!ready || read.errors.size > 0 || done}
      onClick={() => void attach()}
    >
      {done ? 'It is on the sheet' : `Put it on the sheet of ${visit.site}${tag ? `, ${tag}` : ''}`}
    </Button>
  );
}
