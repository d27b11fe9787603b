/**
 * What a machine is made of beyond its tag: plate, heat section, blower, filters, outdoor air, charging
 * method.
 */

export const FUELS = ['natural gas', 'LP', 'electric', 'hot water', 'heat pump'] as const;
type Fuel = (typeof FUELS)[number];
export const DRIVES = ['belt', 'direct'] as const;
export const OUTDOOR_AIR = [
  'none',
  'manual damper',
  'motorised damper',
  'economizer',
  'all outdoor air',
] as const;
/** Where a detector looks for smoke in the ducts of a machine. */
export const SMOKE_DETECTORS = ['none', 'in the supply', 'in the return', 'in supply and return'] as const;
/** How a gas heater lights. */
export const IGNITIONS = ['direct spark', 'hot surface', 'intermittent pilot'] as const;
/** What calls a machine. */
export const COMMANDERS = ['thermostat', 'zone panel', 'automation'] as const;
export const METERING = ['expansion valve', 'orifice', 'capillary tube', 'electronic valve'] as const;
/**
 * A fixed device has no superheat of its own: its target moves with the weather. What nobody knows is not
 * called fixed.
 */
export const isFixedDevice = (metering: string | null | undefined): boolean =>
  metering === 'orifice' || metering === 'capillary tube';
export type Metering = (typeof METERING)[number];
export const CHARGING_METHODS = ['subcooling', 'approach', 'superheat', 'weight'] as const;
type ChargingMethod = (typeof CHARGING_METHODS)[number];

/** Sizes and counts as read off the machine: what goes on the list before driving to the counter. */
export interface Sized {
  readonly size: string;
  readonly count: number;
}

/** What a plate for two supplies says; it stands for 187 to 253 V. */
export const DUAL_VOLTS = '208/230 V';

/** Everything is optional: what nobody has read off the plate is not known. */
export interface MachineDetails {
  readonly electrical?:
    | {
        /** Minimum circuit ampacity, A. */
        readonly mcaA?: number | undefined;
        /** Maximum overcurrent protection, A. */
        readonly mocpA?: number | undefined;
        readonly controlVa?: number | undefined;
        /** True where the plate says 208/230 V: made for either. */
        readonly dual?: boolean | undefined;
      }
    | undefined;
  readonly heat?:
    | {
        readonly fuel?: Fuel | undefined;
        /** Input of each stage, Btu/h, first stage first; electric heat in Btu/h too (kW × 3,412). */
        readonly stagesBtuh?: readonly number[] | undefined;
        readonly riseMinF?: number | undefined;
        readonly riseMaxF?: number | undefined;
        readonly manifoldInWc?: number | undefined;
        readonly burners?: number | undefined;
      }
    | undefined;
  readonly blower?:
    | {
        readonly drive?: (typeof DRIVES)[number] | undefined;
        readonly motorHp?: number | undefined;
        readonly motorFlaA?: number | undefined;
        /** Belts with section and length, such as "A 48". */
        readonly belts?: readonly Sized[] | undefined;
        readonly motorPulleyIn?: number | undefined;
        readonly blowerPulleyIn?: number | undefined;
        readonly cfm?: number | undefined;
      }
    | undefined;
  readonly condenserFans?: number | undefined;
  readonly condenserFanFlaA?: number | undefined;
  readonly filters?: readonly Sized[] | undefined;
  readonly meshes?: readonly Sized[] | undefined;
  readonly outdoorAir?: (typeof OUTDOOR_AIR)[number] | undefined;
  readonly smokeDetectors?: (typeof SMOKE_DETECTORS)[number] | undefined;
  readonly economizerHighLimitF?: number | undefined;
  /** What stands in the control circuit, by the diagram on the door. */
  readonly controls?:
    | {
        readonly ignition?: (typeof IGNITIONS)[number] | undefined;
        /** A switch proves the blower before a compressor or strip may start. */
        readonly blowerProof?: boolean | undefined;
        readonly phaseMonitor?: boolean | undefined;
        /** A float in the drain pan stops it. */
        readonly floatSwitch?: boolean | undefined;
        /** Strips of electric heat. */
        readonly strips?: number | undefined;
        readonly commanded?: (typeof COMMANDERS)[number] | undefined;
      }
    | undefined;
  readonly charging?:
    { readonly method?: ChargingMethod | undefined; readonly targetF?: number | undefined } | undefined;
}

/** One compressor of a circuit, by the stage at which it starts. */
export interface Compressor {
  readonly stage: number;
  readonly rlaA?: number | undefined;
  readonly lraA?: number | undefined;
}

/**
 * The model line of a model number: the letters it begins with. Machines of one line come apart alike.
 *
 * @example modelLineOf('kqr120-3') // "KQR"
 * @example modelLineOf('CK-G090') // "CK-G"
 * @returns undefined where the number begins with no letter, since then nothing says which line it is
 */
export function modelLineOf(model: string | null | undefined): string | undefined {
  return /^[A-Z]+(?:-[A-Z]+)*/.exec((model ?? '').trim().toUpperCase())?.[0];
}

/** Sizes as a list for the counter: "4 × 20x20x2, 2 × 16x25x2". */
export const sizedText = (sizes: readonly Sized[] | undefined): string =>
  (sizes ?? []).map((s) => `${s.count} × ${s.size}`).join(', ');

/**
 * Reads "4 × 20x20x2, 2 x 16x25x2" (or "A48") back. A size without a count is one.
 *
 * @throws RangeError for a count that is no whole number from 1 to 99
 */
export function readSized(text: string): Sized[] {
  return text
    .split(/[,;\n]/)
    .map((part) => part.trim())
    .filter(Boolean)
    .map((part) => {
      const match =
        /^(\d+(?:\.\d+)?)\s*[×*]\s*(\S.*)$/.exec(part) ?? /^(\d+(?:\.\d+)?)\s+x\s+(\S.*)$/i.exec(part);
      if (!match) return { size: part, count: 1 };
      const count = Number(match[1]);
      if (!Number.isInteger(count) || count < 1 || count > 99)
        throw new RangeError(`"${part}": how many? a whole number from 1 to 99`);
      return { size: match[2] as string, count };
    });
}
