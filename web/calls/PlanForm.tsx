import type { CallPage } from '#contracts/calls';
import { callFields } from '#contracts/calls';
import type { z } from 'zod';
import { useCrewsQuery } from '../api/people.ts';
import { Button } from '../ui/Button.tsx';
import { Field } from '../ui/Field.tsx';
import { useTyped } from '../ui/useTyped.ts';

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
  const crews = useCrewsQuery();
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
  const [crewId, scheduledOn] = form.watch(['crewId', 'scheduledOn']);
  const same = crewId === (call.crewId ?? '') && (crewId === '' || scheduledOn === call.scheduledOn);
  return (
    <form
      onSubmit={form.submit(onPlan)}
      noValidate
      className="mt-3 grid grid-cols-[1fr_1fr_auto] items-end gap-2 border-t border-rule pt-3"
    >
      <Field label="Crew" error={form.error('crewId')}>
        <select {...form.register('crewId')}>
          <option value="">nobody yet</option>
          {crews.data?.map((crew) => (
            <option key={crew.id} value={crew.id}>
              {crew.name}
            </option>
          ))}
        </select>
      </Field>
      <Field label="Day" error={form.error('scheduledOn') ?? form.trouble}>
        <input type="date" readOnly={crewId === ''} {...form.register('scheduledOn')} />
      </Field>
      <Button type="submit" look="act" disabled={same || form.isSubmitting}>
        {crewId === '' && call.crewId ? 'Take off the plan' : 'Plan'}
      </Button>
    </form>
  );
}
