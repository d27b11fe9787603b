/** Maintenance: the tasks, and what is due when. */
export * from './tasks.ts';
export * from './due.ts';
