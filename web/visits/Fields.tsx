import { CONDITION_KIND_NAMES, CONDITION_KINDS, FAILURES, FINDING_GRADES, SYSTEMS, type ConditionKind } from '#core/vocabulary';
import { judgeReading } from '#core/quantities';
import { circuitFacts, READING_POINTS, readingQuestions, readingResults, type ReadingPoint, type ReadingResult } from '#core/readings';
import { REFRIGERANTS } from '#core/refrigerant';
import { COMPONENT_SUGGESTIONS, type VisitPage } from '#contracts/visits';
import { useWho } from '../app/session.ts';
import { Field } from '../ui/Field.tsx';
import { number } from '../ui/format.ts';
import { readingSetOf, type Values, type FormKind } from './forms.ts';

export interface FieldsProps {
  readonly values: Values;
  readonly set: (patch: Values) => void;
  readonly error: (path: string) => string | undefined;
  readonly unit: VisitPage['units'][number] | undefined;
  /** What was left on this visit and must not stay past it, in words. */
  readonly leftBehind?: readonly string[];
}

type Option = string | { readonly value: string; readonly label: string };

function Text({
  name,
  label,
  hint,
  path = name,
  props,
  decimal = false,
  long = false,
}: {
  name: string;
  label: string;
  hint?: string;
  path?: string;
  props: FieldsProps;
  decimal?: boolean;
  long?: boolean;
}) {
  const value = String(props.values[name] ?? '');
  const change = (e: { target: { value: string } }) => props.set({ [name]: e.target.value });
  return (
    <Field label={label} hint={hint} error={props.error(path)} roof>
      {long ? (
        <textarea rows={3} value={value} onChange={change} />
      ) : (
        <input value={value} onChange={change} inputMode={decimal ? 'decimal' : undefined} autoComplete="off" />
      )}
    </Field>
  );
}

function Choice({
  name,
  label,
  options,
  blank,
  props,
  hint,
}: {
  name: string;
  label: string;
  options: readonly Option[];
  blank?: string;
  props: FieldsProps;
  hint?: string;
}) {
  return (
    <Field label={label} hint={hint} error={props.error(name)} roof>
      <select value={String(props.values[name] ?? '')} onChange={(e) => props.set({ [name]: e.target.value })}>
        {blank !== undefined ? <option value="">{blank}</option> : null}
        {options.map((o) =>
          typeof o === 'string' ? (
            <option key={o}>{o}</option>
          ) : (
            <option key={o.value} value={o.value}>
              {o.label}
            </option>
          ),
        )}
      </select>
    </Field>
  );
}

/** A few answers as buttons a glove can hit. */
function Pick({ name, label, options, props }: { name: string; label: string; options: readonly string[]; props: FieldsProps }) {
  return (
    <fieldset>
      <legend className="mb-0.5 text-sm font-semibold">{label}</legend>
      <div className="flex flex-wrap gap-2">
        {options.map((option) => (
          <label
            key={option}
            className={`flex min-h-13 cursor-pointer items-center rounded-[3px] border-2 px-4 text-lg has-focus-visible:outline-3 has-focus-visible:outline-copper ${props.values[name] === option ? 'border-copper bg-copper text-on-copper' : 'border-rule bg-sheet'}`}
          >
            <input
              type="radio"
              name={name}
              className="sr-only"
              checked={props.values[name] === option}
              onChange={() => props.set({ [name]: option })}
            />
            {option}
          </label>
        ))}
      </div>
      {props.error(name) ? (
        <p role="alert" className="mt-0.5 text-sm font-semibold text-ember">
          {props.error(name)}
        </p>
      ) : null}
    </fieldset>
  );
}

function Tick({ name, label, props }: { name: string; label: string; props: FieldsProps }) {
  return (
    <label className="flex min-h-13 cursor-pointer items-center gap-3 text-lg">
      <input type="checkbox" className="h-7 w-7" checked={props.values[name] === true} onChange={(e) => props.set({ [name]: e.target.checked })} />
      {label}
    </label>
  );
}

function Caution({ children }: { children: React.ReactNode }) {
  return (
    <p className="border-l-4 border-ember pl-2 text-sm">
      <strong>Careful.</strong> {children} <span className="text-soft">Local codes, the maker and licensed practice decide.</span>
    </p>
  );
}

/** What is wrong with a reading the moment it is typed, by the same rules the server applies. */
function readingNote(point: ReadingPoint, typed: string): { error?: string; hint?: string } {
  if (typed.trim() === '') return {};
  const { quantity, unit } = READING_POINTS[point];
  try {
    const judged = judgeReading(quantity, unit, Number(typed.replace(',', '.')));
    return judged.quality === 'doubtful' ? { hint: `Doubtful: ${judged.why}. It is kept and marked.` } : {};
  } catch (error) {
    return { error: (error as Error).message };
  }
}

/** Readings that are taken together, with what they say right under them. */
const GROUPS: readonly { title: string; points: readonly ReadingPoint[]; says: readonly ReadingResult['name'][] }[] = [
  { title: 'Refrigerant', points: ['suction pressure', 'suction line', 'liquid pressure', 'liquid line'], says: ['superheat', 'subcooling'] },
  { title: 'Air', points: ['return air', 'supply air'], says: ['split'] },
  { title: 'Volts', points: ['volts L1-L2', 'volts L2-L3', 'volts L3-L1'], says: ['voltage unbalance'] },
  { title: 'Amps', points: ['amps L1', 'amps L2', 'amps L3'], says: ['current unbalance'] },
];

function ResultLine({ result: r }: { result: ReadingResult }) {
  const word = { within: '✓ within', low: '↓ low', high: '↑ high', wait: '… wait' }[r.verdict];
  return (
    <div className="flex flex-wrap items-baseline gap-x-3 border-l-4 border-ink pl-2">
      <span className="text-2xl font-bold">
        {r.name} {number(r.value)} {r.unit}
      </span>
      <span className={`text-lg font-semibold ${r.verdict === 'within' ? 'text-verdigris' : 'text-copper'}`}>{word}</span>
      <span className="text-sm text-soft">
        expected {r.expected} ({r.expectedFrom}){r.notes.length > 0 ? `. ${r.notes.join(' ')}` : ''}
      </span>
    </div>
  );
}

function ReadingFields(props: FieldsProps) {
  const circuit = Number(props.values.circuit || 1);
  const facts = circuitFacts(props.unit, circuit);
  const { measuring } = useWho();
  const set = readingSetOf(props.values);
  const { results, troubles } = readingResults(set, facts, measuring);
  const questions = readingQuestions(set);
  return (
    <div className="space-y-4">
      <Pick name="mode" label="Running in" options={['cooling', 'heating', 'off']} props={props} />
      {(props.unit?.circuits.length ?? 0) > 1 ? (
        <Pick name="circuit" label="Circuit" options={props.unit?.circuits.map((c) => String(c.number)) ?? []} props={props} />
      ) : null}
      {props.error('readings') ? (
        <p role="alert" className="font-semibold text-ember">
          {props.error('readings')}
        </p>
      ) : null}
      {questions.map((question) => (
        <p key={question} role="status" className="border-l-4 border-copper pl-2 font-semibold">
          {question}
        </p>
      ))}
      {GROUPS.map((group) => (
        <fieldset key={group.title} className="space-y-2">
          <legend className="font-plate text-base font-semibold">
            {group.title}
            {group.title === 'Refrigerant' ? (
              <span className="font-normal text-soft"> {facts.refrigerant ?? 'not on record, so no superheat or subcooling'}</span>
            ) : null}
          </legend>
          <div className={`grid gap-3 ${group.points.length === 3 ? 'grid-cols-3' : 'grid-cols-2'}`}>
            {group.points.map((point) => {
              const note = readingNote(point, String(props.values[point] ?? ''));
              return (
                <Field key={point} label={`${point}, ${READING_POINTS[point].unit}`} hint={note.hint} error={note.error} roof>
                  <input
                    inputMode="decimal"
                    autoComplete="off"
                    value={String(props.values[point] ?? '')}
                    onChange={(e) => props.set({ [point]: e.target.value })}
                  />
                </Field>
              );
            })}
          </div>
          <div aria-live="polite" className="space-y-1">
            {results
              .filter((r) => group.says.includes(r.name))
              .map((r) => (
                <ResultLine key={r.name} result={r} />
              ))}
            {troubles
              .filter((t) => group.says.includes(t.name))
              .map((t) => (
                <p key={t.name} role="alert" className="font-semibold text-ember">
                  {t.name}: {t.why}
                </p>
              ))}
          </div>
        </fieldset>
      ))}
      <fieldset className="space-y-2">
        <legend className="font-plate text-base font-semibold">Conditions</legend>
        <div className="grid grid-cols-2 gap-3">
          <Text name="outdoorF" label="outdoor air, °F" props={props} decimal />
          <Text name="minutesRunning" label="minutes running" props={props} decimal />
          <Choice name="condenser" label="condenser" options={['clean and dry', 'wet', 'dirty']} blank="not looked at" props={props} />
        </div>
      </fieldset>
    </div>
  );
}

function FindingFields(props: FieldsProps) {
  return (
    <div className="space-y-3">
      <Field label="Component" hint="Your word is kept as you write it" error={props.error('component')} roof>
        <input
          list="components"
          autoComplete="off"
          value={String(props.values.component ?? '')}
          onChange={(e) => props.set({ component: e.target.value })}
        />
      </Field>
      <datalist id="components">
        {COMPONENT_SUGGESTIONS.map((c) => (
          <option key={c} value={c} />
        ))}
      </datalist>
      <div className="grid grid-cols-2 gap-3">
        <Choice name="failure" label="What is wrong with it" options={FAILURES} blank="choose" props={props} />
        <Choice name="system" label="System" options={SYSTEMS} blank="not sure" props={props} />
      </div>
      <Pick name="grade" label="How sure" options={FINDING_GRADES} props={props} />
      <Text name="text" label="Anything else" props={props} long />
    </div>
  );
}

function WorkFields(props: FieldsProps) {
  return (
    <div className="space-y-3">
      {props.unit && props.unit.due.length > 0 ? (
        <fieldset>
          <legend className="text-sm font-semibold">Due on this unit</legend>
          {props.unit.due.map((due) => (
            <Tick key={due.key} name={`task ${due.key}`} label={due.title} props={props} />
          ))}
        </fieldset>
      ) : null}
      <Text name="text" label="What was done" props={props} long />
      <div className="grid grid-cols-2 gap-3">
        <Choice name="leakRepair" label="Leak repair" options={['proven', 'not proven']} blank="none" props={props} />
        <Choice name="slot" label="New component in" options={props.unit?.slots ?? []} blank="nothing replaced" props={props} />
        {props.values.slot ? <Text name="manufacturer" label="Its maker" props={props} /> : null}
        {props.values.slot ? <Text name="model" label="Its model" props={props} /> : null}
      </div>
    </div>
  );
}

function RefrigerantFields(props: FieldsProps) {
  return (
    <div className="space-y-3">
      <Caution>Certified handling: recover, never vent. Gloves, glasses, air. Cylinder limit by weight.</Caution>
      <div className="grid grid-cols-2 gap-3">
        <Choice name="refrigerant" label="Refrigerant" options={Object.keys(REFRIGERANTS)} blank="choose" props={props} />
        {(props.unit?.circuits.length ?? 0) > 1 ? (
          <Choice name="circuit" label="Circuit" options={props.unit?.circuits.map((c) => String(c.number)) ?? []} blank="1" props={props} />
        ) : (
          <span />
        )}
        <Text name="addedLb" label="Added, lb" props={props} decimal />
        <Text name="recoveredLb" label="Recovered, lb" props={props} decimal />
      </div>
      <Tick name="notWeighed" label="Added, but nobody weighed it" props={props} />
      <Tick name="afterOpening" label="Charge weighed back into an opened circuit" props={props} />
      <Text name="cylinder" label="Cylinder" props={props} />
    </div>
  );
}

function ConditionFields(props: FieldsProps) {
  const kind = props.values.condition ? CONDITION_KINDS[props.values.condition as ConditionKind] : undefined;
  return (
    <div className="space-y-3">
      <Choice name="condition" label="What is not normal" options={CONDITION_KIND_NAMES} blank="choose" props={props} />
      {kind?.caution ? <Caution>{kind.caution}</Caution> : null}
      <div className="grid grid-cols-2 gap-3">
        <Text name="changedFrom" label="It was" props={props} />
        <Text name="changedTo" label="Now it is" props={props} />
      </div>
      <Text name="text" label="What and where" props={props} long />
      <Text name="closes" label={`What closes it${kind ? `, if not: ${kind.closes}` : ''}`} props={props} />
      <Text name="told" label={kind?.hazard ? 'Who was told, in writing' : 'Who was told'} props={props} />
    </div>
  );
}

function CloseFields(props: FieldsProps) {
  return (
    <div className="space-y-3">
      <Choice
        name="conditionId"
        label="Which"
        options={props.unit?.conditions.map((c) => ({ value: c.id, label: `${c.kind}: ${c.text.slice(0, 50)}` })) ?? []}
        blank="choose"
        props={props}
      />
      <Text name="text" label="How it is normal again" props={props} long />
    </div>
  );
}

function LeaveFields(props: FieldsProps) {
  const behind = props.leftBehind ?? [];
  return (
    <div className="space-y-3">
      <p>Jumpers counted out, panels on, tools down, everything not normal written down?</p>
      {behind.length > 0 ? (
        <div className="border-2 border-ember p-3">
          <p className="font-semibold text-ember">Never to be left past the visit: {behind.join(', ')}. Close it first.</p>
          <Text name="stillOpen" label="Or say why it has to stay, and who knows" props={props} long />
        </div>
      ) : null}
      <Pick name="outcome" label="The work is" options={['completed', 'return planned']} props={props} />
      <Text name="text" label="For the next one who comes" props={props} long />
    </div>
  );
}

export const FIELDS: Record<FormKind, (props: FieldsProps) => React.ReactNode> = {
  'reading set': ReadingFields,
  finding: FindingFields,
  work: WorkFields,
  refrigerant: RefrigerantFields,
  'condition left': ConditionFields,
  'condition closed': CloseFields,
  recommendation: (props) => <Text name="text" label="What should be done, and why" props={props} long />,
  note: (props) => <Text name="text" label="Note" props={props} long />,
  leave: LeaveFields,
};
