import { saidText } from '#core/quantities';
import { plateFacts } from '#core/cards';
import { withSisters, type Answer } from '#core/measurement';
import {
  pointsOf,
  READING_POINTS,
  readingAnswers,
  readingQuestions,
  TAKEN,
  type ReadingGroup,
  type ReadingPoint,
} from '#core/evidence';
import { useSistersQuery } from '../api/units.ts';
import { useWho } from '../state/session.ts';
import { AnswerLine } from '../ui/AnswerLine.tsx';
import { UnitSwitch } from '../ui/UnitSwitch.tsx';
import { useUnitSystem } from '../state/preferences.ts';
import { readingSetOf } from './forms.ts';
import { Choice, Measured, Pick, Text, type FieldsProps } from './parts.tsx';

/**
 * Readings that are taken together, with what they say right under them; `more` is said on request, or when
 * it asks for action.
 */
const GROUPS: readonly {
  title: string;
  group: ReadingGroup;
  /** Folded away until asked for: points that not every look at a machine takes. */
  beside?: readonly ReadingPoint[];
  says: readonly string[];
  more?: readonly string[];
}[] = [
  {
    title: 'Refrigerant',
    group: 'refrigerant',
    beside: ['discharge line', 'liquid after drier', 'condenser leaving air'],
    says: ['superheat', 'subcooling'],
    more: ['approach', 'condenser split', 'evaporator difference', 'pressure ratio'],
  },
  { title: 'Air', group: 'air', beside: ['supply wet bulb', 'mixed air'], says: ['split'] },
  {
    title: 'Volts',
    group: 'volts',
    beside: ['control volts'],
    says: ['lowest pair', 'voltage unbalance'],
    more: ['farthest from the plate'],
  },
  {
    title: 'Amps',
    group: 'amps',
    beside: ['blower amps'],
    says: ['leg without current', 'current unbalance'],
  },
  { title: 'Static pressure', group: 'static', beside: pointsOf('static'), says: [] },
  { title: 'Gas', group: 'gas', beside: pointsOf('gas'), says: [] },
  { title: 'Water', group: 'water', beside: pointsOf('water'), says: [] },
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
  const field = (point: ReadingPoint) => (
    <Measured
      key={point}
      name={point}
      label={point}
      quantity={READING_POINTS[point].quantity}
      unit={READING_POINTS[point].unit}
      props={props}
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
        <p role="alert" className="font-semibold text-ember">
          {props.error('readings')}
        </p>
      ) : null}
      {readingQuestions(set).map((question) => (
        <p key={saidText(question)} role="status" className="border-l-4 border-copper pl-2 font-semibold">
          {saidText(question, system)}
        </p>
      ))}
      {GROUPS.map((group) => {
        const urgent = of(group.more).filter((a) => a.advice === 'act');
        const beside = group.beside ?? [];
        const first = pointsOf(group.group).filter((point) => !beside.includes(point));
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
            {first.length > 0 ? (
              <div className={`grid items-end gap-3 ${first.length === 3 ? 'grid-cols-3' : 'grid-cols-2'}`}>
                {first.map(field)}
              </div>
            ) : null}
            {beside.length > 0 ? (
              <details open={beside.some((point) => props.values[point] || props.error(point))}>
                <summary className="min-h-11 cursor-pointer content-center font-semibold text-copper">
                  {first.length > 0 ? 'Also' : 'Measured'}: {beside.join(', ')}
                </summary>
                <div className="grid grid-cols-2 items-end gap-3">{beside.map(field)}</div>
              </details>
            ) : null}
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
