import { COMPONENT_CLASSES, COMPONENT_WORDS, componentClassOf, CONDITION_KINDS, normaliseWord } from './index.ts';

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
