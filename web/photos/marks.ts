import type { PhotoMark, PhotoView } from '#contracts/photos';

/** A quarter turn clockwise; the marks stay on what they mark. */
export function quarterTurn(photo: Pick<PhotoView, 'turn' | 'marks'>): {
  turn: 0 | 90 | 180 | 270;
  marks: PhotoMark[];
} {
  return {
    turn: ((photo.turn + 90) % 360) as 0 | 90 | 180 | 270,
    marks: photo.marks.map((mark) => ({ ...mark, x: 1 - mark.y, y: mark.x })),
  };
}
