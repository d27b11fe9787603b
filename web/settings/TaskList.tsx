import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import {
  cadenceWords,
  taskList,
  TRADE_TASKS,
  weatherWords,
  type MaintenanceTask,
  type OwnTask,
} from '#core/upkeep/maintenance';
import { listed, plural } from '#core/base/sentences';
import { useChangeSettingMutation, useTasksSettingsQuery } from '../api/settings.ts';
import { YearBand } from '../drawings/YearBand.tsx';
import { useWho } from '../state/session.ts';
import { Button } from '../ui/frame/Button.tsx';
import { shortDay } from '../ui/words/format.ts';
import { Loading, Panel, Trouble } from '../ui/frame/Screen.tsx';
import { TaskForm } from './TaskForm.tsx';
import { say, sayRefused } from '../ui/saying/say.ts';

/** What a task says of itself beside its name. */
const facts = ({ usual, minutes, parts, weather, water, skills, onStandby }: MaintenanceTask): string =>
  [
    cadenceWords(usual),
    plural(minutes, 'minute'),
    onStandby ? 'machines on standby' : parts.length > 0 ? listed(parts) : 'every machine',
    weather && weatherWords(weather),
    water && 'water pressure',
    skills.length > 0 && `needs ${listed(skills)}`,
  ]
    .filter(Boolean)
    .join('; ');

/** The company's task list: what is done on which machines, and what the company has made of the trade's. */
export function TaskList() {
  const { today, can } = useWho();
  const { data, error, refetch } = useTasksSettingsQuery();
  const [save] = useChangeSettingMutation();
  const [open, setOpen] = useState<MaintenanceTask | 'new'>();
  if (error) return <Trouble error={error} retry={refetch} />;
  if (!data) return <Loading what="the task list" />;
  const mayEdit = can('change setting');
  const own = data.current as readonly OwnTask[];
  const keep = (value: readonly OwnTask[], validFrom: string) =>
    save({ name: 'tasks', body: { id: uuid(), validFrom, value: value as never } }).unwrap();
  const without = (key: string) => own.filter((task) => task.key !== key);
  const change = async (key: string, said: OwnTask | undefined, done: string) => {
    const refused = (error: unknown) => sayRefused(error);
    try {
      await keep(said ? [...without(key), said] : without(key), today);
      say(done, { undo: () => keep(own, today).catch(refused) });
    } catch (error) {
      refused(error);
    }
  };
  const dropped = own.flatMap((task) =>
    'dropped' in task ? (TRADE_TASKS.find(({ key }) => key === task.key) ?? []) : [],
  );
  return (
    <Panel
      title="Task list"
      actions={mayEdit ? <Button onClick={() => setOpen('new')}>New task</Button> : null}
    >
      <ul className="divide-y divide-rule">
        {taskList(own).map((task) => {
          const changed = own.some(({ key }) => key === task.key);
          const trade = TRADE_TASKS.some(({ key }) => key === task.key);
          return (
            <li key={task.key} className="py-1.5">
              <div className="flex flex-wrap items-center gap-x-3">
                {task.usual.by === 'once' ? (
                  <span className="w-30" />
                ) : (
                  <YearBand cadence={task.usual} today={today} />
                )}
                <strong className="grow">
                  {task.title}
                  {changed ? (
                    <span className="ml-2 text-sm font-normal text-soft">
                      {trade ? 'changed by us' : 'our own'}
                    </span>
                  ) : null}
                </strong>
                {mayEdit ? (
                  <>
                    <Button look="quiet" aria-label={`Change ${task.title}`} onClick={() => setOpen(task)}>
                      Change
                    </Button>
                    {changed && trade ? (
                      <Button
                        look="quiet"
                        aria-label={`${task.title} as the trade does it`}
                        onClick={() =>
                          void change(task.key, undefined, `${task.title} is as the trade does it.`)
                        }
                      >
                        As the trade does
                      </Button>
                    ) : (
                      <Button
                        look="quiet"
                        aria-label={`Stop ${task.title}`}
                        onClick={() =>
                          void change(
                            task.key,
                            trade ? { key: task.key, dropped: true } : undefined,
                            `${task.title} no longer comes round.`,
                          )
                        }
                      >
                        Stop doing it
                      </Button>
                    )}
                  </>
                ) : null}
              </div>
              <p className="text-sm text-soft">{facts(task)}</p>
            </li>
          );
        })}
        {dropped.map((task) => (
          <li key={task.key} className="flex flex-wrap items-baseline gap-x-3 py-1.5">
            <span className="grow text-soft">{task.title}: we do not do it</span>
            {mayEdit ? (
              <Button
                look="quiet"
                onClick={() => void change(task.key, undefined, `${task.title} comes round again.`)}
              >
                Do it again
              </Button>
            ) : null}
          </li>
        ))}
      </ul>
      {data.rows.length > 0 ? (
        <details className="mt-2 text-sm">
          <summary className="cursor-pointer">History of the task list</summary>
          <ul>
            {data.rows.map((row) => (
              <li key={row.id}>
                From {shortDay(row.validFrom)}, set by {row.by ?? 'the system'}:{' '}
                {plural(row.value.length, 'task')} otherwise than the trade’s
              </li>
            ))}
          </ul>
        </details>
      ) : null}
      {open ? (
        <TaskForm
          task={open === 'new' ? undefined : open}
          taken={taskList(own).map(({ key }) => key)}
          today={today}
          onSave={async (task, validFrom) => {
            await keep([...without(task.key), task], validFrom);
            setOpen(undefined);
            say(`${task.title} holds from ${shortDay(validFrom)}.`);
          }}
          onClose={() => setOpen(undefined)}
        />
      ) : null}
    </Panel>
  );
}
