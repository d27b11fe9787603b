/** How somebody came to know a fact, and how far that carries. A guess has to look like a guess. */
export const HOWS = {
  traced: { sure: 'proven', words: 'traced wire by wire' },
  'tested by calling for cooling': { sure: 'proven', words: 'called for cooling and saw it start' },
  'tested by calling for heat': { sure: 'proven', words: 'called for heat and saw it start' },
  'tested by switching off': { sure: 'proven', words: 'switched off and saw it stop' },
  'lifted a common': { sure: 'proven', words: 'lifted a common and saw it drop out' },
  'felt at the outlet': { sure: 'proven', words: 'fan on and felt at the outlet' },
  'read from a label': { sure: 'likely', words: 'read from a label' },
  'read from automation': { sure: 'likely', words: 'read from the automation points' },
  'read from a drawing': { sure: 'likely', words: 'read from a drawing' },
  told: { sure: 'hearsay', words: 'was told' },
  guessed: { sure: 'hearsay', words: 'guessed' },
} as const;
export type How = keyof typeof HOWS;
export const HOW_NAMES = Object.keys(HOWS) as How[];
export type Sureness = (typeof HOWS)[How]['sure'];

export const surenessOf = (how: How): Sureness => HOWS[how].sure;

const LEAST_FIRST: readonly Sureness[] = ['hearsay', 'likely', 'proven'];

/** How sure several facts are together: as sure as the least sure of them; undefined where there is none. */
export const leastSure = (hows: readonly How[]): Sureness | undefined =>
  LEAST_FIRST.find((sure) => hows.some((how) => surenessOf(how) === sure));
