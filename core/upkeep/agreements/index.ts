/** Agreements: what a customer has maintained, by whom and how often, and what was promised and allowed. */
export * from './terms.ts';
export * from './resolve.ts';
export * from './visits.ts';
export * from './worth.ts';
