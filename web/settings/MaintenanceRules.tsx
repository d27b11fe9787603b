import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { tasksOf, type TaskList } from '#core/upkeep/maintenance';
import { plural } from '#core/base/sentences';
import { UNIT_KINDS, type UnitKind } from '#core/base/vocabulary';
import { newSetting, type NewSetting, type SettingValue } from '#contracts/settings';
import { TaskTable } from '../agreements/TaskTable.tsx';
import { useProgramme } from '../agreements/useProgramme.ts';
import { fieldOfTerms, tasksTyped, typedTasks, type TypedTerms } from '../agreements/typedTerms.ts';
import { useChangeSettingMutation, useMaintenanceSettingsQuery } from '../api/settings.ts';
import { useWho } from '../state/session.ts';
import { Field } from '../ui/forms/Field.tsx';
import { shortDay } from '../ui/words/format.ts';
import { Loading, Panel, Trouble } from '../ui/frame/Screen.tsx';
import { useTyped } from '../ui/forms/useTyped.ts';
import { HoldsFrom } from './HoldsFrom.tsx';
import { say } from '../ui/saying/say.ts';

/** What the company does as a rule on each kind of machine; agreements say what is different. */
export function MaintenanceRules() {
  const { can, today } = useWho();
  const { data, error, refetch } = useMaintenanceSettingsQuery();
  const programme = useProgramme();
  if (error) return <Trouble error={error} retry={refetch} />;
  if (!data || !programme.data) return <Loading what="what is usual" />;
  return (
    <Panel title="Maintenance as usual, by kind of machine">
      <ProgrammeForm
        key={JSON.stringify(data.current)}
        current={data.current}
        tasks={programme.data.tasks}
        today={today}
        mayEdit={can('change setting')}
      />
      <h3 className="mt-4 text-sm">History of these rules</h3>
      {data.rows.length === 0 ? (
        <p className="text-soft">The trade’s usual since the beginning.</p>
      ) : (
        <ul>
          {data.rows.map((row) => (
            <li key={row.id}>
              From {shortDay(row.validFrom)}, set by {row.by ?? 'the system'}:{' '}
              {plural(Object.keys(row.value).length, 'kind')} of machine otherwise than the trade’s usual
            </li>
          ))}
        </ul>
      )}
    </Panel>
  );
}

interface Typed {
  readonly validFrom: string;
  readonly kinds: Readonly<Partial<Record<UnitKind, TypedTerms['tasks']>>>;
}

function ProgrammeForm({
  current,
  tasks,
  today,
  mayEdit,
}: {
  current: SettingValue<'maintenance'>;
  tasks: TaskList;
  today: string;
  mayEdit: boolean;
}) {
  const [save] = useChangeSettingMutation();
  const [kind, setKind] = useState<UnitKind>(UNIT_KINDS[0]);
  const form = useTyped<Typed, NewSetting<'maintenance'>>(
    {
      validFrom: today,
      kinds: Object.fromEntries(Object.entries(current).map(([name, tasks]) => [name, typedTasks(tasks)])),
    },
    {
      schema: newSetting.maintenance,
      toBody: ({ validFrom, kinds }) => ({
        id: uuid(),
        validFrom,
        value: Object.fromEntries(
          Object.entries(kinds).flatMap(([name, tasks]) => {
            const said = tasksTyped(tasks);
            return Object.keys(said).length > 0 ? [[name, said]] : [];
          }),
        ),
      }),
      fieldOf: ([first, of, ...rest]) =>
        first === 'value' ? `${String(of)} ${fieldOfTerms(['tasks', ...rest])}` : String(first ?? 'root'),
    },
  );
  const kinds = form.watch('kinds');
  const submit = form.submit(async (body) => {
    await save({ name: 'maintenance', body }).unwrap();
    say(`Holds from ${shortDay(body.validFrom)}, wherever no agreement says otherwise.`);
  });
  return (
    <form onSubmit={submit} noValidate>
      <fieldset disabled={!mayEdit} className="space-y-3">
        <div className="max-w-xs">
          <Field label="Kind of machine">
            <select value={kind} onChange={(e) => setKind(e.target.value as UnitKind)}>
              {UNIT_KINDS.map((name) => (
                <option key={name}>{name}</option>
              ))}
            </select>
          </Field>
        </div>
        <TaskTable
          lines={tasksOf({ kind }, tasks).map((task) => ({
            task,
            above: { cadence: task.usual, minutes: task.minutes },
          }))}
          typed={kinds[kind] ?? {}}
          onTyped={(typed) => form.setValue('kinds', { ...kinds, [kind]: typed })}
          error={(field) => form.error(`${kind} ${field}`)}
          asAbove="as listed"
        />
        <div className="grid gap-2 sm:grid-cols-2">
          <HoldsFrom
            field={form.register('validFrom')}
            error={form.error('validFrom') ?? form.trouble}
            mayEdit={mayEdit}
            changed={form.formState.isDirty}
            word="Save what is usual"
          />
        </div>
      </fieldset>
    </form>
  );
}
