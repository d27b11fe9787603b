let shiftMs = 0;

/** Moves this device's clock with the server's when another day is being shown. */
export function moveClock(days: number): void {
  shiftMs = days * 86_400_000;
}

/** Now by this device's clock. */
export const now = (): Date => new Date(Date.now() + shiftMs);
