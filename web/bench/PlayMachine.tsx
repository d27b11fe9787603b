import { SIM_FLUIDS, type Device, type SimFluid, type Surroundings } from '#core/simulation';
import type { UnitSystem } from '#core/base/quantities';
import { Field } from '../ui/forms/Field.tsx';
import { Panel } from '../ui/frame/Screen.tsx';
import type { Call } from './play.ts';
import { BUILDS, WEATHER_OF, type Build, type Setting } from './playSetting.ts';
import { sayIn } from './playSaid.ts';

interface Slider {
  readonly name: keyof Surroundings;
  readonly label: string;
  readonly least: number;
  readonly most: number;
  readonly step: number;
  /** The customary unit; a share has none. */
  readonly unit: '°F' | '';
}

const SLIDERS: Readonly<Record<Call, readonly Slider[]>> = {
  cooling: [
    { name: 'outdoorF', label: 'Outdoor air', least: 55, most: 115, step: 1, unit: '°F' },
    { name: 'waterF', label: 'Water in', least: 55, most: 100, step: 1, unit: '°F' },
    { name: 'returnF', label: 'Return air', least: 65, most: 88, step: 1, unit: '°F' },
    { name: 'returnWetF', label: 'Return wet bulb', least: 50, most: 76, step: 1, unit: '°F' },
    { name: 'air', label: 'Indoor air, of rated', least: 0.5, most: 1.2, step: 0.05, unit: '' },
    { name: 'outdoorAirShare', label: 'Outdoor air mixed in', least: 0, most: 0.6, step: 0.05, unit: '' },
  ],
  heating: [
    { name: 'outdoorF', label: 'Outdoor air', least: 0, most: 65, step: 1, unit: '°F' },
    { name: 'waterF', label: 'Water in', least: 40, most: 85, step: 1, unit: '°F' },
    { name: 'returnF', label: 'Return air', least: 55, most: 78, step: 1, unit: '°F' },
    { name: 'air', label: 'Indoor air, of rated', least: 0.5, most: 1.2, step: 0.05, unit: '' },
    { name: 'outdoorAirShare', label: 'Outdoor air mixed in', least: 0, most: 0.4, step: 0.05, unit: '' },
  ],
};

/** What the machine is, what it is asked for, and what it stands in. */
export function PlayMachine({
  value,
  set,
  system,
}: {
  value: Setting;
  set: (patch: Partial<Setting>) => void;
  system: UnitSystem;
}) {
  const sliders = SLIDERS[value.call].filter(({ name }) => value.build === 'loop' || name !== 'waterF');
  const turn = (name: keyof Surroundings, to: number) => {
    const around = { ...value.around, [name]: to };
    set({ around: { ...around, returnWetF: Math.min(around.returnWetF, around.returnF - 1) } });
  };
  return (
    <Panel title="Machine and weather" className="order-3 lg:order-none">
      <div className="grid grid-cols-2 gap-2">
        <div className="col-span-2">
          <Field label="Machine">
            <select
              value={value.build}
              onChange={(e) => set({ build: e.target.value as Build, faults: {}, hidden: undefined })}
            >
              {Object.entries(BUILDS).map(([build, said]) => (
                <option key={build} value={build}>
                  {said}
                </option>
              ))}
            </select>
          </Field>
        </div>
        <div className="col-span-2">
          <Field label="Metering">
            <select value={value.device} onChange={(e) => set({ device: e.target.value as Device })}>
              <option>expansion valve</option>
              <option>orifice</option>
            </select>
          </Field>
        </div>
        <Field label="The call is for">
          <select
            value={value.call}
            onChange={(e) => {
              const call = e.target.value as Call;
              set({ call, around: WEATHER_OF[call], frost: 0, faults: {}, hidden: undefined });
            }}
          >
            <option>cooling</option>
            <option>heating</option>
          </select>
        </Field>
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
        <Field label="Tons">
          <select value={value.tons} onChange={(e) => set({ tons: Number(e.target.value) })}>
            {[3, 5, 7.5, 10].map((tons) => (
              <option key={tons}>{tons}</option>
            ))}
          </select>
        </Field>
      </div>
      <div className="mt-3 space-y-2">
        {sliders.map(({ name, label, least, most, step, unit }) => {
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
                onChange={(e) => turn(name, Number(e.target.value))}
              />
            </Field>
          );
        })}
        {value.call === 'heating' && value.build === 'heat pump' ? (
          <Field label={`Frost on the outdoor coil: ${Math.round(value.frost * 100)} %`}>
            <input
              type="range"
              min={0}
              max={1}
              step={0.05}
              value={value.frost}
              onChange={(e) => set({ frost: Number(e.target.value) })}
            />
          </Field>
        ) : null}
      </div>
    </Panel>
  );
}
