/** The part of the psychrometric library that the checks use; it ships without types. */
declare module 'psychrolib' {
  const library: {
    readonly IP: number;
    SetUnitSystem(system: number): void;
    GetStandardAtmPressure(ft: number): number;
    GetSatVapPres(f: number): number;
    GetHumRatioFromTWetBulb(f: number, wet: number, psia: number): number;
    GetHumRatioFromRelHum(f: number, rh: number, psia: number): number;
    GetMoistAirEnthalpy(f: number, ratio: number): number;
    GetMoistAirVolume(f: number, ratio: number, psia: number): number;
  };
  export default library;
}
