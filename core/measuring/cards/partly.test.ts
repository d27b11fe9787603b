import { Partly, partlyAnswered, cardOf, workedOut } from './index.ts';

const names = (card: string, given: Parameters<typeof workedOut>[1]) => {
  const { answers, errors } = workedOut(card, given);
  return { names: answers.map((a) => a.name), errors };
};
const ppm = (value: number) => ({ value, unit: 'ppm' });

describe('an answer never waits for another field', () => {
  it('O₂ of room air is refused at its field; the warning for the room stands all the same', () => {
    const { answers, errors } = workedOut('combustion', {
      o2: { value: 20.9, unit: '%' },
      co: ppm(150),
      ambient: ppm(80),
      gas: { value: 'natural gas' },
    });
    expect(answers.map(({ name, advice }) => [name, advice])).toEqual([
      ['CO in the room', 'act'],
      ['CO air-free, at least', 'act'],
    ]);
    expect(errors[0]?.why).toMatch(/room air/);
  });

  it('what cannot be read at all takes nothing else with it', () => {
    const { names: said, errors } = names('combustion', { o2: { value: 'much' }, ambient: ppm(80) });
    expect(said).toEqual(['CO in the room']);
    expect(errors).toMatchObject([{ input: 'o2' }]);
  });

  it('the economizer answers when return and outdoors lie too close for the outdoor-air share', () => {
    const F = (value: number) => ({ value, unit: '°F' });
    const { names: said, errors } = names('outdoor-air', {
      returnAir: F(75),
      mixed: F(74),
      outdoor: F(70),
      climate: { value: 'dry' },
    });
    expect(said).toContain('economizer high limit');
    expect(errors[0]?.why).toMatch(/15/);
  });

  it('whoever asks a card directly is told, with what the other parts say', () => {
    const card = cardOf('combustion')!;
    expect(() => card.answers({ o2: 20.9, ambient: 80 })).toThrow(Partly);
    expect(partlyAnswered(card, { o2: 20.9, ambient: 80 })).toMatchObject({
      answers: [{ name: 'CO in the room' }],
      why: expect.stringMatching(/room air/),
    });
  });
});
