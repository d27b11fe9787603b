import { isPlainDate } from '#core/base/time';
import type { CallPage } from '#contracts/calls';
import { callFields } from '#contracts/calls';
import type { z } from 'zod';
import { useCrewsQuery } from '../api/crews.ts';
import { DateInput } from '../ui/forms/DateInput.tsx';
import { CrewOptions, notAtWork } from '../ui/forms/CrewOptions.tsx';
import { Button } from '../ui/frame/Button.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { useTyped } from '../ui/forms/useTyped.ts';

const planned = callFields.pick({ crewId: true, scheduledOn: true });
export type Planned = z.output<typeof planned>;

/** Who goes, and on which day. Nothing is assigned by passing over the list: a button does. */
export function PlanForm({
  call,
  today,
  onPlan,
}: {
  call: CallPage;
  today: string;
  onPlan: (plan: Planned) => Promise<void>;
}) {
  const form = useTyped(
    { crewId: call.crewId ?? '', scheduledOn: call.scheduledOn ?? today },
    {
      schema: planned,
      toBody: ({ crewId, scheduledOn }) => ({
        crewId: crewId || null,
        scheduledOn: crewId ? scheduledOn : null,
      }),
    },
  );
  // The crews may come after somebody has begun to choose: what is chosen is the form's, not the list's.
  const [crewId, scheduledOn] = form.watch(['crewId', 'scheduledOn']);
  const crews = useCrewsQuery(isPlainDate(scheduledOn) ? scheduledOn : today);
  const chosen = crews.data?.find((crew) => crew.id === crewId);
  const same = crewId === (call.crewId ?? '') && (crewId === '' || scheduledOn === call.scheduledOn);
  return (
    <form
      onSubmit={form.submit(onPlan)}
      noValidate
      className="mt-3 grid grid-cols-[1fr_1fr_auto] items-end gap-2 border-t border-rule pt-3"
    >
      <Field label="Crew" hint={notAtWork(chosen)} error={form.error('crewId')}>
        <select value={crewId} onChange={(event) => form.setValue('crewId', event.target.value)}>
          <option value="">nobody yet</option>
          <CrewOptions crews={crews.data} />
        </select>
      </Field>
      <Field label="Day" error={form.error('scheduledOn') ?? form.trouble}>
        <DateInput readOnly={crewId === ''} {...form.register('scheduledOn')} />
      </Field>
      <Button type="submit" look="act" disabled={same || form.isSubmitting}>
        {crewId === '' && call.crewId ? 'Take off the plan' : 'Plan'}
      </Button>
    </form>
  );
}
