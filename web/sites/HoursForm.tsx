import { sitePatch, type OpeningHours, type SitePage, type SitePatch } from '#contracts/sites';
import { useUpdateSiteMutation } from '../api/sites.ts';
import { Button } from '../ui/Button.tsx';
import { Dialog } from '../ui/Dialog.tsx';
import { Field } from '../ui/Field.tsx';
import { FormTrouble } from '../ui/FormTrouble.tsx';
import { useTyped } from '../ui/useTyped.ts';
import { weekOf } from './hours.ts';
import { WEEKDAYS, type Weekday } from './hoursText.ts';

type Days = Record<Weekday, string>;
type Typed = Days & { unknown: boolean };

function asTyped(hours: OpeningHours | null): Days {
  return Object.fromEntries(
    WEEKDAYS.map(([key]) => [key, (hours?.[key] ?? []).map(([a, b]) => `${a}-${b}`).join(', ')]),
  ) as Days;
}

export function HoursForm({ site, onClose }: { site: SitePage; onClose: () => void }) {
  const [update] = useUpdateSiteMutation();
  const form = useTyped<Typed, SitePatch>(
    { ...asTyped(site.openingHours), unknown: site.openingHours === null },
    {
      schema: sitePatch,
      toBody: (typed) => ({
        version: site.version,
        openingHours: typed.unknown ? null : weekOf(typed).hours,
      }),
      fieldOf: ([, day]) => String(day ?? 'root'),
      also: (typed) => (typed.unknown ? [] : weekOf(typed).problems),
    },
  );
  const unknown = form.watch('unknown');
  const save = form.submit(async (patch) => {
    await update({ id: site.id, patch }).unwrap();
    onClose();
  });
  return (
    <Dialog
      open
      onClose={onClose}
      title={`Opening hours of ${site.name}`}
      description="Work is planned inside these. Empty means closed that day."
    >
      <form onSubmit={save} noValidate>
        <label className="mb-2 flex gap-2">
          <input type="checkbox" {...form.register('unknown')} /> Nobody has told us
        </label>
        <div className="grid gap-2 sm:grid-cols-2">
          {WEEKDAYS.map(([key, name]) => (
            <Field key={key} label={name} error={form.error(key)}>
              <input readOnly={unknown} placeholder="08:00-12:00, 13:00-17:00" {...form.register(key)} />
            </Field>
          ))}
        </div>
        <FormTrouble text={form.trouble} />
        <div className="mt-3 flex gap-2">
          <Button type="submit" look="act" disabled={form.isSubmitting}>
            Save
          </Button>
          <Button onClick={onClose}>Cancel</Button>
        </div>
      </form>
    </Dialog>
  );
}
