import { describe, expect, it } from '@jest/globals';
import { found, inOrder } from './found.ts';

describe('rows on the page', () => {
  it.each([
    ['', true],
    ['  ', true],
    ['quill pap', true],
    ['PRINT', true],
    ['print laundry', false],
  ])('“%s” finds them: %s', (typed, yes) =>
    expect(found(typed, ['Paper Store', null, 'Quillmark Print Works'])).toBe(yes),
  );

  it('stand as people count, unknown last whichever way, and leave the given order alone', () => {
    const given = ['RTU-10', null, 'rtu-2', 'AH-1'];
    expect(inOrder(given, (tag) => tag)).toEqual(['AH-1', 'rtu-2', 'RTU-10', null]);
    expect(inOrder(given, (tag) => tag, 'desc')).toEqual(['RTU-10', 'rtu-2', 'AH-1', null]);
    expect(given[0]).toBe('RTU-10');
    expect(inOrder([3, null, -1, 20], (n) => n, 'desc')).toEqual([20, 3, -1, null]);
  });
});
