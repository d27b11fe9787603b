let shiftMs = 0;

/** Moves this device's clock to the server's: it may go wrong, or another day be shown. */
export function moveClock(ms: number): void {
  shiftMs = ms;
}

/** By how much this device's clock is moved, ms. */
export const clockShift = (): number => shiftMs;

/** Now, as the company's clock has it. */
export const now = (): Date => new Date(Date.now() + shiftMs);
