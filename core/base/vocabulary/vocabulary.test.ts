import { CONDITION_KIND_NAMES, CONDITION_KINDS } from './index.ts';

describe('kinds of condition', () => {
  it('a bypassed safety and a holed exchanger are hazards (common practice)', () => {
    expect(CONDITION_KINDS['safety bypassed'].hazard).toBe(true);
    expect(CONDITION_KINDS['exchanger holed or cracked'].hazard).toBe(true);
    expect(CONDITION_KINDS['circuit isolated'].hazard).toBe(false);
  });

  it('each say what closes them', () => {
    for (const kind of CONDITION_KIND_NAMES) expect(CONDITION_KINDS[kind].closes.length).toBeGreaterThan(5);
  });
});
