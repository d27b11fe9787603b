interface Mutant {
  readonly replacement: string;
  readonly kind: string;
  readonly line: number;
}
const { mutantsOf, withMutant } = (await import(new URL('./mutate.mjs', import.meta.url).href)) as {
  mutantsOf: (source: string) => Mutant[];
  withMutant: (source: string, mutant: Mutant) => string;
};

/** What a source becomes by each mistake. */
const become = (source: string) => mutantsOf(source).map((mutant) => withMutant(source, mutant));

describe('mutants', () => {
  it('a limit has its operator changed both ways and its number doubled, halved and stepped', () => {
    expect(become('const isHot = (f) => f >= 140;')).toEqual([
      'const isHot = (f) => f > 140;',
      'const isHot = (f) => f < 140;',
      'const isHot = (f) => f >= 280;',
      'const isHot = (f) => f >= 70;',
      'const isHot = (f) => f >= 141;',
    ]);
  });

  it('a fraction is stepped by its last digit, nought only becomes something', () => {
    expect(become('const share = 0.15;')).toEqual([
      'const share = 0.3;',
      'const share = 0.075;',
      'const share = 0.16;',
    ]);
    expect(become('const none = 0;')).toEqual(['const none = 1;']);
  });

  it('a row is left out of a table, a word of a list of words is not', () => {
    expect(become('const LIMITS = { a: f(), b: g() };')).toEqual([
      'const LIMITS = {  b: g() };',
      'const LIMITS = { a: f(),  };',
    ]);
    expect(become("const WORDS = ['one', 'two'];")).toEqual([]);
  });

  it('a condition is taken for so and for not so, and joined the other way', () => {
    expect(become('function f() { if (a && b) return c; }')).toEqual([
      'function f() { if (true) return c; }',
      'function f() { if (false) return c; }',
      'function f() { if (a || b) return c; }',
    ]);
  });

  it('a statement is left out, a sign and a negation too', () => {
    expect(become('function f() { list.push(x); }')).toEqual(['function f() { ; }']);
    expect(become('const g = (x) => -x;')).toEqual(['const g = (x) => x;']);
    expect(become('const g = (x) => !x;')).toEqual(['const g = (x) => x;']);
  });

  it('what is said stays as it is: texts, sums of texts, fields that only show', () => {
    expect(become('const a = (n) => `${n + 1} days`;')).toEqual([]);
    expect(become("const a = (n) => 'day ' + n;")).toEqual([]);
    expect(become("const a = { text: n > 1 ? 'days' : 'day', decimals: 2 };")).toEqual([]);
    expect(become('const a = () => { throw new RangeError(n > 1); };')).toEqual([]);
  });
});
