import { useState } from 'react';
import { localDate } from '#core/base/time';
import { callPatch, type CallPage, type CallPatch } from '#contracts/calls';
import { useKnownAtIntakeQuery } from '../api/calls.ts';
import { useWho } from '../state/session.ts';
import { DateInput, TimeInput } from '../ui/forms/DateInput.tsx';
import { Button } from '../ui/frame/Button.tsx';
import { Dialog } from '../ui/frame/Dialog.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { clockOf } from '../ui/words/format.ts';
import { FormFoot } from '../ui/forms/FormFoot.tsx';
import { FormTrouble } from '../ui/forms/FormTrouble.tsx';
import { useTyped } from '../ui/forms/useTyped.ts';
import { promisedAt } from './Promise.tsx';
import { SitePicker } from './SitePicker.tsx';

type Patch = Omit<CallPatch, 'version'>;

/** What a call is about and what was promised, put right after it was taken: site, unit, until when. */
export function MoveDialog({
  call,
  onSave,
  onClose,
}: {
  call: CallPage;
  onSave: (patch: Patch) => Promise<unknown>;
  onClose: () => void;
}) {
  const { today } = useWho();
  const [site, setSite] = useState({ id: call.siteId, name: `${call.site}, ${call.customer}` });
  const [choosing, setChoosing] = useState(false);
  const known = useKnownAtIntakeQuery(site.id);
  const zone = call.timeZone;
  const form = useTyped(
    {
      unitId: call.unitId ?? '',
      day: call.promisedAt ? localDate(new Date(call.promisedAt), zone) : '',
      time: call.promisedAt ? clockOf(call.promisedAt, zone) : '',
    },
    {
      schema: callPatch,
      toBody: ({ unitId, day, time }) => ({
        version: call.version,
        ...(site.id === call.siteId ? {} : { siteId: site.id }),
        unitId: unitId || null,
        promisedAt: promisedAt({ promisedTime: time, promisedDay: day }, today, zone),
      }),
    },
  );
  // The units may come later than the dialog: what is chosen is the form's, not the list's.
  const unitId = form.watch('unitId');
  const save = form.submit(async ({ version: _version, ...patch }) => {
    await onSave(patch);
    onClose();
  });
  return (
    <Dialog open onClose={onClose} title={`What ${call.ref || 'the call'} is about`}>
      {choosing ? (
        <SitePicker
          onPick={({ id, name, customer }) => {
            setSite({ id, name: `${name}, ${customer}` });
            form.setValue('unitId', '');
            setChoosing(false);
          }}
        />
      ) : (
        <form onSubmit={save} noValidate className="space-y-3">
          <p className="flex flex-wrap items-center gap-2">
            <strong>{site.name}</strong>
            <Button look="quiet" onClick={() => setChoosing(true)}>
              Another site
            </Button>
          </p>
          <FormTrouble text={form.error('siteId')} />
          <Field label="Unit" error={form.error('unitId')}>
            <select value={unitId} onChange={(event) => form.setValue('unitId', event.target.value)}>
              <option value="">not known</option>
              {known.data?.units.map((unit) => (
                <option key={unit.id} value={unit.id}>
                  {unit.tag}
                  {unit.areaServed ? `, ${unit.areaServed}` : ''}
                </option>
              ))}
            </select>
          </Field>
          <div className="grid grid-cols-2 gap-2">
            <Field label="Promised on" error={form.error('promisedAt')}>
              <DateInput {...form.register('day')} />
            </Field>
            <Field label="By">
              <TimeInput {...form.register('time')} />
            </Field>
          </div>
          <FormFoot trouble={form.trouble} saving={form.isSubmitting} onClose={onClose} />
        </form>
      )}
    </Dialog>
  );
}
