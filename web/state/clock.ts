import { clockMoved } from '../device/device.ts';
import { store } from './store.ts';

/** By how much this device's clock is moved to the server's, ms. */
export const clockShift = (): number => store.getState().device.clockShiftMs;

/** Moves this device's clock to the server's: it may go wrong, or another day be shown. */
export function moveClock(ms: number): void {
  if (ms !== clockShift()) store.dispatch(clockMoved(ms));
}

/** Now, as the company's clock has it. */
export const now = (): Date => new Date(Date.now() + clockShift());
