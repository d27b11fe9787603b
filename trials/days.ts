import { addDays } from '#core/base/time';
import { seededRandom, wholeBetween } from '#core/base/random';
import { makeScenario } from '../demo/scenario/index.ts';
import { unsound } from '../demo/scenario/sound.ts';
import type { Tried } from './company.ts';

/** Both clock changes, New Year and the day after a leap day. */
const AWKWARD = ['2026-03-08', '2026-11-01', '2027-01-01', '2028-03-01'];

/** The demo made for awkward days and any others: it has to be sound on whichever day somebody starts it. */
export function days(others: number, seed: number): Tried {
  const random = seededRandom(seed);
  const any = Array.from({ length: others }, () => addDays('2026-01-01', wholeBetween(random, 0, 1200)));
  const broken = [...AWKWARD, ...any].flatMap((day) =>
    unsound(makeScenario(day)).map((why) => `${day}: ${why}`),
  );
  return {
    what: 'the demo made for awkward days and for any',
    count: `${AWKWARD.length} and ${others}`,
    found: broken[0] ?? 'nothing after the day, nothing that belongs to nothing',
    wanted: 'sound',
    held: broken.length === 0,
  };
}
