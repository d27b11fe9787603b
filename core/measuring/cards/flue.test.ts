import { DEFAULT_LIMITS } from '#core/measuring/answers';
import { cardOf, partlyAnswered, type CardValues } from './index.ts';

const card = cardOf('combustion')!;
const named = (given: CardValues, name: string, limits = DEFAULT_LIMITS) =>
  partlyAnswered(card, given, limits).answers.find((answer) => answer.name === name);

describe('the card of combustion', () => {
  it('asks for these, none of them needed but the gas', () => {
    expect(card.inputs.map(({ name, optional }) => [name, optional === true])).toEqual([
      ['gas', expect.any(Boolean)],
      ['o2', true],
      ['co', true],
      ['ambient', true],
      ['return', true],
      ['supply', true],
      ['returnAgain', true],
      ['supplyAgain', true],
      ['burner', true],
    ]);
    expect(card.caution).toMatch(/never clears an exchanger.*heat off now/);
  });

  it('a power burner is set to 3 to 5 % oxygen [common practice]', () => {
    const at = (o2: number) => named({ o2, burner: 'power burner' }, 'excess air')?.position;
    expect([at(2.9), at(3), at(5), at(5.1)]).toEqual(['below', 'inside', 'inside', 'above']);
    for (const burner of ['induced draft', undefined])
      expect(named({ o2: 2, ...(burner ? { burner } : {}) }, 'excess air')?.position).toBeNull();
  });

  it('an induced draft has 6.5 to 9 % CO₂ [common practice], no other burner is judged by it', () => {
    expect(named({ o2: 6, burner: 'induced draft' }, 'CO₂')?.band).toMatchObject({ low: 6.5, high: 9 });
    expect(named({ o2: 6, burner: 'power burner' }, 'CO₂')?.band).toBeUndefined();
    expect(named({ o2: 6 }, 'CO₂')?.band).toBeUndefined();
  });

  it('says whose limit a room is judged by', () => {
    expect(named({ ambient: 3 }, 'CO in the room')?.band).toMatchObject({ high: 9, from: 'published' });
    const stricter = { ...DEFAULT_LIMITS, coRoomPpm: 5 };
    expect(named({ ambient: 3 }, 'CO in the room', stricter)?.band).toMatchObject({
      high: 5,
      from: 'company setting',
    });
  });

  it('of one stream read twice the higher counts; of half a second pair what is in the air counts', () => {
    expect(named({ supply: 3, supplyAgain: 40 }, 'CO in supply air')).toMatchObject({
      value: 40,
      advice: 'act',
    });
    const half = { return: 0, supply: 0, supplyAgain: 40 };
    expect(named(half, 'CO in supply air')).toMatchObject({ value: 40, advice: 'act' });
    expect(named({ return: 0, supply: 0, supplyAgain: 3 }, 'CO in supply air')).toBeUndefined();
    // A whole second pair is judged as a pair, and each of its streams is not told again beside it.
    const whole = { return: 30, supply: 40, returnAgain: 30, supplyAgain: 40 };
    expect(named(whole, 'CO in supply air')).toBeUndefined();
    expect(named(whole, 'CO, supply above return')?.advice).toBe('act');
  });
});
