import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { toast } from 'sonner';
import { v7 as uuid } from 'uuid';
import { UNIT_KINDS } from '#core/vocabulary';
import { issueText } from '#contracts/problem';
import { newSetting, type SettingValue } from '#contracts/settings';
import { problemOf } from '../api/base.ts';
import { useChangeSettingMutation, useHistorySettingsQuery } from '../api/settings.ts';
import { useWho } from '../state/session.ts';
import { Field } from '../ui/Field.tsx';
import { shortDay } from '../ui/format.ts';
import { Loading, Panel, Trouble } from '../ui/Screen.tsx';
import { HoldsFrom } from './HoldsFrom.tsx';

const RULES = [
  ['callbackDays', 'A new call is a callback within, days'],
  ['repeatWindowDays', 'Failures are counted over, days'],
  ['repeatSameClass', 'Repeat: same component, times'],
  ['repeatAnyFailures', 'Repeat: any failures, times'],
  ['seasonYearStartMonth', 'A season-year starts in month'],
  ['callbackWatchDays', 'A callback stays on the watch list, days'],
] as const;

/** What makes a callback, a repeat, a leaker, and how long machines last; each change holds from a day on. */
export function HistoryRules() {
  const { can, today } = useWho();
  const { data, error, refetch } = useHistorySettingsQuery();
  if (error) return <Trouble error={error} retry={refetch} />;
  if (!data) return <Loading what="the rules" />;
  return (
    <Panel title="Callback, repeat, leaker, life">
      <RulesForm
        key={JSON.stringify(data.current)}
        current={data.current}
        today={today}
        mayEdit={can('change setting')}
      />
      <h3 className="mt-4 text-sm">What held when</h3>
      {data.rows.length === 0 ? (
        <p className="text-soft">
          The usual practice since the beginning: callback 30 days, repeat the same component twice or any
          three failures within 365 days.
        </p>
      ) : null}
      <ul>
        {data.rows.map((row) => (
          <li key={row.id}>
            From {shortDay(row.validFrom)}, set by {row.by ?? 'the system'}: callback {row.value.callbackDays}{' '}
            days; repeat {row.value.repeatSameClass} same or {row.value.repeatAnyFailures} any in{' '}
            {row.value.repeatWindowDays} days
          </li>
        ))}
      </ul>
    </Panel>
  );
}

function RulesForm({
  current,
  today,
  mayEdit,
}: {
  current: SettingValue<'history'>;
  today: string;
  mayEdit: boolean;
}) {
  const [save] = useChangeSettingMutation();
  const [wrong, setWrong] = useState<ReadonlyMap<string, string>>(new Map());
  const form = useForm<Record<string, string>>({
    defaultValues: {
      validFrom: today,
      ...Object.fromEntries(RULES.map(([name]) => [name, String(current[name])])),
      ...Object.fromEntries(UNIT_KINDS.map((kind) => [`life ${kind}`, String(current.lifeYears[kind])])),
    },
  });
  const submit = form.handleSubmit(async (values) => {
    const whole = (name: string) => (values[name]?.trim() ? Number(values[name]) : NaN);
    const body = {
      id: uuid(),
      validFrom: values.validFrom,
      value: {
        ...Object.fromEntries(RULES.map(([name]) => [name, whole(name)])),
        lifeYears: Object.fromEntries(UNIT_KINDS.map((kind) => [kind, whole(`life ${kind}`)])),
      },
    };
    const read = newSetting.history.safeParse(body);
    setWrong(
      new Map(
        read.error?.issues.map((i) => [
          i.path[1] === 'lifeYears' ? `life ${String(i.path[2])}` : String(i.path.at(-1)),
          issueText(i),
        ]) ?? [],
      ),
    );
    if (!read.success) return;
    try {
      await save({ name: 'history', body: read.data }).unwrap();
      toast(`Holds from ${values.validFrom}. Every unit is judged anew.`);
    } catch (error) {
      toast(problemOf(error).title);
    }
  });
  return (
    <form onSubmit={submit} noValidate>
      <fieldset disabled={!mayEdit} className="grid gap-2 sm:grid-cols-2">
        {RULES.map(([name, label]) => (
          <Field key={name} label={label} error={wrong.get(name)}>
            <input inputMode="numeric" {...form.register(name)} />
          </Field>
        ))}
        <details className="sm:col-span-2">
          <summary className="cursor-pointer font-semibold text-copper">
            Years a unit lasts, by kind (ASHRAE medians unless changed)
          </summary>
          <div className="mt-2 grid gap-2 sm:grid-cols-3">
            {UNIT_KINDS.map((kind) => (
              <Field key={kind} label={kind} error={wrong.get(`life ${kind}`)}>
                <input inputMode="numeric" {...form.register(`life ${kind}`)} />
              </Field>
            ))}
          </div>
        </details>
        <HoldsFrom
          field={form.register('validFrom')}
          error={wrong.get('validFrom')}
          mayEdit={mayEdit}
          word="Set the rules"
        />
      </fieldset>
    </form>
  );
}
