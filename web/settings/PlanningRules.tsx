import { v7 as uuid } from 'uuid';
import type { z } from 'zod';
import { centsTyped, dollars } from '#core/base/money';
import type { PlanningSettings } from '#core/planning/routing';
import { clockText, clockTyped, minutesOfDay } from '#core/base/time';
import { newSetting } from '#contracts/settings';
import { useChangeSettingMutation, usePlanningSettingsQuery } from '../api/settings.ts';
import { useWho } from '../state/session.ts';
import { TimeInput } from '../ui/forms/DateInput.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { number, shortDay } from '../ui/words/format.ts';
import { Loading, Panel, Trouble } from '../ui/frame/Screen.tsx';
import { useTyped } from '../ui/forms/useTyped.ts';
import { numberNeeded } from '../ui/forms/numbers.ts';
import { HoldsFrom } from './HoldsFrom.tsx';
import { say } from '../ui/saying/say.ts';

const said = (value: PlanningSettings): string =>
  `${value.overtimeMinutes} min overtime at most, ` +
  (value.restMinutes > 0
    ? `a break of ${value.restMinutes} min after ${clockText(value.restFrom)}`
    : 'no break planned') +
  `, customers are told a window of ${value.windowMinutes} min` +
  (value.nightRestMinutes > 0 ? `, ${number(value.nightRestMinutes / 60, 1)} h of rest after a night` : '') +
  (value.hourCents === null
    ? ''
    : `, an hour costs ${dollars(value.hourCents)} and ${number(value.overtimeFactor, 2)} times that as overtime`) +
  (value.vanHourCents === null ? '' : `, a van on the road ${dollars(value.vanHourCents)} an hour`);

/** How days are planned: overtime, breaks and rest, the window customers are told, what an hour costs. */
export function PlanningRules() {
  const { today, can } = useWho();
  const { data, error, refetch } = usePlanningSettingsQuery();
  if (error) return <Trouble error={error} retry={refetch} />;
  if (!data) return <Loading what="how days are planned" />;
  return (
    <Panel title="How days are planned">
      <PlanningForm
        key={JSON.stringify(data.current)}
        current={data.current}
        today={today}
        mayEdit={can('change setting')}
      />
      <ul className="mt-2">
        {data.rows.map((row) => (
          <li key={row.id} className="text-soft">
            From {shortDay(row.validFrom)}, set by {row.by ?? 'the system'}: {said(row.value)}
          </li>
        ))}
      </ul>
    </Panel>
  );
}

interface Typed {
  validFrom: string;
  overtimeMinutes: string;
  restFrom: string;
  restMinutes: string;
  windowMinutes: string;
  nightRestHours: string;
  hourCents: string;
  overtimeFactor: string;
  vanHourCents: string;
}

const moneyTyped = (text: string): number | null => (text.trim() === '' ? null : (centsTyped(text) ?? NaN));
const moneyText = (cents: number | null): string => (cents === null ? '' : (cents / 100).toFixed(2));

function PlanningForm({
  current,
  today,
  mayEdit,
}: {
  current: PlanningSettings;
  today: string;
  mayEdit: boolean;
}) {
  const [save] = useChangeSettingMutation();
  const form = useTyped<Typed, z.output<typeof newSetting.planning>>(
    {
      validFrom: today,
      overtimeMinutes: String(current.overtimeMinutes),
      restFrom: clockText(current.restFrom),
      restMinutes: String(current.restMinutes),
      windowMinutes: String(current.windowMinutes),
      nightRestHours: String(current.nightRestMinutes / 60),
      hourCents: moneyText(current.hourCents),
      overtimeFactor: String(current.overtimeFactor),
      vanHourCents: moneyText(current.vanHourCents),
    },
    {
      schema: newSetting.planning,
      toBody: ({ validFrom, restFrom, ...typed }) => {
        const clock = clockTyped(restFrom);
        return {
          id: uuid(),
          validFrom,
          value: {
            overtimeMinutes: numberNeeded(typed.overtimeMinutes),
            restFrom: clock === undefined ? restFrom : minutesOfDay(clock),
            restMinutes: numberNeeded(typed.restMinutes),
            windowMinutes: numberNeeded(typed.windowMinutes),
            nightRestMinutes: Math.round(numberNeeded(typed.nightRestHours) * 60),
            hourCents: moneyTyped(typed.hourCents),
            overtimeFactor: numberNeeded(typed.overtimeFactor),
            vanHourCents: moneyTyped(typed.vanHourCents),
          },
        };
      },
    },
  );
  const submit = form.submit(async (body) => {
    await save({ name: 'planning', body }).unwrap();
    say(`Holds from ${shortDay(body.validFrom)}`);
  });
  return (
    <form onSubmit={submit} noValidate>
      <fieldset disabled={!mayEdit} className="grid items-start gap-2 sm:grid-cols-2">
        <div className="space-y-1 sm:col-span-2">
          <Field line label="Overtime a day may take" unit="min" error={form.error('overtimeMinutes')}>
            <input inputMode="numeric" {...form.register('overtimeMinutes')} />
          </Field>
          <Field line label="Window customers are told" unit="min" error={form.error('windowMinutes')}>
            <input inputMode="numeric" {...form.register('windowMinutes')} />
          </Field>
          <Field line label="The break comes after" error={form.error('restFrom')}>
            <TimeInput {...form.register('restFrom')} />
          </Field>
          <Field
            line
            label="The break lasts"
            unit="min"
            hint="0: no break is planned"
            error={form.error('restMinutes')}
          >
            <input inputMode="numeric" {...form.register('restMinutes')} />
          </Field>
          <Field
            line
            label="Rest after a night"
            unit="h"
            hint="From leaving the last call to the next shift; local rules decide"
            error={form.error('nightRestMinutes')}
          >
            <input inputMode="decimal" {...form.register('nightRestHours')} />
          </Field>
          <Field
            line
            label="An hour of one person costs"
            unit="$"
            hint="Empty: plans are said in minutes only"
            error={form.error('hourCents')}
          >
            <input inputMode="decimal" {...form.register('hourCents')} />
          </Field>
          <Field line label="Overtime is paid" unit="times" error={form.error('overtimeFactor')}>
            <input inputMode="decimal" {...form.register('overtimeFactor')} />
          </Field>
          <Field
            line
            label="A van on the road costs an hour"
            unit="$"
            hint="Beside its people; empty: not counted"
            error={form.error('vanHourCents')}
          >
            <input inputMode="decimal" {...form.register('vanHourCents')} />
          </Field>
        </div>
        <HoldsFrom
          field={form.register('validFrom')}
          error={form.error('validFrom') ?? form.trouble}
          mayEdit={mayEdit}
          changed={form.formState.isDirty}
          word="Save how days are planned"
        />
      </fieldset>
    </form>
  );
}
