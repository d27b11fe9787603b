import { v7 as uuid } from 'uuid';
import type { z } from 'zod';
import { newSetting, type SettingValue } from '#contracts/settings';
import { useChangeSettingMutation, useCompanySettingsQuery, useYardSettingsQuery } from '../api/settings.ts';
import { PlacePicker } from '../maps/PlacePicker.tsx';
import { placeTyped, positionText } from '../maps/position.ts';
import { useWho } from '../state/session.ts';
import { Button } from '../ui/frame/Button.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { FormTrouble } from '../ui/forms/FormTrouble.tsx';
import { Loading, Panel, Trouble } from '../ui/frame/Screen.tsx';
import { useTyped } from '../ui/forms/useTyped.ts';
import { say } from '../ui/saying/say.ts';

/** The company's name, zone and units, and the yard its crews start from. */
export function Company() {
  const company = useCompanySettingsQuery();
  const yard = useYardSettingsQuery();
  const error = company.error ?? yard.error;
  if (error) return <Trouble error={error} />;
  if (!company.data || !yard.data) return <Loading what="the company" />;
  const { current } = company.data;
  return (
    <>
      <Panel title="The yard">
        <YardForm key={JSON.stringify(yard.data.current)} yard={yard.data.current} />
      </Panel>
      <Panel title="The company">
        <CompanyForm key={JSON.stringify(current)} company={current} />
      </Panel>
    </>
  );
}

function YardForm({ yard }: { yard: SettingValue<'yard'> | null }) {
  const { today } = useWho();
  const [save] = useChangeSettingMutation();
  const form = useTyped<{ name: string; place: string }, z.output<typeof newSetting.yard>>(
    { name: yard?.name ?? 'Yard', place: yard ? positionText(yard) : '' },
    {
      schema: newSetting.yard,
      toBody: ({ name, place }) => ({
        id: uuid(),
        validFrom: today,
        value: { name, ...placeTyped(place).at },
      }),
      also: ({ place }) => placeTyped(place).problems,
      fieldOf: (path) => (path.at(-1) === 'name' ? 'name' : 'place'),
    },
  );
  const [name, place] = form.watch(['name', 'place']);
  const store = form.submit(async (body) => {
    await save({ name: 'yard', body }).unwrap();
    say(`${body.value.name} is on the map`);
  });
  return (
    <form onSubmit={store} noValidate className="space-y-2">
      <Field label="What you call it" error={form.error('name')}>
        <input {...form.register('name')} />
      </Field>
      <PlacePicker
        label="Where it is"
        name={name}
        text={place}
        onText={(text) => form.setValue('place', text, { shouldDirty: true })}
        error={form.error('place')}
        height={220}
      />
      <FormTrouble text={form.trouble} />
      <Button type="submit" disabled={form.isSubmitting || !form.formState.isDirty}>
        Save the yard
      </Button>
    </form>
  );
}

const ZONES = Intl.supportedValuesOf('timeZone');

function CompanyForm({ company }: { company: SettingValue<'company'> }) {
  const { today } = useWho();
  const [save] = useChangeSettingMutation();
  const form = useTyped<SettingValue<'company'>, z.output<typeof newSetting.company>>(company, {
    schema: newSetting.company,
    toBody: (value) => ({ id: uuid(), validFrom: today, value }),
  });
  const store = form.submit(async (body) => {
    await save({ name: 'company', body }).unwrap();
    say('Saved');
  });
  return (
    <form onSubmit={store} noValidate className="grid grid-cols-2 gap-2">
      <Field label="Name" error={form.error('name')}>
        <input {...form.register('name')} />
      </Field>
      <Field label="Time zone" error={form.error('timeZone')}>
        <input list="company-zones" {...form.register('timeZone')} />
      </Field>
      <datalist id="company-zones">
        {ZONES.map((zone) => (
          <option key={zone} value={zone} />
        ))}
      </datalist>
      <Field label="Measured in" hint="Each device can choose otherwise on the bench.">
        <select {...form.register('units')}>
          <option value="US">°F, psi, tons</option>
          <option value="metric">°C, kPa, kW</option>
        </select>
      </Field>
      <div className="col-span-2">
        <FormTrouble text={form.trouble} />
        <Button type="submit" disabled={form.isSubmitting || !form.formState.isDirty}>
          Save the company
        </Button>
      </div>
    </form>
  );
}
