import fc from 'fast-check';
import { modelLineOf, readSized, sizedText } from './index.ts';

describe('the model line', () => {
  it('is the letters a model number begins with', () => {
    expect(modelLineOf(' kqr120-3')).toBe('KQR');
    expect(modelLineOf('CK-G090')).toBe('CK-G');
    expect(modelLineOf('120KQ')).toBeUndefined();
    expect(modelLineOf(null)).toBeUndefined();
  });
});

describe('sizes and counts', () => {
  it('read as people write them', () => {
    expect(readSized('4 × 20x20x2, 2 x 16x25x2\nA48')).toEqual([
      { size: '20x20x2', count: 4 },
      { size: '16x25x2', count: 2 },
      { size: 'A48', count: 1 },
    ]);
    expect(readSized('20x20x2')).toEqual([{ size: '20x20x2', count: 1 }]);
    expect(() => readSized('2.5 × A48')).toThrow(/whole number/);
    expect(readSized('  ')).toEqual([]);
  });

  it('written and read again are the same', () => {
    const sizes = fc.array(
      fc.record({
        size: fc.constantFrom('20x20x2', '16x25x2', 'A 48', 'B62', '24x24x1'),
        count: fc.integer({ min: 1, max: 99 }),
      }),
      { maxLength: 5 },
    );
    fc.assert(fc.property(sizes, (list) => expect(readSized(sizedText(list))).toEqual(list)));
  });
});
