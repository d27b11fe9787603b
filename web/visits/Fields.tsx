import {
  CONDITION_KIND_NAMES,
  CONDITION_KINDS,
  FAILURES,
  FINDING_GRADES,
  SYSTEMS,
  type ConditionKind,
} from '#core/vocabulary';
import { REFRIGERANTS } from '#core/refrigerant';
import { COMPONENT_SUGGESTIONS } from '#contracts/visits';
import { Field } from '../ui/Field.tsx';
import type { FormKind } from './forms.ts';
import { Caution, Choice, Measured, Pick, Text, Tick, type FieldsProps } from './parts.tsx';
import { ReadingFields } from './ReadingFields.tsx';

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
        <Choice
          name="failure"
          label="What is wrong with it"
          options={FAILURES}
          blank="choose"
          props={props}
        />
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
          options={props.unit?.slots ?? []}
          blank="nothing replaced"
          props={props}
        />
        {props.values.slot ? <Text name="manufacturer" label="Its maker" props={props} /> : null}
        {props.values.slot ? <Text name="model" label="Its model" props={props} /> : null}
      </div>
    </div>
  );
}

function RefrigerantFields(props: FieldsProps) {
  return (
    <div className="space-y-3">
      <Caution>
        Certified handling: recover, never vent. Gloves, glasses, air. Cylinder limit by weight.
      </Caution>
      <div className="grid grid-cols-2 gap-3">
        <Choice
          name="refrigerant"
          label="Refrigerant"
          options={Object.keys(REFRIGERANTS)}
          blank="choose"
          props={props}
        />
        {(props.unit?.circuits.length ?? 0) > 1 ? (
          <Choice
            name="circuit"
            label="Circuit"
            options={props.unit?.circuits.map((c) => String(c.number)) ?? []}
            blank="1"
            props={props}
          />
        ) : (
          <span />
        )}
        <Measured name="addedLb" label="Added" quantity="mass" unit="lb" props={props} />
        <Measured name="recoveredLb" label="Recovered" quantity="mass" unit="lb" props={props} />
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
      <Choice
        name="condition"
        label="What is not normal"
        options={CONDITION_KIND_NAMES}
        blank="choose"
        props={props}
      />
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
        options={
          props.unit?.conditions.map((c) => ({ value: c.id, label: `${c.kind}: ${c.text.slice(0, 50)}` })) ??
          []
        }
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
          <p className="font-semibold text-ember">
            Never to be left past the visit: {behind.join(', ')}. Close it first.
          </p>
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
