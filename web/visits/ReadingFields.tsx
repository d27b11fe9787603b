import { plateFacts } from '#core/cards';
import { withSisters, type Answer } from '#core/measurement';
import { READING_POINTS, readingAnswers, readingQuestions, type ReadingPoint } from '#core/readings';
import { useSistersQuery } from '../api/records.ts';
import { useWho } from '../app/session.ts';
import { AnswerLine } from '../ui/AnswerLine.tsx';
import { UnitSwitch } from '../ui/UnitSwitch.tsx';
import { useUnitSystem } from '../ui/useUnitSystem.ts';
import { readingSetOf } from './forms.ts';
import { Choice, Measured, Pick, Text, type FieldsProps } from './parts.tsx';

/** Readings that are taken together, with what they say right under them; `more` is said on request, or when it asks for action. */
const GROUPS: readonly {
  title: string;
  points: readonly ReadingPoint[];
  says: readonly string[];
  more?: readonly string[];
}[] = [
  {
    title: 'Refrigerant',
    points: ['suction pressure', 'suction line', 'liquid pressure', 'liquid line'],
    says: ['superheat', 'subcooling'],
    more: ['approach', 'condenser split', 'evaporator difference', 'pressure ratio'],
  },
  { title: 'Air', points: ['return air', 'supply air', 'return wet bulb'], says: ['split'] },
  {
    title: 'Volts',
    points: ['volts L1-L2', 'volts L2-L3', 'volts L3-L1'],
    says: ['lowest pair', 'voltage unbalance'],
    more: ['farthest from the plate'],
  },
  {
    title: 'Amps',
    points: ['amps L1', 'amps L2', 'amps L3'],
    says: ['leg without current', 'current unbalance'],
  },
];

/** A set of readings: every key answers, in the words of the bench. */
export function ReadingFields(props: FieldsProps) {
  const circuit = Number(props.values.circuit || 1);
  const facts = props.unit ? plateFacts(props.unit, circuit) : {};
  const { measuring } = useWho();
  const [system] = useUnitSystem();
  const sisters = useSistersQuery({ unitId: props.unit?.id ?? '' }, { skip: !props.unit }).data;
  const set = readingSetOf(props.values);
  const { answers, troubles } = readingAnswers(set, facts, measuring);
  const said = withSisters(answers, sisters ?? []);
  const of = (names: readonly string[] = []) => said.filter((a) => names.includes(a.name));
  const line = (a: Answer) => <AnswerLine key={a.name} answer={a} system={system} />;
  return (
    <div className="space-y-4">
      <Pick name="mode" label="Running in" options={['cooling', 'heating', 'off']} props={props} />
      {(props.unit?.circuits.length ?? 0) > 1 ? (
        <Pick
          name="circuit"
          label="Circuit"
          options={props.unit?.circuits.map((c) => String(c.number)) ?? []}
          props={props}
        />
      ) : null}
      {props.error('readings') ? (
        <p role="alert" className="font-semibold text-ember">
          {props.error('readings')}
        </p>
      ) : null}
      {readingQuestions(set).map((question) => (
        <p key={question} role="status" className="border-l-4 border-copper pl-2 font-semibold">
          {question}
        </p>
      ))}
      {GROUPS.map((group) => {
        const urgent = of(group.more).filter((a) => a.verdict === 'act');
        const more = of(group.more).filter((a) => a.verdict !== 'act');
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
            <div
              className={`grid items-end gap-3 ${group.points.length === 3 ? 'grid-cols-3' : 'grid-cols-2'}`}
            >
              {group.points.map((point) => (
                <Measured
                  key={point}
                  name={point}
                  label={point}
                  quantity={READING_POINTS[point].quantity}
                  unit={READING_POINTS[point].unit}
                  props={props}
                />
              ))}
            </div>
            <div aria-live="polite" className="space-y-2">
              {[...of(group.says), ...urgent].map(line)}
              {troubles
                .filter((t) => [...group.says, ...(group.more ?? [])].includes(t.name))
                .map((t) => (
                  <p key={t.name} role="alert" className="font-semibold text-ember">
                    {t.name}: {t.why}
                  </p>
                ))}
            </div>
            {more.length > 0 ? (
              <details>
                <summary className="min-h-11 cursor-pointer content-center font-semibold text-copper">
                  More from these readings: {more.map((a) => a.name).join(', ')}
                </summary>
                <div className="space-y-2">{more.map(line)}</div>
              </details>
            ) : null}
          </fieldset>
        );
      })}
      <fieldset className="space-y-2">
        <legend className="font-plate text-base font-semibold">Conditions</legend>
        <div className="grid grid-cols-2 items-end gap-3">
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
    </div>
  );
}
