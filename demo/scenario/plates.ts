import { maximumProtection, minimumCircuitAmpacity } from '#core/measuring/electric';
import type { MachineDetails } from '#core/machine';
import { oneOf, wholeBetween, type Random } from '#core/base/random';
import type { DemoSite, DemoUnit } from './fleet.ts';
import type { Writer } from './writer.ts';

/** What stands on the plates: invented, but of a size that hangs together with tons, volts and kind. */
export function writePlates(writer: Writer, sites: readonly DemoSite[], random: Random): void {
  for (const site of sites) {
    for (const unit of site.units) {
      const circuits = writer.rows.circuits.filter((c) => c.unit_id === unit.id);
      const tons = unit.record.tons as number | null;
      const rla =
        tons === null ? 0 : round1(((tons / Math.max(1, circuits.length)) * 3.6 * 208) / unit.volts);
      circuits.forEach((circuit, i) =>
        Object.assign(circuit, { compressors: [{ stage: i + 1, rlaA: rla, lraA: Math.round(rla * 6.4) }] }),
      );
      // On one unit in five nobody has taken the time to read the plate.
      unit.record.details = {
        ...(random() < 0.2 ? {} : detailsOf(unit, tons, circuits.length, rla, random)),
        ...(unit.site.name === WATCHED_FOR_SMOKE && (tons ?? 0) >= 7.5
          ? { smokeDetectors: 'in the return' as const }
          : {}),
      };
    }
  }
}

const round1 = (value: number) => Math.round(value * 10) / 10;
const FILTERS = ['16x20x2', '16x25x2', '20x20x2', '20x25x2'];

/** Many people in the dark: its large machines have detectors in their ducts, and somebody has written it down. */
const WATCHED_FOR_SMOKE = 'Six-Screen House';

function detailsOf(
  unit: DemoUnit,
  tons: number | null,
  circuits: number,
  rla: number,
  random: Random,
): MachineDetails {
  const { kind } = unit;
  const belt =
    kind !== 'water-source heat pump' &&
    kind !== 'unit heater' &&
    kind !== 'boiler' &&
    ((tons ?? 5) >= 6 || kind === 'make-up air' || kind === 'exhaust fan');
  const blowerFla = round1(((tons ?? 4) * 0.5 * 208) / unit.volts + 1);
  const fans = circuits === 0 || kind === 'water-source heat pump' ? 0 : circuits;
  const fanFla = round1((1.6 * 208) / unit.volts);
  const loads = [
    ...Array.from({ length: circuits }, () => rla),
    blowerFla,
    ...Array.from({ length: fans }, () => fanFla),
  ].filter((a) => a > 0);
  const gas =
    kind === 'package gas/electric' || kind === 'unit heater' || kind === 'boiler' || kind === 'make-up air';
  const input =
    kind === 'boiler'
      ? 400_000
      : kind === 'make-up air'
        ? 300_000
        : kind === 'unit heater'
          ? 100_000
          : Math.round(((tons ?? 5) * 22_000) / 10_000) * 10_000;
  return {
    electrical: {
      mcaA: round1(minimumCircuitAmpacity(loads)),
      mocpA: maximumProtection(loads),
      controlVa: kind === 'boiler' ? 50 : 75,
    },
    heat: gas
      ? {
          fuel: 'natural gas',
          stagesBtuh:
            kind === 'package gas/electric' && (tons ?? 0) >= 7.5
              ? [Math.round(input * 0.7), input]
              : [input],
          ...(kind === 'boiler' ? {} : { riseMinF: 30, riseMaxF: kind === 'make-up air' ? 90 : 60 }),
          manifoldInWc: 3.5,
          burners: Math.max(2, Math.round(input / 40_000)),
        }
      : kind.includes('heat pump')
        ? { fuel: 'heat pump' }
        : {},
    ...(kind === 'boiler'
      ? {}
      : {
          blower: {
            drive: belt ? ('belt' as const) : ('direct' as const),
            motorHp: (tons ?? 5) >= 10 ? 3 : (tons ?? 5) >= 6 ? 2 : 1,
            motorFlaA: blowerFla,
            ...(belt
              ? {
                  belts: [{ size: `A${wholeBetween(random, 34, 60)}`, count: (tons ?? 5) >= 10 ? 2 : 1 }],
                  motorPulleyIn: 3.4,
                  blowerPulleyIn: oneOf(random, [7, 8, 9]),
                }
              : {}),
            ...(tons === null ? {} : { cfm: tons * 400 }),
          },
        }),
    ...(fans > 0 ? { condenserFans: fans, condenserFanFlaA: fanFla } : {}),
    ...(kind === 'exhaust fan' || kind === 'boiler' || kind === 'unit heater'
      ? {}
      : {
          filters: [{ size: oneOf(random, FILTERS), count: Math.max(2, Math.round((tons ?? 5) / 2.5) * 2) }],
        }),
    ...(kind === 'make-up air'
      ? { outdoorAir: 'all outdoor air' as const, meshes: [{ size: '30x24x1', count: 3 }] }
      : {}),
    ...(kind === 'package gas/electric' || kind === 'package cooling only'
      ? (tons ?? 0) >= 5
        ? {
            outdoorAir: 'economizer' as const,
            economizerHighLimitF: 75,
            meshes: [{ size: '24x18x1', count: 1 }],
          }
        : { outdoorAir: 'manual damper' as const }
      : {}),
    ...(circuits > 0
      ? { charging: { method: 'subcooling' as const, targetF: wholeBetween(random, 8, 13) } }
      : {}),
  };
}
