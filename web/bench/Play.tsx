import { lazy, Suspense, useState } from 'react';
import type { QuantityName } from '#core/quantities';
import { STANDARD_ATMOSPHERE_PSI } from '#core/refrigerant';
import {
  FAULT_NAMES,
  FAULTS,
  RATING_SURROUNDINGS,
  SIM_FLUIDS,
  usualEer,
  USUAL_SPEC,
  type CoolingState,
  type Device,
  type Fault,
  type HeatState,
  type MachineSpec,
  type SimFluid,
  type Surroundings,
} from '#core/simulation';
import { useDraft } from '../outbox/hooks.ts';
import { Button } from '../ui/Button.tsx';
import { Field } from '../ui/Field.tsx';
import { number } from '../ui/format.ts';
import { Loading, Panel, Screen } from '../ui/Screen.tsx';
import { UnitSwitch } from '../ui/UnitSwitch.tsx';
import { plainUnit, shownValue, type UnitSystem } from '#core/quantities';
import { useUnitSystem } from '../state/preferences.ts';
import { BenchTabs } from './BenchTabs.tsx';
import { Gauge } from './Gauge.tsx';
import { usePlay } from './usePlay.ts';
import { useSettling } from './useSettling.ts';

const CyclePicture = lazy(() => import('./CyclePicture.tsx'));

interface Setting {
  readonly refrigerant: SimFluid;
  readonly device: Device;
  readonly rejects: 'air' | 'water';
  readonly tons: number;
  readonly around: Surroundings;
  readonly faults: Partial<Record<Fault, number>>;
}

const START: Setting = {
  refrigerant: 'R-410A',
  device: 'expansion valve',
  rejects: 'air',
  tons: 5,
  around: { ...RATING_SURROUNDINGS, outdoorF: 90, returnF: 76, returnWetF: 63 },
  faults: {},
};

/** Name, words, least, most, step, and the customary unit; a share has none. */
const WEATHER: readonly (readonly [keyof Surroundings, string, number, number, number, '°F' | ''])[] = [
  ['outdoorF', 'Outdoor air', 55, 115, 1, '°F'],
  ['waterF', 'Water in', 50, 100, 1, '°F'],
  ['returnF', 'Return air', 65, 88, 1, '°F'],
  ['returnWetF', 'Return wet bulb', 50, 76, 1, '°F'],
  ['air', 'Indoor air, of rated', 0.5, 1.2, 0.05, ''],
  ['outdoorAirShare', 'Outdoor air mixed in', 0, 0.6, 0.05, ''],
];

/**
 * A simulated machine to try things on: turn the weather, the load and the faults, and watch what the gauges
 * do.
 */
export default function Play() {
  const { value, set, clear, ready } = useDraft<Setting>('bench play', START);
  const [system] = useUnitSystem();
  const [fault, setFault] = useState<Fault>('low charge');
  const spec: MachineSpec = {
    ...USUAL_SPEC,
    refrigerant: value.refrigerant,
    device: value.device,
    rejects: value.rejects,
    tons: value.tons,
    eer: usualEer(value.refrigerant, value.rejects),
    heatInputBtuh: value.rejects === 'water' ? 0 : value.tons * 22_000,
  };
  const { played, trouble } = usePlay(spec, value.around, value.faults);
  const { state, minutes, settled } = useSettling(played?.now, value.faults);
  if (!ready) return null;
  const active = FAULT_NAMES.filter((name) => (value.faults[name] ?? 0) > 0);
  const sentence =
    active.length === 0
      ? 'A sound machine. What happens when something is wrong with it?'
      : `With ${active.map((name) => `${name} (${Math.round((value.faults[name] ?? 0) * 100)} %)`).join(' and ')}${played?.trips ? ': it trips' : state && !state.running ? ': it stands still' : ''}.`;
  const turn = (name: Fault, strength: number) =>
    set({
      faults: Object.fromEntries(
        Object.entries({ ...value.faults, [name]: strength }).filter(([, s]) => s > 0),
      ),
    });
  const gauges = played
    ? [
        {
          label: 'suction',
          value: psig(state?.suctionPsia),
          sound: psig(played.sound.suctionPsia) ?? 0,
          to: 250,
          say: sayIn(system, 'pressureGauge', 'psig'),
        },
        {
          label: 'liquid',
          value: psig(state?.liquidPsia),
          sound: psig(played.sound.liquidPsia) ?? 0,
          to: 700,
          say: sayIn(system, 'pressureGauge', 'psig'),
        },
        {
          label: 'superheat',
          value: state?.superheatF,
          sound: played.sound.superheatF,
          to: 60,
          say: sayIn(system, 'temperatureDifference', 'Δ°F'),
        },
        {
          label: 'subcooling',
          value: state?.subcoolingF,
          sound: played.sound.subcoolingF,
          to: 60,
          say: sayIn(system, 'temperatureDifference', 'Δ°F'),
        },
      ]
    : [];
  const numbers = played ? (
    <Numbers
      sound={played.sound}
      now={state}
      power={played.power}
      heat={played.heat}
      soundHeat={played.soundHeat}
      system={system}
    />
  ) : null;
  return (
    <Screen
      title="Play"
      sentence={sentence}
      actions={
        <>
          <UnitSwitch />
          <Button onClick={clear}>Sound machine, start again</Button>
        </>
      }
    >
      <BenchTabs />
      {/* On a phone the sliders lie below the gauges; the strip keeps what they do in sight. */}
      <p
        aria-hidden="true"
        className="no-print sticky top-13 z-10 mb-3 flex flex-wrap gap-x-4 border-b-2 border-ink bg-paper py-1 text-lg font-bold lg:hidden"
      >
        {gauges.map(({ label, value: v, say }) => (
          <span key={label}>
            <span className="text-sm font-normal text-soft">{label}</span>{' '}
            {v === undefined ? 'stands' : say(v)}
          </span>
        ))}
      </p>
      <div className="grid gap-4 lg:grid-cols-[280px_minmax(0,1fr)_300px]">
        <Panel title="Machine and weather" className="order-3 lg:order-none">
          <div className="grid grid-cols-2 gap-2">
            <Field label="Refrigerant">
              <select
                value={value.refrigerant}
                onChange={(e) => set({ refrigerant: e.target.value as SimFluid })}
              >
                {Object.keys(SIM_FLUIDS).map((name) => (
                  <option key={name}>{name}</option>
                ))}
              </select>
            </Field>
            <Field label="Metering">
              <select value={value.device} onChange={(e) => set({ device: e.target.value as Device })}>
                <option>expansion valve</option>
                <option>orifice</option>
              </select>
            </Field>
            <Field label="Gives its heat to">
              <select
                value={value.rejects}
                onChange={(e) => set({ rejects: e.target.value as 'air' | 'water' })}
              >
                <option value="air">outdoor air</option>
                <option value="water">loop water</option>
              </select>
            </Field>
            <Field label="Tons">
              <select value={value.tons} onChange={(e) => set({ tons: Number(e.target.value) })}>
                {[3, 5, 7.5, 10].map((tons) => (
                  <option key={tons}>{tons}</option>
                ))}
              </select>
            </Field>
          </div>
          <div className="mt-3 space-y-2">
            {WEATHER.filter(([name]) => (value.rejects === 'air' ? name !== 'waterF' : true)).map(
              ([name, label, least, most, step, unit]) => {
                const shown = unit
                  ? sayIn(system, 'temperature', unit)(value.around[name])
                  : `${Math.round(value.around[name] * 100)} %`;
                return (
                  <Field key={name} label={`${label}: ${shown}`}>
                    <input
                      type="range"
                      min={least}
                      max={most}
                      step={step}
                      value={value.around[name]}
                      aria-valuetext={shown}
                      onChange={(e) => {
                        const around = { ...value.around, [name]: Number(e.target.value) };
                        set({
                          around: { ...around, returnWetF: Math.min(around.returnWetF, around.returnF - 1) },
                        });
                      }}
                    />
                  </Field>
                );
              },
            )}
          </div>
        </Panel>
        <div className="order-1 space-y-4 lg:order-none">
          {trouble ? (
            <p role="alert" className="border-2 border-ember p-3 font-semibold text-ember">
              {trouble}
            </p>
          ) : null}
          {played ? (
            <>
              <Panel>
                {played.trips ? (
                  <p role="alert" className="mb-2 border-l-4 border-ember pl-3 font-semibold text-ember">
                    {played.trips.charAt(0).toUpperCase() + played.trips.slice(1)}.
                  </p>
                ) : null}
                <div className="grid grid-cols-2 justify-items-center gap-1 md:grid-cols-4">
                  {gauges.map(({ label, value: v, sound, to, say }) => (
                    <Gauge key={label} label={label} value={v} sound={sound} from={0} to={to} say={say} />
                  ))}
                </div>
                <Suspense fallback={<div className="h-64 sm:h-80" />}>
                  <CyclePicture
                    refrigerant={value.refrigerant}
                    sound={played.sound}
                    now={state}
                    system={system}
                  />
                </Suspense>
                <p className="text-sm text-soft">
                  {played.trips
                    ? ''
                    : settled
                      ? 'Settled. '
                      : `${Math.floor(minutes)} min after the change, a minute a second. `}
                  Pressure ({system === 'metric' ? 'kPa' : 'psia'}) over heat content. Copper: as it runs.
                  Dotted, and the green ticks: the same machine when it is sound.
                </p>
              </Panel>
            </>
          ) : (
            <Loading what="the machine" />
          )}
          <div className="hidden lg:block">{numbers}</div>
        </div>
        <Panel title="What is wrong with it" className="order-2 lg:order-none">
          <Field label="Fault">
            <select value={fault} onChange={(e) => setFault(e.target.value as Fault)}>
              {FAULT_NAMES.map((name) => (
                <option key={name}>{name}</option>
              ))}
            </select>
          </Field>
          <p className="my-1 text-sm text-soft">{FAULTS[fault].says}</p>
          {[...new Set([fault, ...active])].map((name) => (
            <div key={name} className="mt-2">
              <Field label={`${name}: ${Math.round((value.faults[name] ?? 0) * 100)} %`}>
                <input
                  type="range"
                  min={0}
                  max={1}
                  step={0.05}
                  value={value.faults[name] ?? 0}
                  onChange={(e) => turn(name, Number(e.target.value))}
                />
              </Field>
            </div>
          ))}
          <p className="mt-4 text-sm text-soft">
            A simulation: mass, energy and charge balance, ordinary sizes, no particular machine. It does not
            know how faults are told apart, so what it shows is what physics makes of them.
          </p>
        </Panel>
        <div className="order-4 lg:hidden">{numbers}</div>
      </div>
    </Screen>
  );
}

/** Says a value of a customary unit in the units of the screen. */
const sayIn =
  (system: UnitSystem, quantity: QuantityName, customary: string, decimals = 0) =>
  (value: number): string => {
    const shown = shownValue(quantity, customary, value, system);
    return `${number(shown.value, decimals)} ${plainUnit(shown.unit)}`;
  };

const psig = (psia: number | undefined): number | undefined =>
  psia === undefined ? undefined : psia - STANDARD_ATMOSPHERE_PSI;

function Numbers({
  sound,
  now,
  power,
  heat,
  soundHeat,
  system,
}: {
  sound: CoolingState;
  now: CoolingState | undefined;
  power: { volts: readonly number[]; amps: readonly number[] } | undefined;
  heat: HeatState | undefined;
  soundHeat: HeatState | undefined;
  system: UnitSystem;
}) {
  type Row = readonly [
    name: string,
    now: number | undefined,
    sound: number | undefined,
    say: (value: number) => string,
  ];
  const temperature = sayIn(system, 'temperature', '°F');
  const difference = sayIn(system, 'temperatureDifference', 'Δ°F', 1);
  const plain = (unit: string, decimals: number) => (value: number) => `${number(value, decimals)} ${unit}`;
  const capacity = sayIn(system, 'heatRate', 'tons', 2);
  const rows: readonly Row[] = [
    ['evaporating', now?.evaporatingF, sound.evaporatingF, temperature],
    ['condensing', now?.condensingF, sound.condensingF, temperature],
    ['liquid line', now?.liquidLineF, sound.liquidLineF, temperature],
    ['after the drier', now?.afterRestrictionF, sound.afterRestrictionF, temperature],
    ['discharge', now?.dischargeF, sound.dischargeF, temperature],
    ['split', now && now.mixedF - now.supplyF, sound.mixedF - sound.supplyF, difference],
    ['capacity', now && now.netBtuh / 12_000, sound.netBtuh / 12_000, capacity],
    ['power', now && now.totalW / 1000, sound.totalW / 1000, plain('kW', 2)],
    ['condensate, an hour', now?.condensateLb, sound.condensateLb, sayIn(system, 'mass', 'lb', 1)],
    ['amps, L3', power?.amps[2], undefined, plain('A', 1)],
    ['volts, L3–L1', power?.volts[2], undefined, plain('V', 0)],
    ['heat: rise', heat?.riseF, soundHeat?.riseF, difference],
    ['heat: O₂', heat?.o2Pct, soundHeat?.o2Pct, plain('%', 1)],
    ['heat: CO', heat?.coPpm, soundHeat?.coPpm, plain('ppm', 0)],
    ['heat: CO in supply air', heat?.supplyCoPpm, soundHeat?.supplyCoPpm, plain('ppm', 0)],
    ['heat: flame signal', heat?.flameMicroAmps, soundHeat?.flameMicroAmps, plain('µA', 1)],
  ];
  return (
    <Panel title="In numbers">
      <div className="grid gap-x-6 md:grid-cols-2">
        {[rows.slice(0, 9), rows.slice(9)].map((part, i) => (
          <table key={i} className="w-full text-left">
            <thead>
              <tr className="text-sm text-soft">
                <th scope="col" />
                <th scope="col">now</th>
                <th scope="col">sound</th>
              </tr>
            </thead>
            <tbody>
              {part
                .filter(([, a, b]) => a !== undefined || b !== undefined)
                .map(([name, a, b, say]) => (
                  <tr key={name} className="border-t border-rule">
                    <th scope="row" className="font-normal text-soft">
                      {name}
                    </th>
                    <td className="font-semibold">{a === undefined ? '–' : say(a)}</td>
                    <td>{b === undefined ? '' : say(b)}</td>
                  </tr>
                ))}
            </tbody>
          </table>
        ))}
      </div>
    </Panel>
  );
}
