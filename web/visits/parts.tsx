import type { QuantityName } from '#core/base/quantities';
import type { Act } from './acts.ts';
import type { UnitOfSheet } from './standing.ts';
import { Field } from '../ui/forms/Field.tsx';
import { plainUnit, shownUnit, shownValue } from '#core/base/quantities';
import { number, shortDay } from '../ui/words/format.ts';
import { useUnitSystem } from '../state/preferences.ts';
import { judgeTyped, unitName, type FieldsWords, type Values } from './forms.ts';

/* The fields forms of the sheet are made of: large, labelled, kept at every key. */

export interface FieldsProps {
  readonly values: Values;
  readonly set: (patch: Values) => void;
  readonly error: (path: string) => string | undefined;
  readonly unit: UnitOfSheet | undefined;
  /** The calls of the visit, for leaving; each with whether anything was ticked on its unit. */
  readonly calls?: readonly LeavingCall[];
  /** Component words that the company has mapped itself. */
  readonly words?: FieldsWords;
  /** Other units of the site, to compare with. */
  readonly sisters?: readonly { readonly id: string; readonly tag: string }[];
  /** What was left on this visit and must not stay past it, in words. */
  readonly leftBehind?: readonly string[];
  /** What was measured and still has to be acted on. */
  readonly acts?: readonly Act[];
  /** What a unit or a point is called. */
  readonly nameOf?: (subjectId: string) => string | undefined;
}

/** A call as the form for leaving asks about it. */
export interface LeavingCall {
  readonly id: string;
  readonly name: string;
  readonly maintenance: boolean;
  readonly ticked: boolean;
  /** What stands open and keeps it from being done, in words. */
  readonly waitsFor: readonly string[];
  /** What was found at maintenance and is a repair of its own beside it, in words. */
  readonly repairs: readonly string[];
}

type Option = string | { readonly value: string; readonly label: string };

const optionOf = (o: Option) => (typeof o === 'string' ? { value: o, label: o } : o);

export function Text({
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
        <input
          value={value}
          onChange={change}
          inputMode={decimal ? 'decimal' : undefined}
          autoComplete="off"
        />
      )}
    </Field>
  );
}

export function Choice({
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
      <select
        value={String(props.values[name] ?? '')}
        onChange={(e) => props.set({ [name]: e.target.value })}
      >
        {blank !== undefined ? <option value="">{blank}</option> : null}
        {options.map(optionOf).map((o) => (
          <option key={o.value} value={o.value}>
            {o.label}
          </option>
        ))}
      </select>
    </Field>
  );
}

/** A few answers as buttons a glove can hit. */
export function Pick({
  name,
  label,
  options,
  props,
}: {
  name: string;
  label: string;
  options: readonly Option[];
  props: FieldsProps;
}) {
  return (
    <fieldset>
      <legend className="mb-0.5 text-sm font-semibold">{label}</legend>
      <div className="flex flex-wrap gap-2">
        {options.map(optionOf).map(({ value: option, label: word }) => (
          <label
            key={option}
            className={`relative flex min-h-13 cursor-pointer items-center rounded-[3px] border-2 px-4 text-lg has-focus-visible:outline-3 has-focus-visible:outline-copper ${props.values[name] === option ? 'border-ink bg-ink text-paper' : 'border-rule bg-sheet'}`}
          >
            <input
              type="radio"
              name={name}
              className="sr-only"
              checked={props.values[name] === option}
              onChange={() => props.set({ [name]: option })}
            />
            {word}
          </label>
        ))}
      </div>
      {props.error(name) ? (
        <p role="alert" className="mt-0.5 text-sm fault">
          {props.error(name)}
        </p>
      ) : null}
    </fieldset>
  );
}

export function Tick({ name, label, props }: { name: string; label: string; props: FieldsProps }) {
  return (
    <label className="flex min-h-13 cursor-pointer items-center gap-3 text-lg">
      <input
        type="checkbox"
        className="h-7 w-7"
        checked={props.values[name] === true}
        onChange={(e) => props.set({ [name]: e.target.checked })}
      />
      {label}
    </label>
  );
}

export function Caution({ children }: { children: React.ReactNode }) {
  return (
    <p className="hurts text-sm">
      <strong>Careful.</strong> {children}{' '}
      <span className="text-soft">Local codes, the maker and licensed practice decide.</span>
    </p>
  );
}

/**
 * A number with its unit: asked for in the units of this device; once typed it keeps the unit it was typed
 * in.
 */
export function Measured({
  name,
  label,
  quantity,
  unit,
  props,
  last,
}: {
  name: string;
  label: string;
  quantity: QuantityName;
  /** Customary unit. */
  unit: string;
  props: FieldsProps;
  /** What it was when it was measured last, in the customary unit. */
  last?: { readonly value: number; readonly on: string } | undefined;
}) {
  const [system] = useUnitSystem();
  const typed = String(props.values[name] ?? '');
  const own =
    typed.trim() === '' ? shownUnit(quantity, unit, system) : String(props.values[unitName(name)] ?? unit);
  const note = judgeTyped(quantity, own, typed);
  const before = last === undefined ? undefined : shownValue(quantity, unit, last.value, system);
  return (
    <Field
      label={label}
      unit={plainUnit(own)}
      hint={
        note.hint ??
        (before === undefined || last === undefined
          ? undefined
          : `was ${number(before.value, 1)} ${plainUnit(before.unit)}, ${shortDay(last.on)}`)
      }
      error={note.error ?? props.error(name)}
      roof
    >
      <input
        inputMode="decimal"
        autoComplete="off"
        className="font-bold"
        value={typed}
        onChange={(e) => props.set({ [name]: e.target.value, [unitName(name)]: own })}
      />
    </Field>
  );
}

/** Which circuit a line is about, asked only where the machine has several. */
export function CircuitChoice({ props, label = 'Circuit' }: { props: FieldsProps; label?: string }) {
  const circuits = props.unit?.circuits ?? [];
  if (circuits.length < 2) return null;
  return (
    <Choice
      name="circuit"
      label={label}
      options={circuits.map((c) => String(c.number))}
      blank="which one?"
      props={props}
    />
  );
}
