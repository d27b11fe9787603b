import { saidText } from '#core/base/quantities';
import fc from 'fast-check';
import { convert, judgeReading } from '#core/base/quantities';
import { seededRandom } from '#core/base/random';
import {
  buildMachine,
  coolingState,
  MISTAKES,
  powerState,
  RATING_SURROUNDINGS,
  readMachine,
  USUAL_SPEC,
  type Mistake,
} from '#core/simulation';
import { readingQuestions, type ReadingSet } from './index.ts';

const machine = buildMachine(USUAL_SPEC);
const readings = (
  outdoorF: number,
  seed: number,
  mistakes: readonly Mistake[] = [],
  faults = {},
): ReadingSet => {
  const state = coolingState(
    machine,
    { ...RATING_SURROUNDINGS, outdoorF, returnF: 76, returnWetF: 63 },
    faults,
  );
  return {
    mode: 'cooling',
    readings: readMachine(state, powerState(machine, state), seededRandom(seed), { mistakes }),
  };
};

// The readings come off the simulated machine, which knows nothing of these questions.
describe('questions before readings are believed', () => {
  it.each([
    ['swapped hoses', /hoses swapped/],
    ['clamp on the wrong line', /own pipe/],
    ['wrong unit', /read in °C/],
  ] as const)('%s: asked about, whatever the weather', (mistake, question) => {
    expect(Object.keys(MISTAKES)).toContain(mistake);
    for (const outdoorF of [75, 90, 105])
      expect(
        readingQuestions(readings(outdoorF, outdoorF, [mistake]))
          .map((q) => saidText(q))
          .join(),
      ).toMatch(question);
  });

  it('sound readings of a sound or a faulty machine are asked nothing', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 72, max: 105 }),
        fc.nat(1000),
        fc.constantFrom('low charge', 'overcharge', 'low indoor air', 'condenser fouled'),
        (f, seed, fault) => {
          expect(readingQuestions(readings(f, seed, [], { [fault]: 0.25 }))).toEqual([]);
        },
      ),
      { numRuns: 40, seed: 1 },
    );
  });

  it('nothing is asked of what nobody measured, nor outside cooling', () => {
    expect(readingQuestions({ mode: 'cooling', readings: [] })).toEqual([]);
    expect(readingQuestions({ ...readings(90, 1, ['swapped hoses']), mode: 'heating' })).toEqual([]);
  });

  it('a gauge below its zero counts inches of mercury: 20 in Hg are −9.8 psig (NIST SP 811 factors)', () => {
    expect(convert('pressureGauge', 'in Hg vac', 'psig', 20)).toBeCloseTo(-9.823, 2);
    expect(() => judgeReading('pressureGauge', 'psig', -20)).toThrow(/Is it 20 in Hg of vacuum, -9.8 psig\?/);
    expect(judgeReading('pressureGauge', 'in Hg vac', 20)).toEqual({ quality: 'good' });
  });
});
