/**
 * Where a function changes its sign, between two ends: Chandrupatla's method (Advances in Engineering
 * Software 28, 1997), inverse quadratic interpolation that falls back on halving. It cannot leave the
 * bracket, so a quantity that rises all along has one answer and no other is ever found.
 */

const { abs, max, min, sqrt } = Math;

export interface Root {
  readonly x: number;
  /** What is left at x; more than the tolerance of the caller where neither end changes the sign. */
  readonly rest: number;
}

/** Where the answer is expected, and how far to look at first. */
export interface Near {
  readonly x: number;
  readonly step: number;
}

/**
 * @param f rises from `low` to `high`
 * @param width the answer is as exact as this, in units of x
 * @param near where to look first; the bracket grows from there until it holds the change of sign
 * @returns the end nearer to nothing where the sign is the same at both
 */
export function rootBetween(
  f: (x: number) => number,
  low: number,
  high: number,
  width: number,
  near?: Near,
): Root {
  let a = high;
  let b = low;
  let fa: number;
  let fb: number;
  if (near) {
    b = min(high, max(low, near.x));
    fb = f(b);
    let step = near.step;
    do {
      a = b;
      fa = fb;
      b = fa > 0 ? max(low, a - step) : min(high, a + step);
      fb = f(b);
      step *= 3;
    } while (fa > 0 === fb > 0 && b > low && b < high);
  } else {
    fa = f(a);
    fb = f(b);
  }
  if (fa === 0) return { x: a, rest: 0 };
  if (fb === 0) return { x: b, rest: 0 };
  if (fa > 0 === fb > 0) return abs(fa) < abs(fb) ? { x: a, rest: fa } : { x: b, rest: fb };
  let c: number;
  let fc: number;
  let t = 0.5;
  for (let turn = 0; turn < 80; turn++) {
    const x = a + t * (b - a);
    const fx = f(x);
    if (fx > 0 === fa > 0) {
      c = a;
      fc = fa;
    } else {
      c = b;
      fc = fb;
      b = a;
      fb = fa;
    }
    a = x;
    fa = fx;
    const least = width / abs(b - a);
    if (fa === 0 || least > 0.5) return abs(fa) < abs(fb) ? { x: a, rest: fa } : { x: b, rest: fb };
    const xi = (a - b) / (c - b);
    const phi = (fa - fb) / (fc - fb);
    const quadratic = 1 - sqrt(1 - xi) < phi && phi < sqrt(xi);
    t = quadratic
      ? (fa / (fb - fa)) * (fc / (fb - fc)) + ((c - a) / (b - a)) * (fa / (fc - fa)) * (fb / (fc - fb))
      : 0.5;
    t = min(1 - least, max(least, t));
  }
  return { x: a, rest: fa };
}
