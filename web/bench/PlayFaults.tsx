import { useState } from 'react';
import { FAULTS, type Fault } from '#core/simulation';
import { Button } from '../ui/frame/Button.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { Panel } from '../ui/frame/Screen.tsx';
import { faultsToFind, possibleFaults, type Setting } from './playSetting.ts';

const PANEL = 'order-2 lg:order-none';

interface Part {
  readonly value: Setting;
  readonly set: (patch: Partial<Setting>) => void;
}

/** Strength of a hidden fault: enough to show, not all of it. */
const HIDDEN_STRENGTH = { least: 0.25, most: 0.6 } as const;

/**
 * What is wrong with the machine: turned by hand, or hidden by the machine until somebody has said what it
 * is.
 */
export function PlayFaults({ value, set }: Part) {
  if (value.hidden) return <Blind value={value} set={set} hidden={value.hidden} />;
  return <Turned value={value} set={set} />;
}

function Turned({ value, set }: Part) {
  const possible = possibleFaults(value);
  const [wanted, setFault] = useState<Fault>('low charge');
  const fault = possible.includes(wanted) ? wanted : (possible[0] as Fault);
  const active = possible.filter((name) => (value.faults[name] ?? 0) > 0);
  const turn = (name: Fault, strength: number) =>
    set({
      faults: Object.fromEntries(
        Object.entries({ ...value.faults, [name]: strength }).filter(([, s]) => s > 0),
      ),
    });
  const hide = () => {
    const hideable = faultsToFind(value);
    const { least, most } = HIDDEN_STRENGTH;
    set({
      faults: {},
      hidden: {
        fault: hideable[Math.floor(Math.random() * hideable.length)] as Fault,
        strength: Math.round((least + (most - least) * Math.random()) * 20) / 20,
      },
    });
  };
  return (
    <Panel title="What is wrong with it" className={PANEL}>
      <Field label="Fault">
        <select value={fault} onChange={(e) => setFault(e.target.value as Fault)}>
          {possible.map((name) => (
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
      <div className="mt-4 border-t border-rule pt-3">
        <Button onClick={hide}>Blind: hide a fault from me</Button>
        <p className="mt-1 text-sm text-soft">
          The machine gets a fault and does not say which. You see what the instruments show, nothing else,
          until you have said what it is.
        </p>
      </div>
      <p className="mt-4 text-sm text-soft">
        A simulation: mass, energy and charge balance, ordinary sizes, no particular machine. It does not know
        how faults are told apart, so what it shows is what physics makes of them.
      </p>
    </Panel>
  );
}

function Blind({ value, set, hidden }: Part & { hidden: NonNullable<Setting['hidden']> }) {
  const [guess, setGuess] = useState<Fault | ''>('');
  const said = hidden.guess;
  if (said)
    return (
      <Panel title="What is wrong with it" className={PANEL}>
        <p className="text-lg font-semibold" role="status">
          It is {hidden.fault}, {Math.round(hidden.strength * 100)} %.
        </p>
        <p>{said === hidden.fault ? 'You said so.' : `You took it for ${said}.`}</p>
        <p className="my-2 text-sm text-soft">
          {FAULTS[hidden.fault].says}. The sound machine and the picture are back, to see where it shows.
        </p>
        <Button onClick={() => set({ hidden: undefined, faults: { [hidden.fault]: hidden.strength } })}>
          Turn it by hand
        </Button>
      </Panel>
    );
  return (
    <Panel title="What is wrong with it?" className={PANEL}>
      <p className="mb-2">
        One fault is hidden. Turn the weather and the load, look at every reading, then say what it is.
      </p>
      <Field label="I take it for">
        <select value={guess} onChange={(e) => setGuess(e.target.value as Fault)}>
          <option value="" disabled>
            choose
          </option>
          {faultsToFind(value).map((name) => (
            <option key={name}>{name}</option>
          ))}
        </select>
      </Field>
      <div className="mt-3 flex flex-wrap gap-2">
        <Button
          look="act"
          disabled={guess === ''}
          onClick={() => guess && set({ hidden: { ...hidden, guess } })}
        >
          Say it and show me
        </Button>
        <Button onClick={() => set({ hidden: undefined })}>Give up this one</Button>
      </div>
    </Panel>
  );
}
