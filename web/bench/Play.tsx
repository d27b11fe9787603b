import { lazy, Suspense, useEffect, useRef, useState } from 'react';
import { STANDARD_ATMOSPHERE_PSI } from '#core/measuring/refrigerant';
import type { CircuitState, Fault, Opened } from '#core/simulation';
import type { UnitSystem } from '#core/base/quantities';
import { useDraft } from '../outbox/hooks.ts';
import { Button } from '../ui/frame/Button.tsx';
import { number } from '../ui/words/format.ts';
import { Panel, Screen } from '../ui/frame/Screen.tsx';
import { watchSight } from '../ui/frame/useInSight.ts';
import { UnitSwitch } from '../ui/forms/UnitSwitch.tsx';
import { useUnitSystem } from '../state/preferences.ts';
import { BenchTabs } from './BenchTabs.tsx';
import { Gauge } from './Gauge.tsx';
import type { Played } from './play.ts';
import { PlayFaults } from './PlayFaults.tsx';
import { PlayMachine } from './PlayMachine.tsx';
import { PlayNumbers } from './PlayNumbers.tsx';
import { sayIn } from './playSaid.ts';
import { START, wishOf, type Setting } from './playSetting.ts';
import { tripSaid } from './trips.ts';
import { usePlay } from './usePlay.ts';
import { useSettling } from './useSettling.ts';

const CyclePicture = lazy(() => import('./CyclePicture.tsx'));

/** What is shown of a machine that trips, by the safety that opens. */
const TRIPPED: Readonly<Partial<Record<Opened['safety'], string>>> = {
  'high-pressure switch': 'What you see is how it stands as that happens.',
  'high limit': 'The burners are off, the blower runs.',
  'draft pressure switch': 'The burners are off.',
};

/**
 * A simulated machine to try things on: turn the weather, the load and the faults, and watch what the gauges
 * do; or let it hide a fault and find it.
 */
export default function Play() {
  const [gaugesInSight, setGaugesInSight] = useState(true);
  const { value, set, clear, ready } = useDraft<Setting>('bench machine', START);
  const [system] = useUnitSystem();
  const wish = wishOf(value);
  const { played, trouble } = usePlay(wish);
  const { state, minutes, settled } = useSettling(played?.now, wish.faults);
  if (!ready) return null;
  const blind = value.hidden !== undefined && value.hidden.guess === undefined;
  const opens = played?.heat?.opens ?? played?.now.opens;
  const gauges = !played ? [] : played.heat ? heatGauges(played, system) : gaugesOf(state, played, system);
  const numbers = played ? (
    <PlayNumbers played={played} now={state} system={system} loop={value.build === 'loop'} blind={blind} />
  ) : null;
  return (
    <Screen
      title="Play"
      sentence={sentenceOf(value, blind, played)}
      waits={played || trouble ? undefined : 'the machine'}
      actions={
        <>
          <UnitSwitch />
          <Button onClick={clear}>Healthy machine, start again</Button>
        </>
      }
    >
      <BenchTabs />
      {/* On a phone the sliders lie below the gauges; the strip keeps what they do in sight once those are gone. */}
      <p
        aria-hidden="true"
        className={`no-print fixed inset-x-0 top-13 z-10 flex flex-wrap gap-x-4 border-b-2 border-ink bg-paper px-4 py-1 text-lg font-bold lg:hidden ${gaugesInSight ? 'hidden' : ''}`}
      >
        {gauges.map(({ label, value: v, say }) => (
          <span key={label}>
            <span className="text-sm font-normal text-soft">{label}</span>{' '}
            {v === undefined ? 'stands' : say(v)}
          </span>
        ))}
      </p>
      <div className="grid grid-cols-1 gap-4 items-start lg:grid-cols-[280px_minmax(0,1fr)_300px]">
        <PlayMachine value={value} set={set} system={system} />
        <div className="order-1 space-y-4 lg:order-none">
          {trouble ? (
            <p role="alert" className="border-2 border-ink p-3 fault">
              {trouble}
            </p>
          ) : null}
          {opens ? (
            <p role="alert" className="hurts bg-sheet font-semibold text-ember">
              It trips: {tripSaid(opens, system)}.{' '}
              {TRIPPED[opens.safety] ?? 'What you see is where it would settle if that did not stop it.'}
            </p>
          ) : null}
          {played ? (
            <Panel>
              <Gauges gauges={gauges} blind={blind} onSight={setGaugesInSight} />
              {blind || played.heat ? null : (
                <Suspense fallback={<div className="h-64 sm:h-80" />}>
                  <CyclePicture
                    refrigerant={value.refrigerant}
                    sound={played.sound}
                    now={state}
                    system={system}
                  />
                </Suspense>
              )}
              <p className="text-sm text-soft">
                {played.heat
                  ? ''
                  : settled
                    ? 'Settled. '
                    : `${Math.floor(minutes)} min after the change, a minute a second. `}
                {blind
                  ? ''
                  : played.heat
                    ? 'Burning steadily. Green ticks: the same machine when it is sound.'
                    : `Pressure (${system === 'metric' ? 'kPa' : 'psia'}) over heat content. Whole line: as it runs. ` +
                      'Dotted, and the green ticks: the same machine when it is sound.'}
              </p>
              {played.frostInAnHour !== undefined && !blind ? <Frost played={played} /> : null}
            </Panel>
          ) : null}
          <div className={played?.heat ? '' : 'hidden lg:block'}>{numbers}</div>
        </div>
        <PlayFaults value={value} set={set} />
        {played?.heat ? null : <div className="order-4 lg:hidden">{numbers}</div>}
      </div>
    </Screen>
  );
}

/** Of the window, the ridge on top hides what lies under it. */
const BELOW_THE_RIDGE = '-60px 0px 0px';

/** The gauges; tells when they go out of sight and come back. */
function Gauges({
  gauges,
  blind,
  onSight,
}: {
  gauges: ReturnType<typeof gaugesOf>;
  blind: boolean;
  onSight: (inSight: boolean) => void;
}) {
  const at = useRef<HTMLDivElement>(null);
  useEffect(() => (at.current ? watchSight(at.current, onSight, BELOW_THE_RIDGE) : undefined), [onSight]);
  return (
    <div ref={at} className="grid grid-cols-2 gap-x-4 desk:grid-cols-4">
      {gauges.map(({ label, value: v, sound, to, say }) => (
        <Gauge
          key={label}
          label={label}
          value={v}
          sound={blind ? undefined : sound}
          from={0}
          to={to}
          say={say}
        />
      ))}
    </div>
  );
}

function sentenceOf(value: Setting, blind: boolean, played: Played | undefined): string {
  if (blind) return 'Something is wrong with it. What?';
  const faults = value.hidden ? { [value.hidden.fault]: value.hidden.strength } : value.faults;
  const active = (Object.keys(faults) as Fault[]).filter((name) => (faults[name] ?? 0) > 0);
  const ends = played?.now.opens ?? played?.heat?.opens;
  const stands = played && !played.now.running && !played.heat;
  const how = ends ? `: the ${ends.safety} opens` : stands ? ': it stands still' : '';
  if (active.length === 0)
    return ends
      ? `A sound machine in this weather${how}.`
      : 'A sound machine. What happens when something is wrong with it?';
  const said = active.map((name) => `${name} (${Math.round((faults[name] ?? 0) * 100)} %)`);
  return `With ${said.join(' and ')}${how}.`;
}

/** What frost does in an hour, and what a defrost would take now. */
function Frost({ played: { frostInAnHour = 0, defrost } }: { played: Played }) {
  return (
    <p className="mt-2 text-sm">
      {frostInAnHour === 0
        ? 'The outdoor coil stays above freezing: no frost grows.'
        : `From a clear coil, an hour like this closes ${Math.round(frostInAnHour * 100)} % of it with frost.`}
      {defrost
        ? defrost.clears
          ? ` A defrost melts what is on it in ${number(defrost.minutes, 1)} min.`
          : ` A defrost ends after ${number(defrost.minutes, 0)} min and leaves frost on it.`
        : ''}
    </p>
  );
}

const psig = (psia: number | undefined): number | undefined =>
  psia === undefined ? undefined : psia - STANDARD_ATMOSPHERE_PSI;

function gaugesOf(state: CircuitState | undefined, { sound }: Played, system: UnitSystem) {
  const pressure = sayIn(system, 'pressureGauge', 'psig');
  const difference = sayIn(system, 'temperatureDifference', 'Δ°F');
  return [
    {
      label: 'suction',
      value: psig(state?.suctionPsia),
      sound: psig(sound.suctionPsia) ?? 0,
      to: 250,
      say: pressure,
    },
    {
      label: 'liquid',
      value: psig(state?.liquidPsia),
      sound: psig(sound.liquidPsia) ?? 0,
      to: 700,
      say: pressure,
    },
    { label: 'superheat', value: state?.superheatF, sound: sound.superheatF, to: 60, say: difference },
    { label: 'subcooling', value: state?.subcoolingF, sound: sound.subcoolingF, to: 60, say: difference },
  ];
}

function heatGauges({ heat, soundHeat }: Played, system: UnitSystem) {
  const row = (
    label: string,
    of: 'manifoldInWc' | 'riseF' | 'o2Pct' | 'coPpm',
    to: number,
    say: (value: number) => string,
  ) => ({ label, value: heat?.[of], sound: soundHeat?.[of] ?? 0, to, say });
  return [
    row('manifold', 'manifoldInWc', 6, sayIn(system, 'gasPressure', 'in w.c.', 1)),
    row('rise', 'riseF', 120, sayIn(system, 'temperatureDifference', 'Δ°F')),
    row('flue oxygen', 'o2Pct', 21, (value) => `${number(value, 1)} %`),
    row('flue CO', 'coPpm', 400, (value) => `${number(value, 0)} ppm`),
  ];
}
