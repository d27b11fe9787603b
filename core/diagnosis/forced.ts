import type { LadderPlate } from '#core/circuitry/ladder';

/*
 * What commands a machine from elsewhere: how its history is read, how stages are forced, what that bypasses, how it
 * ends [common practice; priorities and overrides after ASHRAE 135].
 */
const FORCED: Readonly<Partial<Record<LadderPlate['commanded'], readonly string[]>>> = {
  automation: [
    'Read alarms and trends back to the first thing that was not as usual, before anything is acknowledged: ' +
      'a fan fail is a consequence, and acknowledging it takes the history away.',
    '“On” on its screen is what was commanded; whether it runs is seen at the unit.',
    'Force one stage at a time with somebody at the unit. Its own safeties stay in; what the automation proves ' +
      'and locks out does not.',
    'An override holds until it is released. Release every one, see it run by itself, and write down what was forced.',
  ],
  'zone panel': [
    'Read its lamps before its power is cut: which zones call, which way it votes, whether a supply cutout is open.',
    'Test mode ignores calls, and the supply cutouts with them: stand by it, and end it before you leave.',
    'A jumper at the unit’s own terminals parts the panel from the unit; with every damper shut it has no air.',
  ],
};

/** What to know before a machine is forced from what commands it; nothing where a thermostat does. */
export const forcedNotes = ({ commanded }: Pick<LadderPlate, 'commanded'>): readonly string[] =>
  FORCED[commanded] ?? [];
