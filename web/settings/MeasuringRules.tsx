import { toast } from 'sonner';
import { v7 as uuid } from 'uuid';
import type { z } from 'zod';
import { DEFAULT_LIMITS, LIMIT_NAMES, type MeasuringLimits } from '#core/measurement';
import { newSetting } from '#contracts/settings';
import { useChangeSettingMutation, useMeasuringSettingsQuery } from '../api/settings.ts';
import { useWho } from '../state/session.ts';
import { Field } from '../ui/Field.tsx';
import { shortDay } from '../ui/format.ts';
import { Loading, Panel, Trouble } from '../ui/Screen.tsx';
import { useTyped } from '../ui/useTyped.ts';
import { HoldsFrom, numberIn } from './HoldsFrom.tsx';

const LABELS: Record<keyof MeasuringLimits, string> = {
  elevationFt: 'Height above the sea, ft',
  chargeOutdoorF: 'Charge is judged from outdoors, °F',
  superheatLowF: 'Valve superheat from, °F',
  superheatHighF: 'Valve superheat up to, °F',
  subcoolingLowF: 'Subcooling without a plate from, °F',
  subcoolingHighF: 'Subcooling without a plate up to, °F',
  splitLowF: 'Cooling split from, °F',
  splitHighF: 'Cooling split up to, °F',
  cfmPerTonLow: 'Air a ton from, cfm',
  cfmPerTonHigh: 'Air a ton up to, cfm',
  vacuumMicrons: 'Evacuated at, µ',
  currentUnbalancePct: 'Current unbalance acts above, %',
  coActPpm: 'CO air-free acts from, ppm',
  coRoomPpm: 'CO in a room: find the source from, ppm',
};

/** What differs from the usual practice, in words. */
const different = (limits: MeasuringLimits): string =>
  LIMIT_NAMES.filter((name) => limits[name] !== DEFAULT_LIMITS[name])
    .map((name) => `${LABELS[name]}: ${limits[name]}`)
    .join('; ') || 'the usual practice';

/** Limits by which readings are judged where no plate says; each change holds from a day on. */
export function MeasuringRules() {
  const { can, today } = useWho();
  const { data, error, refetch } = useMeasuringSettingsQuery();
  if (error) return <Trouble error={error} retry={refetch} />;
  if (!data) return <Loading what="the limits" />;
  return (
    <Panel title="Measuring">
      <p className="mb-2 text-soft">
        A plate always wins over these. What people may be hurt by can be made stricter, not laxer.
      </p>
      <LimitsForm
        key={JSON.stringify(data.current)}
        current={data.current}
        today={today}
        mayEdit={can('change setting')}
      />
      <h3 className="mt-4 text-sm">History of these rules</h3>
      {data.rows.length === 0 ? <p className="text-soft">The usual practice since the beginning.</p> : null}
      <ul>
        {data.rows.map((row) => (
          <li key={row.id}>
            From {shortDay(row.validFrom)}, set by {row.by ?? 'the system'}: {different(row.value)}
          </li>
        ))}
      </ul>
    </Panel>
  );
}

function LimitsForm({
  current,
  today,
  mayEdit,
}: {
  current: MeasuringLimits;
  today: string;
  mayEdit: boolean;
}) {
  const [save] = useChangeSettingMutation();
  const form = useTyped<Record<string, string>, z.output<typeof newSetting.measuring>>(
    { validFrom: today, ...Object.fromEntries(LIMIT_NAMES.map((name) => [name, String(current[name])])) },
    {
      schema: newSetting.measuring,
      toBody: (typed) => ({
        id: uuid(),
        validFrom: typed.validFrom,
        value: Object.fromEntries(LIMIT_NAMES.map((name) => [name, numberIn(typed[name])])),
      }),
    },
  );
  const submit = form.submit(async (body) => {
    await save({ name: 'measuring', body }).unwrap();
    toast(`Holds from ${shortDay(body.validFrom)}`);
  });
  return (
    <form onSubmit={submit} noValidate>
      <fieldset disabled={!mayEdit} className="grid items-end gap-2 sm:grid-cols-2">
        {LIMIT_NAMES.map((name) => (
          <Field key={name} label={LABELS[name]} error={form.error(name)}>
            <input inputMode="decimal" {...form.register(name)} />
          </Field>
        ))}
        <HoldsFrom
          field={form.register('validFrom')}
          error={form.error('validFrom') ?? form.trouble}
          mayEdit={mayEdit}
          word="Save the limits"
        />
      </fieldset>
    </form>
  );
}
