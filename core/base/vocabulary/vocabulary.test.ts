import { CONDITION_KIND_NAMES, CONDITION_KINDS, SITE_HAZARDS, SITE_HAZARD_NAMES } from './index.ts';

describe('kinds of condition', () => {
  it('a bypassed safety and a holed exchanger are hazards (common practice)', () => {
    expect(CONDITION_KINDS['safety bypassed'].hazard).toBe(true);
    expect(CONDITION_KINDS['exchanger holed or cracked'].hazard).toBe(true);
    expect(CONDITION_KINDS['circuit isolated'].hazard).toBe(false);
  });

  it('each say what closes them', () => {
    for (const kind of CONDITION_KIND_NAMES) expect(CONDITION_KINDS[kind].closes.length).toBeGreaterThan(5);
  });

  it('each have a caution, only what nobody has a name for has none', () => {
    const silent = CONDITION_KIND_NAMES.filter(
      (kind) => !/^[A-Z].{10,}\.$/.test(CONDITION_KINDS[kind].caution),
    );
    expect(silent).toEqual(['other']);
    expect(CONDITION_KINDS.other.caution).toBe('');
  });
});

it('every hazard on the way to a unit says what to do about it', () => {
  // The hazards of a roof, a basement and a ladder that site surveys ask for [common practice].
  expect(SITE_HAZARD_NAMES).toEqual([
    ...['open edge', 'skylights', 'hatch above a hallway', 'ladder only', 'slippery or soft membrane'],
    ...['460 V and above', 'combustion fumes', 'dust or solvents', 'traffic or machines below'],
    ...['heat under foot', 'ceiling space', 'water on the floor', 'work alone'],
  ]);
  for (const caution of Object.values(SITE_HAZARDS)) expect(caution).toMatch(/^[A-Z].{15,}\.$/);
});
