import { wordsOf } from '#core/said';
import fc from 'fast-check';
import { likelyUnits, readClue, type Candidate } from './index.ts';

const unit = (unitId: string, more: Partial<Candidate>): Candidate => ({
  unitId,
  tag: unitId,
  kind: 'package gas/electric',
  status: 'in service',
  site: 'Records Annex',
  customer: 'Wrenfall Records Annex',
  areas: [],
  controls: [],
  feeds: [],
  open: [],
  openCalls: 0,
  flagKinds: [],
  ...more,
});

const annex = [
  unit('AH-1', { kind: 'split with air handler', areas: ['Reading room'] }),
  unit('AH-3', {
    kind: 'split with air handler',
    areas: ['Archive, upper floor'],
    controls: ['T-3 archive stair'],
    feeds: [{ name: 'LP-2', poles: [8, 10, 12] }],
  }),
  unit('EF-1', { kind: 'exhaust fan', areas: ['Archive toilets'] }),
  unit('AH-4', { kind: 'split with air handler', areas: ['Archive mezzanine'], status: 'out of use' }),
  unit('B-1', { kind: 'boiler', areas: ['Whole building'], serial: 'K7741-22' }),
];
const first = (typed: string) => likelyUnits(readClue(typed), annex)[0];

describe('a clue', () => {
  it('is taken apart into place, what is felt, and poles', () => {
    expect(readClue('The archive upstairs is muggy again')).toMatchObject({
      words: ['archive', 'upstairs'],
      system: 'cooling',
      feltWord: 'muggy',
      poles: [],
    });
    expect(readClue('panel LP-2, poles 8/10/12')).toMatchObject({ poles: [8, 10, 12] });
    expect(readClue('breaker 8 tripped').poles).toEqual([8]);
    expect(readClue('').words).toEqual([]);
  });
});

describe('likely units', () => {
  it('"archive upstairs is muggy" finds the unit that cools the upper archive and says why', () => {
    const found = likelyUnits(readClue('archive upstairs is muggy'), annex);
    expect(found[0]?.unitId).toBe('AH-3');
    expect(found[0]?.reasons.map((r) => wordsOf(r).text)).toEqual([
      'Serves Archive, upper floor: “archive”, “upstairs” as “upper”.',
      'Controlled by T-3 archive stair: “archive”.',
      '“muggy” speaks of cooling, which this split with air handler does.',
    ]);
    // The one out of use and the exhaust fan serve an archive too, but are less likely.
    const order = found.map((f) => f.unitId);
    for (const other of ['AH-4', 'EF-1']) expect(order.indexOf(other)).not.toBe(0);
    expect(likelyUnits(readClue('archive'), annex).map((f) => f.unitId)).toContain('EF-1');
  });

  it('a tag, a serial, a breaker and a thermostat each find their unit', () => {
    expect(first('AH-1')?.unitId).toBe('AH-1');
    expect(first('k774122')?.unitId).toBe('B-1');
    expect(first('LP-2 8/10/12')?.unitId).toBe('AH-3');
    expect(first('t-3')?.unitId).toBe('AH-3');
  });

  it('needs evidence of its own: what is felt alone finds nothing', () => {
    expect(likelyUnits(readClue('it is muggy'), annex)).toEqual([]);
    expect(likelyUnits(readClue('zzz'), annex)).toEqual([]);
  });

  it('never gives more than asked, best first, and takes any text', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 60 }), fc.integer({ min: 0, max: 6 }), (typed, limit) => {
        const found = likelyUnits(readClue(typed), annex, limit);
        expect(found.length).toBeLessThanOrEqual(limit);
        for (let i = 1; i < found.length; i++)
          expect(found[i - 1]?.score).toBeGreaterThanOrEqual(found[i]?.score as number);
      }),
    );
  });
});

it.each(['?', 'n/a', '--', 'x', '123'])('a serial “%s” is none, and matches no complaint', (serial) => {
  const one = unit('EF-7', { serial });
  expect(likelyUnits(readClue('somebody called about 123 x n a'), [one])).toEqual([]);
});
