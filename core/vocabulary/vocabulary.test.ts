import {
  classOfSlot,
  COMPONENT_CLASSES,
  COMPONENT_WORDS,
  componentClassOf,
  CONDITION_KINDS,
  normaliseWord,
  slotsOf,
  UNIT_KINDS,
  USUAL_SLOTS,
} from './index.ts';

describe('component words', () => {
  it('maps what technicians write and leaves the rest unmapped', () => {
    expect(componentClassOf('  Run   Cap. ')).toBe('capacitor');
    expect(componentClassOf('TXV')).toBe('metering device');
    expect(componentClassOf('doohickey')).toBeUndefined();
    expect(componentClassOf('doohickey', new Map([['doohickey', 'economizer']]))).toBe('economizer');
  });

  it('no word stands for two classes', () => {
    const owner = new Map<string, string>();
    for (const name of COMPONENT_CLASSES) {
      for (const word of new Set([name, ...COMPONENT_WORDS[name]].map(normaliseWord))) {
        expect([word, owner.get(word) ?? name]).toEqual([word, name]);
        owner.set(word, name);
      }
    }
  });

  it('a bypassed safety and a holed exchanger are hazards (common practice)', () => {
    expect(CONDITION_KINDS['safety bypassed'].hazard).toBe(true);
    expect(CONDITION_KINDS['exchanger holed or cracked'].hazard).toBe(true);
    expect(CONDITION_KINDS['circuit isolated'].hazard).toBe(false);
  });
});

describe('slots', () => {
  it('are those of the kind, a compressor for each circuit, and what was written about', () => {
    expect(slotsOf('exhaust fan', [], ['vfd'])).toEqual([
      'blower bearing',
      'blower belt',
      'blower motor',
      'vfd',
    ]);
    expect(slotsOf('package heat pump', [1, 2], [])).toEqual(
      expect.arrayContaining(['circuit 1 compressor', 'circuit 2 compressor', 'reversing valve']),
    );
  });

  it('each take a class that the repeat rule knows', () => {
    for (const kind of UNIT_KINDS)
      for (const slot of USUAL_SLOTS[kind]) expect([slot, classOfSlot(slot)]).not.toEqual([slot, undefined]);
  });
});
