/**
 * Newton's method for three balances, with halved steps. Textbook; every model of the machine stands on it.
 */

const { abs, max } = Math;

/** Solves three balances for three unknowns by Newton's method with halving steps. */
export function newton(
  balance: (x: readonly number[]) => number[],
  start: readonly number[],
  clamp: (x: number[]) => number[],
): { x: number[]; rest: number } {
  const size = (r: readonly number[]) => max(...r.map(abs));
  let x = clamp([...start]);
  let r = balance(x);
  for (let turn = 0; turn < 60 && size(r) > 1e-7; turn++) {
    const n = x.length;
    const columns = x.map((value, j) => {
      const step = 1e-4 * max(1, abs(value));
      const moved = balance(x.map((v, i) => (i === j ? v + step : v)));
      return moved.map((m, i) => (m - (r[i] as number)) / step);
    });
    const matrix = r.map((value, i) => [...columns.map((column) => column[i] as number), -value]);
    const dx = eliminate(matrix, n);
    if (!dx) break;
    const longest = max(...dx.map((d) => abs(d) / 12));
    let scale = longest > 1 ? 1 / longest : 1;
    let better = false;
    for (let k = 0; k < 12; k++, scale /= 2) {
      const next = clamp(x.map((value, i) => value + scale * (dx[i] as number)));
      const after = balance(next);
      if (after.every(Number.isFinite) && size(after) < size(r)) {
        x = next;
        r = after;
        better = true;
        break;
      }
    }
    if (!better) break;
  }
  return { x, rest: size(r) };
}

function eliminate(m: number[][], n: number): number[] | undefined {
  for (let i = 0; i < n; i++) {
    let best = i;
    for (let k = i + 1; k < n; k++) if (abs(m[k]?.[i] ?? 0) > abs(m[best]?.[i] ?? 0)) best = k;
    const pivot = m[best] as number[];
    m[best] = m[i] as number[];
    m[i] = pivot;
    if (abs(pivot[i] as number) < 1e-14) return undefined;
    for (let k = 0; k < n; k++) {
      if (k === i) continue;
      const row = m[k] as number[];
      const factor = (row[i] as number) / (pivot[i] as number);
      for (let j = i; j <= n; j++) row[j] = (row[j] as number) - factor * (pivot[j] as number);
    }
  }
  return m.map((row, i) => (row[n] as number) / (row[i] as number));
}
