import type { Device, Volumes } from './circuit.ts';
import type { Fluid, SimFluid } from './fluid.ts';

export type { Device } from './circuit.ts';
type Rejection = 'air' | 'water';

/** What a simulated machine is built to. */
export interface MachineSpec {
  readonly refrigerant: SimFluid;
  readonly tons: number;
  readonly device: Device;
  readonly rejects: Rejection;
  /** EER at the rating point, Btu/h per W. */
  readonly eer: number;
  readonly volts: number;
  /** Gas heat input at full fire, Btu/h; 0 for none. */
  readonly heatInputBtuh: number;
  /** A reversing valve lets the circuit heat. */
  readonly heatPump: boolean;
  /** Electric heat, kW; 0 for none. */
  readonly stripKw: number;
}

export const USUAL_SPEC: MachineSpec = {
  refrigerant: 'R-410A',
  tons: 5,
  device: 'expansion valve',
  rejects: 'air',
  eer: 11.2,
  volts: 208,
  heatInputBtuh: 110_000,
  heatPump: false,
  stripKw: 0,
};

/**
 * EER of an ordinary machine of its time: water-cooled 13, R-22 and R-407C 10, the rest 11.2 (minimum of
 * 2010, 65 to 135 kBtu/h [from memory, US DOE]).
 */
export const usualEer = (refrigerant: SimFluid, rejects: Rejection): number =>
  rejects === 'water' ? 13 : refrigerant === 'R-22' || refrigerant === 'R-407C' ? 10 : 11.2;

/** Conductances of a coil in air, Btu/h·°F: from air to surface, and from surface to boiling refrigerant. */
interface CoilSize {
  readonly airSide: number;
  readonly refrigerantSide: number;
}

/** What a machine has beside its cooling parts when its circuit heats. */
export interface HeatingParts {
  /** Flow coefficient of the metering device that works in heating. */
  readonly flow: number;
  /** What the circuit holds at the rating point of heating, lb; the rest waits in the compensator. */
  readonly chargeLb: number;
}

/** A machine with the sizes of its parts, worked out backwards from the point it is rated at. */
export interface Machine {
  readonly spec: MachineSpec;
  readonly fluid: Fluid;
  /** Displacement of the compressor, ft³/h. */
  readonly displacement: number;
  /** Isentropic efficiency and ratio of pressures at the rating point. */
  readonly efficiency: number;
  readonly ratedRatio: number;
  readonly indoorCoil: CoilSize;
  /** Conductance of a whole evaporator with vapour inside at the rated flow, Btu/h·°F. */
  readonly vapour: number;
  /** Conductance of the condenser coil and of its liquid end, Btu/h·°F. */
  readonly condenser: number;
  readonly condenserLiquid: number;
  /** Heat capacity rate of condenser air or water, Btu/h·°F. */
  readonly rejectRate: number;
  /** Flow coefficient of the metering device, wide open for a valve: lb/h per √(lb/ft³ · psi). */
  readonly flow: number;
  readonly ratedCfm: number;
  /** Refrigerant through the circuit and electric power of the compressor at the rating point. */
  readonly ratedLb: number;
  readonly ratedCompressorW: number;
  readonly volumes: Volumes;
  readonly chargeLb: number;
  readonly fanWatts: { readonly indoor: number; readonly outdoor: number };
  readonly heating?: HeatingParts | undefined;
}

/**
 * Rating conditions of cooling: 95 °F outdoors (86 °F water), 80 °F dry and 67 °F wet indoors (AHRI 210/240
 * and 340/360 A; ISO 13256-1 for water [M]).
 */
export const RATING = { outdoorF: 95, waterF: 86, indoorF: 80, indoorWetF: 67 } as const;
/**
 * Rating conditions of heating: 47 °F outdoors (68 °F water), 70 °F indoors (AHRI 210/240 H1; ISO 13256-1
 * [M]).
 */
export const HEAT_RATING = { outdoorF: 47, waterF: 68, indoorF: 70, indoorWetF: 58 } as const;

/** Design of the rated point; ordinary values of the trade, not of any fault [common practice]. */
export const DESIGN = {
  evaporatingF: 47,
  condenserSplitF: { air: 20, water: 14 },
  /** An orifice by the published charging chart at 95 °F outdoors and 67 °F wet bulb. */
  superheatF: { 'expansion valve': 10, orifice: 12.5 },
  /** In heating an orifice is sized dry, so that it does not flood at once when it turns cold. */
  heatingSuperheatF: { 'expansion valve': 10, orifice: 15 },
  subcoolingF: 10,
  cfmPerTon: 400,
  outdoorCfmPerTon: 950,
  gpmPerTon: 3,
  /** A valve at its ten degrees, see VALVE. */
  valveShareOpen: 6 / 11,
  /** Share of the condenser that holds liquid. */
  liquidShare: 0.165,
} as const;
