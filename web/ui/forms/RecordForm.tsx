import { useState, type ReactNode } from 'react';
import type { z } from 'zod';
import type { Within } from '#core/base/quantities';
import { problemOf } from '../../api/base.ts';
import { Button } from '../frame/Button.tsx';
import { DateInput } from './DateInput.tsx';
import { Dialog } from '../frame/Dialog.tsx';
import { Field } from './Field.tsx';
import { FormTrouble } from './FormTrouble.tsx';
import { numberTyped } from './numbers.ts';
import { useTyped } from './useTyped.ts';

export interface FormField {
  readonly name: string;
  readonly label: string;
  readonly kind?: 'text' | 'long' | 'number' | 'date' | 'choice';
  /** What there is to choose, as it is stored, or with the words for it. */
  readonly choices?: readonly (string | { readonly value: string; readonly label: string })[];
  /** A choice that may be taken back. */
  readonly mayBeNone?: true;
  readonly hint?: string;
  /** What a number can be at all. */
  readonly within?: Within;
}

type Values = Record<string, string>;
type Stored = Record<string, unknown>;

const toText = (value: unknown): string => (value === null || value === undefined ? '' : String(value));

function toValue(field: FormField, text: string): unknown {
  const trimmed = text.trim();
  if (trimmed === '') return null;
  if (field.kind === 'number' || field.name === 'phase') return numberTyped(trimmed, field.within);
  // Two words that stand for yes and no are stored as such.
  if (field.kind === 'choice' && (trimmed === 'true' || trimmed === 'false')) return trimmed === 'true';
  return trimmed;
}

/**
 * Edits one record. Only what was changed is sent; when somebody else saved meanwhile, both versions stand
 * side by side and the person chooses field by field.
 */
export function RecordForm({
  title,
  fields,
  schema,
  stored,
  onSave,
  onClose,
  more,
}: {
  title: string;
  fields: readonly FormField[];
  schema: z.ZodType;
  /** The record as it was when the form opened; `version` is undefined for a new one. */
  stored: Stored & { version?: number };
  onSave: (patch: Stored) => Promise<unknown>;
  onClose: () => void;
  /** Further actions beside saving. */
  more?: ReactNode;
}) {
  const [base, setBase] = useState(stored);
  const [theirs, setTheirs] = useState<Stored>();
  const form = useTyped<Values, Stored>(
    Object.fromEntries(fields.map((f) => [f.name, toText(stored[f.name])])),
    {
      schema: schema as z.ZodType<Stored>,
      toBody: (typed) => {
        const all = fields.map((f) => [f.name, toValue(f, typed[f.name] ?? '')] as const);
        return Object.fromEntries(
          all.filter(([name, value]) =>
            base.version === undefined ? value !== null : value !== (base[name] ?? null),
          ),
        );
      },
      fieldOf: (path) => path.join('.'),
    },
  );
  const save = form.submit(async (changed) => {
    try {
      await onSave({ ...changed, ...(base.version === undefined ? {} : { version: base.version }) });
      onClose();
    } catch (error) {
      const refused = problemOf(error);
      if (refused.status === 409 && refused.current) setTheirs(refused.current as Stored);
      else form.refuse(refused);
    }
  });

  /** Takes their version as the new base; fields not chosen keep what was typed here. */
  const merge = (names: readonly string[]) => {
    if (!theirs) return;
    for (const name of names) form.setValue(name, toText(theirs[name]));
    setBase(theirs as typeof base);
    setTheirs(undefined);
    form.clearErrors();
  };

  return (
    <Dialog open onClose={onClose} title={title}>
      <form onSubmit={save} noValidate>
        <div className="grid gap-3 sm:grid-cols-2">
          {fields.map((field) => (
            <div key={field.name} className={field.kind === 'long' ? 'sm:col-span-2' : ''}>
              <Field label={field.label} hint={field.hint} error={form.error(field.name)}>
                {field.kind === 'long' ? (
                  <textarea rows={3} {...form.register(field.name)} />
                ) : field.kind === 'choice' ? (
                  <select {...form.register(field.name)}>
                    {base.version === undefined || field.mayBeNone || base[field.name] === null ? (
                      <option value="">–</option>
                    ) : null}
                    {(field.choices ?? []).map((choice) => {
                      const { value, label } =
                        typeof choice === 'string' ? { value: choice, label: choice } : choice;
                      return (
                        <option key={value} value={value}>
                          {label}
                        </option>
                      );
                    })}
                  </select>
                ) : field.kind === 'date' ? (
                  <DateInput {...form.register(field.name)} />
                ) : (
                  <input
                    inputMode={field.kind === 'number' ? 'decimal' : undefined}
                    {...form.register(field.name)}
                  />
                )}
              </Field>
            </div>
          ))}
        </div>
        <FormTrouble text={form.trouble} />
        {theirs ? (
          <Merge fields={fields} before={base} mine={form.getValues()} theirs={theirs} onMerge={merge} />
        ) : null}
        <div className="mt-4 flex gap-2">
          <Button type="submit" look="act" disabled={form.isSubmitting || theirs !== undefined}>
            Save
          </Button>
          <Button onClick={onClose}>Cancel</Button>
          {more}
        </div>
      </form>
    </Dialog>
  );
}

function Merge({
  fields,
  before,
  mine,
  theirs,
  onMerge,
}: {
  fields: readonly FormField[];
  before: Stored;
  mine: Values;
  theirs: Stored;
  onMerge: (takeTheirs: string[]) => void;
}) {
  const differing = fields.filter((f) => (mine[f.name] ?? '') !== toText(theirs[f.name]));
  const [take, setTake] = useState<Record<string, boolean>>({});
  return (
    <fieldset className="mt-4 border-2 border-ink p-3">
      <legend className="px-1 font-semibold">Somebody else saved meanwhile. Which do you keep?</legend>
      <table className="w-full text-left">
        <thead>
          <tr>
            <th scope="col">Field</th>
            <th scope="col">Before</th>
            <th scope="col">Yours</th>
            <th scope="col">Theirs</th>
          </tr>
        </thead>
        <tbody>
          {differing.map((f) => (
            <tr key={f.name}>
              <th scope="row" className="pr-2 font-normal">
                {f.label}
              </th>
              <td className="text-soft">{toText(before[f.name]) || '–'}</td>
              {[false, true].map((their) => (
                <td key={String(their)}>
                  <label className="flex gap-1.5">
                    <input
                      type="radio"
                      name={`merge-${f.name}`}
                      checked={(take[f.name] ?? false) === their}
                      onChange={() => setTake({ ...take, [f.name]: their })}
                    />
                    {(their ? toText(theirs[f.name]) : mine[f.name]) || '–'}
                  </label>
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <Button
        look="act"
        className="mt-2"
        onClick={() => onMerge(differing.filter((f) => take[f.name]).map((f) => f.name))}
      >
        Take these
      </Button>
    </fieldset>
  );
}
