import type { UnitSystem } from '#core/base/quantities';
import type { CircuitState } from '#core/simulation';
import { number } from '../ui/words/format.ts';
import { Panel } from '../ui/frame/Screen.tsx';
import type { Played } from './play.ts';
import { sayIn } from './playSaid.ts';

type Row = readonly [
  name: string,
  now: number | undefined,
  sound: number | undefined,
  say: (value: number) => string,
];

const plain = (unit: string, decimals: number) => (value: number) => `${number(value, decimals)} ${unit}`;

/** What the instruments show of the circuit and both streams. */
function circuitRows(
  now: CircuitState | undefined,
  played: Played,
  system: UnitSystem,
  loop: boolean,
): Row[] {
  const { sound, power } = played;
  const temperature = sayIn(system, 'temperature', '°F');
  const difference = sayIn(system, 'temperatureDifference', 'Δ°F', 1);
  const heats = sound.mode === 'heating';
  const both = (of: (state: CircuitState) => number): [number | undefined, number] => [
    now && of(now),
    of(sound),
  ];
  return [
    ['evaporating', ...both((s) => s.evaporatingF), temperature],
    ['condensing', ...both((s) => s.condensingF), temperature],
    ['suction line', ...both((s) => s.suctionLineF), temperature],
    ...(heats
      ? ([['suction at the compressor', ...both((s) => s.compressorSuctionF), temperature]] as const)
      : []),
    ['liquid line', ...both((s) => s.liquidLineF), temperature],
    ['after the drier', ...both((s) => s.afterRestrictionF), temperature],
    ['discharge', ...both((s) => s.dischargeF), temperature],
    [heats ? 'rise' : 'split', ...both((s) => Math.abs(s.supplyF - s.mixedF)), difference],
    [loop ? 'water out' : 'off the outdoor coil', ...both((s) => s.leavingOutdoorF), temperature],
    ['capacity', ...both((s) => s.netBtuh / 12_000), sayIn(system, 'heatRate', 'tons', 2)],
    ['power', ...both((s) => s.totalW / 1000), plain('kW', 2)],
    [
      heats ? 'frost, an hour' : 'condensate, an hour',
      ...both((s) => (heats && s.surfaceF >= 32 ? 0 : s.condensateLb)),
      sayIn(system, 'mass', 'lb', 1),
    ],
    ['amps, L3', power.amps[2], undefined, plain('A', 1)],
    ['volts, L3–L1', power.volts[2], undefined, plain('V', 0)],
  ];
}

function heatRows({ heat, soundHeat, power }: Played, system: UnitSystem): Row[] {
  const difference = sayIn(system, 'temperatureDifference', 'Δ°F', 1);
  return [
    ['manifold', heat?.manifoldInWc, soundHeat?.manifoldInWc, sayIn(system, 'gasPressure', 'in w.c.', 1)],
    ['rise', heat?.riseF, soundHeat?.riseF, difference],
    ['O₂ before the blower', heat?.o2BeforeBlowerPct, soundHeat?.o2BeforeBlowerPct, plain('%', 1)],
    ['O₂ with the blower', heat?.o2Pct, soundHeat?.o2Pct, plain('%', 1)],
    ['CO in flue gas', heat?.coPpm, soundHeat?.coPpm, plain('ppm', 0)],
    ['CO in supply air', heat?.supplyCoPpm, soundHeat?.supplyCoPpm, plain('ppm', 0)],
    ['flame signal', heat?.flameMicroAmps, soundHeat?.flameMicroAmps, plain('µA', 1)],
    ['volts, L3–L1', power.volts[2], undefined, plain('V', 0)],
  ];
}

/** Readings of now beside those of the sound machine; blind, of now alone. */
export function PlayNumbers({
  played,
  now,
  system,
  loop,
  blind,
}: {
  played: Played;
  now: CircuitState | undefined;
  system: UnitSystem;
  /** Its outdoor side is loop water. */
  loop: boolean;
  blind: boolean;
}) {
  const rows = (played.heat ? heatRows(played, system) : circuitRows(now, played, system, loop)).filter(
    ([, a, b]) => a !== undefined || b !== undefined,
  );
  const half = Math.ceil(rows.length / 2);
  return (
    <Panel title="In numbers">
      <div className="grid gap-x-6 desk:grid-cols-2">
        {[rows.slice(0, half), rows.slice(half)].map((part, i) => (
          <table key={i} className="w-full text-left">
            <thead>
              <tr className="text-sm text-soft">
                <th scope="col" />
                <th scope="col">now</th>
                {blind ? null : <th scope="col">sound</th>}
              </tr>
            </thead>
            <tbody>
              {part.map(([name, a, b, say]) => (
                <tr key={name} className="border-t border-rule">
                  <th scope="row" className="font-normal text-soft">
                    {name}
                  </th>
                  <td className="font-semibold">{a === undefined ? '–' : say(a)}</td>
                  {blind ? null : <td>{b === undefined ? '' : say(b)}</td>}
                </tr>
              ))}
            </tbody>
          </table>
        ))}
      </div>
    </Panel>
  );
}
