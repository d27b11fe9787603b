import { WEEKDAYS } from '#core/base/time';
import { v7 as uuid } from 'uuid';
import type { z } from 'zod';
import { crewPatch, newCrew, type CrewView } from '#contracts/crews';
import { useChangeCrewMutation, useCreateCrewMutation, useCrewsQuery } from '../api/crews.ts';
import { PlacePicker } from '../maps/PlacePicker.tsx';
import { placeTyped, positionText } from '../maps/position.ts';
import { Button } from '../ui/frame/Button.tsx';
import { Dialog } from '../ui/frame/Dialog.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { FormTrouble } from '../ui/forms/FormTrouble.tsx';
import { useTyped } from '../ui/forms/useTyped.ts';
import { typedWeek, USUAL_WEEK, weekTyped, type TypedWeek } from './week.ts';

type Typed = TypedWeek & { name: string; own: boolean; startName: string; place: string };

function startTyped({ own, startName, place, name }: Typed) {
  const { at, problems } = placeTyped(place);
  return own && problems.length === 0 ? { name: startName.trim() || `Start of ${name}`, ...at } : null;
}

/** A crew: its name, the shift of each weekday, and where its day starts and ends. */
export function CrewForm({ crew, onClose }: { crew: CrewView | undefined; onClose: () => void }) {
  const [create] = useCreateCrewMutation();
  const [change] = useChangeCrewMutation();
  const crews = useCrewsQuery();
  const known = (crews.data ?? []).flatMap(({ start }) => (start ? [start] : []));
  const schema = (crew ? crewPatch : newCrew) as z.ZodType<Record<string, unknown>>;
  const form = useTyped<Typed, Record<string, unknown>>(
    {
      ...typedWeek(crew?.week ?? USUAL_WEEK),
      name: crew?.name ?? '',
      own: crew?.ownStart ?? false,
      startName: crew?.ownStart ? (crew.start?.name ?? '') : '',
      place: crew?.ownStart && crew.start ? positionText(crew.start) : '',
    },
    {
      schema,
      toBody: (typed) => ({
        ...(crew ? { version: crew.version } : { id: uuid() }),
        name: typed.name,
        week: weekTyped(typed).week,
        start: startTyped(typed),
      }),
      also: (typed) => [...weekTyped(typed).problems, ...(typed.own ? placeTyped(typed.place).problems : [])],
      fieldOf: ([first, second]) =>
        first === 'week'
          ? String(Number(second ?? 0) + 1)
          : first === 'start'
            ? 'place'
            : String(first ?? 'root'),
    },
  );
  const [own, place, startName] = form.watch(['own', 'place', 'startName']);
  const save = form.submit(async (body) => {
    if (crew) await change({ id: crew.id, patch: body as never }).unwrap();
    else await create(body as never).unwrap();
    onClose();
  });
  const retire = form.submit(async () => {
    if (!crew) return;
    await change({ id: crew.id, patch: { version: crew.version, retired: !crew.retired } }).unwrap();
    onClose();
  });
  return (
    <Dialog open onClose={onClose} title={crew ? crew.name : 'A new crew'}>
      <form onSubmit={save} noValidate className="space-y-3">
        <Field label="Name" error={form.error('name')}>
          <input {...form.register('name')} />
        </Field>
        <fieldset>
          <legend className="mb-1 text-sm text-soft">Shift of each day; empty where it does not work</legend>
          <div className="grid grid-cols-2 gap-2 sm:grid-cols-4">
            {WEEKDAYS.map(([key, name]) => (
              <Field key={key} label={name} error={form.error(key)}>
                <input placeholder="07:00-16:00" {...form.register(key)} />
              </Field>
            ))}
          </div>
        </fieldset>
        <label className="flex gap-2">
          <input type="checkbox" {...form.register('own')} /> Starts at a place of its own, not at the yard
        </label>
        {own ? (
          <>
            <Field label="What it is called" hint="Home of Bo, north shed" error={form.error('startName')}>
              <input {...form.register('startName')} />
            </Field>
            <PlacePicker
              label="Where it is"
              name={startName || 'Start'}
              text={place}
              onText={(text) => form.setValue('place', text)}
              known={known}
              error={form.error('place')}
              height={220}
            />
          </>
        ) : null}
        <FormTrouble text={form.trouble ?? form.error('retired')} />
        <div className="flex flex-wrap gap-2">
          <Button type="submit" look="act" disabled={form.isSubmitting}>
            Save
          </Button>
          <Button onClick={onClose}>Cancel</Button>
          <span className="grow" />
          {crew ? (
            <Button onClick={() => void retire()}>
              {crew.retired ? 'Bring this crew back' : 'Close this crew'}
            </Button>
          ) : null}
        </div>
      </form>
    </Dialog>
  );
}
