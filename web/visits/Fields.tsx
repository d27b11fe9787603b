import { refrigerantCautions } from '#core/measuring/cards';
import { refrigerantDoubts } from '#core/evidence';
import { saidText, type UnitSystem } from '#core/base/quantities';
import { FAILURES, PART_IDS, slotKey, slotName } from '#core/machine';
import {
  CONDITION_KIND_NAMES,
  CONDITION_KINDS,
  FINDING_GRADES,
  SYSTEMS,
  type ConditionKind,
} from '#core/base/vocabulary';
import { REFRIGERANTS } from '#core/measuring/refrigerant';
import { FORM_KINDS, formOf, type Ask } from '#core/record/kinds';
import { LEAVE_OUTCOMES, WAITING_FOR } from '#core/record/work';
import { DateInput } from '../ui/forms/DateInput.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { ComparisonFields, LookFields, StepFields, WeatherFields } from './EvidenceFields.tsx';
import {
  dangerTyped,
  FORMS,
  outcomeField,
  SURE,
  waitingField,
  type FieldsWords,
  type FormKind,
} from './forms.ts';
import { Caution, Choice, CircuitChoice, Measured, Pick, Text, Tick, type FieldsProps } from './parts.tsx';
import { actWords, asValue, mayExplain, type Act } from './acts.ts';
import { useUnitSystem } from '../state/preferences.ts';
import { closable } from './standing.ts';
import { ReadingFields } from './ReadingFields.tsx';
import { TasksDue } from './TasksDue.tsx';

function FindingFields(props: FieldsProps) {
  return (
    <div className="space-y-3">
      <Field label="Component" hint="Kept as you write it" error={props.error('component')} roof>
        <input
          list="components"
          autoComplete="off"
          value={String(props.values.component ?? '')}
          onChange={(e) => props.set({ component: e.target.value })}
        />
      </Field>
      <datalist id="components">
        {PART_IDS.map((c) => (
          <option key={c} value={c} />
        ))}
      </datalist>
      <div className="grid grid-cols-2 gap-3">
        <Choice
          name="failure"
          label="What is wrong with it"
          options={FAILURES}
          blank="choose"
          props={props}
        />
        <Choice name="system" label="System" options={SYSTEMS} blank="not sure" props={props} />
        <CircuitChoice props={props} />
      </div>
      <Pick name="grade" label="How sure" options={FINDING_GRADES} props={props} />
      {props.values.grade === 'presumed' ? (
        <Field
          label="Look at it again on"
          hint="in a month, if nobody says otherwise"
          error={props.error('watchUntil')}
          roof
        >
          <DateInput
            value={String(props.values.watchUntil ?? '')}
            onChange={(e) => props.set({ watchUntil: e.target.value })}
          />
        </Field>
      ) : null}
      <DangerFields {...props} />
      <Text name="text" label="Anything else" props={props} long />
    </div>
  );
}

const NO_WORDS: FieldsWords = new Map();

/** Where what was found can hurt somebody: written once, with what was made safe and who was told. */
function DangerFields(props: FieldsProps) {
  const kind = dangerTyped(props.values, props.words ?? NO_WORDS);
  if (kind === undefined) return null;
  return (
    <div className="hurts space-y-3">
      <p className="font-semibold">
        This stands open as {kind}, in front of everybody, until it is repaired.
      </p>
      <Caution>{CONDITION_KINDS[kind].caution}</Caution>
      <Text name="madeSafe" label="What was made safe" hint="heat off and tagged, cock shut" props={props} />
      <Text name="told" label="Who was told, in writing" props={props} />
    </div>
  );
}

function WorkFields(props: FieldsProps) {
  return (
    <div className="space-y-3">
      <TasksDue {...props} />
      <Text name="text" label="What was done" props={props} long />
      <div className="grid grid-cols-2 gap-3">
        <Choice
          name="leakRepair"
          label="Leak repair"
          options={['proven', 'not proven']}
          blank="none"
          props={props}
        />
        <Choice
          name="slot"
          label="New component in"
          options={(props.unit?.slots ?? []).map((slot) => ({ value: slotKey(slot), label: slotName(slot) }))}
          blank="nothing replaced"
          props={props}
        />
        {props.values.leakRepair || isRefrigerantPart(props) ? (
          <div className="col-span-2">
            <Caution>
              Hot work: permit, extinguisher or water in reach, wet rags on valves, somebody watches
              afterwards. Nitrogen while brazing, only through regulator and relief, never above the plate’s
              low side.
            </Caution>
          </div>
        ) : null}
        {props.values.leakRepair ? <CircuitChoice props={props} label="Leak of circuit" /> : null}
        {props.values.slot ? <Text name="manufacturer" label="Its maker" props={props} /> : null}
        {props.values.slot ? <Text name="model" label="Its model" props={props} /> : null}
        {props.values.slot ? (
          <Choice
            name="because"
            label="The old one"
            options={[
              { value: 'failed', label: 'had failed' },
              { value: 'preventive', label: 'came out before it failed' },
              { value: 'group', label: 'came out with the others' },
              { value: 'borrowed', label: 'was borrowed' },
            ]}
            blank="as the finding says"
            props={props}
          />
        ) : null}
        {props.values.slot ? <TakenFrom {...props} /> : null}
      </div>
    </div>
  );
}

/** The unit a part was taken out of, where it is no new one: it stands open there that it is missing. */
function TakenFrom(props: FieldsProps) {
  const sisters = props.sisters ?? [];
  const chosen = String(props.values.borrowedUnit ?? '');
  if (sisters.length === 0) return null;
  return (
    <Field
      label="Taken out of"
      hint={
        chosen
          ? `It stands open on ${String(props.values.borrowedFrom)} that it is missing there.`
          : undefined
      }
      roof
    >
      <select
        value={chosen}
        onChange={(e) => {
          const from = sisters.find(({ id }) => id === e.target.value);
          props.set({
            borrowedUnit: from?.id ?? '',
            borrowedFrom: from?.tag ?? '',
            borrowedTo: from ? (props.unit?.tag ?? '') : '',
          });
        }}
      >
        <option value="">nothing: it is new</option>
        {sisters.map(({ id, tag }) => (
          <option key={id} value={id}>
            {tag}
          </option>
        ))}
      </select>
    </Field>
  );
}

const doubtsOf = ({ values, unit }: FieldsProps) =>
  refrigerantDoubts(FORMS.refrigerant.toBody(values) as never, unit?.circuits ?? []);

/** Whether something is put in that the refrigerant runs through. */
const isRefrigerantPart = ({ values }: FieldsProps): boolean =>
  /compressor|coil|metering device|filter-drier|reversing valve|check valve/.test(String(values.slot ?? ''));

function RefrigerantFields(props: FieldsProps) {
  return (
    <div className="space-y-3">
      <Caution>
        Certified handling: recover, never vent. Gloves, glasses, air. Cylinder limit by weight.
      </Caution>
      {refrigerantCautions(props.values.refrigerant).map((caution) => (
        <Caution key={caution}>{caution}</Caution>
      ))}
      <div className="choice-grid">
        <Choice
          name="refrigerant"
          label="Refrigerant"
          options={Object.keys(REFRIGERANTS)}
          blank="choose"
          props={props}
        />
        {(props.unit?.circuits.length ?? 0) > 1 ? <CircuitChoice props={props} /> : <span />}
        <Measured name="addedLb" label="Added" quantity="mass" unit="lb" props={props} />
        <Measured name="recoveredLb" label="Recovered" quantity="mass" unit="lb" props={props} />
      </div>
      {String(props.values.recoveredLb ?? '').trim() === '' ? null : (
        <Pick
          name="into"
          label="It went into"
          options={[
            { value: 'cylinder', label: 'a cylinder' },
            { value: 'reclaimer', label: 'the reclaimer' },
            { value: 'air', label: 'the air, lost' },
          ]}
          props={props}
        />
      )}
      <Tick name="notWeighed" label="Added, but nobody weighed it" props={props} />
      <Tick name="afterOpening" label="Charge weighed back into an opened circuit" props={props} />
      {props.values.afterOpening === true ? (
        <p className="text-sm text-soft">
          Write what was recovered as well, 0 where nothing came out: what goes back beyond it had leaked.
        </p>
      ) : null}
      <Text name="cylinder" label="Cylinder" props={props} />
      {doubtsOf(props).length > 0 ? (
        <div role="alert" className="border-2 border-ink p-3">
          {doubtsOf(props).map((doubt) => (
            <p key={saidText(doubt)} className="fault">
              {saidText(doubt)}
            </p>
          ))}
          <Tick name={SURE} label="It is so" props={props} />
          {props.error(SURE) ? <p className="fault">{props.error(SURE)}</p> : null}
        </div>
      ) : null}
    </div>
  );
}

function ConditionFields(props: FieldsProps) {
  const kind = props.values.condition ? CONDITION_KINDS[props.values.condition as ConditionKind] : undefined;
  return (
    <div className="space-y-3">
      <Choice
        name="condition"
        label="What is left open"
        options={CONDITION_KIND_NAMES}
        blank="choose"
        props={props}
      />
      {kind?.caution ? <Caution>{kind.caution}</Caution> : null}
      <CircuitChoice props={props} />
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
        options={closable(props.unit).map((c) => ({
          value: c.id,
          label: `${c.kind}: ${c.text.slice(0, 50)}`,
        }))}
        blank="choose"
        props={props}
      />
      <Text name="text" label="How it is normal again" props={props} long />
    </div>
  );
}

const actOn = (act: Act, { nameOf }: FieldsProps, system: UnitSystem): string =>
  `${actWords(act, system)}${nameOf?.(act.subjectId) ? ` on ${nameOf(act.subjectId)}` : ''}`;

/** Which reading it is about: those that ask to act and may be explained. */
function ExplainFields(props: FieldsProps) {
  const acts = (props.acts ?? []).filter(mayExplain);
  const [system] = useUnitSystem();
  return (
    <div className="space-y-3">
      <Choice
        name="act"
        label="Which reading"
        options={acts.map((act) => ({ value: asValue(act), label: actOn(act, props, system) }))}
        blank="choose"
        props={props}
      />
      <Text name="text" label="Why there is nothing to do" props={props} long />
      <p className="text-sm text-soft">
        It stands on the sheet under your name. Carbon monoxide and gas are settled by a reading alone.
      </p>
    </div>
  );
}

function LeaveFields(props: FieldsProps) {
  const behind = props.leftBehind ?? [];
  const acts = props.acts ?? [];
  const [system] = useUnitSystem();
  return (
    <div className="space-y-3">
      <p>Jumpers counted out, panels on, tools down, everything left open written down?</p>
      {behind.length > 0 || acts.length > 0 ? (
        <div className="border-2 border-ink p-3">
          {behind.length > 0 ? (
            <p className="fault">Never to be left past the visit: {behind.join(', ')}. Close it first.</p>
          ) : null}
          {acts.length > 0 ? (
            <p className="fault">
              To be acted on: {acts.map((act) => actOn(act, props, system)).join('; ')}. Act, read it again
              with the machine running, or leave it open on the sheet.
            </p>
          ) : null}
          <Text name="stillOpen" label="Or say why it has to stay, and who knows" props={props} long />
        </div>
      ) : null}
      <Outcomes {...props} />
      <Text name="text" label="For the next one who comes" props={props} long />
    </div>
  );
}

/** How each call of the visit is left. What maintenance was ticked on is done; the rest was not reached. */
function Outcomes(props: FieldsProps) {
  const calls = props.calls ?? [];
  const ask = (outcome: string, waiting: string, label: string) => (
    <div key={outcome} className="space-y-2">
      <Pick name={outcome} label={label} options={LEAVE_OUTCOMES} props={props} />
      {props.values[outcome] === 'waiting' ? (
        <Pick name={waiting} label="Waiting for" options={WAITING_FOR} props={props} />
      ) : null}
    </div>
  );
  if (calls.length === 0) return ask('outcome', 'waitingFor', 'The work is');
  const unticked = calls.filter(
    (c) => c.maintenance && !c.ticked && props.values[outcomeField(c.id)] === 'done',
  );
  return (
    <div className="space-y-3">
      {calls.map((call) => ask(outcomeField(call.id), waitingField(call.id), call.name))}
      {calls
        .filter((c) => c.waitsFor.length > 0 && props.values[outcomeField(c.id)] === 'done')
        .map((c) => (
          <p key={c.id} role="status" className="fault">
            {c.name}: not done while this is open: {c.waitsFor.join(', ')}. It waits for its repair.
          </p>
        ))}
      {calls
        .filter((c) => c.repairs.length > 0)
        .map((c) => (
          <p key={c.id} role="status" className="fault">
            The office gets a call of its own for the repair: {c.repairs.join(', ')}.
          </p>
        ))}
      {unticked.length > 0 ? (
        <p role="alert" className="fault">
          Nothing is ticked on {unticked.map((c) => c.name).join(', ')}: tick what was done under Work first,
          or it stays due.
        </p>
      ) : null}
    </div>
  );
}

/** The fields of a kind as it asks them, one under the other. */
function AskedFields({ asks, props }: { asks: readonly Ask[]; props: FieldsProps }) {
  return (
    <div className="space-y-3">
      {asks.map((ask) => {
        const common = { name: ask.name, label: ask.label, props };
        if (ask.as === 'circuit') return <CircuitChoice key={ask.name} props={props} label={ask.label} />;
        if (ask.as === 'choice')
          return <Choice key={ask.name} {...common} options={ask.options ?? []} blank="choose" />;
        if (ask.as === 'pick') return <Pick key={ask.name} {...common} options={ask.options ?? []} />;
        return (
          <Text
            key={ask.name}
            {...common}
            long={ask.as === 'long'}
            {...(ask.hint === undefined ? {} : { hint: ask.hint })}
          />
        );
      })}
    </div>
  );
}

/** Kinds that are drawn otherwise than field by field. */
const OWN: Partial<Record<FormKind, (props: FieldsProps) => React.ReactNode>> = {
  'reading set': ReadingFields,
  look: LookFields,
  comparison: ComparisonFields,
  step: StepFields,
  weather: WeatherFields,
  finding: FindingFields,
  work: WorkFields,
  refrigerant: RefrigerantFields,
  'condition left': ConditionFields,
  'condition closed': CloseFields,
  explained: ExplainFields,
  leave: LeaveFields,
};
/** The fields of every kind that a form of the sheet writes. */
export const FIELDS = Object.fromEntries(
  FORM_KINDS.map((kind) => [
    kind,
    OWN[kind as FormKind] ??
      ((props: FieldsProps) => <AskedFields asks={formOf(kind)?.asks ?? []} props={props} />),
  ]),
) as unknown as Record<FormKind, (props: FieldsProps) => React.ReactNode>;
