import type { SimFluid } from '#core/simulation';
import { USUAL_SPEC, usualEer, type MachineSpec } from '#core/simulation';
import { SURFACE_MANY, type Surface } from './surfaces.ts';

/*
 * Surfaces as they are kept in a file of some ten thousand bytes for each build: whole numbers of 16 bits, the lower
 * byte first, each a sixty-fourth of a degree or of a per cent.
 */

/** A build that expectations are kept of: what a plate says that changes what gauges read. */
export type Build = Pick<MachineSpec, 'refrigerant' | 'device' | 'rejects'>;

/** An ordinary machine of a build; size and electrics change none of what is compared. */
export const specOf = (build: Build): MachineSpec => ({
  ...USUAL_SPEC,
  ...build,
  eer: usualEer(build.refrigerant, build.rejects),
});

/** Every build there are expectations of. */
export const buildsOf = (refrigerants: readonly SimFluid[]): Build[] =>
  refrigerants.flatMap((refrigerant) =>
    (['expansion valve', 'orifice'] as const).flatMap((device) =>
      (['air', 'water'] as const).map((rejects) => ({ refrigerant, device, rejects })),
    ),
  );

/** Name of the file of a build. @example "r-410a-orifice-air.bin" */
export const fileOf = ({ refrigerant, device, rejects }: Build): string =>
  `${[refrigerant, device, rejects].join(' ').toLowerCase().replaceAll(' ', '-')}.bin`;

const FINE = 64;
const MOST = 32_767;

/** @throws RangeError where a number is too large to be kept, or is none */
export function packedSurfaces(surfaces: readonly Surface[]): Uint8Array {
  const bytes = new Uint8Array(surfaces.length * SURFACE_MANY * 2);
  const view = new DataView(bytes.buffer);
  surfaces.forEach((surface, s) =>
    surface.forEach((value, i) => {
      const whole = Math.round(value * FINE);
      if (!(Math.abs(whole) <= MOST)) throw new RangeError(`${value} cannot be kept in a surface`);
      view.setInt16(2 * (s * SURFACE_MANY + i), whole, true);
    }),
  );
  return bytes;
}

/** @throws RangeError where the bytes are not whole surfaces */
export function unpackedSurfaces(bytes: Uint8Array): Surface[] {
  const many = bytes.byteLength / (2 * SURFACE_MANY);
  if (many === 0 || !Number.isInteger(many)) throw new RangeError('these are not the surfaces of a build');
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  return Array.from({ length: many }, (_, s) =>
    Float64Array.from(
      { length: SURFACE_MANY },
      (_, i) => view.getInt16(2 * (s * SURFACE_MANY + i), true) / FINE,
    ),
  );
}
