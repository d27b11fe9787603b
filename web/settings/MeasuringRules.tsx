import { Fragment, useId, type ReactNode } from 'react';
import type { UseFormRegisterReturn } from 'react-hook-form';
import { v7 as uuid } from 'uuid';
import type { z } from 'zod';
import { DEFAULT_LIMITS, LIMIT_NAMES, type MeasuringLimits } from '#core/measuring/answers';
import { newSetting } from '#contracts/settings';
import { useChangeSettingMutation, useMeasuringSettingsQuery } from '../api/settings.ts';
import { useWho } from '../state/session.ts';
import { Field, Inside } from '../ui/forms/Field.tsx';
import { shortDay } from '../ui/words/format.ts';
import { Loading, Panel, Trouble } from '../ui/frame/Screen.tsx';
import { useTyped } from '../ui/forms/useTyped.ts';
import { numberNeeded, numberSoFar } from '../ui/forms/numbers.ts';
import { HoldsFrom } from './HoldsFrom.tsx';
import { say } from '../ui/saying/say.ts';

type Limit = keyof MeasuringLimits;

const LABELS: Record<Limit, readonly [words: string, unit: string]> = {
  elevationFt: ['Height above the sea', 'ft'],
  chargeOutdoorF: ['Charge is judged from outdoors', '°F'],
  superheatLowF: ['Valve superheat from', '°F'],
  superheatHighF: ['Valve superheat up to', '°F'],
  subcoolingLowF: ['Subcooling without a plate from', '°F'],
  subcoolingHighF: ['Subcooling without a plate up to', '°F'],
  splitLowF: ['Cooling split from', '°F'],
  splitHighF: ['Cooling split up to', '°F'],
  cfmPerTonLow: ['Air a ton from', 'cfm'],
  cfmPerTonHigh: ['Air a ton up to', 'cfm'],
  vacuumMicrons: ['Evacuated at', 'µ'],
  currentUnbalancePct: ['Current unbalance acts above', '%'],
  coActPpm: ['CO air-free acts from', 'ppm'],
  coRoomPpm: ['CO in a room: find the source from', 'ppm'],
};

/** Limits that are two ends of one band. */
const PAIRS = [
  ['Valve superheat', 'superheatLowF', 'superheatHighF'],
  ['Subcooling without a plate', 'subcoolingLowF', 'subcoolingHighF'],
  ['Cooling split', 'splitLowF', 'splitHighF'],
  ['Air a ton', 'cfmPerTonLow', 'cfmPerTonHigh'],
] as const satisfies readonly (readonly [string, Limit, Limit])[];
const PAIRED: ReadonlySet<string> = new Set(PAIRS.flat());

/** What differs from the usual practice, in words. */
const different = (limits: MeasuringLimits): string =>
  LIMIT_NAMES.filter((name) => limits[name] !== DEFAULT_LIMITS[name])
    .map((name) => `${LABELS[name][0]} ${limits[name]} ${LABELS[name][1]}`)
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
        value: Object.fromEntries(LIMIT_NAMES.map((name) => [name, numberNeeded(typed[name])])),
      }),
    },
  );
  const typed = form.watch();
  const submit = form.submit(async (body) => {
    await save({ name: 'measuring', body }).unwrap();
    say(`Holds from ${shortDay(body.validFrom)}`);
  });
  return (
    <form onSubmit={submit} noValidate>
      <fieldset disabled={!mayEdit} className="grid items-end gap-2 sm:grid-cols-2">
        <div className="space-y-1 sm:col-span-2">
          {PAIRS.map(([words, low, high]) => (
            <Pair
              key={low}
              words={words}
              ends={[low, high].map((name) => ({
                name: LABELS[name][0],
                unit: LABELS[name][1],
                error: form.error(name),
                field: form.register(name),
              }))}
              band={
                <FromTo
                  from={numberSoFar(typed[low]) ?? NaN}
                  to={numberSoFar(typed[high]) ?? NaN}
                  usual={[DEFAULT_LIMITS[low], DEFAULT_LIMITS[high]]}
                />
              }
            />
          ))}
          {LIMIT_NAMES.filter((name) => !PAIRED.has(name)).map((name) => (
            <Field key={name} line label={LABELS[name][0]} unit={LABELS[name][1]} error={form.error(name)}>
              <input inputMode="decimal" {...form.register(name)} />
            </Field>
          ))}
        </div>
        <HoldsFrom
          field={form.register('validFrom')}
          error={form.error('validFrom') ?? form.trouble}
          mayEdit={mayEdit}
          changed={form.formState.isDirty}
          word="Save the limits"
        />
      </fieldset>
    </form>
  );
}

/** Two ends of one band in one row: what it is of, the band as it stands, from, to. */
function Pair({
  words,
  ends,
  band,
}: {
  words: string;
  ends: readonly { name: string; unit: string; error: string | undefined; field: UseFormRegisterReturn }[];
  band: ReactNode;
}) {
  const id = useId();
  const wrong = ends.filter(({ error }) => error);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_5rem_auto_7rem] items-center gap-x-2 sm:grid-cols-[minmax(0,1fr)_minmax(0,8rem)_4rem_auto_6.5rem]">
      <span className="text-sm font-semibold max-sm:col-span-4">{words}</span>
      <span className="max-sm:order-last max-sm:col-span-4">{band}</span>
      {ends.map(({ name, unit, error, field }, i) => (
        <Fragment key={name}>
          {i === 0 ? null : <span aria-hidden="true">–</span>}
          <Inside unit={i === 0 ? '' : unit} className={i === 0 ? 'max-sm:col-start-2' : ''}>
            <input
              inputMode="decimal"
              aria-label={`${name}, ${unit}`}
              aria-invalid={error ? true : undefined}
              aria-describedby={error ? `${id}-${i}` : undefined}
              className={`w-full rounded-[3px] border-2 bg-sheet px-2 text-right ${i === 0 ? '' : 'pr-12'} ${error ? 'border-ink' : 'border-rule focus:border-copper'}`}
              {...field}
            />
          </Inside>
        </Fragment>
      ))}
      {wrong.map(({ name, error }) => (
        <p
          key={name}
          id={`${id}-${ends.findIndex((e) => e.name === name)}`}
          role="alert"
          className="col-span-full text-sm fault"
        >
          {error}
        </p>
      ))}
    </div>
  );
}

const WIDTH = 600;

/** The band between two limits as typed, over the usual one in outline; nothing while they are no band. */
function FromTo({
  from,
  to,
  usual: [low, high],
}: {
  from: number;
  to: number;
  usual: readonly [number, number];
}) {
  const known = Number.isFinite(from) && Number.isFinite(to) && from < to;
  const least = Math.min(low, known ? from : low);
  const most = Math.max(high, known ? to : high);
  const room = (most - least) * 0.3;
  const x = (value: number) => ((value - least + room) / (most - least + 2 * room)) * WIDTH;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} 32`}
      height="32"
      preserveAspectRatio="none"
      className="w-full"
      role="img"
      aria-label={`${known ? `From ${from} to ${to}` : 'No band yet'}; usual ${low} to ${high}`}
    >
      <path d={`M0 16H${WIDTH}`} stroke="var(--edge)" strokeWidth="2" />
      {known ? (
        <rect x={x(from)} y="6" width={x(to) - x(from)} height="20" fill="var(--verdigris)" opacity="0.4" />
      ) : null}
      <path
        d={`M${x(low)} 2v28M${x(high)} 2v28`}
        stroke="var(--ink)"
        strokeWidth="2"
        vectorEffect="non-scaling-stroke"
      />
    </svg>
  );
}
