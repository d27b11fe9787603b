/**
 * A square complex matrix taken apart into lower and upper triangle with partial pivoting, to be solved for many
 * right-hand sides. Real and imaginary parts stand in arrays of their own, row by row. A network joins each node to a
 * few others: what is nought is passed over.
 *
 * @see Golub and Van Loan, Matrix Computations, algorithm 3.4.1 (outer-product Gaussian elimination with pivoting)
 */
export class ComplexLu {
  private readonly re: Float64Array;
  private readonly im: Float64Array;
  private readonly order: Int32Array;
  private readonly n: number;
  /** Columns of each row that are not nought, left of the diagonal and right of it. */
  private readonly lower: Int32Array[];
  private readonly upper: Int32Array[];

  /** @throws RangeError where the matrix is singular */
  constructor(re: Float64Array, im: Float64Array, n: number) {
    this.re = re;
    this.im = im;
    this.n = n;
    this.order = Int32Array.from({ length: n }, (_, i) => i);
    for (let k = 0; k < n; k++) {
      this.pivot(k);
      this.eliminate(k, this.filled(k, k + 1, n));
    }
    this.lower = Array.from({ length: n }, (_, i) => this.filled(i, 0, i));
    this.upper = Array.from({ length: n }, (_, i) => this.filled(i, i + 1, n));
  }

  /** Columns of a row from one to before another that are not nought. */
  private filled(row: number, from: number, until: number): Int32Array {
    const { re, im, n } = this;
    const columns: number[] = [];
    for (let j = from; j < until; j++) if (re[row * n + j] !== 0 || im[row * n + j] !== 0) columns.push(j);
    return Int32Array.from(columns);
  }

  private eliminate(k: number, columns: Int32Array): void {
    const { re, im, n } = this;
    const [pr, pi] = [re[k * n + k] as number, im[k * n + k] as number];
    const size = pr * pr + pi * pi;
    for (let i = k + 1; i < n; i++) {
      const ar = re[i * n + k] as number;
      const ai = im[i * n + k] as number;
      if (ar === 0 && ai === 0) continue;
      const fr = (ar * pr + ai * pi) / size;
      const fi = (ai * pr - ar * pi) / size;
      re[i * n + k] = fr;
      im[i * n + k] = fi;
      for (let c = 0; c < columns.length; c++) {
        const j = columns[c] as number;
        const ur = re[k * n + j] as number;
        const ui = im[k * n + j] as number;
        re[i * n + j] = (re[i * n + j] as number) - (fr * ur - fi * ui);
        im[i * n + j] = (im[i * n + j] as number) - (fr * ui + fi * ur);
      }
    }
  }

  private pivot(k: number): void {
    const { re, im, n, order } = this;
    let [best, size] = [k, 0];
    for (let i = k; i < n; i++) {
      const [r, m] = [re[i * n + k] as number, im[i * n + k] as number];
      const here = r * r + m * m;
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

  /**
   * Solves for one right-hand side, which stays as it is.
   *
   * @param from the unknowns before this one are not asked for, and left unsolved
   */
  solve(bRe: Float64Array, bIm: Float64Array, from = 0): { re: Float64Array; im: Float64Array } {
    const { re, im, n, order } = this;
    const [x, y] = [new Float64Array(n), new Float64Array(n)];
    for (let i = 0; i < n; i++) {
      const row = order[i] as number;
      x[i] = bRe[row] as number;
      y[i] = bIm[row] as number;
    }
    // Above the first row that is fed all stays nought.
    let first = 0;
    while (first < n && x[first] === 0 && y[first] === 0) first++;
    for (let i = first + 1; i < n; i++) this.take(x, y, i, this.lower[i] as Int32Array);
    for (let i = n - 1; i >= from; i--) {
      this.take(x, y, i, this.upper[i] as Int32Array);
      const dr = re[i * n + i] as number;
      const di = im[i * n + i] as number;
      const [xr, xi] = [x[i] as number, y[i] as number];
      const size = dr * dr + di * di;
      x[i] = (xr * dr + xi * di) / size;
      y[i] = (xi * dr - xr * di) / size;
    }
    return { re: x, im: y };
  }

  /** Takes from one unknown what the others of its row bring. */
  private take(x: Float64Array, y: Float64Array, i: number, columns: Int32Array): void {
    const { re, im, n } = this;
    let [xr, xi] = [x[i] as number, y[i] as number];
    for (let c = 0; c < columns.length; c++) {
      const j = columns[c] as number;
      const ar = re[i * n + j] as number;
      const ai = im[i * n + j] as number;
      const br = x[j] as number;
      const bi = y[j] as number;
      xr -= ar * br - ai * bi;
      xi -= ar * bi + ai * br;
    }
    x[i] = xr;
    y[i] = xi;
  }
}
