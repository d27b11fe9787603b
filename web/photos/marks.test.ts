import { quarterTurn } from './marks.ts';

describe('a quarter turn', () => {
  it('takes the marks along: the upper left corner becomes the upper right one', () => {
    expect(quarterTurn({ turn: 0, marks: [{ x: 0, y: 0, text: 'screw' }] })).toEqual({
      turn: 90,
      marks: [{ x: 1, y: 0, text: 'screw' }],
    });
  });

  it('done four times is none', () => {
    let photo: Parameters<typeof quarterTurn>[0] = { turn: 90, marks: [{ x: 0.25, y: 0.75, text: 'screw' }] };
    for (let i = 0; i < 4; i++) photo = quarterTurn(photo);
    expect(photo).toEqual({ turn: 90, marks: [{ x: 0.25, y: 0.75, text: 'screw' }] });
  });
});
