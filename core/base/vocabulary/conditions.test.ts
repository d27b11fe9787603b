import { CONDITION_KIND_NAMES, CONDITION_KINDS } from './index.ts';

/* Each kind of condition as the rules and the trade have it [common practice, our estimate of the days]. */
const KINDS: readonly (readonly [kind: string, hazard: boolean, allowedDays: number | null])[] = [
  ['heat disabled', false, 14],
  ['exchanger holed or cracked', true, 14],
  ['flame rolls out', true, 0],
  ['safety bypassed', true, 0],
  ['burnt wiring', true, 7],
  ['gas leak suspected', true, 0],
  ['carbon monoxide found', true, 0],
  ['reading to act on', false, 7],
  ['circuit isolated', false, 30],
  ['part borrowed', false, 30],
  ['filters out', false, 3],
  ['heater disconnected', false, 14],
  ['override on', false, 14],
  ['overcharge left', false, 30],
  ['jumper or test mode', true, 0],
  ['running on known leak', false, 30],
  ['out of use', false, null],
  ['other', false, 30],
];

describe('kinds of condition', () => {
  it('are these', () => expect(CONDITION_KIND_NAMES).toEqual(KINDS.map(([kind]) => kind)));

  it.each(KINDS)('%s: hazard %s, %s days', (kind, hazard, allowedDays) => {
    expect(CONDITION_KINDS[kind as keyof typeof CONDITION_KINDS]).toMatchObject({ hazard, allowedDays });
  });

  it('what must not outlast the visit can hurt somebody', () => {
    for (const kind of CONDITION_KIND_NAMES)
      if (CONDITION_KINDS[kind].allowedDays === 0)
        expect([kind, CONDITION_KINDS[kind].hazard]).toEqual([kind, true]);
  });
});
