import { useState } from 'react';
import { Link } from 'react-router';
import { HEATS, OWN_HEATS, STAGES, type LadderPlate } from '#core/circuitry/ladder';
import { detailsWith, guessedOf, plateOf } from '#core/diagnosis';
import { COMMANDERS } from '#core/machine';
import { capital, listed } from '#core/base/sentences';
import type { VisitPage } from '#contracts/visits';
import { problemOf } from '../api/base.ts';
import { useLazyUnitQuery, useUpdateMachineMutation } from '../api/units.ts';
import { Button } from '../ui/frame/Button.tsx';
import { Field } from '../ui/forms/Field.tsx';
import { Panel } from '../ui/frame/Screen.tsx';
import { say } from '../ui/saying/say.ts';

const TICKS = [
  ['proof', 'A switch proves the blower'],
  ['monitor', 'Phase monitor'],
  ['float', 'Float in the drain pan'],
  ['economizer', 'Damper that cools on a cool day'],
] as const;

/** As what the machine is taken: by its record, and otherwise here where the diagram on the door says so. */
export function MadeUp({
  unit,
  plate,
  onChange: set,
  onForget,
}: {
  unit: VisitPage['units'][number];
  plate: LadderPlate;
  onChange: (made: Partial<LadderPlate>) => void;
  /** Taken as on record again. */
  onForget: () => void;
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
          The diagram on the door wins. What is changed here counts on this phone until it is written on the
          unit.
        </p>
        <div className="space-y-2">
          {OWN_HEATS.includes(plate.heat) ? null : (
            <div className="grid grid-cols-1 gap-3 sm:grid-cols-2">
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
      <Guessed {...{ unit, plate }} />
      <Otherwise {...{ unit, plate, onForget }} />
    </Panel>
  );
}

/** What a field of a plate is called. */
const CALLED: Readonly<Record<keyof LadderPlate, string>> = {
  volts: 'volts',
  phase: 'phases',
  heat: 'heat',
  stages: 'stages of cooling',
  strips: 'strips',
  drive: 'drive',
  proof: 'blower proof',
  monitor: 'phase monitor',
  float: 'float',
  economizer: 'damper',
  commanded: 'what calls it',
};

/** Says what nobody has read off the machine: what a meter should show there is as usual, and not as it is. */
function Guessed({ unit, plate }: { unit: VisitPage['units'][number]; plate: LadderPlate }) {
  const onRecord = plateOf(unit as never);
  const names = guessedOf(unit as never).filter((name) => plate[name] === onRecord[name]);
  if (names.length === 0) return null;
  return (
    <p className="mt-2">
      <strong>Not on record, taken as usual:</strong> {said(names)}.
    </p>
  );
}

/** Says where the machine is taken otherwise than its record has it, and writes that on the unit. */
function Otherwise({
  unit,
  plate,
  onForget,
}: {
  unit: VisitPage['units'][number];
  plate: LadderPlate;
  onForget: () => void;
}) {
  const [ask] = useLazyUnitQuery();
  const [save, { isLoading }] = useUpdateMachineMutation();
  const [trouble, setTrouble] = useState<string>();
  const onRecord = plateOf(unit as never);
  const names = (Object.keys(CALLED) as (keyof LadderPlate)[]).filter(
    (name) => plate[name] !== onRecord[name],
  );
  if (names.length === 0) return null;
  const made = Object.fromEntries(names.map((name) => [name, plate[name]]));
  const { left } = detailsWith(unit as never, made);
  const write = async () => {
    setTrouble(undefined);
    let sent = false;
    try {
      const page = await ask(unit.id).unwrap();
      const { details } = detailsWith(page as never, made);
      sent = true;
      await save({ id: unit.id, patch: { version: page.version, details } as never }).unwrap();
      say(`Written on ${unit.tag}: ${said(names.filter((name) => !left.includes(name)))}`);
    } catch (error) {
      const { title } = problemOf(error);
      // An answer that did not come says nothing about what was done.
      const refused = !sent || typeof (error as { status?: unknown }).status === 'number';
      setTrouble(
        `${title}. ${refused ? 'Nothing is written on the unit' : 'Whether it is written on the unit is not known'}; ` +
          'what is changed here stays on this phone.',
      );
    }
  };
  return (
    <div className="mt-2">
      <p>
        <strong>Not as on record:</strong> {said(names)}.
      </p>
      {left.length > 0 ? (
        <p>
          {capital(said(left))} {left.length === 1 && left[0] !== 'stages' ? 'is' : 'are'} changed on{' '}
          <Link to={`/units/${unit.id}`} className="link">
            the unit’s page
          </Link>
          .
        </p>
      ) : null}
      {trouble ? (
        <p role="alert" className="fault">
          {trouble}
        </p>
      ) : null}
      <div className="mt-2 flex flex-wrap gap-3">
        {left.length < names.length ? (
          <Button className="min-h-12" disabled={isLoading} onClick={() => void write()}>
            Write it on the unit
          </Button>
        ) : null}
        <Button look="quiet" className="min-h-12" onClick={onForget}>
          As on record again
        </Button>
      </div>
    </div>
  );
}

const said = (names: readonly (keyof LadderPlate)[]): string => listed(names.map((name) => CALLED[name]));
