import { drawCase, WRONG_NAMES } from './cases.ts';
import { secondState, type SecondMachine } from './second.ts';

const USUAL: SecondMachine = {
  refrigerant: 'R-410A',
  device: 'expansion valve',
  splitF: 20,
  subcoolingF: 10,
  superheatF: 10,
  evaporatingF: 45,
  air: 1,
  charge: 1,
  amps: 0.85,
  efficiency: 1,
};
const RATING = { outdoorF: 95, returnF: 80, returnWetF: 67 };

describe('the second machine', () => {
  it('rates near what it is built to, and gives more where it is cooler outdoors', () => {
    const rated = secondState(USUAL, RATING);
    // 12,000 Btu/h a ton net; 115 °F of R-410A is 391 psig on a published chart [from memory].
    expect(rated.capacity / 12_000).toBeGreaterThan(0.92);
    expect(rated.capacity / 12_000).toBeLessThan(1.05);
    expect(Math.abs(rated.liquidPsig - 391)).toBeLessThan(12);
    expect(secondState(USUAL, { ...RATING, outdoorF: 75 }).capacity).toBeGreaterThan(rated.capacity);
  });

  it('loses subcooling with its charge, and head rises where the condenser is short of air', () => {
    const sound = secondState(USUAL, RATING);
    const low = secondState(USUAL, RATING, { charge: 0.75 });
    expect(low.liquidPsig).toBeLessThan(sound.liquidPsig);
    expect(low.liquidLineF).toBeGreaterThan(sound.liquidLineF);
    expect(secondState(USUAL, RATING, { condenserAir: 0.5 }).liquidPsig).toBeGreaterThan(
      sound.liquidPsig + 40,
    );
  });
});

describe('the cases of the proof', () => {
  it('are the same for the same seed, and draw every kind', () => {
    expect(drawCase(17)).toEqual(drawCase(17));
    const drawn = new Set(Array.from({ length: 60 }, (_, i) => drawCase(i + 1)?.truth[0]));
    expect(WRONG_NAMES.filter((name) => !drawn.has(name))).toEqual([]);
  });
});
