import { plainUnit, saidText, shownValue } from '#core/base/quantities';
import { LIVE, plateFacts } from '#core/measuring/cards';
import { urgentFirst, withSisters, type Answer } from '#core/measuring/answers';
import {
  askedOf,
  READING_POINTS,
  readingAnswers,
  readingQuestions,
  TAKEN,
  type ReadingPoint,
} from '#core/evidence';
import type { UnitKind } from '#core/base/vocabulary';
import type { UnitPage } from '#contracts/units';
import { useSistersQuery, useUnitQuery } from '../api/units.ts';
import { useKept } from '../outbox/kept.ts';
import { useWho } from '../state/session.ts';
import { dayIn, number } from '../ui/words/format.ts';
import { ReadingsTold } from '../readings/Told.tsx';
import { AnswerLine } from '../ui/marks/AnswerLine.tsx';
import { UnitSwitch } from '../ui/forms/UnitSwitch.tsx';
import { useUnitSystem } from '../state/preferences.ts';
import { readingSetOf, type Values } from './forms.ts';
import { Caution, Choice, Measured, Pick, Text, type FieldsProps } from './parts.tsx';

/** What the readings typed so far say, by the plate of the unit and the company's limits. */
function useAnswers(values: Values, unit: FieldsProps['unit']) {
  const circuit = Number(values.circuit || 1);
  const facts = unit ? plateFacts(unit, circuit) : {};
  const { measuring } = useWho();
  const set = readingSetOf(values);
  const { answers, troubles } = readingAnswers(set, facts, measuring);
  return { circuit, facts, set, answers: urgentFirst(answers), troubles };
}

/** The first sentence of what an answer says: what to do, without the rest. */
const firstSentence = (text: string): string => /^.*?[.:](?= |$)/.exec(text)?.[0] ?? text;

/**
 * What has to be acted on among the readings typed so far, beside the button that files them: the answers
 * themselves lie each by its own fields, and may be scrolled away. Held across there is one line for it,
 * with what to do first.
 */
export function ActsTyped({ values, unit }: { values: Values; unit: FieldsProps['unit'] }) {
  const [system] = useUnitSystem();
  const acts = useAnswers(values, unit).answers.filter(({ advice }) => advice === 'act');
  const [worst] = acts;
  if (!worst) return null;
  const shown = shownValue(worst.quantity, worst.unit, worst.value, system);
  return (
    <p className="hurts w-full text-sm font-semibold short:truncate" aria-hidden="true">
      {worst.name} {number(shown.value, worst.decimals)} {plainUnit(shown.unit)}:{' '}
      {firstSentence(saidText(worst.text, system))}
      {acts.length > 1 ? ` And ${acts.length - 1} more.` : ''}
    </p>
  );
}

/** A set of readings: every key answers, in the words of the bench. */
export function ReadingFields(props: FieldsProps) {
  const { circuit, facts, set, answers, troubles } = useAnswers(props.values, props.unit);
  const { timeZone } = useWho();
  const unitId = props.unit?.id ?? '';
  const before = useKept<UnitPage>(`unit ${unitId}`, useUnitQuery(unitId, { skip: unitId === '' }).data);
  const [system] = useUnitSystem();
  const sisters = useSistersQuery({ unitId: props.unit?.id ?? '' }, { skip: !props.unit }).data;
  const asked = askedOf(set.mode, {
    kind: (props.unit?.kind ?? 'package gas/electric') as UnitKind,
    circuits: props.unit?.circuits.length ?? 0,
    phase: props.unit?.phase ?? null,
  });
  const said = withSisters(answers, sisters ?? []);
  const of = (names: readonly string[]) => said.filter((a) => names.includes(a.name));
  // An answer that no group waits for is said all the same.
  const listed = new Set(asked.flatMap((group) => [...group.says, ...group.more]));
  const rest = said.filter((a) => !listed.has(a.name));
  const lastOf = (point: ReadingPoint) => {
    const seen = before?.lastSeen.readings.find((r) => r.point === point && r.circuit === circuit);
    // What was written in another unit than the point’s own is not compared here.
    return seen?.unit === READING_POINTS[point].unit
      ? { value: seen.value, on: dayIn(seen.at, timeZone) }
      : undefined;
  };
  const field = (point: ReadingPoint) => (
    <Measured
      key={point}
      name={point}
      label={point}
      quantity={READING_POINTS[point].quantity}
      unit={READING_POINTS[point].unit}
      props={props}
      last={lastOf(point)}
    />
  );
  const line = (a: Answer) => <AnswerLine key={a.name} answer={a} system={system} />;
  return (
    <div className="space-y-4">
      <Pick name="mode" label="Running in" options={['cooling', 'heating', 'off']} props={props} />
      <Pick name="taken" label="Taken" options={TAKEN} props={props} />
      {(props.unit?.circuits.length ?? 0) > 1 ? (
        <Pick
          name="circuit"
          label="Circuit"
          options={props.unit?.circuits.map((c) => String(c.number)) ?? []}
          props={props}
        />
      ) : null}
      {props.error('readings') ? (
        <p role="alert" className="fault">
          {props.error('readings')}
        </p>
      ) : null}
      {readingQuestions(set, facts).map((question) => (
        <p key={saidText(question)} role="status" className="tied font-semibold">
          {saidText(question, system)}
        </p>
      ))}
      {asked.map((group) => {
        const urgent = of(group.more).filter((a) => a.advice === 'act');
        const { first, beside } = group;
        const more = of(group.more).filter((a) => a.advice !== 'act');
        return (
          <fieldset key={group.title} className="space-y-2">
            <legend className="font-plate text-base font-semibold">
              {group.title}
              {group.title === 'Refrigerant' ? (
                <span className="font-normal text-soft">
                  {' '}
                  {facts.refrigerant ?? 'not on record, so no superheat or subcooling'}
                </span>
              ) : null}
            </legend>
            {group.group === 'volts' ? <Caution>{LIVE}</Caution> : null}
            {first.length > 0 ? (
              <div className={`items-start ${first.length === 3 ? 'leg-grid' : 'choice-grid'}`}>
                {first.map(field)}
              </div>
            ) : null}
            {beside.length > 0 ? (
              <details open={beside.some((point) => props.values[point] || props.error(point))}>
                <summary className="reach cursor-pointer content-center font-semibold text-copper">
                  {first.length > 0 ? 'Also' : 'Measured'}: {beside.join(', ')}
                </summary>
                <div className="choice-grid items-start">{beside.map(field)}</div>
              </details>
            ) : null}
            <div aria-live="polite" className="space-y-2">
              {[...of(group.says), ...urgent].map(line)}
              {troubles
                .filter((t) => [...group.says, ...group.more].includes(t.name))
                .map((t) => (
                  <p key={t.name} role="alert" className="font-semibold text-ember">
                    {t.name}: {t.why}
                  </p>
                ))}
            </div>
            {more.length > 0 ? (
              <details>
                <summary className="reach cursor-pointer content-center font-semibold text-copper">
                  More from these readings: {more.map((a) => a.name).join(', ')}
                </summary>
                <div className="space-y-2">{more.map(line)}</div>
              </details>
            ) : null}
          </fieldset>
        );
      })}
      {rest.length > 0 ? <div aria-live="polite">{rest.map(line)}</div> : null}
      <fieldset className="space-y-2">
        <legend className="font-plate text-base font-semibold">Conditions</legend>
        <div className="choice-grid items-end">
          <Measured name="outdoorF" label="outdoor air" quantity="temperature" unit="°F" props={props} />
          <Text name="minutesRunning" label="minutes running" props={props} decimal />
          <Choice
            name="condenser"
            label="condenser"
            options={['clean and dry', 'wet', 'dirty']}
            blank="not looked at"
            props={props}
          />
          <div>
            <p className="mb-0.5 text-sm font-semibold">Show and ask in</p>
            <UnitSwitch roof />
          </div>
        </div>
      </fieldset>
      {props.unit ? <ReadingsTold set={{ ...set, circuit }} unit={props.unit} /> : null}
    </div>
  );
}
