/** Where the numbers of a sound machine lie, by weather and load: a table that the simulated machine has filled. */
export * from './expected.ts';
export { TABLE } from './table.ts';
