import { coError, judgeAirStreams, judgeFlueCo, judgeOneStream } from './index.ts';

/*
 * Each limit of carbon monoxide at it and just beside it. Where the limits come from stands at the rules
 * [9, 35 and 70 ppm: US EPA, NIOSH, UL 2034]; what an analyser can be wrong by is common practice.
 */

const ACT = 100;

describe('CO of the flue', () => {
  it('with less oxygen than a burner can have is too much, however low; 3 % is enough', () => {
    expect(judgeFlueCo(20, 2.9, ACT)).toMatchObject({ advice: 'act', position: 'above', atLeast: false });
    expect(judgeFlueCo(20, 3, ACT)).toMatchObject({ advice: null, position: 'inside', atLeast: false });
    // None at all is no sign that air is short.
    expect(judgeFlueCo(0, 2, ACT).advice).toBeNull();
    expect(judgeFlueCo(1, 2, ACT).advice).toBe('act');
  });

  it('an oxygen of none is a reading, of 18 % one of diluted gas, of less than none no reading', () => {
    expect(judgeFlueCo(20, 0, ACT)).toMatchObject({ ppm: 20, atLeast: false });
    expect(judgeFlueCo(20, 0.5, ACT)).toMatchObject({ atLeast: false });
    expect(judgeFlueCo(20, 17.9, ACT)).toMatchObject({ atLeast: false });
    expect(judgeFlueCo(20, 18, ACT)).toMatchObject({ ppm: 20, atLeast: true, advice: 'measure first' });
    expect(judgeFlueCo(20, -0.1, ACT)).toMatchObject({ ppm: 20, atLeast: true });
  });

  it('air-free counts, and is said to be what it is', () => {
    // 50 ppm at 9 % oxygen are 87.8 ppm air-free.
    expect(judgeFlueCo(50, 9, 87)).toMatchObject({ advice: 'act', atLeast: false });
    expect(judgeFlueCo(50, 9, 88)).toMatchObject({ advice: null, atLeast: false });
  });
});

describe('what an analyser can be wrong by', () => {
  it('is 5 ppm a reading, from 100 ppm on 5 %, two readings in squares', () => {
    expect(coError(0, 0)).toBeCloseTo(Math.sqrt(50), 9);
    expect(coError(100, 100)).toBeCloseTo(Math.sqrt(50), 9);
    expect(coError(200, 0)).toBeCloseTo(Math.hypot(10, 5), 9);
    expect(coError(0, 300)).toBeCloseTo(Math.hypot(5, 15), 9);
  });
});

describe('CO before and behind the exchanger', () => {
  const rise = (returnPpm: number, supplyPpm: number, again?: [number, number]) =>
    judgeAirStreams({
      returnPpm,
      supplyPpm,
      ...(again ? { again: { returnPpm: again[0], supplyPpm: again[1] } } : {}),
    });

  it('7 ppm more can be the analyser, 8 cannot: the heat is off until it is read again', () => {
    expect(rise(0, 7)).toMatchObject({ advice: null, position: 'inside', risePpm: 7 });
    expect(rise(0, 8)).toMatchObject({ advice: 'measure first', risePpm: 8 });
    expect(rise(0, 8, [0, 8])).toMatchObject({ advice: 'act', risePpm: 8 });
    expect(rise(0, 8, [0, 7])).toMatchObject({ advice: 'measure first', risePpm: 8 });
    expect(rise(0, 7, [0, 8])).toMatchObject({ advice: 'measure first', risePpm: 8 });
    expect(rise(0, 7, [0, 7])).toMatchObject({ advice: null, risePpm: 7 });
  });

  it('a rise of what the analyser can be wrong by, to the last digit, is none', () => {
    const exactly = coError(0, 5);
    expect(rise(0, exactly).advice).toBeNull();
    expect(rise(0, exactly + 0.001).advice).toBe('measure first');
  });

  it('9 ppm in both streams is in the room, from either pair; 8.9 in one of them is not', () => {
    expect(rise(9, 9)).toMatchObject({ advice: 'act', text: expect.stringMatching(/both air streams/) });
    expect(rise(9, 9, [0, 0])).toMatchObject({ text: expect.stringMatching(/both air streams/) });
    expect(rise(0, 0, [9, 9])).toMatchObject({ text: expect.stringMatching(/both air streams/) });
    expect(rise(8.9, 9).text).not.toMatch(/both air streams/);
  });

  it('9 ppm in one stream without a rise is a room to find the source in; less is nothing', () => {
    expect(rise(9, 8.9)).toMatchObject({
      advice: 'act',
      risePpm: expect.closeTo(-0.1, 9),
      text: expect.stringMatching(/Find where it comes from/),
    });
    expect(rise(8.9, 8.9)).toMatchObject({ advice: null, text: expect.stringMatching(/No rise beyond/) });
  });

  it('35 ppm in either stream is heat off at once; 34.9 waits for the second pair', () => {
    expect(rise(0, 35)).toMatchObject({ advice: 'act', text: expect.stringMatching(/Heat off now/) });
    expect(rise(35, 35)).toMatchObject({ text: expect.stringMatching(/Heat off: it is in the air/) });
    expect(rise(0, 34.9).advice).toBe('measure first');
  });

  it('in one stream alone it says "heat off" from 35 on', () => {
    expect(judgeOneStream(35, 'supply').text).toMatch(/Heat off\.$/);
    expect(judgeOneStream(34.9, 'supply').text).not.toMatch(/Heat off/);
  });
});
