import fc from 'fast-check';
import { sidesOf } from './threeSides.ts';

describe('a draft opened over a newer record', () => {
  const base = { serial: 'K7741', model: 'NVG-90', charge: '' };

  it('keeps what was typed, takes what somebody else wrote, and wipes nothing', () => {
    // Begun when the model was all that changed here; meanwhile somebody read serial and charge off the
    // plate.
    const typed = { ...base, model: 'NVG-120' };
    const now = { ...base, serial: 'K7741-22', charge: '9.5' };
    expect(sidesOf(base, now, typed)).toEqual({
      shown: { serial: 'K7741-22', model: 'NVG-120', charge: '9.5' },
      mine: ['model'],
      both: [],
    });
  });

  it('asks where both changed one field, each to something else', () => {
    const sides = sidesOf(base, { ...base, model: 'NVG-150' }, { ...base, model: 'NVG-120' });
    expect([sides.both, sides.shown.model]).toEqual([['model'], 'NVG-120']);
    expect(sidesOf(base, { ...base, model: 'X' }, { ...base, model: 'X' }).both).toEqual([]);
  });

  it('emptying a field is a change of one’s own', () => {
    expect(sidesOf(base, base, { ...base, serial: '' }).mine).toEqual(['serial']);
  });

  it('nothing typed: the record as it is, and nothing to send (property)', () => {
    const record = fc.dictionary(fc.constantFrom('a', 'b', 'c'), fc.string({ maxLength: 3 }));
    fc.assert(
      fc.property(record, record, (was, now) => {
        const { shown, mine, both } = sidesOf(was, now, was);
        expect([mine, both]).toEqual([[], []]);
        for (const name of Object.keys(now)) expect(shown[name]).toBe(now[name]);
      }),
    );
  });
});
