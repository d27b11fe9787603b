import os from 'node:os';
import { processesWanted } from './processes.ts';

describe('how many processes serve', () => {
  it('one for each core, as many as a PostgreSQL as installed has connections for', () => {
    expect(processesWanted('')).toBe(Math.min(8, os.availableParallelism()));
    expect(processesWanted(undefined)).toBe(processesWanted(''));
  });

  it('or as many as somebody says', () => {
    expect(['1', '3', '64'].map((given) => processesWanted(given))).toEqual([1, 3, 64]);
  });

  it.each(['0', '65', '1.5', 'many', '-2'])('%s is no number of processes', (given) => {
    expect(() => processesWanted(given)).toThrow(
      `GRADUM_WORKERS must be a number from 1 to 64, not "${given}"`,
    );
  });
});
