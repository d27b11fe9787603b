/**
 * A square complex matrix taken apart into lower and upper triangle with partial pivoting, to be solved for many
 * right-hand sides. Real and imaginary parts stand in arrays of their own, row by row.
 *
 * @see Golub and Van Loan, Matrix Computations, algorithm 3.4.1 (outer-product Gaussian elimination with pivoting)
 */
export class ComplexLu {
  private readonly re: Float64Array;
  private readonly im: Float64Array;
  private readonly order: Int32Array;
  private readonly n: number;

  /** @throws RangeError where the matrix is singular */
  constructor(re: Float64Array, im: Float64Array, n: number) {
    this.re = re;
    this.im = im;
    this.n = n;
    this.order = Int32Array.from({ length: n }, (_, i) => i);
    for (let k = 0; k < n; k++) {
      this.pivot(k);
      const [pr, pi] = [re[k * n + k] as number, im[k * n + k] as number];
      const size = pr * pr + pi * pi;
      for (let i = k + 1; i < n; i++) {
        const [ar, ai] = [re[i * n + k] as number, im[i * n + k] as number];
        if (ar === 0 && ai === 0) continue;
        const fr = (ar * pr + ai * pi) / size;
        const fi = (ai * pr - ar * pi) / size;
        re[i * n + k] = fr;
        im[i * n + k] = fi;
        for (let j = k + 1; j < n; j++) {
          const [ur, ui] = [re[k * n + j] as number, im[k * n + j] as number];
          re[i * n + j] = (re[i * n + j] as number) - (fr * ur - fi * ui);
          im[i * n + j] = (im[i * n + j] as number) - (fr * ui + fi * ur);
        }
      }
    }
  }

  private pivot(k: number): void {
    const { re, im, n, order } = this;
    let [best, size] = [k, -1];
    for (let i = k; i < n; i++) {
      const here = Math.hypot(re[i * n + k] as number, im[i * n + k] as number);
      if (here > size) [best, size] = [i, here];
    }
    if (!(size > 0)) throw new RangeError('the network has no one solution');
    if (best === k) return;
    for (const part of [re, im])
      for (let j = 0; j < n; j++) {
        const kept = part[k * n + j] as number;
        part[k * n + j] = part[best * n + j] as number;
        part[best * n + j] = kept;
      }
    [order[k], order[best]] = [order[best] as number, order[k] as number];
  }

  /** Solves for one right-hand side, which stays as it is. */
  solve(bRe: Float64Array, bIm: Float64Array): { re: Float64Array; im: Float64Array } {
    const { re, im, n, order } = this;
    const x = Float64Array.from(order, (i) => bRe[i] as number);
    const y = Float64Array.from(order, (i) => bIm[i] as number);
    const take = (i: number, j: number) => {
      const [ar, ai, xr, xi] = [re[i * n + j], im[i * n + j], x[j], y[j]] as [number, number, number, number];
      x[i] = (x[i] as number) - (ar * xr - ai * xi);
      y[i] = (y[i] as number) - (ar * xi + ai * xr);
    };
    for (let i = 0; i < n; i++) for (let j = 0; j < i; j++) take(i, j);
    for (let i = n - 1; i >= 0; i--) {
      for (let j = i + 1; j < n; j++) take(i, j);
      const [dr, di, xr, xi] = [re[i * n + i], im[i * n + i], x[i], y[i]] as [number, number, number, number];
      const size = dr * dr + di * di;
      x[i] = (xr * dr + xi * di) / size;
      y[i] = (xi * dr - xr * di) / size;
    }
    return { re: x, im: y };
  }
}
