import { DUAL_VOLTS, isFixedDevice, type MachineDetails } from '#core/machine';
import type { PlateFact } from './card.ts';

/** A unit as far as cards are filled in from it. */
export interface PlateUnit {
  readonly tag: string;
  readonly circuits: readonly {
    readonly number: number;
    readonly refrigerant: string | null;
    readonly metering: string | null;
  }[];
  readonly details: MachineDetails;
  readonly voltage: number | null;
  readonly phase?: number | null | undefined;
  readonly tons?: number | null | undefined;
}

/**
 * What a unit's record knows of what cards ask for, in customary units; of a circuit that is not on record
 * nothing.
 */
export function plateFacts(unit: PlateUnit, circuit = 1): Partial<Record<PlateFact, number | string>> {
  const own = unit.circuits.find((c) => c.number === circuit);
  const { heat, blower, electrical, charging } = unit.details;
  const facts: Partial<Record<PlateFact, number | string | null | undefined>> = {
    refrigerant: own?.refrigerant,
    metering: own?.metering ? (isFixedDevice(own.metering) ? 'orifice' : 'expansion valve') : undefined,
    subcoolingTargetF: charging?.method === 'subcooling' ? charging.targetF : undefined,
    approachTargetF: charging?.method === 'approach' ? charging.targetF : undefined,
    riseMinF: heat?.riseMinF,
    riseMaxF: heat?.riseMaxF,
    inputBtuh: heat?.stagesBtuh?.at(-1),
    manifoldInWc: heat?.manifoldInWc,
    gas: heat?.fuel === 'natural gas' || heat?.fuel === 'LP' ? heat.fuel : undefined,
    volts: unit.voltage,
    phase: unit.phase === null || unit.phase === undefined ? undefined : String(unit.phase),
    dualVolts: electrical?.dual ? DUAL_VOLTS : undefined,
    tons: unit.tons,
    motorPulleyIn: blower?.motorPulleyIn,
    blowerPulleyIn: blower?.blowerPulleyIn,
    motorFlaA: blower?.motorFlaA,
    mcaA: electrical?.mcaA,
    mocpA: electrical?.mocpA,
  };
  return Object.fromEntries(
    Object.entries(facts).filter(([, value]) => value !== undefined && value !== null),
  );
}
