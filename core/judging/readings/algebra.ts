/** A small symmetric matrix by rows, n × n. */
export type Matrix = Float64Array;

/**
 * Turns a covariance into its inverse, in place, and gives the logarithm of its determinant: Gauss and Jordan without
 * pivots, which a covariance with something on every diagonal does not need.
 *
 * @throws RangeError where it is no covariance
 */
export function inverted(a: Matrix, n: number): number {
  let logDet = 0;
  for (let i = 0; i < n; i++) {
    const pivot = a[i * n + i]!;
    if (!(pivot > 0)) throw new RangeError('this is no covariance');
    logDet += Math.log(pivot);
    a[i * n + i] = 1;
    for (let c = 0; c < n; c++) a[i * n + c]! /= pivot;
    for (let r = 0; r < n; r++) {
      if (r === i) continue;
      const by = a[r * n + i]!;
      if (by === 0) continue;
      a[r * n + i] = 0;
      for (let c = 0; c < n; c++) a[r * n + c]! -= by * a[i * n + c]!;
    }
  }
  return logDet;
}

/** a · x */
export function times(a: Matrix, x: Float64Array, n: number, into = new Float64Array(n)): Float64Array {
  for (let i = 0; i < n; i++) {
    let sum = 0;
    for (let k = 0; k < n; k++) sum += a[i * n + k]! * x[k]!;
    into[i] = sum;
  }
  return into;
}

export function dot(x: Float64Array, y: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < x.length; i++) sum += x[i]! * y[i]!;
  return sum;
}

/** Adds what one common thing that is off moves together: a += v · vᵀ. */
export function addTogether(a: Matrix, v: Float64Array, n: number): void {
  for (let i = 0; i < n; i++) {
    if (v[i] === 0) continue;
    for (let k = 0; k < n; k++) a[i * n + k]! += v[i]! * v[k]!;
  }
}

/** log Σ exp, without overflow. */
export function logSum(values: readonly number[]): number {
  const most = Math.max(...values);
  return most === -Infinity
    ? most
    : most + Math.log(values.reduce((sum, one) => sum + Math.exp(one - most), 0));
}
