/** Lets everybody else have their turn. */
export const breath = (): Promise<void> => new Promise((go) => setImmediate(go));

/** After so many items of a long list others have their turn: some milliseconds of work at a time. */
const AT_A_TIME = 500;

/** Does the same with each item of a list that may be very long, a slice at a time. */
export async function inSlices<T>(items: readonly T[], work: (item: T) => void): Promise<void> {
  for (let i = 0; i < items.length; i += AT_A_TIME) {
    for (const item of items.slice(i, i + AT_A_TIME)) work(item);
    await breath();
  }
}
