import { DEFAULT_LIMITS } from '#core/measuring/answers';
import { TRADE_TASKS, weatherAllows, weatherWords } from './index.ts';

describe('what the weather lets be done', () => {
  const task = (key: string) => TRADE_TASKS.find((one) => one.key === key)?.weather;

  it.each([
    ['cooling start-up', { highF: 66, lowF: 49 }, true],
    ['cooling start-up', { highF: 55, lowF: 41 }, false],
    ['heating start-up', { highF: 92, lowF: 78 }, false],
    ['cooling start-up', { highF: 64, lowF: 50 }, false],
    ['cooling start-up', { highF: 65, lowF: 50 }, true],
    ['heating start-up', { highF: 80, lowF: 62 }, true],
    // The low of 72 lies before dawn: at work it is 80.
    ['heating start-up', { highF: 95, lowF: 72 }, false],
    ['heating start-up', { highF: 81, lowF: 72 }, true],
    ['heat pump defrost check', { highF: 70, lowF: 60 }, false],
    ['heat pump defrost check', { highF: 58, lowF: 40 }, true],
    ['filters and belts', { highF: 10, lowF: -5 }, true],
  ])('%s at %o: %s (common practice)', (key, day, allowed) => {
    expect(weatherAllows(task(key), day)).toBe(allowed);
  });

  it('what reads the charge waits for the weather in which the charge is judged', () => {
    for (const { readings, weather } of TRADE_TASKS)
      if (readings.includes('charge')) expect(weather?.fromF).toBe(DEFAULT_LIMITS.chargeOutdoorF);
  });

  it('a day nobody has a forecast for forbids nothing', () => {
    expect(weatherAllows({ fromF: 60 }, undefined)).toBe(true);
  });

  it('says what is needed', () => {
    expect(weatherWords({ fromF: 60 })).toBe('60 °F outdoors or warmer');
    expect(weatherWords({ toF: 55 })).toBe('55 °F outdoors or colder');
    expect(weatherWords({ fromF: 40, toF: 70 })).toBe('40 to 70 °F outdoors');
  });
});
