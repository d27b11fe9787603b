import { HEATS, OWN_HEATS, STAGES, type LadderPlate } from '#core/circuitry/ladder';
import { COMMANDERS } from '#core/machine';
import { Field } from '../ui/forms/Field.tsx';
import { Panel } from '../ui/frame/Screen.tsx';

const TICKS = [
  ['proof', 'A switch proves the blower'],
  ['monitor', 'Phase monitor'],
  ['float', 'Float in the drain pan'],
  ['economizer', 'Damper that cools on a cool day'],
] as const;

/** As what the machine is taken: by its record, and otherwise here where the diagram on the door says so. */
export function MadeUp({
  plate,
  onChange: set,
}: {
  plate: LadderPlate;
  onChange: (made: Partial<LadderPlate>) => void;
}) {
  const heat = plate.heat === 'none' ? 'no heat' : plate.heat;
  const has = [
    ...TICKS.filter(([name]) => plate[name]).map(([, words]) => words.toLowerCase()),
    ...(plate.commanded === 'thermostat' ? [] : [`called by its ${plate.commanded}`]),
  ];
  return (
    <Panel>
      <details>
        <summary className="reach content-center cursor-pointer font-semibold">
          Taken as {plate.volts} V, {plate.phase}-phase, {heat}
          {plate.stages > 0 ? `, ${plate.stages} ${plate.stages === 1 ? 'stage' : 'stages'} of cooling` : ''}
          {has.length > 0 ? `, ${has.join(', ')}` : ''}
        </summary>
        <p className="my-1 text-soft">
          The diagram on the door wins. What is changed here counts for this look; write it on the unit for
          the next one.
        </p>
        <div className="space-y-2">
          {OWN_HEATS.includes(plate.heat) ? null : (
            <div className="grid grid-cols-2 gap-3">
              <Field label="Heat" roof>
                <select
                  value={plate.heat}
                  onChange={(event) => set({ heat: event.target.value as LadderPlate['heat'] })}
                >
                  {HEATS.filter((one) => !OWN_HEATS.includes(one)).map((one) => (
                    <option key={one}>{one}</option>
                  ))}
                </select>
              </Field>
              <Field label="Stages of cooling" roof>
                <select
                  value={plate.stages}
                  onChange={(event) => set({ stages: Number(event.target.value) as LadderPlate['stages'] })}
                >
                  {[0, ...STAGES].map((one) => (
                    <option key={one}>{one}</option>
                  ))}
                </select>
              </Field>
            </div>
          )}
          {OWN_HEATS.includes(plate.heat) ? null : (
            <Field label="Called by" roof>
              <select
                value={plate.commanded}
                onChange={(event) => set({ commanded: event.target.value as LadderPlate['commanded'] })}
              >
                {COMMANDERS.map((one) => (
                  <option key={one}>{one}</option>
                ))}
              </select>
            </Field>
          )}
          {TICKS.filter(([name]) => name !== 'economizer' || plate.stages > 0).map(([name, words]) => (
            <label key={name} className="flex min-h-12 cursor-pointer items-center gap-3 text-lg">
              <input
                type="checkbox"
                className="h-7 w-7"
                checked={plate[name]}
                onChange={(event) => set({ [name]: event.target.checked })}
              />
              {words}
            </label>
          ))}
        </div>
      </details>
    </Panel>
  );
}
