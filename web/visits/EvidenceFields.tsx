import { HAPPENED, LOOKED, LOOKED_BY, SEQUENCES, SIGNS, SKIES, WINDS, type Sequence } from '#core/evidence';
import { slotsOf, type PartId } from '#core/machine';
import type { UnitKind } from '#core/base/vocabulary';
import { Choice, CircuitChoice, Measured, Pick, Text, type FieldsProps } from './parts.tsx';

/* Forms for what is seen, heard and compared, besides what is measured. */

const partsOf = (unit: FieldsProps['unit']): PartId[] =>
  unit ? [...new Set(slotsOf(unit.kind as UnitKind, []).map((slot) => slot.part))].sort() : [];

export function LookFields(props: FieldsProps) {
  return (
    <div className="space-y-3">
      <div className="grid grid-cols-2 gap-3">
        <Choice name="part" label="Looked at" options={partsOf(props.unit)} blank="choose" props={props} />
        <CircuitChoice props={props} />
        <Choice name="sign" label="What was to be seen" options={SIGNS} blank="choose" props={props} />
        <Choice name="by" label="By" options={LOOKED_BY} blank="choose" props={props} />
      </div>
      <Pick name="looked" label="How far you looked" options={LOOKED} props={props} />
      <Text
        name="hidden"
        label="What stayed hidden"
        hint="“None found” claims no more than this"
        props={props}
      />
      <Text name="text" label="Anything else" props={props} long />
    </div>
  );
}

export function ComparisonFields(props: FieldsProps) {
  const sister = props.sisters?.find((unit) => unit.id === props.values.sisterUnitId);
  return (
    <div className="space-y-3">
      <Text name="what" label="What is compared" hint="amps L1, contactor pull-in, stage 2" props={props} />
      <div className="grid grid-cols-2 gap-3">
        <Text name="here" label="Here" props={props} />
        <Text name="there" label="There" props={props} />
      </div>
      {(props.sisters?.length ?? 0) > 0 ? (
        <Choice
          name="sisterUnitId"
          label="Sister unit"
          options={(props.sisters ?? []).map((unit) => ({ value: unit.id, label: unit.tag }))}
          blank="a leg, stage or circuit of this one"
          props={{
            ...props,
            set: (patch) => {
              const chosen = props.sisters?.find((unit) => unit.id === patch.sisterUnitId);
              props.set({ ...patch, sister: chosen?.tag ?? '' });
            },
          }}
        />
      ) : null}
      {sister ? null : <Text name="sister" label="Which leg, stage or circuit" props={props} />}
      <Pick
        name="says"
        label="They are"
        options={[
          { value: 'alike', label: 'alike' },
          { value: 'differs', label: 'different' },
        ]}
        props={props}
      />
    </div>
  );
}

export function StepFields(props: FieldsProps) {
  const steps = SEQUENCES[props.values.sequence as Sequence] ?? [];
  return (
    <div className="space-y-3">
      <Pick name="sequence" label="Sequence" options={Object.keys(SEQUENCES)} props={props} />
      <Choice
        name="step"
        label="Step"
        options={steps}
        blank={steps.length > 0 ? 'choose' : 'which sequence?'}
        props={props}
      />
      <Pick name="happened" label="It" options={HAPPENED} props={props} />
      <Text name="text" label="Anything else" props={props} />
    </div>
  );
}

export function WeatherFields(props: FieldsProps) {
  return (
    <div className="space-y-3">
      <div className="grid grid-cols-2 items-end gap-3">
        <Measured name="outdoorF" label="outdoor air" quantity="temperature" unit="°F" props={props} />
        <Measured name="wetBulbF" label="wet bulb" quantity="temperature" unit="°F" props={props} />
      </div>
      <Pick name="sky" label="Sky" options={SKIES} props={props} />
      <Pick name="wind" label="Wind" options={WINDS} props={props} />
    </div>
  );
}
