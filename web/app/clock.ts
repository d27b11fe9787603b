let shiftMs = 0;

/** Moves this device's clock with the server's when another day is being shown. */
export function moveClock(ms: number): void {
  shiftMs = ms;
}

/** Now by this device's clock. */
export const now = (): Date => new Date(Date.now() + shiftMs);
