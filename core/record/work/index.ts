/** The life of a call: events become a state, and an outcome for each unit. */
export * from './call.ts';
export * from './outcome.ts';
