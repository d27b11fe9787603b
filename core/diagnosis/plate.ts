import type { UnitKind } from '#core/base/vocabulary';
import { burns, heatedBy, USUAL, type LadderPlate } from '#core/circuitry/ladder';
import { IGNITIONS, type MachineDetails } from '#core/machine';

/** A unit as far as its record says how its circuit is made. */
export interface Unit {
  readonly kind: UnitKind;
  readonly voltage: number | null;
  readonly phase: number | null;
  readonly circuits: readonly { readonly number: number }[];
  readonly details: MachineDetails;
}

/** Up to which volts of a plate each supply stands. */
const UP_TO = [
  [150, 115],
  [215, 208],
  [260, 240],
  [500, 480],
  [Infinity, 600],
] as const;

const clamp = <T extends number>(value: number, least: T, most: T): T =>
  Math.min(most, Math.max(least, value)) as T;

/** What decides the ladder of a unit, from its record; what nobody has read off it is as usual for its kind. */
export function plateOf({ kind, voltage, phase, circuits, details }: Unit): LadderPlate {
  const { controls = {}, heat, blower } = details;
  const volts = UP_TO.find(([most]) => (voltage ?? USUAL.volts) <= most)?.[1] ?? USUAL.volts;
  const stages = clamp(circuits.length || 1, 1, 4) as LadderPlate['stages'];
  const base: LadderPlate = {
    ...USUAL,
    volts: volts === 115 && kind !== 'unit heater' ? 240 : volts,
    phase: phase === 1 ? 1 : 3,
    drive: blower?.drive ?? USUAL.drive,
    stages,
    strips: clamp(controls.strips ?? 1, 1, 3) as LadderPlate['strips'],
    proof: controls.blowerProof ?? USUAL.proof,
    monitor: controls.phaseMonitor ?? USUAL.monitor,
    float: controls.floatSwitch ?? USUAL.float,
    economizer: details.outdoorAir === 'economizer',
    commanded: controls.commanded ?? USUAL.commanded,
  };
  switch (kind) {
    case 'package gas/electric':
      return {
        ...base,
        heat: heat?.fuel === 'electric' ? 'electric' : (controls.ignition ?? 'direct spark'),
      };
    case 'package cooling only':
      return { ...base, heat: heat?.fuel === 'electric' ? 'electric' : 'none' };
    case 'split with air handler':
      return {
        ...base,
        heat: heat?.fuel === 'electric' || controls.strips !== undefined ? 'electric' : 'none',
        drive: blower?.drive ?? 'direct',
        float: controls.floatSwitch ?? true,
      };
    case 'package heat pump':
      return { ...base, heat: 'heat pump', drive: blower?.drive ?? 'direct' };
    case 'unit heater':
      // On more than 115 V its thermostat is of 24 V, as on a package unit.
      if ((voltage ?? 115) > 150)
        return {
          ...base,
          heat: controls.ignition ?? 'direct spark',
          stages: 0,
          proof: false,
          economizer: false,
        };
      return heatedBy('unit heater', USUAL);
    case 'exhaust fan':
      return { ...base, heat: 'none', stages: 0, proof: false, economizer: false };
    case 'make-up air':
      return heatedBy('make-up air', base);
    case 'water-source heat pump':
      return {
        ...heatedBy('water source', base),
        ...{ drive: blower?.drive ?? 'direct', float: controls.floatSwitch ?? true },
        commanded: base.commanded,
      };
    case 'boiler':
      return heatedBy('boiler', USUAL);
  }
}

/** What of the plate nobody has read off the machine: it is taken as usual for its kind. */
export function guessedOf(unit: Unit): readonly (keyof LadderPlate)[] {
  const { voltage, phase, circuits, details } = unit;
  const plate = plateOf(unit);
  return [
    ...(voltage === null ? (['volts'] as const) : []),
    ...(phase === null ? (['phase'] as const) : []),
    ...(burns(plate) && details.controls?.ignition === undefined ? (['heat'] as const) : []),
    ...(plate.stages > 0 && circuits.length === 0 ? (['stages'] as const) : []),
  ];
}

/**
 * The details of a unit as its record would have them where somebody has seen on the machine what it is made of.
 *
 * @param made what of the plate was seen to be otherwise
 * @returns the details, and what of it they cannot say: its kind and its circuits do
 */
export function detailsWith(
  unit: Unit,
  made: Partial<LadderPlate>,
): { readonly details: MachineDetails; readonly left: readonly (keyof LadderPlate)[] } {
  const { heat, proof, monitor, float, economizer, commanded } = made;
  const { outdoorAir, heat: heating, ...others } = unit.details;
  const ignition = IGNITIONS.find((one) => one === heat);
  const air = economizer
    ? 'economizer'
    : economizer === false && outdoorAir === 'economizer'
      ? undefined
      : outdoorAir;
  // That it is lit by a spark says that it is not electric, and not which gas it burns.
  const fuel =
    heat === 'electric' ? heat : ignition && heating?.fuel === 'electric' ? undefined : heating?.fuel;
  const details: MachineDetails = {
    ...others,
    ...(air && { outdoorAir: air }),
    ...((heating || fuel) && { heat: { ...heating, fuel } }),
    controls: {
      ...others.controls,
      ...(ignition && { ignition }),
      ...(proof !== undefined && { blowerProof: proof }),
      ...(monitor !== undefined && { phaseMonitor: monitor }),
      ...(float !== undefined && { floatSwitch: float }),
      ...(commanded && { commanded }),
    },
  };
  const then = plateOf({ ...unit, details });
  const asked = Object.keys(made) as (keyof LadderPlate)[];
  return { details, left: asked.filter((name) => then[name] !== made[name]) };
}
