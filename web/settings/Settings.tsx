import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { toast } from 'sonner';
import { v7 as uuid } from 'uuid';
import { COMPONENT_CLASSES, UNIT_KINDS, type ComponentClass } from '#core/vocabulary';
import { issueText } from '#contracts/problem';
import { newSetting, type NewSetting } from '#contracts/settings';
import { problemOf } from '../api/base.ts';
import { useHistorySettingsQuery, useMapWordMutation, useSetHistoryMutation, useWordsQuery } from '../api/settings.ts';
import { useWho } from '../app/session.ts';
import { Button } from '../ui/Button.tsx';
import { Field } from '../ui/Field.tsx';
import { shortDay } from '../ui/format.ts';
import { Empty, Loading, Panel, Screen, Trouble } from '../ui/Screen.tsx';

const RULES = [
  ['callbackDays', 'A new call is a callback within, days'],
  ['repeatWindowDays', 'Failures are counted over, days'],
  ['repeatSameClass', 'Repeat: same component, times'],
  ['repeatAnyFailures', 'Repeat: any failures, times'],
  ['seasonYearStartMonth', 'A season-year starts in month'],
  ['callbackWatchDays', 'A callback stays on the watch list, days'],
] as const;

export default function Settings() {
  return (
    <Screen title="Settings and words" sentence="The company’s rules and words">
      <div className="grid gap-4 lg:grid-cols-2">
        <HistoryRules />
        <Words />
      </div>
    </Screen>
  );
}

function HistoryRules() {
  const { can, today } = useWho();
  const { data, error, refetch } = useHistorySettingsQuery();
  if (error) return <Trouble error={error} retry={refetch} />;
  if (!data) return <Loading what="the rules" />;
  return (
    <Panel title="Callback, repeat, leaker, life">
      <RulesForm key={JSON.stringify(data.current)} current={data.current} today={today} mayEdit={can('change setting')} />
      <h3 className="mt-4 text-sm">What held when</h3>
      {data.rows.length === 0 ? (
        <p className="text-soft">
          The usual practice since the beginning: callback 30 days, repeat the same component twice or any three failures within 365 days.
        </p>
      ) : null}
      <ul>
        {data.rows.map((row) => (
          <li key={row.id}>
            From {shortDay(row.validFrom)}, set by {row.by ?? 'the system'}: callback {row.value.callbackDays} days; repeat{' '}
            {row.value.repeatSameClass} same or {row.value.repeatAnyFailures} any in {row.value.repeatWindowDays} days
          </li>
        ))}
      </ul>
    </Panel>
  );
}

function RulesForm({ current, today, mayEdit }: { current: NewSetting['value']; today: string; mayEdit: boolean }) {
  const [save] = useSetHistoryMutation();
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
    const read = newSetting.safeParse(body);
    setWrong(
      new Map(read.error?.issues.map((i) => [i.path[1] === 'lifeYears' ? `life ${String(i.path[2])}` : String(i.path.at(-1)), issueText(i)]) ?? []),
    );
    if (!read.success) return;
    try {
      await save(read.data as NewSetting).unwrap();
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
          <summary className="cursor-pointer font-semibold text-copper">Years a unit lasts, by kind (ASHRAE medians unless changed)</summary>
          <div className="mt-2 grid gap-2 sm:grid-cols-3">
            {UNIT_KINDS.map((kind) => (
              <Field key={kind} label={kind} error={wrong.get(`life ${kind}`)}>
                <input inputMode="numeric" {...form.register(`life ${kind}`)} />
              </Field>
            ))}
          </div>
        </details>
        <Field label="Holds from" error={wrong.get('validFrom')}>
          <input type="date" {...form.register('validFrom')} />
        </Field>
        <div className="self-end">
          {mayEdit ? (
            <Button type="submit" look="act">
              Set the rules
            </Button>
          ) : (
            <span className="text-soft">A manager sets these.</span>
          )}
        </div>
      </fieldset>
    </form>
  );
}

function Words() {
  const { can } = useWho();
  const { data, error, refetch } = useWordsQuery();
  const [map] = useMapWordMutation();
  if (error) return <Trouble error={error} retry={refetch} />;
  if (!data) return <Loading what="the words" />;
  const choose = async (word: string, componentClass: string) => {
    try {
      await map({ word, componentClass: componentClass as ComponentClass }).unwrap();
      toast(`“${word}” means ${componentClass}; units that used it were judged anew`);
    } catch (refused) {
      toast(problemOf(refused).title);
    }
  };
  const select = (word: string, value: string) => (
    <select
      aria-label={`What “${word}” means`}
      disabled={!can('map word')}
      value={value}
      onChange={(e) => (e.target.value ? void choose(word, e.target.value) : undefined)}
      className="min-h-8 rounded-[3px] border-2 border-rule bg-sheet px-2"
    >
      {value === '' ? <option value="">not mapped</option> : null}
      {COMPONENT_CLASSES.map((c) => (
        <option key={c}>{c}</option>
      ))}
    </select>
  );
  return (
    <Panel title="Component words">
      <p className="mb-2 text-soft">What technicians wrote is kept as written. A word nobody has mapped joins no repeat.</p>
      {data.unmapped.length === 0 ? <Empty>Every word in use is understood.</Empty> : null}
      <ul className="space-y-1">
        {data.unmapped.map((w) => (
          <li key={w.word} className="flex items-center gap-3">
            <strong className="grow">
              “{w.word}” <span className="font-normal text-soft">{w.uses} times</span>
            </strong>
            {select(w.word, '')}
          </li>
        ))}
      </ul>
      {data.mapped.length > 0 ? <h3 className="mt-4 text-sm">The company’s own mappings</h3> : null}
      <ul className="space-y-1">
        {data.mapped.map((w) => (
          <li key={w.word} className="flex items-center gap-3">
            <span className="grow">
              “{w.word}” <span className="text-soft">by {w.by ?? 'the system'}</span>
            </span>
            {select(w.word, w.componentClass)}
          </li>
        ))}
      </ul>
    </Panel>
  );
}
