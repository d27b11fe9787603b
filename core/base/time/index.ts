/** Dates and instants: plain dates, wall-clock times in a zone, times of day. */
export * from './plainDate.ts';
export * from './zone.ts';
export * from './clock.ts';
export * from './words.ts';
export * from './typed.ts';
export * from './hours.ts';
