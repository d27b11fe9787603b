import { WEEKDAYS, weekOf, type Weekday } from '#core/base/time';
import { sitePatch, type OpeningHours, type SitePage, type SitePatch } from '#contracts/sites';
import { Dialog } from '../ui/frame/Dialog.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { FormFoot } from '../ui/forms/FormFoot.tsx';
import { useTyped } from '../ui/forms/useTyped.ts';
import { useSaveSite } from './useSaveSite.ts';

type Days = Record<Weekday, string>;
/** Fields of the hours in which units may be off, named apart from those of the opening hours. */
type OffDays = Record<`off ${Weekday}`, string>;
type Typed = Days & OffDays & { unknown: boolean; anyTime: boolean };

const offDays = (days: Days): OffDays =>
  Object.fromEntries(WEEKDAYS.map(([key]) => [`off ${key}`, days[key]])) as OffDays;
const typedOff = (typed: Typed): Days =>
  Object.fromEntries(WEEKDAYS.map(([key]) => [key, typed[`off ${key}`]])) as Days;

function asTyped(hours: OpeningHours | null): Days {
  return Object.fromEntries(
    WEEKDAYS.map(([key]) => [key, (hours?.[key] ?? []).map(([a, b]) => `${a}-${b}`).join(', ')]),
  ) as Days;
}

export function HoursForm({ site, onClose }: { site: SitePage; onClose: () => void }) {
  const saveSite = useSaveSite(site.id, onClose);
  const form = useTyped<Typed, SitePatch>(
    {
      ...asTyped(site.openingHours),
      ...offDays(asTyped(site.needs.offHours ?? null)),
      unknown: site.openingHours === null,
      anyTime: !site.needs.offHours,
    },
    {
      schema: sitePatch,
      toBody: (typed) => ({
        version: site.version,
        openingHours: typed.unknown ? null : weekOf(typed).hours,
        needs: { ...site.needs, offHours: typed.anyTime ? null : weekOf(typedOff(typed)).hours },
      }),
      fieldOf: ([first, second, third]) =>
        first === 'needs' ? `off ${String(third ?? '1')}` : String(second ?? 'root'),
      also: (typed) => [
        ...(typed.unknown ? [] : weekOf(typed).problems),
        ...(typed.anyTime
          ? []
          : weekOf(typedOff(typed)).problems.map(([day, wrong]) => [`off ${day}`, wrong] as const)),
      ],
    },
  );
  const unknown = form.watch('unknown');
  const anyTime = form.watch('anyTime');
  const save = form.submit((patch) => saveSite(patch, (message) => form.setError('root', { message })));
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
        <h3 className="mt-4 text-base">When its units may be off</h3>
        <p className="text-sm text-soft">
          For work that can wait. A call about a machine that is down keeps to the opening hours alone.
        </p>
        <label className="my-2 flex gap-2">
          <input type="checkbox" {...form.register('anyTime')} /> Whenever it is open
        </label>
        {anyTime ? null : (
          <div className="grid gap-2 sm:grid-cols-2">
            {WEEKDAYS.map(([key, name]) => (
              <Field key={key} label={`${name}, may be off`} error={form.error(`off ${key}`)}>
                <input placeholder="06:00-10:00" {...form.register(`off ${key}`)} />
              </Field>
            ))}
          </div>
        )}
        <FormFoot trouble={form.trouble} saving={form.isSubmitting} onClose={onClose} />
      </form>
    </Dialog>
  );
}
