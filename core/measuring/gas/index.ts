/** Gas heat: pressures, clocked input, flame and flue. */
export * from './gas.ts';
export * from './monoxide.ts';
