import { holdLayers } from '../web/visits/testing/layers.ts';
import type { Tried } from './company.ts';

/** Sheets with amendments, withdrawals, refusals and what waits: a phone says of each what the server says. */
export function folds(runs: number, seed: number): Tried {
  let parted = '';
  try {
    holdLayers(runs, seed);
  } catch (error) {
    parted = (error as Error).message.split('\n').slice(0, 3).join(' ');
  }
  return {
    what: 'a phone and the server over one sheet',
    count: `${runs.toLocaleString('en-US')} sheets`,
    found: parted || 'the same stands on both',
    wanted: 'the same',
    held: parted === '',
  };
}
