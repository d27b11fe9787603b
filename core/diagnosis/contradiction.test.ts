import { ladderOf, USUAL } from '#core/circuitry/ladder';
import { contradiction } from './contradiction.ts';
import { diagnose } from './index.ts';
import { soundFor, suspectsOf } from './suspects.ts';
import { ran, volts } from './testing/seen.ts';

const usual = ladderOf(USUAL);
const all = [soundFor(usual), ...suspectsOf(usual, [], soundFor(usual))];
const noCall = volts('heat', 'W', 'C', 0);
/** Without control volts no inducer runs but one whose contact is welded, and no blower beside it. */
const dead = volts('heat', 'R', 'C', 0);
const inducer = ran('heat', 'inducer', 'yes');
const blows = ran('heat', 'blower', 'yes');
const transformer = volts('heat', 'R', 'C', 26);

describe('answers that nothing explains together', () => {
  it('are named where no one fault shows both, and the rest is left out', () =>
    expect(contradiction(all, [dead, inducer, blows])).toEqual([dead, blows]));

  it('are none where each two of them are shown by something', () => {
    expect(contradiction(all, [transformer, noCall])).toEqual([]);
    expect(contradiction(all, [])).toEqual([]);
  });

  it('is one alone where nothing at all shows it', () => {
    const never = volts('heat', 'R', 'C', 120);
    expect(contradiction(all, [never, noCall])).toEqual([never]);
  });

  it('what was done says nothing and goes with everything', () =>
    expect(contradiction(all, [{ kind: 'done', check: 'compressor shell cool' }, noCall])).toEqual([]));

  it('is asked only where most is left to what is not in the table, and said in words', () => {
    expect(diagnose(usual, [transformer, noCall]).contradict).toEqual([]);
    const { other, contradict } = diagnose(usual, [dead, inducer, blows]);
    expect(other).toBeGreaterThan(0.25);
    expect(contradict.map(({ seen }) => seen)).toHaveLength(2);
    expect(contradict[0]?.question).toBe('volts from R to C on a call for heat');
  });
});
