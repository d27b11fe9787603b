import { z } from 'zod';
import { CARDS } from '#core/measuring/cards';
import { TAKES, TASK_PARTS, type MaintenanceTask } from '#core/upkeep/maintenance';
import type { PartId } from '#core/machine';
import { SYSTEMS } from '#core/base/vocabulary';
import { plainDate } from '#contracts/common';
import { ownTask } from '#contracts/tasks';
import { HowOften } from '../agreements/TaskTable.tsx';
import { Dialog } from '../ui/frame/Dialog.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { useTyped } from '../ui/forms/useTyped.ts';
import { HoldsFrom } from './HoldsFrom.tsx';
import { NEW_TASK, ownTaskTyped, typedOwnTask, type TypedOwnTask } from './typedOwnTask.ts';

interface Typed {
  readonly validFrom: string;
  readonly task: TypedOwnTask;
}
const schema = z.object({ validFrom: plainDate, task: ownTask });

/** The field of the form that a path of the contract belongs to. */
function fieldOf([first, second, third]: readonly PropertyKey[]): string {
  if (first !== 'task') return String(first ?? 'root');
  if (second === 'key') return 'title';
  if (second === 'usual') return third === 'withinDays' ? 'withinDays' : 'often';
  return String(second === 'weather' ? (third ?? 'toF') : (second ?? 'root'));
}

/** One task of the list: what is done, on what, how often, with what, and what it needs. */
export function TaskForm({
  task,
  taken,
  today,
  onSave,
  onClose,
}: {
  /** A new one where undefined. */
  task: MaintenanceTask | undefined;
  /** Keys of the tasks there are. */
  taken: readonly string[];
  today: string;
  onSave: (task: MaintenanceTask, validFrom: string) => Promise<void>;
  onClose: () => void;
}) {
  const form = useTyped<Typed, z.output<typeof schema>>(
    { validFrom: today, task: task ? typedOwnTask(task) : NEW_TASK },
    {
      schema,
      toBody: ({ validFrom, task: typed }) => ({ validFrom, task: ownTaskTyped(typed) }),
      fieldOf,
      also: ({ task: typed }) =>
        !typed.key && taken.includes(typed.title.trim().toLowerCase())
          ? [['title', 'there is a task of this name already']]
          : [],
    },
  );
  const typed = form.watch('task');
  const set = (patch: Partial<TypedOwnTask>) =>
    form.setValue('task', { ...form.getValues('task'), ...patch });
  const text = (
    name: 'title' | 'minutes' | 'withinDays' | 'skills' | 'fromF' | 'toF',
    extra: object = {},
  ) => <input value={typed[name]} onChange={(e) => set({ [name]: e.target.value })} {...extra} />;
  const tick = (name: 'once' | 'water' | 'followsCondition' | 'protects' | 'onStandby', label: string) => (
    <label className="flex reach items-center gap-2">
      <input type="checkbox" checked={typed[name]} onChange={(e) => set({ [name]: e.target.checked })} />
      {label}
    </label>
  );
  const submit = form.submit((body) => onSave(body.task as MaintenanceTask, body.validFrom));
  return (
    <Dialog open onClose={onClose} title={task ? task.title : 'New task'} wide>
      <form onSubmit={submit} noValidate className="space-y-3">
        <div className="grid gap-3 sm:grid-cols-3">
          <Field label="What it is called" error={form.error('title')}>
            {text('title')}
          </Field>
          <Field label="System" error={form.error('system')}>
            <select
              value={typed.system}
              onChange={(e) => set({ system: e.target.value as TypedOwnTask['system'] })}
            >
              {SYSTEMS.map((system) => (
                <option key={system}>{system}</option>
              ))}
            </select>
          </Field>
          <Field label="Minutes on one unit" error={form.error('minutes')}>
            {text('minutes', { inputMode: 'numeric' })}
          </Field>
        </div>
        <fieldset className="space-y-2">
          <legend className="text-sm font-semibold">How often</legend>
          {tick('once', 'Once only, when the machine is new')}
          {typed.once ? (
            <Field label="Within so many days of being installed" error={form.error('withinDays')}>
              {text('withinDays', { inputMode: 'numeric' })}
            </Field>
          ) : (
            <HowOften
              title={typed.title || 'the task'}
              own={typed}
              set={set}
              wrong={form.error('often') !== undefined}
              open="choose"
            />
          )}
          {form.error('often') ? (
            <p role="alert" className="text-sm fault">
              {form.error('often')}
            </p>
          ) : null}
        </fieldset>
        <div className="grid gap-3 sm:grid-cols-2">
          <Parts
            label="Works on"
            hint="It comes round on every machine that has all of these; on every machine where none is named"
            chosen={typed.parts}
            onChange={(parts) => set({ parts })}
          />
          <Parts
            label="But not where there is"
            hint="Another task does the work there"
            chosen={typed.without}
            onChange={(without) => set({ without })}
          />
        </div>
        <Field label="What is done, a line each" error={form.error('steps')}>
          <textarea rows={4} value={typed.steps} onChange={(e) => set({ steps: e.target.value })} />
        </Field>
        <Choices
          label="Readings to take"
          options={CARDS.map(({ id, title }) => ({ value: id, label: title }))}
          chosen={typed.readings}
          onChange={(readings) => set({ readings })}
        />
        <div className="grid gap-3 sm:grid-cols-3">
          <Choices
            label="Carried up"
            options={TAKES.map((value) => ({ value, label: value }))}
            chosen={typed.takes}
            onChange={(takes) => set({ takes })}
          />
          <Field
            label="Skills or licences"
            hint="Parted by commas, as people have them"
            error={form.error('skills')}
          >
            {text('skills')}
          </Field>
          <div>
            {tick('water', 'Needs water pressure')}
            {tick('followsCondition', 'Sooner where it was found plugged')}
            {tick('protects', 'What it finds can hurt people: it waits less')}
            {tick('onStandby', 'For machines on standby only')}
          </div>
        </div>
        <div className="grid gap-3 sm:grid-cols-2">
          <Field
            label="Not colder outdoors than, °F"
            hint="At the warmest of the day"
            error={form.error('fromF')}
          >
            {text('fromF', { inputMode: 'numeric' })}
          </Field>
          <Field
            label="Not warmer outdoors than, °F"
            hint="At the coldest of the day"
            error={form.error('toF')}
          >
            {text('toF', { inputMode: 'numeric' })}
          </Field>
        </div>
        <Field label="What can hurt whoever does it" error={form.error('caution')}>
          <textarea rows={2} value={typed.caution} onChange={(e) => set({ caution: e.target.value })} />
        </Field>
        <div className="grid gap-2 sm:grid-cols-2">
          <HoldsFrom
            field={form.register('validFrom')}
            error={form.error('validFrom') ?? form.trouble}
            changed={form.formState.isDirty}
            mayEdit
            word="Save the task"
          />
        </div>
      </form>
    </Dialog>
  );
}

function Parts({
  label,
  hint,
  chosen,
  onChange,
}: {
  label: string;
  hint: string;
  chosen: readonly PartId[];
  onChange: (parts: readonly PartId[]) => void;
}) {
  return (
    <div>
      <Field label={label} hint={hint}>
        <select value="" onChange={(e) => onChange([...chosen, e.target.value as PartId])}>
          <option value="">add a part</option>
          {TASK_PARTS.filter((id) => !chosen.includes(id)).map((id) => (
            <option key={id}>{id}</option>
          ))}
        </select>
      </Field>
      <ul className="mt-1 flex flex-wrap gap-1">
        {chosen.map((id) => (
          <li key={id}>
            <button
              type="button"
              className="reach border-2 border-rule px-2"
              aria-label={`Take away ${id}`}
              onClick={() => onChange(chosen.filter((own) => own !== id))}
            >
              {id} <span aria-hidden>×</span>
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}

function Choices<V extends string>({
  label,
  options,
  chosen,
  onChange,
}: {
  label: string;
  options: readonly { readonly value: V; readonly label: string }[];
  chosen: readonly V[];
  onChange: (chosen: readonly V[]) => void;
}) {
  return (
    <fieldset>
      <legend className="text-sm font-semibold">{label}</legend>
      <div className="flex flex-wrap gap-x-4">
        {options.map(({ value, label: word }) => (
          <label key={value} className="flex reach items-center gap-2">
            <input
              type="checkbox"
              checked={chosen.includes(value)}
              onChange={(e) =>
                onChange(e.target.checked ? [...chosen, value] : chosen.filter((own) => own !== value))
              }
            />
            {word}
          </label>
        ))}
      </div>
    </fieldset>
  );
}
