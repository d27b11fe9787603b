import { v7 as uuid } from 'uuid';
import type { z } from 'zod';
import { UNIT_KINDS } from '#core/base/vocabulary';
import { newSetting, type SettingValue } from '#contracts/settings';
import { useChangeSettingMutation, useHistorySettingsQuery } from '../api/settings.ts';
import { useWho } from '../state/session.ts';
import { Field } from '../ui/forms/Field.tsx';
import { shortDay } from '../ui/words/format.ts';
import { Loading, Panel, Trouble } from '../ui/frame/Screen.tsx';
import { useTyped } from '../ui/forms/useTyped.ts';
import { numberNeeded } from '../ui/forms/numbers.ts';
import { HoldsFrom } from './HoldsFrom.tsx';
import { say } from '../ui/saying/say.ts';

const RULES = [
  ['callbackDays', 'A new call is a callback within', 'days'],
  ['callbackWatchDays', 'A callback stays on the watch list', 'days'],
  ['repeatWindowDays', 'Failures are counted over', 'days'],
  ['repeatSameClass', 'A repeat: the same component failed', 'times'],
  ['repeatAnyFailures', 'A repeat: anything failed', 'times'],
  ['leakerApartDays', 'A leaker: topped up twice, at least so far apart', 'days'],
  ['leakerWithinDays', 'A leaker: both within', 'days'],
  ['leakerSharePct', 'A leaker: or in a year so much of the charge', '%'],
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
      <h3 className="mt-4 text-sm">History of these rules</h3>
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
  const form = useTyped<Record<string, string>, z.output<typeof newSetting.history>>(
    {
      validFrom: today,
      ...Object.fromEntries(RULES.map(([name]) => [name, String(current[name])])),
      ...Object.fromEntries(UNIT_KINDS.map((kind) => [`life ${kind}`, String(current.lifeYears[kind])])),
    },
    {
      schema: newSetting.history,
      toBody: (typed) => ({
        id: uuid(),
        validFrom: typed.validFrom,
        value: {
          ...Object.fromEntries(RULES.map(([name]) => [name, numberNeeded(typed[name])])),
          lifeYears: Object.fromEntries(
            UNIT_KINDS.map((kind) => [kind, numberNeeded(typed[`life ${kind}`])]),
          ),
        },
      }),
      fieldOf: (path) => (path[1] === 'lifeYears' ? `life ${String(path[2])}` : String(path.at(-1))),
    },
  );
  const submit = form.submit(async (body) => {
    await save({ name: 'history', body }).unwrap();
    say(`Holds from ${shortDay(body.validFrom)}. Every unit is judged anew.`);
  });
  return (
    <form onSubmit={submit} noValidate>
      <fieldset disabled={!mayEdit} className="grid gap-2 sm:grid-cols-2">
        <div className="space-y-1 sm:col-span-2">
          {RULES.map(([name, label, unit]) => (
            <Field key={name} line label={label} unit={unit} error={form.error(name)}>
              <input inputMode="numeric" {...form.register(name)} />
            </Field>
          ))}
        </div>
        <details className="sm:col-span-2">
          <summary className="reach cursor-pointer content-center font-semibold text-copper">
            Years a unit lasts, by kind (ASHRAE medians unless changed)
          </summary>
          <div className="mt-2 space-y-1">
            {UNIT_KINDS.map((kind) => (
              <Field key={kind} line label={kind} unit="years" error={form.error(`life ${kind}`)}>
                <input inputMode="numeric" {...form.register(`life ${kind}`)} />
              </Field>
            ))}
          </div>
        </details>
        <HoldsFrom
          field={form.register('validFrom')}
          error={form.error('validFrom') ?? form.trouble}
          mayEdit={mayEdit}
          changed={form.formState.isDirty}
          word="Save the rules"
        />
      </fieldset>
    </form>
  );
}
